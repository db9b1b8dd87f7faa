import { useCallback, useState } from 'react'

export type Writing<A extends unknown[]> = { run: (...args: A) => Promise<boolean>; busy: boolean; failed: Error | null; clear: () => void }

/** Runs one write at a time and keeps what went wrong for the screen. `run` tells whether it went through. */
export function useWrite<A extends unknown[]>(write: (...args: A) => Promise<unknown>): Writing<A> {
  const [busy, setBusy] = useState(false)
  const [failed, setFailed] = useState<Error | null>(null)
  const run = useCallback(async (...args: A) => {
    setBusy(true)
    try {
      await write(...args)
      setFailed(null)
      return true
    } catch (error) {
      setFailed(error instanceof Error ? error : new Error(String(error)))
      return false
    } finally {
      setBusy(false)
    }
  }, [write])
  return { run, busy, failed, clear: useCallback(() => setFailed(null), []) }
}

import { useMutation } from '@tanstack/react-query'
import { useCallback } from 'react'
import { writes } from '@/lib/http'

export type Writing<A extends unknown[]> = { run: (...args: A) => Promise<boolean>; busy: boolean; failed: Error | null; clear: () => void }

/** Runs a write and keeps what went wrong for the screen. `run` tells whether it went through. */
export function useWrite<A extends unknown[]>(write: (...args: A) => Promise<unknown>): Writing<A> {
  const { mutateAsync, isPending, error, reset } = useMutation<unknown, Error, A>({ mutationFn: (args) => write(...args), networkMode: 'always' })
  const run = useCallback(async (...args: A) => {
    writes()
    try {
      await mutateAsync(args)
      return true
    } catch {
      return false
    }
  }, [mutateAsync])
  return { run, busy: isPending, failed: error, clear: reset }
}

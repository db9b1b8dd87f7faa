import { useEffect } from 'react'

/** Keeps the screen awake while a morning is open, where the browser lets a page do so; asks again after a nap. */
export function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined
    const ask = () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return
      // Refused on a low battery, for example: watching goes on all the same.
      navigator.wakeLock.request('screen').then((got) => { lock = got }, () => undefined)
    }
    ask()
    document.addEventListener('visibilitychange', ask)
    return () => {
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  }, [])
}

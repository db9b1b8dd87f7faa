import { useCallback, useSyncExternalStore } from 'react'

/** A phone's screen, held upright, is at most so wide. */
const PHONE = 560

/** Whether the screen is at most so wide, px: a phone's, held upright, if nothing is said. */
export function useNarrow(most = PHONE): boolean {
  const listen = useCallback((tell: () => void) => {
    const narrow = matchMedia(`screen and (max-width: ${most}px)`)
    narrow.addEventListener('change', tell)
    return () => narrow.removeEventListener('change', tell)
  }, [most])
  return useSyncExternalStore(listen, () => matchMedia(`screen and (max-width: ${most}px)`).matches)
}

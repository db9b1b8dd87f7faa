import { useSyncExternalStore } from 'react'

const narrow = matchMedia('(max-width: 560px)')
const listen = (tell: () => void) => { narrow.addEventListener('change', tell); return () => narrow.removeEventListener('change', tell) }

/** Whether the screen is a phone's, held upright. */
export const useNarrow = (): boolean => useSyncExternalStore(listen, () => narrow.matches)

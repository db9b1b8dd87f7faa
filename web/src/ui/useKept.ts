import { useState } from 'react'
import { drop, keep, kept } from '@/lib/kept'

/** A state that is still there when the page was closed in between; `done` lets go of it. */
export function useKept<T>(name: string, otherwise: T): [T, (next: T) => void, () => void] {
  const [value, setValue] = useState<T>(() => kept(name, otherwise))
  const set = (next: T) => { setValue(next); keep(name, next) }
  const done = () => { setValue(otherwise); drop(name) }
  return [value, set, done]
}

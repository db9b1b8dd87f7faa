/** How numbers and days are written in the reader's language. Making such a formatter takes longer than a hundred uses. */
import { locale } from './say'

const made = new Map<string, Intl.NumberFormat | Intl.DateTimeFormat>()

function once<T extends Intl.NumberFormat | Intl.DateTimeFormat>(key: string, make: () => T): T {
  const known = made.get(key) as T | undefined
  if (known) return known
  const fresh = make()
  made.set(key, fresh)
  return fresh
}

/** The writer of numbers for these options. */
export const numbers = (how: Intl.NumberFormatOptions, tongue = locale()): Intl.NumberFormat =>
  once(`n ${tongue} ${JSON.stringify(how)}`, () => new Intl.NumberFormat(tongue, how))

/** The writer of days and times for these options. */
export const times = (how: Intl.DateTimeFormatOptions, tongue = locale()): Intl.DateTimeFormat =>
  once(`t ${tongue} ${JSON.stringify(how)}`, () => new Intl.DateTimeFormat(tongue, how))

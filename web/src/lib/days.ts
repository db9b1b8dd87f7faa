/** Calendar days as "2026-11-24": counted and moved without any clock or zone. */
import { say } from './say'
import { times } from './written'

const DAY = 86_400_000
const at = (day: string) => Date.parse(`${day}T00:00:00Z`)

/** A day so many days later, or earlier. */
export const addDays = (day: string, days: number): string => new Date(at(day) + days * DAY).toISOString().slice(0, 10)

/** How many days lie between two; negative when the second is earlier. */
export const daysBetween = (from: string, to: string): number => Math.round((at(to) - at(from)) / DAY)

/** "9 Nov". */
export const shortDay = (day: string): string => times({ day: 'numeric', month: 'short', timeZone: 'UTC' }).format(at(day))

/** "Tue 24 Nov". */
export const weekDay = (day: string): string => times({ weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' }).format(at(day))

/** "8 to 21 December", or one day. */
export function daysText(from: string, until: string): string {
  const written = (day: string, how: Intl.DateTimeFormatOptions) => times({ timeZone: 'UTC', ...how }).format(at(day))
  if (from === until) return written(from, { day: 'numeric', month: 'long' })
  const same = from.slice(0, 7) === until.slice(0, 7)
  return say('{from} to {until}', { from: written(from, same ? { day: 'numeric' } : { day: 'numeric', month: 'long' }), until: written(until, { day: 'numeric', month: 'long' }) })
}

/** 2024 began on a Monday. */
const weekdays = (weekday: 'short' | 'long') => [1, 2, 3, 4, 5, 6, 7].map((day) => times({ weekday, timeZone: 'UTC' }).format(Date.UTC(2024, 0, day)))
/** The days of the week, Monday first: "Mon". */
export const WEEKDAYS: readonly string[] = weekdays('short')
/** The days of the week, Monday first: "Monday". */
export const WEEKDAYS_LONG: readonly string[] = weekdays('long')

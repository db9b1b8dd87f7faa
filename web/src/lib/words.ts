/** How numbers, lengths and times are written, by the household's settings. */
import { say, word } from './say'
import { numbers, times } from './written'

export type Lengths = 'cm' | 'in'

const MM: Record<Lengths, number> = { cm: 10, in: 25.4 }

/** A length in the household's unit, with it: "61 cm", "24 in". */
export const length = (mm: number, unit: Lengths): string => `${plain(mm / MM[unit], unit === 'cm' ? 1 : 1)} ${unit}`

/** Millimetres as a number in the household's unit. */
export const fromMm = (mm: number, unit: Lengths): number => Number((mm / MM[unit]).toFixed(2))

/** A number in the household's unit as millimetres. */
export const toMm = (value: number, unit: Lengths): number => Math.round(value * MM[unit] * 10) / 10

/** A number with so many decimals, as it is written here: 2.50. */
export const fixed = (value: number, decimals: number): string => numbers({ minimumFractionDigits: decimals, maximumFractionDigits: decimals, useGrouping: false }).format(value)
/** A number with at most so many decimals, and no more than it needs. */
export const plain = (value: number, decimals = 1): string => numbers({ maximumFractionDigits: 20, useGrouping: false }).format(Number(value.toFixed(decimals)))

const two = (n: number): string => String(n).padStart(2, '0')

/** A span as a running clock: "12:20", "1:02:05". Never negative. */
export function clock(ms: number): string {
  const s = Math.max(0, Math.floor(ms / 1000))
  const rest = `${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}`
  return s >= 3600 ? `${Math.floor(s / 3600)}:${rest}` : rest
}

/** Minutes of a span: "12 min", "1 h 41 min". */
export function span(minutes: number): string {
  const whole = Math.round(minutes)
  return whole >= 60 ? say('{floor} h {whole} min', { floor: Math.floor(whole / 60), whole: whole % 60 }) : say('{whole} min', { whole })
}

/** An instant as a time of day in a zone: "9:41". */
export const timeOfDay = (at: string | number, zone: string): string =>
  times({ hour: 'numeric', minute: '2-digit', timeZone: zone }).format(new Date(at))

/** An instant as a day in a zone: "Tuesday 24 November". */
export const dayOf = (at: string | number, zone: string): string =>
  times({ weekday: 'long', day: 'numeric', month: 'long', timeZone: zone }).format(new Date(at))

/** A calendar day, "2026-11-24", as "24 November 2026". */
export const calendarDay = (day: string): string =>
  times({ day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(new Date(day))

/** The value of a datetime-local field for an instant, in a zone, to the second. */
export function localField(at: string | number, zone: string): string {
  const parts = times({ dateStyle: 'short', timeStyle: 'medium', timeZone: zone }, 'sv-SE').format(new Date(at))
  return parts.replace(' ', 'T')
}

/** The instant a datetime-local field means in a zone, as ISO text; null when the field is empty. */
export function fromLocalField(field: string, zone: string): string | null {
  if (!field) return null
  const guess = new Date(`${field}Z`).getTime()
  // The zone's offset there, found by asking what the guess looks like in the zone.
  const seen = new Date(`${localField(guess, zone)}Z`).getTime()
  return new Date(guess - (seen - guess)).toISOString()
}

/** First letter large, for the start of a line. */
export const sentence = (key: string): string => { const text = word(key); return text.charAt(0).toUpperCase() + text.slice(1) }

import { daysBetween } from '@/lib/days'

/** Where days lie on the string: px from its first day. */
export type Scale = { first: string; days: number; perDay: number }

export const xOf = (scale: Scale, day: string): number => daysBetween(scale.first, day) * scale.perDay

/** A bar from a day to a day, both within it: where it begins and how wide it is, cut to what is drawn. */
export function barOf(scale: Scale, from: string, until: string): { left: number; width: number } {
  const begin = Math.max(0, xOf(scale, from))
  const end = Math.min(scale.days * scale.perDay, xOf(scale, until) + scale.perDay)
  return { left: begin, width: Math.max(scale.perDay, end - begin) }
}

/** The row of each of some things that begin at `x` and take `wide`, so that none covers another; the first free row. */
export function rowsOf(things: readonly { x: number; wide: number }[]): number[] {
  const ends: number[] = []
  const order = things.map((each, at) => ({ ...each, at })).sort((a, b) => a.x - b.x)
  const rows: number[] = []
  for (const { x, wide, at } of order) {
    const row = ends.findIndex((end) => end <= x)
    const taken = row === -1 ? ends.length : row
    ends[taken] = x + wide + 8
    rows[at] = taken
  }
  return rows
}

/** About how wide a small label is drawn, px. */
export const labelWidth = (text: string): number => Math.round(text.length * 6.3)

/** What a person asks of a plan. Pure: the next question from this one and what was tapped. */
import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'
import type { Spot } from '../types'

export type Solve = Schemas['SolveOut']
export type Arranged = Schemas['ArrangedOut']
export type Stands = Schemas['StandsOut']
export type Way = Schemas['WayOut']
export type PinAsked = { tray: number; spot: Spot; by_hand: boolean }
export type Asked = {
  changes: number | null; pins: readonly PinAsked[]; bans: readonly number[]; by_hand: readonly number[]; wanted: readonly number[]
  more: Readonly<Record<string, number>>; without: readonly string[]
}

/** What a plan would be worth with a close second in it; it may be worth more points and keep a wish less. */
export const worthLess = (points: number): string =>
  points > 0 ? say('{points} less', { points: say('{n, plural, one {# point} other {# points}}', { n: points }) }) : points === 0 ? say('worth as much') : say('a wish less would be kept')

/** The first question: two changes where something stands, all afresh on an empty shelf. */
export const firstAsked = (standing: number): Asked => ({ changes: standing ? 2 : null, pins: [], bans: [], by_hand: [], wanted: [], more: {}, without: [] })

const others = (list: readonly number[], tray: number) => list.filter((each) => each !== tray)
const pinsBut = (asked: Asked, trays: readonly number[]) => asked.pins.filter((each) => !trays.includes(each.tray))

/** A tray kept on a spot of the plan. */
export const pinned = (asked: Asked, tray: number, spot: Spot, byHand = false): Asked =>
  ({ ...asked, pins: [...pinsBut(asked, [tray]), { tray, spot, by_hand: byHand }], bans: others(asked.bans, tray) })
export const unpinned = (asked: Asked, tray: number): Asked => ({ ...asked, pins: pinsBut(asked, [tray]) })
/** A tray taken out of the planning, or back into it. */
export const banned = (asked: Asked, tray: number): Asked => ({ ...asked, bans: [...others(asked.bans, tray), tray], pins: pinsBut(asked, [tray]), wanted: others(asked.wanted, tray) })
export const unbanned = (asked: Asked, tray: number): Asked => ({ ...asked, bans: others(asked.bans, tray) })
export const handed = (asked: Asked, tray: number): Asked => ({ ...asked, by_hand: [...others(asked.by_hand, tray), tray] })

/** Two trays of the plan each on the other's spot. */
export function swapped(asked: Asked, one: Stands, other: Stands): Asked {
  if (!one.spot || !other.spot) return asked
  return pinned(pinned(asked, one.tray, other.spot, one.by_hand), other.tray, one.spot, other.by_hand)
}

/** The ticked trays of a plan pinned where it has them, the unticked ones left out or left where they stand. */
export function around(asked: Asked, plan: Arranged, kept: ReadonlySet<number>): Asked {
  const chosen = plan.stands.filter((each) => kept.has(each.tray) && each.spot)
  return chosen.reduce<Asked>((next, each) => (each.spot ? pinned(next, each.tray, each.spot, each.by_hand) : next), asked)
}

/** The question with one way taken that was offered where a rule or a wish could not be kept. */
export function eased(asked: Asked, way: Way): Asked {
  const more = { ...asked.more }
  for (const [key, by] of Object.entries(way.more)) more[key] = (more[key] ?? 0) + by
  return {
    ...asked, more, without: [...new Set([...asked.without, ...way.without])], by_hand: [...new Set([...asked.by_hand, ...way.by_hand])],
    wanted: [...new Set([...asked.wanted, ...way.wanted])], pins: pinsBut(asked, way.unpin), bans: asked.bans.filter((each) => !way.unban.includes(each)),
  }
}

/** Whether anything was asked beyond the number of changes. */
export const plainly = (asked: Asked): boolean =>
  asked.pins.length + asked.bans.length + asked.by_hand.length + asked.wanted.length + asked.without.length + Object.keys(asked.more).length === 0

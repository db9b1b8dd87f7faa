/** Who needs a look: an order for many lanes at once. Pure. */
import { brokenBy, type Episode, type Spell } from '@/lib/record'

export type Seen = { id: number; episode: Episode | undefined; state: Spell | undefined; lastSeen: number }
/** Work so long without a word about it is looked at again, ms. */
const LONG = 45 * 60_000

/** How soon a child wants a look, the soonest first: what is interrupted, what nobody said anything of for long, free children, those at work. */
export function urgency({ episode, state }: Seen, now: number): number {
  if (episode && brokenBy(episode)) return 0
  if (episode) return now - lastWord(episode) > LONG ? 1 : 4
  return state === undefined ? 2 : 3
}

const lastWord = (episode: Episode): number => Math.max(Date.parse(episode.began), ...episode.events.map((each) => Date.parse(each.at)))

/** Since when a child is at what it is at now. */
export const since = ({ episode, state, lastSeen }: Seen): number =>
  episode ? Date.parse(brokenBy(episode)?.at ?? episode.began) : state ? Date.parse(state.began) : lastSeen

/** Children in the order in which they want a look. */
export const byNeed = (seen: readonly Seen[], now: number): number[] =>
  [...seen].sort((a, b) => urgency(a, now) - urgency(b, now) || since(a) - since(b) || a.id - b.id).map((each) => each.id)

/** Whether it is time to look round. Nobody is asked to look who has not begun to: a house that does not sweep is left in peace. */
export const sweepIsDue = ({ count, due }: { count: number; due: string | null }, now: number): boolean => count > 0 && (due === null || now >= Date.parse(due))

/** The shelf as a plan would have it, and what is different, in a word. Pure. */
import { say } from '@/lib/say'
import type { Placement, Shelf } from '../types'
import type { Arranged, Asked, Stands } from './asked'

const WORD: Record<Stands['what'], string> = { 'stays': '', 'comes': 'in', 'goes': '', 'moves': 'moved', 'by hand': say('kept away now'), 'open': say('open again') }

/** What stands where in a plan. Nothing of it was found wanting, or it would be no plan. */
export function asPlanned(shelf: Shelf, plan: Arranged): Shelf {
  const placements = plan.stands.flatMap<Placement>((each) => (each.spot
    ? [{ tray_id: each.tray, spot: each.spot, spot_words: each.spot_words, spoken: each.spoken, by_hand: each.by_hand, since: '' }] : []))
  return { ...shelf, placements, findings: [] }
}

/** By tray: in, moved, pinned. */
export function marksOf(plan: Arranged | null, asked: Asked): ReadonlyMap<number, string> {
  if (!plan) return new Map()
  const pins = new Set(asked.pins.map((each) => each.tray))
  return new Map(plan.stands.flatMap((each) => {
    const word = pins.has(each.tray) ? 'pinned' : WORD[each.what]
    return word && each.spot ? [[each.tray, word] as const] : []
  }))
}

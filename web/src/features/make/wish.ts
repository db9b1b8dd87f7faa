/** The tray that is wished for, and how a hand changes it. Pure; nothing is decided here. */
import type { Schemas } from '@/lib/http'
import { impossible } from '@/lib/impossible'

export type Wish = Required<Pick<Schemas['WishIn'], 'key' | 'level' | 'child_id' | 'fixed' | 'counts' | 'spots'>>
  & { container: number | null; share: number | null; instead_of: number | null; left_out: string[]; added: Record<string, number>; eased: string[]; toward: string }

export type Change =
  | { type: 'levelled'; level: number }
  | { type: 'for'; child: number }
  | { type: 'chosen'; role: string; thing: number | null }
  | { type: 'counted'; role: string; count: number }
  | { type: 'left out'; role: string }
  | { type: 'put back'; role: string }
  | { type: 'added'; role: string; thing: number }
  | { type: 'contained'; container: number | null }
  | { type: 'shared'; share: number }
  | { type: 'laid'; role: string; x: number; y: number; turned: boolean }
  | { type: 'straightened' }

/** A card as it is offered, nothing chosen by hand. */
export const wished = (key: string, level: number, child: number): Wish =>
  ({ key, level, child_id: child, fixed: {}, counts: {}, spots: [], container: null, share: null, instead_of: null, left_out: [], added: {}, eased: [], toward: '' })

/** What another view wished for beside the card: a step between, as it stands in the address. What cannot be read is passed over. */
export function wishIn(text: string | null): Partial<Wish> {
  try {
    const told = JSON.parse(text ?? '{}') as Partial<Wish>
    return { fixed: told.fixed ?? {}, counts: told.counts ?? {}, left_out: told.left_out ?? [], eased: told.eased ?? [], toward: told.toward ?? '' }
  } catch {
    return {}
  }
}

const without = <T>(record: Record<string, T>, name: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([key]) => key !== name))

/** A role of the card is left out; a thing that was added is simply gone. */
function roleOut(wish: Wish, role: string): Wish {
  const bare = { ...wish, spots: [], fixed: without(wish.fixed, role), counts: without(wish.counts, role) }
  return role in wish.added ? { ...bare, added: without(wish.added, role) } : { ...bare, left_out: [...wish.left_out, role] }
}

/** The next wish. Another thing or container puts the places back to what is reckoned. */
export function changed(wish: Wish, change: Change): Wish {
  switch (change.type) {
    case 'levelled': return { ...wished(wish.key, change.level, wish.child_id), instead_of: wish.instead_of }
    case 'for': return { ...wish, child_id: change.child }
    case 'chosen': {
      const fixed = without(wish.fixed, change.role)
      return { ...wish, spots: [], fixed: change.thing === null ? fixed : { ...fixed, [change.role]: change.thing } }
    }
    case 'counted': return { ...wish, spots: [], counts: { ...wish.counts, [change.role]: Math.max(1, Math.round(change.count)) } }
    case 'left out': return roleOut(wish, change.role)
    case 'put back': return { ...wish, spots: [], left_out: wish.left_out.filter((each) => each !== change.role) }
    case 'added': return { ...wish, spots: [], added: { ...wish.added, [change.role]: change.thing } }
    case 'contained': return { ...wish, spots: [], container: change.container }
    case 'shared': return { ...wish, share: Math.min(1, Math.max(0.05, change.share)) }
    case 'laid': {
      const spot = { role: change.role, x_mm: Math.round(change.x), y_mm: Math.round(change.y), turned: change.turned }
      return { ...wish, spots: [...wish.spots.filter((each) => each.role !== change.role), spot] }
    }
    case 'straightened': return { ...wish, spots: [] }
    default: return impossible(change)
  }
}

/** What a lane offers, in words; shared by its parts. */
import type { Schemas } from '@/lib/http'
import type { Episode, Spell } from '@/lib/record'

export type Child = Schemas['ChildOut']
export type Offer = Schemas['OfferOut']
export type User = { name: string; episode: Episode }
export type Draftable = { episode_id: string; child_id: number }
export const CAUSES = ['adult', 'other child', 'noise', 'need', 'material missing', 'finished'] as const
export const HELPS = ['prompted', 'shown again', 'together'] as const
export const EFFORTS = ['tried hard', 'careful', 'hasty', 'careless'] as const
export const STATES = ['watching', 'wandering', 'resting', 'with an adult'] as const
export type Open = 'broken' | 'helped' | 'depth' | 'part' | 'note' | 'effort' | 'showed' | 'another' | null

export type LaneProps = {
  child: Child; episode: Episode | undefined; state: Spell | undefined; offers: readonly Offer[]; activities: readonly string[]; phrases: readonly string[]
  /** Who is at each tray now, by its id. */
  users: ReadonlyMap<number, readonly User[]>
  /** The same in a word: two lanes with the same word show the same. */
  usersKey: string
  now: number; zone: string; active: boolean; open: Open
  setOpen: (open: Open) => void; onActive: () => void; onTake: (what: { tray_id: number } | { activity: string }) => void
  onRest: (episode: Episode) => void; onShowed: (tray: number) => void
}

/** The tray the n-th number key means for a child. */
export const offerAt = (offers: readonly Offer[], child: number, n: number): Offer | undefined =>
  offers.filter((each) => each.for_children.includes(child))[n]

/** What names a piece of work in everything written about it. */
export const workOf = (episode: Episode): Draftable => ({ episode_id: episode.id, child_id: episode.child_id })

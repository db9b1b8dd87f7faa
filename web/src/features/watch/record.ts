/** A morning as it is drawn: what the server knows, with the events this device has not sent yet folded in. Pure. */

export type LaneEvent = { kind: string; at: string; cause: string; text: string }
export type Episode = {
  id: string; child_id: number; tray_id: number; tray: string; began: string; ended: string | null
  work: string | null; place: string | null; events: LaneEvent[]; question: string
}
export type UnsentEvent = LaneEvent & {
  episode_id: string; child_id?: number | null; tray_id?: number | null; work?: string | null; place?: string | null
}

/** The episodes with every unsent event applied in its order; one the server has already, or of an episode nobody knows, is passed over. */
export function fold(known: readonly Episode[], unsent: readonly UnsentEvent[], trayName: (id: number) => string): Episode[] {
  const all = new Map<string, Episode>(known.map((each) => [each.id, each]))
  for (const event of unsent) {
    const said = { kind: event.kind, at: event.at, cause: event.cause, text: event.text }
    if (event.kind === 'start') {
      const tray_id = event.tray_id ?? 0
      if (!all.has(event.episode_id))
        all.set(event.episode_id, {
          id: event.episode_id, child_id: event.child_id ?? 0, tray_id, tray: trayName(tray_id), began: event.at, ended: null,
          work: null, place: null, events: [said], question: '',
        })
      continue
    }
    const before = all.get(event.episode_id)
    if (!before || before.events.some((each) => each.kind === event.kind && Date.parse(each.at) === Date.parse(event.at))) continue
    const ended = event.kind === 'finish' ? { ended: event.at, work: event.work ?? null, place: event.place ?? null } : {}
    all.set(before.id, { ...before, ...ended, events: [...before.events, said] })
  }
  return [...all.values()].sort((a, b) => Date.parse(a.began) - Date.parse(b.began))
}

/** Times round. */
export const rounds = (episode: Episode): number => episode.events.filter((each) => each.kind === 'round').length

/** The last break that the child has not come back from. */
export function brokenBy(episode: Episode): LaneEvent | undefined {
  const last = episode.events.filter((each) => each.kind === 'broken' || each.kind === 'back').at(-1)
  return last?.kind === 'broken' ? last : undefined
}

export type Stretch = { from: number; to: number }

/** The unbroken stretches, in ms since 1970; an open one runs to `now`. */
export function stretches(episode: Episode, now: number): Stretch[] {
  const end = episode.ended ? Date.parse(episode.ended) : now
  const found: Stretch[] = []
  let from: number | null = Date.parse(episode.began)
  for (const event of [...episode.events].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))) {
    const at = Date.parse(event.at)
    if (event.kind === 'broken' && from !== null) { found.push({ from, to: at }); from = null }
    if (event.kind === 'back' && from === null) from = at
  }
  if (from !== null) found.push({ from, to: Math.max(end, from) })
  return found
}

/** Since when a child is at it without a break; null while broken off. */
export const unbrokenSince = (episode: Episode, now: number): number | null =>
  brokenBy(episode) ? null : stretches(episode, now).at(-1)?.from ?? null

/** Until ten pieces of work are known a swing is drawn against twenty minutes for everybody. */
const FLAT_MIN = 20
/** Concentration as seen, from the least to the deepest. */
export const DEPTHS = ['looks and leaves', 'handles, eyes elsewhere', 'works, turns at noises', 'works on through noises', 'has to be called twice'] as const
/** Nobody has said how deep it was: the middle of five steps. */
const UNSAID = 2

/** The deepest step told of a piece of work, 0 to 4; null when nobody said. */
export function depth(episode: Episode): number | null {
  const told = episode.events.filter((each) => each.kind === 'depth').map((each) => DEPTHS.findIndex((step) => step === each.cause))
  return told.length ? Math.max(...told) : null
}

/** Half the swing of the string in px, against the child's own 90th percentile of unbroken minutes, wider the deeper it was. */
export const swing = (unbrokenMin: number, ownP90Min: number | null, deep: number | null = null): number =>
  4 + 24 * Math.min(1, unbrokenMin / (ownP90Min ?? FLAT_MIN)) * (0.6 + 0.1 * (deep ?? UNSAID))

/** A morning as it is drawn: what the program knows, with what this device has written down since folded in. Pure. */

export type LaneEvent = { id: number; kind: string; at: string; cause: string; text: string }
export type Episode = {
  id: string; child_id: number; tray_id: number | null; activity: string; tray: string; began: string; ended: string | null
  work: string | null; place: string | null; events: LaneEvent[]; question: string
}
export type Spell = { child_id: number; state: string; began: string; ended: string | null }
export type Morning = { id: number; began: string; ended: string | null; seen: 'all' | 'part' | null; present: number[]; adult: string }
/** Something written down that the program may not know yet. */
export type Unsent = {
  kind: string; at: string; cause?: string; text?: string; episode_id?: string; child_id?: number | null; tray_id?: number | null
  activity?: string; work?: string | null; place?: string | null; present?: number[]; seen?: 'all' | 'part' | null
}
const WITHIN = new Set(['round', 'broken', 'back', 'helped', 'mended', 'part', 'depth', 'effort', 'note', 'finish'])

/** The episodes with everything unsent applied in its order; what the program has already, or of work nobody knows, is passed over. */
export function fold(known: readonly Episode[], unsent: readonly Unsent[], trayName: (id: number) => string): Episode[] {
  const all = new Map<string, Episode>(known.map((each) => [each.id, each]))
  for (const each of unsent) {
    const name = each.episode_id ?? ''
    const said = { id: 0, kind: each.kind, at: each.at, cause: each.cause ?? '', text: each.text ?? '' }
    const before = all.get(name)
    if (each.kind === 'start' && !before) {
      const [tray_id, activity] = [each.tray_id ?? null, each.activity ?? '']
      all.set(name, {
        id: name, child_id: each.child_id ?? 0, tray_id, activity, tray: tray_id === null ? activity : trayName(tray_id), began: each.at,
        ended: null, work: null, place: null, events: [said], question: '',
      })
    }
    if (!before || !WITHIN.has(each.kind) || before.events.some((event) => event.kind === each.kind && Date.parse(event.at) === Date.parse(each.at))) continue
    const ended = each.kind === 'finish' ? { ended: each.at, work: each.work ?? null, place: each.place ?? null } : {}
    all.set(name, { ...before, ...ended, events: [...before.events, said] })
  }
  return [...all.values()].sort((a, b) => Date.parse(a.began) - Date.parse(b.began))
}

/** The open morning and the last that ended today, with a beginning or an end that was not sent yet. */
export function foldMorning(open: Morning | null, last: Morning | null, unsent: readonly Unsent[]): { morning: Morning | null; last: Morning | null } {
  let [morning, before] = [open, last]
  for (const each of unsent) {
    if (each.kind === 'begin' && !morning && !(before?.ended && Date.parse(each.at) <= Date.parse(before.ended)))
      morning = { id: 0, began: each.at, ended: null, seen: null, present: each.present ?? [], adult: '' }
    else if (each.kind === 'begin' && morning && Date.parse(each.at) >= Date.parse(morning.began))
      morning = { ...morning, present: [...new Set([...morning.present, ...(each.present ?? [])])] }
    if (each.kind === 'end' && morning && Date.parse(each.at) >= Date.parse(morning.began)) {
      before = { ...morning, ended: each.at, seen: each.seen ?? null }
      morning = null
    }
  }
  return { morning, last: before }
}

/** The states with those not sent yet; each runs to the child's next state or work. */
export function foldSpells(known: readonly Spell[], unsent: readonly Unsent[], episodes: readonly Episode[]): Spell[] {
  const all = [...known]
  for (const each of unsent) {
    if (each.kind !== 'state' || all.some((spell) => spell.child_id === each.child_id && Date.parse(spell.began) === Date.parse(each.at))) continue
    all.push({ child_id: each.child_id ?? 0, state: each.cause ?? '', began: each.at, ended: null })
  }
  all.sort((a, b) => Date.parse(a.began) - Date.parse(b.began))
  return all.map((spell) => {
    const after = (at: string) => Date.parse(at) > Date.parse(spell.began)
    const turns = [...all, ...episodes].filter((each) => each.child_id === spell.child_id && after(each.began)).map((each) => each.began)
    const [next] = turns.sort((a, b) => Date.parse(a) - Date.parse(b))
    return next === undefined ? spell : { ...spell, ended: next }
  })
}

/** What a child is at now when it is not at work, if that was said. */
export const stateOf = (child: number, spells: readonly Spell[]): Spell | undefined =>
  spells.findLast((spell) => spell.child_id === child && spell.ended === null)

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

/** A talk as it is drawn: what the program knows, with what this device has written down since. Pure. */

export type Said = { thing: string; question: string; child_id: number | null }
export type Talk = { key: string; talk: string; set_key: string; began: string; said: readonly Said[] }
type Open = { key: string; talk: string; set: { key: string }; began: string; said: readonly Said[] }
type Written = { kind: string; at: string; run?: string; episode_id?: string; set_key?: string; words?: string; word?: string; text?: string; child_id?: number | null }

const same = (a: Said, b: Said) => a.thing === b.thing && a.question === b.question && a.child_id === b.child_id

/** The open talk with everything unsent applied in its order; none once it is over. */
export function foldTalk(open: Open | null, unsent: readonly Written[]): Talk | null {
  let talk: Talk | null = open && { key: open.key, talk: open.talk, set_key: open.set.key, began: open.began, said: open.said }
  for (const each of unsent) {
    if (each.kind !== 'talk') continue
    if (each.run === 'begin') talk ??= { key: each.episode_id ?? '', talk: each.set_key ?? '', set_key: each.words ?? '', began: each.at, said: [] }
    if (!talk || talk.key !== each.episode_id) continue
    const said = { thing: each.word ?? '', question: each.text ?? '', child_id: each.child_id ?? null }
    if (each.run === 'end') talk = null
    else if (each.run === 'say' && !talk.said.some((one) => same(one, said))) talk = { ...talk, said: [...talk.said, said] }
    else if (each.run === 'unsay') talk = { ...talk, said: talk.said.filter((one) => !same(one, said)) }
  }
  return talk
}

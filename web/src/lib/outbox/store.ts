/** What this device has written down and the program has not taken yet, in the browser's own database. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Schemas } from '../http'

/** One thing written down, by its kind; kinds a newer program may know are not written by this page. */
export type Item = Schemas[Exclude<Extract<keyof Schemas, `${string}ItemIn`>, 'NewerItemIn'>]
type Own = 'device' | 'sequence' | 'schema_version' | 'at' | 'monotonic_ms'
export type Draft = Item extends infer One ? One extends Item ? Omit<One, Own> : never : never
/** With it is kept by which clock it was written down, so that a clock that was wrong can be made up for. */
export type Kept = { sequence: number; item: Item; wall: number; doubt: boolean; page: number }
export type Refused = Kept & { why: string }
type Me = { id: string; next: number; lastMs: number }

interface Shape extends DBSchema {
  items: { key: number; value: Kept }
  refused: { key: number; value: Refused }
  me: { key: string; value: Me }
}

export const SCHEMA_VERSION = 2
/** Written through to the disk before it counts as kept: neither a killed browser nor a flat battery loses it. */
const DURABLE = { durability: 'strict' } as const

let opening: Promise<IDBPDatabase<Shape>> | undefined
const db = () => (opening ??= openDB<Shape>('zither-awl', 1, {
  upgrade(made) {
    made.createObjectStore('items', { keyPath: 'sequence' })
    made.createObjectStore('refused', { keyPath: 'sequence' })
    made.createObjectStore('me')
  },
}).then(async (opened) => { await bringOver(opened); return opened }))

/** Keep one thing, with this device's next count. What is written later is never earlier on this device. */
export async function add(draft: Draft, at: { ms: number; wall: number; doubt: boolean; page: number }): Promise<Kept> {
  const tx = (await db()).transaction(['items', 'me'], 'readwrite', DURABLE)
  const me = (await tx.objectStore('me').get('me')) ?? { id: crypto.randomUUID(), next: 1, lastMs: 0 }
  const item: Item = { ...draft, device: me.id, sequence: me.next, schema_version: SCHEMA_VERSION, at: new Date(at.ms).toISOString(), monotonic_ms: performance.now() }
  const kept: Kept = { sequence: me.next, item, wall: at.wall, doubt: at.doubt, page: at.page }
  await Promise.all([
    tx.objectStore('items').add(kept), tx.objectStore('me').put({ ...me, next: me.next + 1, lastMs: at.ms }, 'me'), tx.done,
  ])
  return kept
}

/** What waits, in the order it was written; at most so much. */
export const waiting = async (most?: number): Promise<Kept[]> => (await db()).getAll('items', undefined, most)
export const refused = async (): Promise<Refused[]> => (await db()).getAll('refused')
export const lastMs = async (): Promise<number> => (await (await db()).get('me', 'me'))?.lastMs ?? 0

/** The program has these now; those it would not take are put aside with its reason. */
export async function taken(sent: readonly Kept[], why: ReadonlyMap<number, string>): Promise<void> {
  const tx = (await db()).transaction(['items', 'refused'], 'readwrite', DURABLE)
  await Promise.all([...sent.flatMap((each) => {
    const reason = why.get(each.sequence)
    const gone = tx.objectStore('items').delete(each.sequence)
    return reason === undefined ? [gone] : [gone, tx.objectStore('refused').put({ ...each, why: reason })]
  }), tx.done])
}

/** The person has read what was refused. */
export const forgetRefused = async (): Promise<void> => { await (await db()).clear('refused') }

const OLD_EVENTS = 'zither-awl:outbox'
const OLD_SWEEPS = 'zither-awl:sweeps'
type OldEvents = { device: string; next: number; lastMs: number; waiting: Item[] }
type OldSweep = { at: string; states: Schemas['SweepItemIn']['states'] }

/** Takes over what the version before this one kept elsewhere, in its own form; nothing of it is lost in an update. */
async function bringOver(opened: IDBPDatabase<Shape>): Promise<void> {
  const [events, sweeps] = [localStorage.getItem(OLD_EVENTS), localStorage.getItem(OLD_SWEEPS)]
  if (!events && !sweeps) return
  const old = events ? JSON.parse(events) as OldEvents : { device: crypto.randomUUID(), next: 1, lastMs: 0, waiting: [] }
  const tx = opened.transaction(['items', 'me'], 'readwrite', DURABLE)
  const me: Me = (await tx.objectStore('me').get('me')) ?? { id: old.device, next: old.next, lastMs: old.lastMs }
  const put = (item: Item) => tx.objectStore('items').put({ sequence: item.sequence, item, wall: 0, doubt: false, page: 0 })
  await Promise.all(old.waiting.map(put))
  for (const sweep of sweeps ? JSON.parse(sweeps) as OldSweep[] : []) {
    await put({ device: me.id, sequence: me.next, schema_version: SCHEMA_VERSION, at: sweep.at, kind: 'sweep', states: sweep.states ?? [] })
    me.next += 1
  }
  await Promise.all([tx.objectStore('me').put(me, 'me'), tx.done])
  localStorage.removeItem(OLD_EVENTS)
  localStorage.removeItem(OLD_SWEEPS)
}

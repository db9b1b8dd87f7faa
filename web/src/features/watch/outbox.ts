/** Events wait here until the server has them. They outlive a reload; each is sent until it is taken, and taken once. */
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'

export type SentEvent = Schemas['EventIn']
type Store = { device: string; next: number; lastMs: number; waiting: SentEvent[] }
/** `sent` have reached the server, but its answer has not been asked again yet: they are still to be drawn. */
export type Outbox = { waiting: readonly SentEvent[]; sent: readonly SentEvent[]; refused: string }

const KEY = 'zither-awl:outbox'
const SCHEMA_VERSION = 1
const CLOCK_SLACK_MS = 120_000
const listeners = new Set<() => void>()
let sending = false
let seen: Outbox = { waiting: read().waiting, sent: [], refused: '' }

function read(): Store {
  const kept = localStorage.getItem(KEY)
  return kept ? (JSON.parse(kept) as Store) : { device: crypto.randomUUID(), next: 1, lastMs: 0, waiting: [] }
}

function keep(store: Store, refused = seen.refused, sent = seen.sent): void {
  localStorage.setItem(KEY, JSON.stringify(store))
  seen = { waiting: store.waiting, sent, refused }
  listeners.forEach((listen) => listen())
}

export type NewEvent = Pick<SentEvent, 'kind' | 'episode_id'> & Partial<Pick<SentEvent, 'child_id' | 'tray_id' | 'cause' | 'text' | 'work' | 'place'>>

/** Write an event down on this device, at an instant (ms), and try to send it. */
export function append(event: NewEvent, atMs: number): void {
  const store = read()
  // What is written down later did not happen earlier: a clock set right by a moment must not turn two events round.
  const behind = store.lastMs - atMs
  const lastMs = behind >= 0 && behind < CLOCK_SLACK_MS ? store.lastMs + 1 : atMs
  const full: SentEvent = {
    device: store.device, sequence: store.next, schema_version: SCHEMA_VERSION, at: new Date(lastMs).toISOString(),
    monotonic_ms: performance.now(), cause: '', text: '', ...event,
  }
  keep({ ...store, next: store.next + 1, lastMs, waiting: [...store.waiting, full] }, '')
  void flush()
}

/** Send what waits, in order, one by one. What the server refuses is taken out and told; what does not arrive stays. */
export async function flush(): Promise<void> {
  if (sending) return
  sending = true
  let taken = false
  try {
    let first = read().waiting[0]
    while (first) {
      const { sequence } = first
      const refused = await send(first)
      const store = read()
      const waiting = store.waiting.filter((each) => each.sequence !== sequence)
      keep({ ...store, waiting }, refused || seen.refused, refused ? seen.sent : [...seen.sent, first])
      taken = true
      first = read().waiting[0]
    }
  } catch {
    // The server is away: the events stay, and the next try is not far.
  } finally {
    sending = false
    if (taken) await settle()
  }
}

/** Ask the server again, and only then stop drawing what it had been sent by then. */
async function settle(): Promise<void> {
  const drawn = seen.sent
  await refresh()
  keep(read(), seen.refused, seen.sent.filter((each) => !drawn.includes(each)))
}

async function send(event: SentEvent): Promise<string> {
  try {
    await answer(client.POST('/api/events', { body: { events: [event] } }))
    return ''
  } catch (error) {
    if (error instanceof Problem && (error.status === 422 || error.status === 404)) return error.message
    throw error
  }
}

export const subscribe = (listen: () => void): (() => void) => { listeners.add(listen); return () => { listeners.delete(listen) } }
export const outbox = (): Outbox => seen
export const clearRefused = (): void => { keep(read(), '') }

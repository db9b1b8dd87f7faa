/** Everything that is written down goes through here: kept on this device first, sent when the program answers, once. */
import { settled } from '../clock'
import { answer, client, Problem } from '../http'
import { refreshDay, renewToken } from '../queries'
import { programNow, readClock, toldTime } from '../time'
import * as store from './store'
import type { Draft, Item, Kept, Refused } from './store'

export type { Draft, Item, Refused }
/**
 * `sent` have reached the program, but it has not been asked again yet: they are still to be drawn. `full`: this device
 * cannot keep what waits. `trouble`: why the program would not take it.
 */
export type Outbox = { waiting: readonly Item[]; sent: readonly Item[]; refused: readonly Refused[]; full: boolean; trouble: string; away: boolean; unpaired: boolean }

const BATCH = 200
const PAGE = Math.round(performance.timeOrigin)
const others = new BroadcastChannel('zither-awl-outbox')
const listeners = new Set<() => void>()
let seen: Outbox = { waiting: [], sent: [], refused: [], full: false, trouble: '', away: false, unpaired: false }
/** Written down and drawn, but not kept yet; in order. */
let keeping: { draft: Draft; shown: Item; at: Parameters<typeof store.add>[1] }[] = []
let latestMs = 0
let chain: Promise<void> = Promise.resolve()

function spread(part: Partial<Outbox>): void {
  seen = { ...seen, ...part }
  listeners.forEach((listen) => { listen() })
}

/** Write something down: drawn at once, kept on this device, sent as soon as may be. */
export function write(draft: Draft): void {
  const now = programNow()
  // Written later is not earlier: a clock set right by a moment must not turn two things round.
  const ms = now <= latestMs && latestMs - now < 120_000 ? latestMs + 1 : now
  latestMs = ms
  const { wall, doubt } = readClock()
  const at = { ms, wall, doubt, page: PAGE }
  const shown: Item = { ...draft, device: '', sequence: 0, schema_version: store.SCHEMA_VERSION, at: new Date(ms).toISOString() }
  keeping = [...keeping, { draft, shown, at }]
  spread({ waiting: [...seen.waiting, shown] })
  void keepAll()
  // Sent a moment later: taps that follow one another go together, and none waits for another's answer to be drawn.
  clearTimeout(sendSoon)
  sendSoon = setTimeout(() => void flush(), SOON_MS)
}

const SOON_MS = 250
let sendSoon: ReturnType<typeof setTimeout> | undefined

/** Keep what was written down, one after another. What cannot be kept stays here, and is said. */
function keepAll(): Promise<void> {
  chain = chain.then(async () => {
    for (let [first] = keeping; first; [first] = keeping) {
      const { draft, shown, at } = first
      try {
        const { item } = await store.add(draft, at)
        keeping = keeping.slice(1)
        // Nothing on this page looks different for being kept: it has its count now, and nobody need be told.
        seen = { ...seen, waiting: seen.waiting.filter((each) => each.sequence !== item.sequence).map((each) => (each === shown ? item : each)) }
      } catch {
        spread({ full: true })
        return
      }
    }
    if (seen.full) await reread()
    others.postMessage('changed')
  })
  return chain
}

async function reread(): Promise<void> {
  const [kept, refused, last] = await Promise.all([store.waiting(), store.refused(), store.lastMs()])
  latestMs = Math.max(latestMs, last)
  spread({ waiting: [...kept.map((each) => each.item), ...keeping.map((each) => each.shown)], refused, full: seen.full && keeping.length > 0 })
}

/** Send what waits, in order. Only one page of this browser sends at a time; what does not arrive stays. */
export async function flush(): Promise<void> {
  if (keeping.length) await keepAll()
  await navigator.locks.request('zither-awl-outbox', { ifAvailable: true }, async (lock) => {
    if (!lock) return
    const gone: Item[] = []
    try {
      let kept = await store.waiting(BATCH)
      // With nothing to send it is asked all the same whether the program is back.
      if (kept.length === 0 && seen.away) toldTime((await answer(client.GET('/api/clock'))).now)
      for (; kept.length; kept = await store.waiting(BATCH)) {
        const refused = await send(kept)
        await store.taken(kept, refused)
        gone.push(...kept.filter((each) => !refused.has(each.sequence)).map((each) => each.item))
        // Drawn once, with what waits then.
        seen = { ...seen, sent: [...seen.sent, ...kept.map((each) => each.item)] }
        await reread()
      }
      if (seen.away || seen.trouble) spread({ away: false, unpaired: false, trouble: '' })
    } catch (error) {
      // Away, or not willing: everything stays as it is, and the next try is not far.
      // A device that is not of the house any more keeps what it wrote, and none of the answers it once had.
      if (error instanceof Problem && error.status === 401 && 'caches' in window) void caches.delete('answers')
      spread(error instanceof Problem && error.status > 0 ? { trouble: error.message, unpaired: error.status === 401, away: false } : { away: true })
    }
    if (gone.length) await settle()
  })
}

/** One sending. Returns what was refused, by its count, with the reason. */
async function send(kept: readonly Kept[]): Promise<Map<number, string>> {
  const inDoubt = ({ doubt, page }: Kept) => doubt && page === PAGE
  if (kept.some(inDoubt)) toldTime((await answer(client.GET('/api/clock'))).now)
  const { skewMs } = readClock()
  return post(kept.map((each) => (
    inDoubt(each) ? { ...each.item, at: new Date(settled({ at: Date.parse(each.item.at), wall: each.wall, doubt: true }, skewMs)).toISOString() } : each.item)))
}

/** How often in a row the program itself failed over what it was sent. */
let failures = 0
const PATIENT = 2

/** Each by itself. What fails alone, while others are taken, is set aside and shown: it must not hold them up for ever. */
async function singly(items: readonly Item[]): Promise<Map<number, string>> {
  const found = new Map<number, string>()
  let failed: Problem | undefined, taken = 0
  for (const each of items) {
    try {
      for (const [sequence, why] of await post([each])) found.set(sequence, why)
      taken += 1
    } catch (error) {
      if (!(error instanceof Problem) || error.status < 500) throw error
      failed = error
      found.set(each.sequence, error.message)
    }
  }
  if (failed && taken === 0) throw failed
  return found
}

async function post(items: readonly Item[]): Promise<Map<number, string>> {
  const ask = () => answer(client.POST('/api/sync', { body: { items: [...items] } }))
  try {
    const took = await ask().catch(async (error: unknown) => {
      // The token may be older than the program's session with this browser.
      if (!(error instanceof Problem) || error.status !== 400) throw error
      await renewToken()
      return ask()
    })
    if (items.length > 1) failures = 0
    return new Map(took.refused.map((each) => [each.sequence, each.message]))
  } catch (error) {
    if (error instanceof Problem && error.status >= 500 && items.length > 1) {
      failures += 1
      if (failures > PATIENT) return singly(items)
    }
    // A form newer than the program is kept for later. One item it cannot read must not hold up the others.
    if (!(error instanceof Problem) || error.status !== 422 || error.of('schema_version')) throw error
    const [only, ...more] = items
    if (only && more.length === 0) return new Map([[only.sequence, error.message]])
    return singly(items)
  }
}

/** Ask the program again, and only then stop drawing what it had been sent by then. */
async function settle(): Promise<void> {
  const drawn = seen.sent
  await refreshDay()
  spread({ sent: seen.sent.filter((each) => !drawn.includes(each)) })
  others.postMessage('changed')
}

const RETRY_MS = 5000
let begun = false

/** Look after the outbox from now on, on whatever page. */
export function begin(): void {
  if (begun) return
  begun = true
  others.onmessage = () => { void reread() }
  // A page that is left sends what it can at once.
  window.addEventListener('pagehide', () => { void flush() })
  window.addEventListener('online', () => { void flush() })
  document.addEventListener('visibilitychange', () => { if (document.visibilityState === 'visible') void flush() })
  setInterval(() => { if (seen.waiting.length || seen.away) void flush() }, RETRY_MS)
  void answer(client.GET('/api/clock')).then((told) => toldTime(told.now), () => spread({ away: true }))
  void reread().then(() => flush())
}

/** Ask the browser not to throw away what is kept when room runs short. */
export const askToKeep = (): void => { void navigator.storage.persist().catch(() => false) }
export const subscribe = (listen: () => void): (() => void) => { listeners.add(listen); return () => { listeners.delete(listen) } }
export const outbox = (): Outbox => seen
export const forgetRefused = (): void => { void store.forgetRefused().then(() => reread()) }

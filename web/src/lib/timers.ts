/** Timers of this device: they outlive a reload, ring once, and say how late they rang. */
import { say } from './say'

export type Timer = { id: string; run: string; step: string; name: string; endsAt: number; rangAt: number | null }

const KEY = 'zither-awl:timers'
const listeners = new Set<() => void>()
let seen: readonly Timer[] = read()

function read(): readonly Timer[] {
  return JSON.parse(localStorage.getItem(KEY) ?? '[]') as Timer[]
}

function keep(next: readonly Timer[]): void {
  localStorage.setItem(KEY, JSON.stringify(next))
  seen = next
  listeners.forEach((listen) => { listen() })
}

/** The timers with those that are due by now marked as rung; which of them rang just now. Pure. */
export function ring(timers: readonly Timer[], now: number): { timers: readonly Timer[]; rang: readonly Timer[] } {
  const due = timers.filter((each) => each.rangAt === null && each.endsAt <= now)
  if (due.length === 0) return { timers, rang: [] }
  return { timers: timers.map((each) => (due.includes(each) ? { ...each, rangAt: now } : each)), rang: due }
}

/** How late a timer rang, in words; nothing when it was on time. Pure. */
export function lateness(timer: Timer): string {
  if (timer.rangAt === null) return ''
  const late = Math.round((timer.rangAt - timer.endsAt) / 1000)
  return late < 5 ? '' : late < 90 ? say('rang {late} seconds late', { late }) : say('rang {round} minutes late', { round: Math.round(late / 60) })
}

/** Start a timer for a step; one that runs for it already is begun anew. */
export function start(run: string, step: string, name: string, minutes: number, now: number): void {
  const others = read().filter((each) => each.run !== run || each.step !== step)
  keep([...others, { id: crypto.randomUUID(), run, step, name, endsAt: now + minutes * 60_000, rangAt: null }])
}

export const stop = (id: string): void => keep(read().filter((each) => each.id !== id))

/** Ring what is due: read anew, so that of two pages of this browser only the first one rings. */
export function ringDue(now: number): readonly Timer[] {
  const { timers, rang } = ring(read(), now)
  if (rang.length) keep(timers)
  return rang
}

export const timers = (): readonly Timer[] => seen
export function subscribe(listen: () => void): () => void {
  const other = (event: StorageEvent) => { if (event.key === KEY) { seen = read(); listen() } }
  listeners.add(listen)
  window.addEventListener('storage', other)
  return () => { listeners.delete(listen); window.removeEventListener('storage', other) }
}

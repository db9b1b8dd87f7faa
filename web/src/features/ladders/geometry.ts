/** Where the holes of a string stand: at the distance of their notches, as far as the width allows. Pure; drawing only. */
import type { Schemas } from '@/lib/http'

export type Hole = Schemas['HoleOut']
export type Strung = Schemas['StringOut']
export type StepKey = `${string}:${number}`

export const keyOf = (step: { key: string; level: number }): StepKey => `${step.key}:${step.level}`
export const KNOWN: readonly Hole['state'][] = ['mastered', 'fading', 'said']

const WIDEST = 104
const SIDE = 52
/** A label needs so much room to itself, px. */
const LABEL = 98

/** So near each other no two holes are drawn: a finger has to tell them apart. */
const NEAREST = 30

const gapsOf = (holes: readonly Hole[]) => holes.map((hole, at) => (at === 0 ? 0 : Math.max(1, hole.below === null ? 1 : Math.min(hole.notches, 3))))
const sum = (gaps: readonly number[]) => gaps.reduce((total, gap) => total + gap, 0)

/** How wide a string is drawn: as there is room, or wider where its holes would run into each other. */
export const widthOf = (holes: readonly Hole[], room: number): number => Math.max(room, 2 * SIDE + NEAREST * sum(gapsOf(holes)))

/** The x of every hole, px. */
export function places(holes: readonly Hole[], width: number): number[] {
  const gaps = gapsOf(holes)
  const total = sum(gaps)
  const unit = total === 0 ? 0 : Math.min(WIDEST, (width - 2 * SIDE) / total)
  let x = SIDE
  return gaps.map((gap) => { x += gap * unit; return x })
}

/** How much a hole wants its name beneath it: what is at work and what is next before the rest. */
function weight(hole: Hole, chosen: StepKey | null): number {
  if (keyOf(hole) === chosen) return 5
  if (hole.stuck) return 4
  if (hole.state === 'working' || hole.state === 'alone' || hole.state === 'shown') return 3
  if (hole.next) return 2
  return KNOWN.includes(hole.state) ? 1 : 0
}

/** Which holes bear their names, so that none runs into another. */
export function labelled(holes: readonly Hole[], xs: readonly number[], chosen: StepKey | null): Set<number> {
  const order = holes.map((hole, at) => ({ at, weight: weight(hole, chosen) })).sort((a, b) => b.weight - a.weight || a.at - b.at)
  const found: number[] = []
  for (const { at } of order) {
    const x = xs[at] ?? 0
    if (found.every((other) => Math.abs((xs[other] ?? 0) - x) >= LABEL)) found.push(at)
  }
  return new Set(found)
}

/** A string swings where a child is at work: waves under a bow. */
export function swing(x: number, y: number): string {
  const half = 30
  return `M${x - half} ${y}` + Array.from({ length: half * 2 }, (_, n) => {
    const t = (n + 1) / (half * 2)
    return `L${(x - half + n + 1).toFixed(1)} ${(y + 6 * Math.sin(Math.PI * t) * Math.sin((n + 1) * 1.05)).toFixed(1)}`
  }).join('')
}

/** Where on a string one rests first: what is at work, else what is next, else the last that is known. */
export function restOf(holes: readonly Hole[]): Hole | undefined {
  return holes.find((hole) => hole.stuck || hole.state === 'working' || hole.state === 'alone' || hole.state === 'shown') ?? holes.find((hole) => hole.next)
    ?? [...holes].reverse().find((hole) => KNOWN.includes(hole.state)) ?? holes[0]
}

/** A morning told afterwards: pieces of work in their order, each child's one after another. Pure. */

export const EFFORTS = ['', 'tried hard', 'careful', 'hasty', 'careless'] as const
export type Effort = (typeof EFFORTS)[number]
export type Piece = { child: number; tray: number | null; activity: string; name: string; from: number; minutes: number; work: string; note: string; effort: Effort; parts: string; notYet: string }

const GAP_MIN = 3
const USUAL_MIN = 10

/** The pieces with one more at the end of a child's: where the last ended and a little later; minutes from the beginning. */
export function add(pieces: readonly Piece[], child: number, what: { tray: number | null; activity: string; name: string }, usual: number | null, first = GAP_MIN): Piece[] {
  const last = pieces.filter((each) => each.child === child).at(-1)
  const from = last ? last.from + last.minutes + GAP_MIN : first
  return [...pieces, { child, ...what, from, minutes: Math.round(usual ?? USUAL_MIN), work: 'done right', note: '', effort: '', parts: '', notYet: '' }]
}

/** A piece changed; those of the same child that came after keep their distance. */
export function change(pieces: readonly Piece[], at: number, part: Partial<Piece>): Piece[] {
  const before = pieces[at]
  if (!before) return [...pieces]
  const next = { ...before, ...part, minutes: Math.max(1, part.minutes ?? before.minutes), from: Math.max(0, part.from ?? before.from) }
  const moved = next.from + next.minutes - before.from - before.minutes
  return pieces.map((each, n) => (n === at ? next : n > at && each.child === next.child ? { ...each, from: Math.max(0, each.from + moved) } : each))
}

/** The pieces without one; the others stay where they are. */
export const drop = (pieces: readonly Piece[], at: number): Piece[] => pieces.filter((_, n) => n !== at)

/** How long the morning must have been to hold them all, in minutes. */
export const lasts = (pieces: readonly Piece[]): number => Math.max(0, ...pieces.map((each) => each.from + each.minutes))

/** Parts of a piece of work as they are typed, with commas between. */
export const named = (typed: string, done: boolean): { name: string; done: boolean }[] => typed.split(',').map((each) => each.trim()).filter(Boolean).map((name) => ({ name, done }))

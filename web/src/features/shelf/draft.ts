/** A unit as it is typed, in the household's unit of length. Pure: next draft from this one and what was typed. */
import { fromMm, toMm, type Lengths } from '@/lib/words'
import type { UnitShape } from './drawing/geometry'
import type { Unit } from './types'

export type BoardDraft = { height: string; places: string; divided: boolean }
export type UnitDraft = {
  name: string; kind: string; room: string; width: string; height: string; depth: string; boards: BoardDraft[]
  comes: number[]; barrier: Unit['barrier']; climbOn: string
}
export type Kind = { value: string; label: string; name: string; mm: [width: number, height: number, depth: number]; boards: [height: number, places: number][]; divided: boolean }

/** Kinds of unit with sizes to begin from. */
export const KINDS: readonly Kind[] = [
  { value: 'shelf', label: 'Shelf', name: 'low shelf', mm: [1240, 830, 300], boards: [[610, 4], [340, 4], [70, 4]], divided: true },
  { value: 'sill', label: 'Windowsill', name: 'windowsill', mm: [1200, 800, 240], boards: [[800, 3]], divided: false },
  { value: 'floor', label: 'Place on the floor', name: 'floor place', mm: [1000, 300, 600], boards: [[0, 2]], divided: false },
  { value: 'table', label: 'Low table', name: 'low table', mm: [900, 460, 600], boards: [[460, 2]], divided: false },
  { value: 'ledge', label: 'Book ledge', name: 'book ledge', mm: [900, 400, 160], boards: [[400, 3]], divided: false },
  { value: 'rail', label: 'Hook rail', name: 'hook rail', mm: [900, 760, 260], boards: [[760, 2]], divided: false },
]

const text = (mm: number, unit: Lengths) => String(fromMm(mm, unit))

/** A new unit of a kind. */
export function draftOf(kind: Kind, comes: number[], unit: Lengths): UnitDraft {
  const [width, height, depth] = kind.mm
  return {
    name: kind.name, kind: kind.value, room: '', width: text(width, unit), height: text(height, unit), depth: text(depth, unit),
    boards: kind.boards.map(([mm, places]) => ({ height: text(mm, unit), places: String(places), divided: kind.divided })),
    comes, barrier: 'none', climbOn: '',
  }
}

/** A unit that is there, opened to be changed. */
export function draftFrom(unit: Unit, lengths: Lengths): UnitDraft {
  return {
    name: unit.name, kind: unit.kind, room: unit.room, width: text(unit.width_mm, lengths), height: text(unit.height_mm, lengths),
    depth: text(unit.depth_mm, lengths), comes: unit.comes, barrier: unit.barrier, climbOn: unit.climb_on_mm === null ? '' : text(unit.climb_on_mm, lengths),
    boards: unit.boards.map((board) => ({ height: text(board.height_mm, lengths), places: String(board.places), divided: board.divided })),
  }
}

const mm = (typed: string, unit: Lengths) => toMm(Number(typed.replace(',', '.')) || 0, unit)

/** What is sent. */
export function bodyOf(draft: UnitDraft, lengths: Lengths, version: number) {
  return {
    name: draft.name, kind: draft.kind, room: draft.room, width_mm: mm(draft.width, lengths), height_mm: mm(draft.height, lengths),
    depth_mm: mm(draft.depth, lengths), comes: draft.comes, barrier: draft.barrier, climb_on_mm: draft.climbOn ? mm(draft.climbOn, lengths) : null, version,
    boards: draft.boards.map((board) => ({ height_mm: mm(board.height, lengths), places: Number(board.places) || 0, divided: board.divided })),
  }
}

/** What can already be drawn of it; null while the numbers make no unit. */
export function shapeOf(draft: UnitDraft, lengths: Lengths): UnitShape | null {
  const { kind, width_mm, height_mm, boards } = bodyOf(draft, lengths, 0)
  const fine = width_mm > 0 && height_mm >= 0 && boards.every((b) => b.places >= 1 && b.places <= 12 && b.height_mm <= Math.max(height_mm, 1))
  return fine && width_mm <= 5000 && height_mm <= 5000 ? { kind, width_mm, height_mm, boards } : null
}

/** As many boards as asked for, spread evenly from the lowest to the highest. */
export function withBoards(draft: UnitDraft, count: number, lengths: Lengths): UnitDraft {
  const height = mm(draft.height, lengths)
  const [low, high] = [70, Math.max(70, height * 0.73)]
  const at = (n: number) => (count === 1 ? low : high - (n * (high - low)) / (count - 1))
  const places = draft.boards[0]?.places ?? '4'
  return { ...draft, boards: Array.from({ length: count }, (_, n) => ({ height: text(Math.round(at(n) / 10) * 10, lengths), places, divided: draft.boards[0]?.divided ?? true })) }
}

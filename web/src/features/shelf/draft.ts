/** A unit as it is typed, in the household's unit of length. Pure: next draft from this one and what was typed. */
import { say } from '@/lib/say'
import { fromMm, toMm, type Lengths } from '@/lib/words'
import type { UnitShape } from './drawing/geometry'
import type { Unit } from './types'

export type BoardDraft = { height: string; places: string; divided: boolean; widths: string; drawer: boolean }
export type UnitDraft = {
  name: string; kind: string; room: string; width: string; height: string; depth: string; boards: BoardDraft[]
  comes: number[]; barrier: Unit['barrier']; climbOn: string; weighs: string; anchored: boolean; bedroom: boolean; main: boolean; most: string
}
export type Kind = { value: string; label: string; name: string; mm: [width: number, height: number, depth: number]; boards: [height: number, places: number][]; divided: boolean }

/** Kinds of unit with sizes to begin from. */
export const KINDS: readonly Kind[] = [
  { value: 'shelf', label: say('Shelf'), name: say('low shelf'), mm: [1240, 830, 300], boards: [[610, 4], [340, 4], [70, 4]], divided: true },
  { value: 'sill', label: say('Windowsill'), name: 'windowsill', mm: [1200, 800, 240], boards: [[800, 3]], divided: false },
  { value: 'floor', label: say('Place on the floor'), name: say('floor place'), mm: [1000, 300, 600], boards: [[0, 2]], divided: false },
  { value: 'table', label: say('Low table'), name: say('low table'), mm: [900, 460, 600], boards: [[460, 2]], divided: false },
  { value: 'wall', label: say('Places along a wall'), name: say('places along the wall'), mm: [1000, 300, 350], boards: [[0, 2]], divided: false },
  { value: 'ledge', label: say('Book ledge'), name: say('book ledge'), mm: [900, 400, 160], boards: [[400, 3]], divided: false },
  { value: 'rail', label: say('Hook rail'), name: say('hook rail'), mm: [900, 760, 260], boards: [[760, 2]], divided: false },
]

const text = (mm: number, unit: Lengths) => String(fromMm(mm, unit))

/** A new unit of a kind. */
export function draftOf(kind: Kind, comes: number[], unit: Lengths): UnitDraft {
  const [width, height, depth] = kind.mm
  return {
    name: kind.name, kind: kind.value, room: '', width: text(width, unit), height: text(height, unit), depth: text(depth, unit),
    boards: kind.boards.map(([mm, places]) => ({ height: text(mm, unit), places: String(places), divided: kind.divided, widths: '', drawer: false })),
    comes, barrier: 'none', climbOn: '', weighs: '', anchored: false, bedroom: false, main: false, most: '',
  }
}

/** A unit that is there, opened to be changed. */
export function draftFrom(unit: Unit, lengths: Lengths): UnitDraft {
  return {
    name: unit.name, kind: unit.kind, room: unit.room, width: text(unit.width_mm, lengths), height: text(unit.height_mm, lengths),
    depth: text(unit.depth_mm, lengths), comes: unit.comes, barrier: unit.barrier, climbOn: unit.climb_on_mm === null ? '' : text(unit.climb_on_mm, lengths),
    weighs: unit.mass_g === null ? '' : String(unit.mass_g / GRAMS[lengths]), anchored: unit.anchored, bedroom: unit.bedroom, main: unit.main, most: unit.most === null ? '' : String(unit.most),
    boards: unit.boards.map((board) => ({
      height: text(board.height_mm, lengths), places: String(board.places), divided: board.divided, drawer: board.drawer,
      widths: board.widths_mm.map((wide) => text(wide, lengths)).join(' '),
    })),
  }
}

const GRAMS: Record<Lengths, number> = { cm: 1000, in: 453.592 }

/** Widths typed one after the other, "30 25.5 40", as millimetres. */
export const widthsOf = (typed: string, unit: Lengths): number[] => typed.trim().split(/[\s;]+/).filter(Boolean).map((each) => mm(each, unit))

const mm = (typed: string, unit: Lengths) => toMm(Number(typed.replace(',', '.')) || 0, unit)

/** What is sent. */
export function bodyOf(draft: UnitDraft, lengths: Lengths, version: number) {
  return {
    name: draft.name, kind: draft.kind, room: draft.room, width_mm: mm(draft.width, lengths), height_mm: mm(draft.height, lengths),
    depth_mm: mm(draft.depth, lengths), comes: draft.comes, barrier: draft.barrier, climb_on_mm: draft.climbOn ? mm(draft.climbOn, lengths) : null, version,
    mass_g: draft.weighs.trim() ? (Number(draft.weighs.replace(',', '.')) || 0) * GRAMS[lengths] : null, anchored: draft.anchored,
    bedroom: draft.bedroom, main: draft.main, most: draft.most.trim() ? Number(draft.most) || 0 : null,
    boards: draft.boards.map((board) => {
      const widths = board.divided ? widthsOf(board.widths, lengths) : []
      return { height_mm: mm(board.height, lengths), places: widths.length || Number(board.places) || 0, divided: board.divided, widths_mm: widths, drawer: board.drawer }
    }),
  }
}

/** What can already be drawn of it; null while the numbers make no unit. */
export function shapeOf(draft: UnitDraft, lengths: Lengths): UnitShape | null {
  const { kind, width_mm, height_mm, boards } = bodyOf(draft, lengths, 0)
  const fine = width_mm > 0 && height_mm >= 0 && boards.every((b) => b.places >= 1 && b.places <= 12 && b.height_mm <= Math.max(height_mm, 1))
  return fine && width_mm <= 5000 && height_mm <= 5000 ? { kind, width_mm, height_mm, boards } : null
}

/** A board taken to another height, between its neighbours, to the nearest centimetre or half inch. */
export function boardTo(draft: UnitDraft, at: number, heightMm: number, lengths: Lengths): UnitDraft {
  const step = lengths === 'cm' ? 10 : 12.7
  const of = (n: number) => mm(draft.boards[n]?.height ?? '', lengths)
  const above = at > 0 ? of(at - 1) - 40 : mm(draft.height, lengths)
  const below = at + 1 < draft.boards.length ? of(at + 1) + 40 : 0
  const snapped = Math.min(Math.max(Math.round(heightMm / step) * step, Math.ceil(below / step) * step), Math.floor(above / step) * step)
  return { ...draft, boards: draft.boards.map((board, n) => (n === at ? { ...board, height: text(snapped, lengths) } : board)) }
}

/** As many boards as asked for, spread evenly from the lowest to the highest. */
export function withBoards(draft: UnitDraft, count: number, lengths: Lengths): UnitDraft {
  const height = mm(draft.height, lengths)
  const [low, high] = [70, Math.max(70, height * 0.73)]
  const at = (n: number) => (count === 1 ? low : high - (n * (high - low)) / (count - 1))
  const places = draft.boards[0]?.places ?? '4'
  return { ...draft, boards: Array.from({ length: count }, (_, n) => ({ height: text(Math.round(at(n) / 10) * 10, lengths), places, divided: draft.boards[0]?.divided ?? true, widths: '', drawer: false })) }
}

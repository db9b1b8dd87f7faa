/** Where things are drawn, in millimetres: x from the unit's left side, y up from the floor. Drawing only, no rule. */

export type Rect = { x: number; y: number; width: number; height: number }
type BoardShape = { height_mm: number; places: number; divided: boolean; widths_mm: readonly number[]; drawer: boolean }
export type UnitShape = { kind: string; width_mm: number; height_mm: number; boards: readonly BoardShape[] }
export type Marks = { sight: number; comfort_high: number; stretch: number }

export const BOARD_MM = 18
const RULER_MM = 130
const CHILD_MM = 105
/** Air above a board that nothing covers. */
const OPEN_MM = 260

/** How high a place reaches above its board. */
export function clearance(unit: UnitShape, board: number): number {
  const here = unit.boards[board]?.height_mm ?? 0
  const above = board > 0 ? unit.boards[board - 1]?.height_mm : unit.height_mm
  const free = (above ?? 0) - BOARD_MM - here
  return board === 0 && free <= 0 ? OPEN_MM : Math.max(free, 0)
}

/** The rectangle of one place of a board. */
export function placeRect(unit: UnitShape, board: number, place: number): Rect {
  const each = unit.boards[board]
  if (!each) return { x: 0, y: 0, width: 0, height: 0 }
  const gap = each.divided ? BOARD_MM : 0
  const even = (unit.width_mm - gap * (each.places - 1)) / each.places
  const width = each.widths_mm[place] ?? even
  const before = each.widths_mm.length ? each.widths_mm.slice(0, place).reduce((sum, wide) => sum + wide, 0) : place * even
  return { x: before + place * gap, y: each.height_mm, width, height: clearance(unit, board) }
}

/** The part of the wall that is shown: the unit, the ruler and the children's marks to its left, and some air. */
export function viewOf(unit: UnitShape, children: readonly Marks[]): Rect {
  const left = RULER_MM + CHILD_MM * children.length + 40
  const tallest = Math.max(unit.height_mm + 150, ...children.map((c) => c.sight + 120))
  const top = unit.boards[0] ? Math.max(tallest, unit.boards[0].height_mm + clearance(unit, 0) + 60) : tallest
  return { x: -left, y: -30, width: left + unit.width_mm + 60, height: top + 30 }
}

/** A rectangle as percentages of a view, for laying a control over the drawing. */
export function over(view: Rect, rect: Rect): { left: string; top: string; width: string; height: string } {
  const percent = (part: number, whole: number) => `${((100 * part) / whole).toFixed(3)}%`
  return {
    left: percent(rect.x - view.x, view.width), top: percent(view.y + view.height - rect.y - rect.height, view.height),
    width: percent(rect.width, view.width), height: percent(rect.height, view.height),
  }
}

/** The x of a child's column of marks, the first child nearest to the ruler. */
export const childX = (at: number, view: Rect): number => view.x + RULER_MM + CHILD_MM * at + CHILD_MM / 2

/** Ruler marks in mm up to a height, each with its label: every 10 cm with 20s named, or every 6 in with feet named. */
export function rulerMarks(topMm: number, unit: 'cm' | 'in'): { mm: number; label: string }[] {
  const step = unit === 'cm' ? 100 : 152.4
  const marks = []
  for (let n = 0; n * step <= topMm; n += 1)
    marks.push({ mm: n * step, label: n % 2 === 0 ? String(unit === 'cm' ? n * 10 : n * 6) : '' })
  return marks
}

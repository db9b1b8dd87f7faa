import { say } from '@/lib/say'
import type { KeyboardCoordinateGetter } from '@dnd-kit/core'
import type { Spot, Unit } from './types'

export const BINS = 'bins'
export const spotId = (spot: Spot): string => `spot:${spot.unit_id}:${spot.board}:${spot.place}`

/** The spot a drop target means; null for the bins. */
export function spotOf(id: string): Spot | null {
  const [word, unit, board, place] = id.split(':')
  return word === 'spot' ? { unit_id: Number(unit), board: Number(board), place: Number(place) } : null
}

/** Every spot of the units, with its words: boards counted from the top. */
export const spotsIn = (units: readonly Unit[]): { id: string; text: string }[] => units.flatMap((unit) => unit.boards.flatMap((board, at) =>
  Array.from({ length: board.places }, (_, place) => ({ id: spotId({ unit_id: unit.id, board: at, place }), text: say('{unit}, board {at}, place {place}', { unit: unit.name, at: at + 1, place: place + 1 }) }))))

const STEP: Record<string, { x: number; y: number }> = {
  ArrowLeft: { x: -1, y: 0 }, ArrowRight: { x: 1, y: 0 }, ArrowUp: { x: 0, y: -1 }, ArrowDown: { x: 0, y: 1 },
}

/** Arrow keys carry a picked-up tray to the nearest place in that direction. */
export const toNextSpot: KeyboardCoordinateGetter = (event, { context }) => {
  const step = STEP[event.code]
  const from = context.collisionRect
  if (!step || !from) return undefined
  event.preventDefault()
  const middle = { x: from.left + from.width / 2, y: from.top + from.height / 2 }
  let best: { far: number; x: number; y: number } | undefined
  for (const [id, rect] of context.droppableRects) {
    if (id === context.over?.id) continue
    const dx = rect.left + rect.width / 2 - middle.x
    const dy = rect.top + rect.height / 2 - middle.y
    const along = dx * step.x + dy * step.y
    const across = Math.abs(dx * step.y) + Math.abs(dy * step.x)
    const far = along + 2 * across
    if (along > 8 && (!best || far < best.far)) best = { far, x: rect.left + (rect.width - from.width) / 2, y: rect.top + (rect.height - from.height) / 2 }
  }
  return best && { x: best.x, y: best.y }
}

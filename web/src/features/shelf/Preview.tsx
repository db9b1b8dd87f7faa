import { say } from '@/lib/say'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { length, type Lengths } from '@/lib/words'
import { shapeOf, type UnitDraft } from './draft'
import { Elevation } from './drawing/Elevation'
import { over, viewOf, type Rect } from './drawing/geometry'
import type { Child } from './types'

type PreviewProps = { draft: UnitDraft; people: readonly Child[]; lengths: Lengths; onBoard: (at: number, heightMm: number) => void }

/** The unit as it is measured so far, to scale; its boards can be dragged up and down. */
export function Preview({ draft, people, lengths, onBoard }: PreviewProps) {
  const frame = useRef<HTMLDivElement>(null)
  const shape = shapeOf(draft, lengths)
  if (!shape) return <p className="panel grid min-h-48 place-items-center p-4 text-ink-3">{say('These numbers make no unit yet: every board lies at or below the top.')}</p>
  const view = viewOf(shape, people.flatMap((child) => (child.reach ? [child.reach] : [])))
  const toMm = (event: PointerEvent) => {
    const box = frame.current?.getBoundingClientRect()
    return box ? view.y + view.height * (1 - (event.clientY - box.top) / box.height) : 0
  }
  return (
    <div ref={frame} className="relative w-full rounded-control bg-ground" style={{ aspectRatio: view.width / view.height }}>
      <Elevation unit={shape} people={people} lengths={lengths} title={say('The unit as it is measured so far, from the front, to scale')} />
      {shape.boards.map((board, at) => (
        <Handle key={at} at={at} heightMm={board.height_mm} most={shape.height_mm} view={view} right={shape.width_mm} lengths={lengths} toMm={toMm} onBoard={onBoard} />
      ))}
    </div>
  )
}

type HandleProps = { at: number; heightMm: number; most: number; view: Rect; right: number; lengths: Lengths; toMm: (event: PointerEvent) => number; onBoard: PreviewProps['onBoard'] }

function Handle({ at, heightMm, most, view, right, lengths, toMm, onBoard }: HandleProps) {
  const step = lengths === 'cm' ? 10 : 12.7
  const keys = (event: KeyboardEvent) => {
    const by: Record<string, number> = { ArrowUp: step, ArrowDown: -step, PageUp: 5 * step, PageDown: -5 * step }
    const move = by[event.key]
    if (move !== undefined) { event.preventDefault(); onBoard(at, heightMm + move) }
  }
  const place = over(view, { x: right + 4, y: heightMm - 9, width: 50, height: 18 })
  return (
    <span role="slider" tabIndex={0} aria-label={say('Height of board {at}', { at: at + 1 })} aria-orientation="vertical" aria-valuemin={0} aria-valuemax={Math.round(most)}
      aria-valuenow={Math.round(heightMm)} aria-valuetext={length(heightMm, lengths)} onKeyDown={keys}
      className="absolute flex min-h-6 min-w-6 -translate-y-1/4 cursor-ns-resize touch-none items-center justify-center rounded border border-edge bg-paper text-xs leading-none select-none"
      style={{ left: place.left, top: place.top }}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => { if (event.currentTarget.hasPointerCapture(event.pointerId)) onBoard(at, toMm(event)) }}
    >
      ↕
    </span>
  )
}

import { say, word } from '@/lib/say'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { Schemas } from '@/lib/http'
import { length, type Lengths } from '@/lib/words'
import { Filled, within } from '@/ui/drawing/TrayFromAbove'

type Laid = Schemas['LaidOut']
type PlanShape = Schemas['PlanOut']
export type Laying = (role: string, x: number, y: number, turned: boolean) => void

const MARGIN = 26
const STEP = 5

/** The tray from above, to scale, its things where they lie; each can be dragged, or moved with the arrows and turned with r. */
export function Plan({ plan, laid, lengths, title, onLay }: { plan: PlanShape; laid: readonly Laid[]; lengths: Lengths; title: string; onLay: Laying }) {
  const svg = useRef<SVGSVGElement>(null)
  const rim = Math.max((plan.width_mm - plan.inner_width_mm) / 2, 4)
  const view = { x: -rim - MARGIN, y: -rim - 6, w: plan.inner_width_mm + 2 * rim + MARGIN + 6, h: plan.inner_depth_mm + 2 * rim + MARGIN + 6 }
  const placed = laid.filter((each) => each.x_mm !== null && each.y_mm !== null)
  const mm = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect()
    return box ? { x: ((event.clientX - box.left) / box.width) * view.w, y: ((event.clientY - box.top) / box.height) * view.h } : { x: 0, y: 0 }
  }
  return (
    <svg ref={svg} viewBox={`${view.x} ${view.y} ${view.w} ${view.h}`} role="group" aria-label={say('{title}, from above', { title })} className="max-h-[52vh] w-full touch-none select-none">
      <rect x={-rim} y={-rim} width={plan.inner_width_mm + 2 * rim} height={plan.inner_depth_mm + 2 * rim} rx="12" fill="var(--color-birch-2)" stroke="#6d5a3a" strokeWidth="1.4" />
      <rect width={plan.inner_width_mm} height={plan.inner_depth_mm} rx="7" fill="var(--color-birch)" stroke="#b99f68" strokeWidth="1" />
      <Ruler width={plan.inner_width_mm} depth={plan.inner_depth_mm} lengths={lengths} rim={rim} />
      {placed.map((each) => (
        <Thing key={each.role} laid={each} all={laid} depth={plan.inner_depth_mm} at={mm} lengths={lengths} onLay={onLay} />
      ))}
    </svg>
  )
}

type ThingProps = { laid: Laid; all: readonly Laid[]; depth: number; at: (event: PointerEvent) => { x: number; y: number }; lengths: Lengths; onLay: Laying }

function Thing({ laid, all, depth, at, lengths, onLay }: ThingProps) {
  const [drag, setDrag] = useState<{ from: { x: number; y: number }; by: { x: number; y: number } } | null>(null)
  const [x, y] = [laid.x_mm ?? 0, laid.y_mm ?? 0]
  // On the tray y grows away from the child; on the screen it grows downwards.
  const top = depth - y - laid.depth_mm
  const lay = (dx: number, dy: number, turned = laid.turned) => onLay(laid.role, x + dx, y + dy, turned)
  const keys = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 1 : STEP
    const moves: Record<string, [number, number]> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }
    const move = moves[event.key]
    if (move) { event.preventDefault(); lay(...move) }
    if (event.key.toLowerCase() === 'r') lay(0, 0, !laid.turned)
  }
  const words = [`${word(laid.role)}: ${laid.count > 1 ? `${laid.count} ` : ''}${laid.name}`, ...within(laid.role, all).map((each) => say('with {part}{each}', { part: each.medium ? say('{round} ml of ', { round: Math.round(each.ml ?? 0) }) : each.count > 1 ? `${each.count} ` : '', each: each.name })),
    say('{x} from the left, {y} from the near rim', { x: length(x, lengths), y: length(y, lengths) })].join(', ')
  return (
    <g role="button" tabIndex={0} aria-label={words} aria-keyshortcuts="ArrowLeft ArrowRight ArrowUp ArrowDown R" onKeyDown={keys}
      transform={`translate(${x + (drag?.by.x ?? 0)} ${top + (drag?.by.y ?? 0)})`} className="cursor-grab focus-visible:[&>.frame]:opacity-100 outline-none"
      onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); setDrag({ from: at(event), by: { x: 0, y: 0 } }) }}
      onPointerMove={(event) => { if (drag) { const now = at(event); setDrag({ from: drag.from, by: { x: now.x - drag.from.x, y: now.y - drag.from.y } }) } }}
      onPointerUp={() => { if (drag && Math.hypot(drag.by.x, drag.by.y) > 1) lay(drag.by.x, -drag.by.y); setDrag(null) }}
      onPointerCancel={() => setDrag(null)}
    >
      <title>{words}</title>
      <rect width={laid.width_mm} height={laid.depth_mm} fill="transparent" />
      <Filled laid={laid} all={all} />
      <rect className="frame opacity-0" x="-3" y="-3" width={laid.width_mm + 6} height={laid.depth_mm + 6} rx="5" fill="none" stroke="var(--color-woad)" strokeWidth="3" />
    </g>
  )
}

function Ruler({ width, depth, lengths, rim }: { width: number; depth: number; lengths: Lengths; rim: number }) {
  const step = lengths === 'cm' ? 50 : 50.8
  const label = (n: number) => (lengths === 'cm' ? n * 5 : n * 2)
  const marks = (long: number) => Array.from({ length: Math.floor(long / step) + 1 }, (_, n) => n)
  return (
    <g aria-hidden="true" fontSize="9" fill="var(--color-ink-3)" stroke="none">
      {marks(width).map((n) => <g key={n}><path d={`M ${n * step} ${depth + rim + 2} v 5`} stroke="var(--color-ink-3)" strokeWidth="0.8" /><text x={n * step} y={depth + rim + 16} textAnchor="middle">{label(n)}{n === 0 ? ` ${lengths}` : ''}</text></g>)}
      {marks(depth).slice(1).map((n) => <g key={n}><path d={`M ${-rim - 2} ${depth - n * step} h -5`} stroke="var(--color-ink-3)" strokeWidth="0.8" /><text x={-rim - 9} y={depth - n * step + 3} textAnchor="end">{label(n)}</text></g>)}
    </g>
  )
}

/** What belongs to the tray and stands or hangs beside it. */
export function Beside({ laid }: { laid: readonly Laid[] }) {
  const beside = laid.filter((each) => each.beside)
  if (beside.length === 0) return null
  return <p className="text-[0.9375rem] text-ink-2">{say('Beside it: {beside}', { beside: beside.map((each) => (each.count > 1 ? `${each.count} ${each.name}` : each.name)).join(', ') })}</p>
}

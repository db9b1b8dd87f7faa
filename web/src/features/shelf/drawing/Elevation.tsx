import { say } from '@/lib/say'
import { useId } from 'react'
import { PatternFill } from '@/ui/PatternMark'
import { length, type Lengths } from '@/lib/words'
import type { Child } from '../types'
import { BOARD_MM, childX, placeRect, rulerMarks, viewOf, type Rect, type UnitShape } from './geometry'

type ElevationProps = { unit: UnitShape; people: readonly Child[]; lengths: Lengths; title: string }

/** The front of a unit to scale, a ruler, and beside it how high each child lifts, sees and stretches. */
export function Elevation({ unit, people, lengths, title }: ElevationProps) {
  // The page holds the drawing twice, once for paper: each has its own patterns.
  const own = useId()
  const marks = people.flatMap((child) => (child.reach ? [child.reach] : []))
  const view = viewOf(unit, marks)
  const top = view.y + view.height
  return (
    <svg viewBox={`${view.x} ${-top} ${view.width} ${view.height}`} className="absolute inset-0 size-full" role="img" aria-label={title}>
      <defs>{people.map((child) => <PatternFill key={child.id} id={`${own}-${child.id}`} pattern={child.pattern} />)}</defs>
      <Ruler view={view} lengths={lengths} />
      {people.map((child, at) => <Heights key={child.id} child={child} fill={`${own}-${child.id}`} x={childX(at, view)} view={view} lengths={lengths} />)}
      <Furniture unit={unit} />
      {people.map((child, at) => <HazardLine key={child.id} child={child} x={childX(at, view)} view={view} above={unit.height_mm} lengths={lengths} />)}
      <path d={`M${view.x} 0H${view.x + view.width}`} stroke="var(--color-ink)" strokeWidth="4" />
    </svg>
  )
}

/** On a large unit letters are drawn larger, so that they can be read on the same screen. */
const lettering = (view: Rect): number => Math.min(1.7, Math.max(1, view.width / 1850))

function Ruler({ view, lengths }: { view: Rect; lengths: Lengths }) {
  const x = view.x + 92
  const top = view.y + view.height
  return (
    <g stroke="var(--color-edge)" strokeWidth="2" fontSize={25 * lettering(view)} fill="var(--color-ink-3)">
      <path d={`M${x} 0V${-top + 60}`} />
      <text x={view.x + 14} y={-top + 34} stroke="none">{lengths}</text>
      {rulerMarks(top - 60, lengths).map(({ mm, label }) => (
        <g key={mm}>
          <path d={`M${x - 16} ${-mm}h${label ? 28 : 16}`} />
          {label && <text x={x - 26} y={-mm + 9} textAnchor="end" stroke="none">{label}</text>}
        </g>
      ))}
    </g>
  )
}

function Heights({ child, fill, x, view, lengths }: { child: Child; fill: string; x: number; view: Rect; lengths: Lengths }) {
  if (!child.reach) return null
  const { comfort_low: low, comfort_high: high, sight, stretch, climb } = child.reach
  const top = view.y + view.height - 70
  const shown = Math.min(stretch, top)
  return (
    <g>
      <title>
        {say('{child}: lifts with comfort from {low} to {high}, sees to {sight}, ', { child: child.name, low: length(low, lengths), high: length(high, lengths), sight: length(sight, lengths) })}
        {say('stretches to {stretch}, could get at things to {climb}', { stretch: length(stretch, lengths), climb: length(climb, lengths) })}
        {child.later_mm === null ? '' : say('; when walking, to {later_mm}', { later_mm: length(child.later_mm, lengths) })}
      </title>
      <path d={`M${x} 0V${-shown}`} stroke="var(--color-edge)" strokeWidth="2.5" strokeDasharray="3 7" />
      <path d={`M${x - 30} ${-shown}h60`} stroke="var(--color-ink)" strokeWidth="3.5" />
      {stretch > top && <path d={`M${x - 9} ${-shown - 8}l9 -14l9 14`} fill="none" stroke="var(--color-ink)" strokeWidth="3" />}
      <path d={`M${x - 20} ${-sight}h40`} stroke="var(--color-ink)" strokeWidth="2" strokeDasharray="6 4" />
      <rect x={x - 25} y={-high} width="50" height={Math.max(high - low, 1)} rx="18" fill={`url(#${fill})`} stroke="var(--color-ink)" strokeWidth="2.5" />
      <text x={x} y={-shown - 30} textAnchor="middle" fontSize={27 * lettering(view)} fontWeight="700" fill="var(--color-ink)">{child.name.slice(0, 8)}</text>
    </g>
  )
}

/** How high a child who mouths could get at things, and how high once it walks. */
function HazardLine({ child, x, view, above, lengths }: { child: Child; x: number; view: Rect; above: number; lengths: Lengths }) {
  if (!child.still_mouths || !child.reach) return null
  const y = Math.min(child.reach.climb, view.y + view.height - 70)
  const right = view.x + view.width - 16
  const later = child.later_mm === null ? '' : say('; when walking: {length}', { length: length(child.later_mm, lengths) })
  return (
    <g>
      <path d={`M${x - 40} ${-y}H${right}`} stroke="var(--color-madder)" strokeWidth="2.5" strokeDasharray="4 9" />
      <text x={right} y={-Math.max(y, above + 10) - 12} textAnchor="end" fontSize={24 * lettering(view)} fill="var(--color-madder)" stroke="var(--color-inside)" strokeWidth="6" paintOrder="stroke">{say('{slice} gets at things to {climb}{later}', { slice: child.name.slice(0, 12), climb: length(child.reach.climb, lengths), later })}</text>
    </g>
  )
}

/** A drawer's front, drawn low and thin: what lies in it is shown above it all the same. */
function Drawer({ rect, width }: { rect: Rect; width: number }) {
  const high = Math.min(60, rect.height * 0.4)
  return <g fillOpacity="0.5"><rect x="4" y={-rect.y - high} width={width - 8} height={high} rx="4" /><circle cx={width / 2} cy={-rect.y - high / 2} r="9" /></g>
}

function Furniture({ unit }: { unit: UnitShape }) {
  const { width_mm: width, height_mm: height, boards } = unit
  const boxed = unit.kind === 'shelf'
  return (
    <g fill="var(--color-birch)" stroke="var(--color-grain)" strokeWidth="2">
      {boxed && <rect x="0" y={-height} width={width} height={height} fill="var(--color-inside)" stroke="none" />}
      {boxed && <><rect x={-BOARD_MM} y={-height} width={BOARD_MM} height={height} /><rect x={width} y={-height} width={BOARD_MM} height={height} /></>}
      {boxed && (boards[0]?.height_mm ?? 0) < height - BOARD_MM && <rect x="0" y={-height} width={width} height={BOARD_MM} />}
      {boards.map((board, at) => (
        <g key={at}>
          <rect x={boxed ? 0 : -BOARD_MM} y={-board.height_mm} width={boxed ? width : width + 2 * BOARD_MM} height={BOARD_MM} />
          {board.divided && Array.from({ length: board.places - 1 }, (_, place) => {
            const rect = placeRect(unit, at, place)
            return <rect key={place} x={rect.x + rect.width} y={-rect.y - rect.height} width={BOARD_MM} height={rect.height} />
          })}
          {board.drawer && <Drawer rect={placeRect(unit, at, 0)} width={width} />}
        </g>
      ))}
    </g>
  )
}

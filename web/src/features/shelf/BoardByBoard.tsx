import { say, word } from '@/lib/say'
import { ChevronDown, ChevronUp, Hand, Info, TriangleAlert } from 'lucide-react'
import { useRef, useState } from 'react'
import { BOARD_MM, clearance, placeRect, type Rect } from './drawing/geometry'
import { spotId } from './spots'
import { Place, type Marks, type Pick } from './Trays'
import type { Shelf, Unit } from './types'
import { cx } from '@/lib/cx'
import { length, type Lengths } from '@/lib/words'

type BoardsProps = { shelf: Shelf; unit: Unit; lengths: Lengths; pick: Pick; marks?: Marks }
const COUNTED = [say('Top'), say('Second'), say('Third'), say('Fourth'), say('Fifth'), say('Sixth'), say('Seventh'), say('Eighth'), say('Ninth'), say('Tenth')]
const AIR_MM = 14

/** A unit on a phone: one board at a time, to scale, by swipe or by the buttons; what stands on it named beneath. */
export function BoardByBoard({ shelf, unit, lengths, pick, marks }: BoardsProps) {
  const strip = useRef<HTMLDivElement>(null)
  const [at, setAt] = useState(0)
  const go = (next: number) => {
    const box = strip.current
    if (box) box.scrollTo({ left: next * box.clientWidth, behavior: matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth' })
    setAt(next)
  }
  const step = 'grid size-12 place-items-center rounded-control border border-edge bg-paper disabled:opacity-40'
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-center justify-between gap-2">
        <button type="button" aria-label={say('The board above')} className={step} disabled={at === 0} onClick={() => go(at - 1)}><ChevronUp size={20} aria-hidden /></button>
        <p aria-live="polite" className="font-semibold">{say('{part}, {height_mm} high', { part: unit.boards.length > 1 ? say('{COUNTED} board of {boards}', { COUNTED: COUNTED[at] ?? at + 1, boards: unit.boards.length }) : say('Its one board'), height_mm: length(unit.boards[at]?.height_mm ?? 0, lengths) })}</p>
        <button type="button" aria-label={say('The board below')} className={step} disabled={at >= unit.boards.length - 1} onClick={() => go(at + 1)}><ChevronDown size={20} aria-hidden /></button>
      </div>
      <div ref={strip} className="flex snap-x snap-mandatory overflow-x-auto" onScroll={(event) => setAt(Math.round(event.currentTarget.scrollLeft / Math.max(event.currentTarget.clientWidth, 1)))}>
        {unit.boards.map((_, board) => <Board key={board} shelf={shelf} unit={unit} board={board} hidden={board !== at} pick={pick} {...(marks ? { marks } : {})} />)}
      </div>
    </div>
  )
}

function Board({ shelf, unit, board, hidden, pick, marks }: Omit<BoardsProps, 'lengths'> & { board: number; hidden: boolean }) {
  const each = unit.boards[board]
  if (!each) return null
  const view: Rect = { x: -AIR_MM, y: each.height_mm - 2 * BOARD_MM, width: unit.width_mm + 2 * AIR_MM, height: clearance(unit, board) + 3 * BOARD_MM }
  const standing = (place: number) => shelf.placements.filter((one) => spotId(one.spot) === spotId({ unit_id: unit.id, board, place })).flatMap((placement) => {
    const tray = shelf.trays.find((one) => one.id === placement.tray_id)
    return tray ? [{ tray, placement }] : []
  })
  const places = Array.from({ length: each.places }, (_, place) => ({ place, here: standing(place) }))
  return (
    <section aria-label={say('{COUNTED} board', { COUNTED: COUNTED[board] ?? board + 1 })} inert={hidden} className="w-full shrink-0 snap-start">
      <div className="relative [&_.tray-name]:hidden" style={{ aspectRatio: view.width / view.height }}>
        <svg viewBox={`${view.x} ${-view.y - view.height} ${view.width} ${view.height}`} className="absolute inset-0 size-full" aria-hidden="true">
          <rect x="0" y={-each.height_mm - clearance(unit, board)} width={unit.width_mm} height={clearance(unit, board)} fill="var(--color-inside)" />
          <g fill="var(--color-birch)" stroke="var(--color-grain)" strokeWidth="2">
            <rect x="0" y={-each.height_mm} width={unit.width_mm} height={BOARD_MM} />
            {each.divided && places.slice(0, -1).map(({ place }) => { const rect = placeRect(unit, board, place); return <rect key={place} x={rect.x + rect.width} y={-rect.y - rect.height} width={BOARD_MM} height={rect.height} /> })}
          </g>
        </svg>
        {places.map(({ place, here }) => <Place key={place} unit={unit} spot={{ unit_id: unit.id, board, place }} view={view} here={here} findings={shelf.findings} pick={pick} {...(marks ? { marks } : {})} />)}
      </div>
      <ul className="flex flex-col">
        {places.flatMap(({ place, here }) => here.map(({ tray, placement }) => {
          const worst = shelf.findings.find((one) => one.tray === tray.id && one.severity !== 'note') ?? shelf.findings.find((one) => one.tray === tray.id)
          const Icon = worst?.severity === 'note' ? Info : TriangleAlert
          return (
            <li key={tray.id} className="border-t border-line">
              <button type="button" aria-pressed={pick.chosen === tray.id} onClick={() => pick.choose(tray.id)} className={cx('flex min-h-touch w-full items-center gap-2 px-1 text-left', pick.chosen === tray.id && 'bg-woad-2')}>
                <span className="w-5 text-sm text-ink-2 tabular-nums">{place + 1}</span><span className="min-w-0 flex-1 font-semibold">{tray.name}</span>
                {placement.by_hand && <span className="inline-flex items-center gap-1 text-sm"><Hand size={14} aria-hidden />{say('kept away')}</span>}
                {marks?.get(tray.id) && <span className="rounded bg-woad px-1.5 text-xs font-semibold text-paper">{marks.get(tray.id)}</span>}
                {worst && <><Icon size={18} aria-hidden className={worst.severity === 'must' ? 'text-madder' : worst.severity === 'should' ? 'text-saffron' : 'text-ink-2'} /><span className="sr-only">{word(worst.severity)}: {worst.reasons[0]?.text}</span></>}
              </button>
            </li>
          )
        }))}
        {places.every(({ here }) => here.length === 0) && <li className="border-t border-line py-3 text-ink-2">{say('Nothing stands on it.')}</li>}
      </ul>
    </section>
  )
}

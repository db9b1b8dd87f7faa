import { say, word } from '@/lib/say'
import { useDraggable, useDroppable } from '@dnd-kit/core'
import { Hand, Info, TriangleAlert } from 'lucide-react'
import { cx } from '@/lib/cx'
import { clearance, over, placeRect, type Rect } from './drawing/geometry'
import { TrayFront } from '@/ui/drawing/TrayFront'
import { BINS, spotId } from './spots'
import type { Finding, Placement, Spot, Tray, Unit } from './types'

export type Pick = { chosen: number | null; choose: (trayId: number, unitId?: number) => void }

type PlaceProps = {
  unit: Unit; spot: Spot; view: Rect; here: { tray: Tray; placement: Placement }[]; findings: readonly Finding[]; pick: Pick; marks?: Marks
}
/** What a plan would make different, in a word, by tray. */
export type Marks = ReadonlyMap<number, string>

/** One place of a board: something can be put here; what stands here can be chosen and taken up. */
export function Place({ unit, spot, view, here, findings, pick, marks }: PlaceProps) {
  const { setNodeRef, isOver } = useDroppable({ id: spotId(spot) })
  const rect = placeRect(unit, spot.board, spot.place)
  return (
    <div ref={setNodeRef} style={over(view, rect)} data-spot={spotId(spot)}
      className={cx('absolute flex items-end justify-center', isOver && 'outline-3 outline-woad -outline-offset-3 bg-woad-2/70')}
    >
      {here.length === 0 && <span className="mb-1.5 text-sm text-ink no-print">{say('free')}</span>}
      {here.map(({ tray, placement }) => (
        <Standing key={tray.id} tray={tray} placement={placement} place={rect} share={here.length} unit={unit} pick={pick}
          findings={findings.filter((each) => each.tray === tray.id)} mark={marks?.get(tray.id)}
        />
      ))}
    </div>
  )
}

type StandingProps = {
  tray: Tray; placement: Placement; place: Rect; share: number; unit: Unit; pick: Pick; findings: readonly Finding[]; mark: string | undefined
}

function Standing({ tray, placement, place, share, unit, pick, findings, mark }: StandingProps) {
  const { setNodeRef, listeners, attributes, isDragging } = useDraggable({ id: `tray:${tray.id}` })
  const worst = findings.find((f) => f.severity !== 'note') ?? findings[0]
  const tall = clearance(unit, placement.spot.board)
  const said = [placement.spoken || tray.name, mark ?? '', worst ? `${worst.severity}: ${worst.reasons[0]?.text ?? ''}` : '']
  return (
    <div className="relative h-full" style={{ width: `${100 / share}%` }}>
      <button type="button" ref={setNodeRef} {...listeners} {...attributes} onClick={() => pick.choose(tray.id)}
        aria-roledescription={say('tray')} aria-label={said.filter(Boolean).join('; ')} aria-pressed={pick.chosen === tray.id}
        className={cx('absolute inset-0 touch-manipulation select-none', isDragging && 'opacity-30',
          mark && 'rounded outline-2 -outline-offset-2 outline-woad outline-dashed', pick.chosen === tray.id && 'outline-3 outline-woad -outline-offset-3 rounded bg-woad-2/60')}
      >
        <svg viewBox={`0 ${-tall} ${place.width / share} ${tall}`} className={cx('absolute inset-0 size-full', placement.by_hand && 'opacity-45')} aria-hidden>
          <g transform={`translate(${(place.width / share - tray.width_mm) / 2} 0)`}><TrayFront tray={tray} /></g>
        </svg>
        <span className="tray-name absolute inset-x-0.5 top-0.5 text-center text-[0.8125rem] leading-tight font-semibold [text-shadow:0_0_3px_var(--color-inside),0_0_5px_var(--color-inside),0_0_5px_var(--color-inside)]">{tray.name}</span>
      </button>
      <Flag worst={worst} byHand={placement.by_hand} mark={mark} />
    </div>
  )
}

function Flag({ worst, byHand, mark }: { worst: Finding | undefined; byHand: boolean; mark: string | undefined }) {
  const Icon = worst?.severity === 'note' ? Info : TriangleAlert
  return (
    <span aria-hidden="true" className="pointer-events-none absolute top-8 right-1 flex flex-col items-end gap-1">
      {mark && <span className="rounded bg-woad px-1.5 text-xs font-semibold text-paper">{mark}</span>}
      {worst && <Icon size={20} aria-hidden fill="var(--color-paper)" className={worst.severity === 'must' ? 'text-madder' : worst.severity === 'should' ? 'text-saffron' : 'text-ink-2'} />}
      {byHand && <span className="inline-flex items-center gap-1 rounded bg-paper px-1 text-xs"><Hand size={13} aria-hidden />{say('kept away')}</span>}
    </span>
  )
}

/** The trays in the bins, along the floor of the page; dropping a tray here lets it rest. */
export function Bins({ trays, pick }: { trays: readonly Tray[]; pick: Pick }) {
  const { setNodeRef, isOver } = useDroppable({ id: BINS })
  return (
    <section aria-label={say('In the bins')} ref={setNodeRef} className={cx('no-print border-t border-line bg-paper px-5 py-3', isOver && 'bg-woad-2')}>
      <h2 className="mb-2 text-sm font-normal text-ink-2">{say('In the bins{trays}', { trays: trays.length === 0 && say(': nothing rests') })}</h2>
      <ul className="flex max-h-24 flex-wrap gap-2 overflow-y-auto">{trays.map((tray) => <li key={tray.id}><Chip tray={tray} pick={pick} /></li>)}</ul>
    </section>
  )
}

function Chip({ tray, pick }: { tray: Tray; pick: Pick }) {
  const { setNodeRef, listeners, attributes, isDragging } = useDraggable({ id: `tray:${tray.id}` })
  return (
    <button type="button" ref={setNodeRef} {...listeners} {...attributes} aria-roledescription={say('tray')} onClick={() => pick.choose(tray.id)}
      aria-pressed={pick.chosen === tray.id} className={cx('min-h-control touch-manipulation rounded-control border border-line bg-paper px-3 py-1 text-left select-none',
        pick.chosen === tray.id && 'border-woad bg-woad-2', isDragging && 'opacity-30')}
    >
      <span className="block text-[0.9375rem] leading-tight font-semibold">{tray.name}</span>
      <span className="block text-xs text-ink-2">{word(tray.card.area)}{tray.bin && ` · ${tray.bin}`}</span>
    </button>
  )
}

import { say } from '@/lib/say'
import { memo, useLayoutEffect, useRef, type KeyboardEvent } from 'react'
import { cx } from '@/lib/cx'
import { HoleSign, STATE_WORDS } from './HoleSign'
import { keyOf, KNOWN, labelled, places, restOf, swing, widthOf, type Hole, type StepKey, type Strung } from './geometry'

type RowProps = { string: Strung; width: number; chosen: StepKey | null; reach: StepKey | null; bridged: ReadonlySet<StepKey>; onPick: (step: StepKey) => void; onMove: (from: StepKey, dx: number, dy: number) => void }

const MIDDLE = 30
const MOVES: Record<string, [number, number]> = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1], Home: [-99, 0], End: [99, 0] }

/** One ladder as a string: a hole a step, an arch where a step is a jump. */
export const StringRow = memo(function StringRow({ string, width: room, chosen, reach, bridged, onPick, onMove }: RowProps) {
  const width = widthOf(string.holes, room)
  const xs = places(string.holes, width)
  const resting = restOf(string.holes)
  const rest = xs[string.holes.findIndex((hole) => hole === resting)] ?? 0
  const box = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => { if (box.current && width > room) box.current.scrollLeft = rest - room / 2 }, [rest, room, width])
  const named = labelled(string.holes, xs, chosen)
  const keys = (event: KeyboardEvent, hole: Hole) => {
    const move = MOVES[event.key]
    if (!move || event.altKey || event.ctrlKey || event.metaKey) return
    event.preventDefault()
    onMove(keyOf(hole), ...move)
  }
  return (
    <div ref={box} className={cx('max-w-full', width > room && 'overflow-x-auto overflow-y-hidden')} style={{ width: room }}>
      <div role="group" aria-label={resting && bridged.has(keyOf(resting)) ? say('{said}, a step between can be made', { said: string.said }) : string.said} className="relative h-24" style={{ width }}>
        <svg width={width} height="96" aria-hidden="true" className="absolute inset-0 overflow-visible">
          {string.holes.map((hole, n) => <Stretch key={keyOf(hole)} holes={string.holes} at={n} xs={xs} bridged={bridged.has(keyOf(hole))} />)}
        </svg>
        {string.holes.map((hole, at) => {
          const id = keyOf(hole)
          return (
            <button
              key={id} type="button" data-step={id} aria-pressed={id === chosen} tabIndex={id === reach ? 0 : -1} title={`${hole.card}: ${hole.name}`}
              aria-label={spoken(hole, at, string.holes.length, bridged.has(id))} onClick={() => onPick(id)} onKeyDown={(event) => keys(event, hole)}
              className={cx('absolute grid h-11 -translate-x-1/2 place-items-center rounded-full', id === chosen && 'z-10')}
              style={{ left: xs[at], top: MIDDLE - 22, width: Math.max(24, Math.min(44, gapBeside(xs, at))) }}
            >
              <span className={cx('grid place-items-center rounded-full', id === chosen && 'outline-2 outline-offset-3 outline-woad', hole.carries && 'bg-saffron-2 ring-4 ring-saffron')}>
                <HoleSign state={hole.state} next={hole.next} implied={hole.implied} almost={hole.verdict === 'almost'} stuck={hole.stuck} />
              </span>
            </button>
          )
        })}
        {string.holes.map((hole, at) => named.has(at) && (
          <span key={keyOf(hole)} aria-hidden="true" className={cx('pointer-events-none absolute line-clamp-2 w-24 -translate-x-1/2 text-center text-xs leading-[1.15]', KNOWN.includes(hole.state) || hole.next || hole.state !== 'not shown' ? 'text-ink' : 'text-ink-3', keyOf(hole) === chosen && 'font-semibold')} style={{ left: xs[at], top: MIDDLE + 17 }}>{hole.level === 1 ? hole.card : hole.name}</span>
        ))}
      </div>
    </div>
  )
})

const gapBeside = (xs: readonly number[], at: number) => Math.min(...[at - 1, at + 1].filter((n) => xs[n] !== undefined).map((n) => Math.abs((xs[n] ?? 0) - (xs[at] ?? 0))), 44)

function spoken(hole: Hole, at: number, of: number, bridged: boolean): string {
  const state = hole.state === 'not shown' ? (hole.implied ? say('passed over, something harder is known') : hole.next ? (hole.verdict === 'almost' ? say('almost ready') : say('could be next')) : hole.verdict === 'past' ? say('past its age') : say('not yet')) : STATE_WORDS[hole.state]
  const more = [hole.stuck && 'stuck', hole.easy && say('too easy'), hole.below !== null && hole.notches >= 2 && say('{notchs} above the step below', { notchs: say('{n, plural, one {# notch} other {# notches}}', { n: hole.notches }) }), hole.out && say('stands out now'), hole.carries && say('carries the thread'), hole.between > 0 ? say('a step between is made') : bridged && say('a step between can be made')]
  return [say('Step {at} of {of}, {card}: {hole}', { at: at + 1, of, card: hole.card, hole: hole.name }), state, ...more.filter(Boolean)].join(', ')
}

/** What ties a hole to the one below it: the string, or an arch where it is a jump; nothing where it begins anew. */
function Stretch({ holes, at, xs, bridged }: { holes: readonly Hole[]; at: number; xs: readonly number[]; bridged: boolean }) {
  const hole = holes[at]
  const x = xs[at] ?? 0
  // An arch begins where the hole before it stands: what it is tied to may be further back.
  const start = xs[at - 1] ?? x
  if (!hole) return null
  const atWork = hole.state === 'working' && !hole.stuck
  const before = hole.below === null ? null : holes[hole.below]
  const from = hole.below === null ? null : xs[hole.below] ?? 0
  const held = KNOWN.includes(hole.state) || hole.state !== 'not shown' || hole.implied
  const done = before !== null && before !== undefined && held && (KNOWN.includes(before.state) || before.state !== 'not shown' || before.implied)
  return (
    <>
      {hole.below !== null && hole.notches >= 2 && (
        <>
          <path d={`M${start + 9} ${MIDDLE - 4}Q${(start + x) / 2} ${MIDDLE - 30} ${x - 9} ${MIDDLE - 4}`} fill="none" stroke="var(--color-saffron)" strokeWidth="2" strokeDasharray="5 4" />
          {(bridged || hole.between > 0) && (
            <g transform={`translate(${(start + x) / 2} ${MIDDLE - 17})`} stroke="var(--color-saffron)" strokeWidth="2">
              <circle r="6.5" fill={hole.between > 0 ? 'var(--color-saffron)' : 'var(--color-paper)'} />
              <path d="M-3 0H3M0 -3V3" stroke={hole.between > 0 ? 'var(--color-paper)' : undefined} />
            </g>
          )}
        </>
      )}
      {from !== null && hole.below === at - 1 && hole.notches < 2 && <path d={`M${from + 8} ${MIDDLE}H${x - 8}`} stroke={done ? 'var(--color-woad)' : 'var(--color-edge)'} strokeWidth={done ? 2.5 : 1.5} />}
      {atWork && <path d={swing(x, MIDDLE)} fill="none" stroke="var(--color-woad)" strokeWidth="1.5" />}
    </>
  )
}

import { say, word } from '@/lib/say'
import { Fragment, memo, useDeferredValue, useEffect, useRef, useState, type ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { PatternMark } from '@/ui/PatternMark'
import { cx } from '@/lib/cx'
import { write } from '@/lib/outbox'
import { brokenBy, rounds, type Episode, type Spell } from '@/lib/record'
import { span, timeOfDay } from '@/lib/words'
import { byNeed, urgency, type Seen } from './attention'
import { workOf, type Child } from './lane'

/** From so many children on a lane is folded to one line. */
export const FOLD_FROM = 7
const SORT_MS = 60_000
/** So long after a touch nothing is put in another order: the next one may be on its way. */
const CALM_MS = 3000

type RowsProps = {
  people: readonly Child[]; now: number; zone: string; opened: number | null
  episodeOf: (child: number) => Episode | undefined; stateOf: (child: number) => Spell | undefined; lastOf: (child: number) => number
  onOpen: (child: number | null) => void; card: (child: Child) => ReactNode
}

/** Many children: one line each, those who want a look first; a tap opens one of them. */
export function Rows({ people, now, zone, opened, episodeOf, stateOf, lastOf, onOpen, card }: RowsProps) {
  const seen: Seen[] = people.map(({ id }) => ({ id, episode: episodeOf(id), state: stateOf(id), lastSeen: lastOf(id) }))
  const order = useOrder(seen, now, opened !== null)
  const found = new Map(seen.map((each) => [each.id, each]))
  const sorted = [...people].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id))
  // Dense: what is opened takes a whole row under its line, and the next line fills the gap. Nothing above it moves.
  return (
    <ul aria-label={say('Everybody here')} className="grid grid-flow-row-dense grid-cols-2 gap-x-4 gap-y-1 max-[700px]:grid-cols-1">
      {sorted.map((child) => {
        const each = found.get(child.id)
        return each && (
          <Fragment key={child.id}>
            <Row child={child} episode={each.episode} state={each.state} wants={urgency(each, now) < 2} minute={Math.floor(now / 60_000)} zone={zone} open={child.id === opened} onOpen={onOpen} />
            {child.id === opened && <li className="col-span-full [contain:layout_style]"><Later form={each.episode?.id ?? 'free'}>{card(child)}</Later></li>}
          </Fragment>
        )
      })}
    </ul>
  )
}

/** The line answers the tap first; a lane that opens or takes another form is drawn right after it. */
function Later({ form, children }: { form: string; children: ReactNode }) {
  const drawnForm = useDeferredValue(form, '')
  const drawn = useDeferredValue(children, null)
  return drawnForm === form ? children : drawn
}

/** The order, renewed once a minute, never while a lane is open or just after a touch: nothing moves under the finger. */
function useOrder(seen: readonly Seen[], now: number, still: boolean): readonly number[] {
  const [order, setOrder] = useState<readonly number[]>(() => byNeed(seen, now))
  const latest = useRef({ seen, now })
  useEffect(() => { latest.current = { seen, now } })
  useEffect(() => {
    if (still) return
    let due = performance.now() + SORT_MS
    const touched = () => { due = Math.max(due, performance.now() + CALM_MS) }
    const timer = setInterval(() => {
      if (performance.now() < due) return
      due = performance.now() + SORT_MS
      setOrder(byNeed(latest.current.seen, latest.current.now))
    }, 1000)
    window.addEventListener('pointerdown', touched, true)
    return () => { clearInterval(timer); window.removeEventListener('pointerdown', touched, true) }
  }, [still])
  const missing = seen.map((each) => each.id).filter((id) => !order.includes(id))
  return missing.length ? [...order, ...missing] : order
}

type RowProps = { child: Child; episode: Episode | undefined; state: Spell | undefined; wants: boolean; minute: number; zone: string; open: boolean; onOpen: (child: number | null) => void }
const SHOWN = ['child', 'episode', 'state', 'wants', 'minute', 'zone', 'open'] as const

/** One child in a line: mark, name, what it is at and since when. */
const Row = memo(Line, (before, after) => SHOWN.every((name) => before[name] === after[name]))

function Line({ child, episode, state, wants, minute, zone, open, onOpen }: RowProps) {
  const broken = episode && brokenBy(episode)
  const began = episode?.began ?? state?.began
  const times = episode ? rounds(episode) : 0
  const what = episode ? `${episode.tray}${broken ? say(', interrupted{part}', { part: broken.cause && `: ${word(broken.cause)}` }) : ''}` : word(state?.state ?? 'free')
  return (
    <li className={cx('[contain:layout_style] flex items-stretch gap-1.5 rounded-control border bg-paper', open ? 'border-woad' : wants ? 'border-saffron' : 'border-line')}>
      <button type="button" aria-expanded={open} onClick={() => onOpen(open ? null : child.id)} className="flex min-h-touch min-w-0 flex-1 items-center gap-2 px-2.5 text-left">
        <PatternMark pattern={child.pattern} />
        <span className="w-20 shrink-0 truncate font-semibold">{child.name}</span>
        <span className={cx('min-w-0 flex-1 truncate text-[0.9375rem]', !episode && 'text-ink-2')}>{what}</span>
        <span className="shrink-0 text-sm text-ink-2 tabular-nums">{times > 0 && `${times}× `}{began && <><span className="sr-only">{say('since {time},', { time: timeOfDay(began, zone) })}{' '}</span>{span(Math.max(0, minute - Math.floor(Date.parse(began) / 60_000)))}</>}</span>
      </button>
      {episode && <Button size="touch" look="quiet" aria-label={say('Done, put back: {child}', { child: child.name })} className="shrink-0 px-2.5 text-sm" onClick={() => write({ kind: 'finish', ...workOf(episode), work: 'done right', place: 'put back' })}>{say('Done')}</Button>}
    </li>
  )
}

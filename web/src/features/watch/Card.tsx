import { say, word } from '@/lib/say'
import { memo, useRef } from 'react'
import { Button } from '@/ui/Button'
import { PatternMark } from '@/ui/PatternMark'
import { cx } from '@/lib/cx'
import { write } from '@/lib/outbox'
import { clock, timeOfDay } from '@/lib/words'
import { STATES, workOf, type LaneProps, type Open } from './lane'
import { Elsewhere, Offers } from './Offers'
import { brokenBy, depth, DEPTHS, rounds, unbrokenSince, type Episode } from '@/lib/record'
import { Under } from './Under'

const SHOWN = ['child', 'episode', 'state', 'offers', 'activities', 'phrases', 'usersKey', 'now', 'zone', 'active', 'open'] as const
/** A tap in one lane draws that lane only: what a lane does to the others is in what they show. */
const same = (before: LaneProps, after: LaneProps) => SHOWN.every((name) => before[name] === after[name])

/** One child's lane: what it is at and since when; everything a watcher does is one or two taps. */
export const Card = memo(Lane, same)

function Lane(props: LaneProps) {
  const { child, episode, active, onActive } = props
  return (
    // Marked without a thicker border: nothing may move under the finger that touches it.
    <section aria-label={child.name} className={cx('panel', active && 'border-woad shadow-[0_0_0_1px_var(--color-woad)]')}>
      {/* Touching a lane anywhere makes it the one the single keys act on; it is no control of its own. */}
      <div role="presentation" data-lane={child.id} tabIndex={-1} onFocus={onActive} onPointerDown={onActive} className="flex flex-col gap-3 p-4">
        {episode ? <AtWork {...props} episode={episode} /> : <Free {...props} />}
      </div>
    </section>
  )
}

function AtWork(props: LaneProps & { episode: Episode }) {
  const { child, episode, now, zone, open, setOpen, onRest, users } = props
  const broken = brokenBy(episode)
  const since = unbrokenSince(episode, now)
  const deep = depth(episode)
  const condition = props.offers.find((each) => each.tray_id === episode.tray_id)?.condition
  const beside = (users.get(episode.tray_id ?? 0) ?? []).filter((each) => each.episode.id !== episode.id).map((each) => each.name)
  const mended = episode.events.filter((each) => each.kind === 'mended').length
  const toggle = (which: Open) => setOpen(open === which ? null : which)
  const work = workOf(episode)
  const opens = (which: Open, label: string, key: string) => <Button size="touch" className={third} aria-expanded={open === which} onClick={() => toggle(which)} keyName={key}>{label}</Button>
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <div className="min-w-0">
          <h2 className="flex flex-wrap items-baseline gap-x-2 text-lg">
            <span className="inline-flex items-center gap-1.5"><PatternMark pattern={child.pattern} />{child.name}</span>
            <span className="font-normal">{episode.tray}{beside.length > 0 && say(', beside {beside}', { beside: beside.join(say(' and ')) })}</span>
          </h2>
          <p className="text-ink-2">{broken ? say('interrupted {time}{cause}', { time: timeOfDay(broken.at, zone), cause: broken.cause && `, ${word(broken.cause)}` }) : say('unbroken since {time}', { time: timeOfDay(since ?? now, zone) })}{deep !== null && `; ${word(DEPTHS[deep] ?? '')}`}</p>
        </div>
        <span className="text-3xl font-bold tabular-nums" role="timer" aria-label={say('At it for {now}', { now: clock(now - Date.parse(episode.began)) })}>{clock(now - Date.parse(episode.began))}</span>
      </div>
      {condition && <p className="rounded-control border border-saffron bg-saffron-2 px-3 py-1.5 text-[0.9375rem]">{condition}</p>}
      <div className="grid grid-cols-[minmax(0,0.92fr)_minmax(0,1.03fr)_minmax(0,1.12fr)] gap-2">
        <Button look="main" size="thumb" className="col-span-3" aria-keyshortcuts={say('Space')} onClick={() => write({ kind: 'round', ...work })}>
          {say('Repetition')}{' '}<span className="text-2xl tabular-nums">{rounds(episode)}</span>
        </Button>
        {broken
          ? <Button size="touch" className={third} onClick={() => write({ kind: 'back', ...work })} keyName="I">{say('Returned')}</Button>
          : opens('broken', say('Interrupted'), 'I')}
        {opens('helped', say('Helped'), 'H')}
        <Button size="touch" className={third} onClick={() => write({ kind: 'mended', ...work })} keyName="M">{say('Self-corrected')}{mended > 0 && <span className="tabular-nums">{mended}</span>}</Button>
        {opens('part', say('A part'), 'T')}
        {opens('depth', say('Concentration'), 'D')}
        {opens('note', say('Note'), 'N')}
      </div>
      <Under {...props} episode={episode} />
      <div className="grid grid-cols-2 gap-2">
        <DoneButton episode={episode} onRest={onRest} />
        <Button size="touch" className="gap-1 px-1 text-[0.9375rem]" onClick={() => onRest(episode)} keyName="E">{say('Ended another way…')}</Button>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button size="touch" look="quiet" aria-expanded={open === 'showed'} onClick={() => toggle('showed')}>{say('I showed…')}</Button>
        <Button size="touch" look="quiet" aria-expanded={open === 'effort'} onClick={() => toggle('effort')}>{say('Effort…')}</Button>
        <Button size="touch" look="quiet" aria-expanded={open === 'another'} onClick={() => toggle('another')}>{say('Takes another…')}</Button>
      </div>
    </>
  )
}

/** Three in a row, with the key beside the word, on the narrowest lane. */
const third = 'gap-0.5 px-0 text-[0.8125rem]'
const LONG_PRESS_MS = 550

/** One tap: done right and put back. A long press asks how else it ended. */
function DoneButton({ episode, onRest }: { episode: Episode } & Pick<LaneProps, 'onRest'>) {
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const held = useRef(false)
  const release = () => clearTimeout(timer.current)
  return (
    <Button size="touch" keyName="P" onPointerDown={() => { held.current = false; timer.current = setTimeout(() => { held.current = true; onRest(episode) }, LONG_PRESS_MS) }}
      onPointerUp={release} onPointerLeave={release} onPointerCancel={release}
      onClick={() => { if (!held.current) write({ kind: 'finish', ...workOf(episode), work: 'done right', place: 'put back' }) }}
    >
      {say('Done, put back')}
    </Button>
  )
}

function Free(props: LaneProps) {
  const { child, offers, open, setOpen, onTake, onShowed, active, state, zone, users, activities } = props
  return (
    <>
      <div className="flex items-center justify-between gap-2">
        <div>
          <h2 className="flex items-center gap-1.5 text-lg"><PatternMark pattern={child.pattern} />{child.name}</h2>
          {state && <p className="text-ink-2">{say('{state} since {time}', { state: word(state.state), time: timeOfDay(state.began, zone) })}</p>}
        </div>
        <Button size="touch" look="quiet" aria-expanded={open === 'showed'} onClick={() => setOpen(open === 'showed' ? null : 'showed')}>{say('I showed…')}</Button>
      </div>
      {open === 'showed'
        ? <Offers label={say('Shown to {child}', { child: child.name })} offers={offers} child={child} onPick={(id) => { onShowed(id); setOpen(null) }} />
        : (
            <>
              <Offers label={say('{child} takes', { child: child.name })} offers={offers} child={child} users={users} onPick={(tray_id) => onTake({ tray_id })} keys={active} />
              <Elsewhere name={child.name} activities={activities} onPick={(activity) => onTake({ activity })} />
              <div role="group" aria-label={say('{child} is', { child: child.name })} className="flex flex-wrap items-center gap-2">
                <span className="text-sm text-ink-2">{say('{child} is', { child: child.name })}</span>
                {STATES.map((each) => <Button key={each} size="touch" pressed={state?.state === each} onClick={() => write({ kind: 'state', child_id: child.id, cause: each })}>{word(each)}</Button>)}
              </div>
            </>
          )}
    </>
  )
}

import { say, word } from '@/lib/say'
import { memo, useCallback, useEffect, useState } from 'react'
import { Button } from '@/ui/Button'
import { PatternMark } from '@/ui/PatternMark'
import { cx } from '@/lib/cx'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { refresh } from '@/lib/queries'
import { plain, timeOfDay } from '@/lib/words'
import { Switch } from '@/ui/Tick'

type Child = Schemas['ChildOut']
type Swept = Schemas['SweptOut']
type SweepProps = { people: readonly Child[]; swept: Swept; isDue: boolean; zone: string }

const BUZZ = 'zither-awl:sweep-buzz'
/** Whether a due look is told by a quiet buzz on this device. */
const buzzes = (): boolean => localStorage.getItem(BUZZ) === 'on'
const switchBuzz = (on: boolean): void => localStorage.setItem(BUZZ, on ? 'on' : 'off')

/** Sweep the room: what each child is at, in one tap each; and what the looks add up to, with how far that may be off. */
export const Sweep = memo(function Sweep({ people, swept, isDue, zone }: SweepProps) {
  const [open, setOpen] = useState(false)
  const [states, setStates] = useState<Readonly<Record<number, string>>>({})
  const [buzz, setBuzz] = useState(buzzes)
  const switched = useCallback((checked: boolean) => { switchBuzz(checked); setBuzz(checked) }, [])
  useEffect(() => { if (isDue && buzz) navigator.vibrate(120) }, [isDue, buzz])
  const look = (child: number, state: string) => {
    const next = { ...states, [child]: state }
    setStates(next)
    if (!people.every((each) => next[each.id])) return
    write({ kind: 'sweep', states: people.map((each) => ({ child: each.id, state: next[each.id] ?? '' })) })
    setStates({})
    setOpen(false)
  }
  return (
    <section aria-label={say('Look round')} className="panel flex flex-col gap-2 px-4 py-2">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p className={cx('text-[0.9375rem]', isDue && 'font-semibold')}>
          {isDue ? say('Time to look round.') : swept.count > 0 && swept.due ? say('Look round again at {time}.', { time: timeOfDay(swept.due, zone) }) : say('A look round every {every_min} minutes tells how much of the work cycle is work.', { every_min: plain(swept.every_min) })}
          {swept.count > 0 && <span className="font-normal text-ink-2"> {say('{looks} so far.', { looks: say('{n, plural, one {# look} other {# looks}}', { n: swept.count }) })}</span>}
        </p>
        <div className="flex flex-wrap items-center gap-3">
          <Switch label={say('Buzz when due')} checked={buzz} onChange={switched} />
          <Button size="touch" look={isDue ? 'main' : 'plain'} aria-expanded={open} onClick={() => setOpen(!open)}>{say('Look round')}</Button>
        </div>
      </div>
      {open && people.map((child) => (
        <div key={child.id} role="group" aria-label={say('{child} is', { child: child.name })} className="flex flex-wrap items-center gap-2">
          <span className="inline-flex w-28 items-center gap-1.5 font-semibold"><PatternMark pattern={child.pattern} />{child.name}</span>
          {swept.states.map((state) => <Button key={state} size="touch" look={states[child.id] === state ? 'main' : 'plain'} pressed={states[child.id] === state} onClick={() => look(child.id, state)}>{word(state)}</Button>)}
        </div>
      ))}
      <Shares people={people} swept={swept} />
      {swept.count > 0 && <TakeBack />}
    </section>
  )
})

/** The newest look taken back. */
function TakeBack() {
  const { run, busy, failed } = useWrite(async () => {
    await answer(client.DELETE('/api/looks/last'))
    await refresh()
  })
  return (
    <>
      <Button look="quiet" size="touch" className="self-start" disabled={busy} onClick={() => void run()}>{say('Take back the last look')}</Button>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </>
  )
}

const percent = (share: number): string => `${Math.round(100 * share)} %`

/** The share of looks at work, never without how far it may be off; and how far two observers agree. */
function Shares({ people, swept }: { people: readonly Child[]; swept: Swept }) {
  const { agreement } = swept
  return (
    <>
      {swept.shares.length > 0 && (
        <ul className="flex flex-wrap gap-x-6 gap-y-1 text-[0.9375rem]">
          {swept.shares.map((each) => (
            <li key={each.child}>{say('{find}: at work at {at_work} of {looks}{low}', { find: people.find((child) => child.id === each.child)?.name ?? say('A child'), at_work: each.at_work, looks: say('{n, plural, one {# look} other {# looks}}', { n: each.looks }), low: each.low !== null && each.high !== null && say('; of the time {percent} to {percent2}, nine times in ten', { percent: percent(each.low), percent2: percent(each.high) }) })}</li>
          ))}
        </ul>
      )}
      {agreement && (
        <p className="text-sm text-ink-2">
          {say('Two observers said the same at {alike} of {looks} they both made{part}', { alike: agreement.alike, looks: say('{n, plural, one {# look} other {# looks}}', { n: agreement.looks }), part: agreement.kappa === null ? say('; beyond chance that cannot be told yet.') : say('; beyond chance {kappa} of 1 (Cohen’s kappa).', { kappa: plain(agreement.kappa, 2) }) })}
        </p>
      )}
    </>
  )
}

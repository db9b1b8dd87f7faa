import { WEEKDAYS } from '@/lib/days'
import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { Picture } from '@/ui/drawing/Picture'
import type { Schemas } from '@/lib/http'
import { outbox, subscribe, write } from '@/lib/outbox'
import { routinesQuery } from '@/lib/queries'
import { foldRuns } from '@/lib/runs'
import { dayOf, plain } from '@/lib/words'
import { RoutineForm } from './RoutineForm'
import { Run } from './Run'
import { StepPicture } from './StepPicture'

type Routine = Schemas['RoutineOut']
type Person = { id: number; name: string }
type RoutinesViewProps = { people: readonly Person[]; adults: readonly Person[]; zone: string }
const paperLink = 'inline-flex min-h-touch items-center rounded-control border border-edge bg-paper px-4 font-semibold hover:bg-woad-2'

/** Routines: real work without a tray. An invitation, its steps with pictures and real timers, and sheets for the wall. */
export function RoutinesView({ people, adults, zone }: RoutinesViewProps) {
  const { data, error } = useQuery(routinesQuery)
  const box = useSyncExternalStore(subscribe, outbox)
  const [writing, setWriting] = useState<Routine | 'new' | null>(null)
  if (!data) return <Waiting error={error} />
  const routine = (key: string) => data.routines.find((each) => each.key === key)
  const open = foldRuns(data.open, [...box.sent, ...box.waiting], (key) => routine(key)?.steps ?? [])
  const begin = (key: string) => write({ kind: 'routine', run: 'begin', set_key: key, episode_id: crypto.randomUUID() })
  const first = [...data.routines].sort((a, b) => Number(data.today.includes(b.key)) - Number(data.today.includes(a.key)))
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Routines')} aside={<><Link className={paperLink} to="/table">{say('The snack table')}</Link><Button aria-expanded={writing === 'new'} onClick={() => setWriting('new')}>{say('One of your own')}</Button></>}>{say('real work, by invitation')}</Heading>
      {writing && <RoutineForm routine={writing === 'new' ? null : writing} pictures={data.pictures} adults={adults} onClose={() => setWriting(null)} />}
      {open.map((run) => {
        const known = routine(run.routine)
        return known && <Run key={run.key} run={run} routine={known} people={people} adults={adults} zone={zone} />
      })}
      <div className="no-print grid grid-cols-[repeat(auto-fill,minmax(min(20rem,100%),1fr))] gap-4">
        {first.map((each) => (
          <section key={each.key} aria-label={each.name} className="panel flex flex-col gap-2 p-4">
            <h2 className="flex flex-wrap items-baseline justify-between gap-2">{each.name}{data.today.includes(each.key) && <span className="text-sm font-semibold text-woad">{say('today')}</span>}</h2>
            <Strip routine={each} />
            {each.invitation && <p className="said text-lg text-ink">{each.invitation}</p>}
            <p className="text-[0.9375rem] text-ink-2">{told(each, adults)}</p>
            <div className="mt-auto flex flex-wrap gap-2">
              <Button look="main" size="touch" onClick={() => begin(each.key)}>{say('Begin')}<span className="sr-only"> {each.name}</span></Button>
              <Link className={paperLink} to={`/paper?kind=routine&key=${each.key}`}>{say('On paper')}<span className="sr-only">: {each.name}</span></Link>
              <Button size="touch" look="quiet" onClick={() => setWriting(each)}>{say('Change')}<span className="sr-only"> {each.name}</span></Button>
            </div>
          </section>
        ))}
      </div>
      {data.past.length > 0 && (
        <section aria-label={say('Done lately')} className="panel no-print p-4">
          <h2>{say('Done lately')}</h2>
          <ul className="mt-2 text-[0.9375rem]">
            {data.past.map((run) => <li key={run.key} className="border-t border-line py-1 first:border-0">{dayOf(run.began, zone)}: {routine(run.routine)?.name}, {say('{n, plural, one {# step} other {# steps}}', { n: run.done.length })}; {run.invited.map((each) => `${people.find((one) => one.id === each.child_id)?.name ?? say('a child')} ${each.answer === 'came' ? 'came' : say('would rather not')}`).join(', ') || say('nobody was invited')}</li>)}
          </ul>
        </section>
      )}
    </div>
  )
}

/** The first pictures of a routine, in their order. */
function Strip({ routine }: { routine: Routine }) {
  const shown = routine.steps.slice(0, 6)
  return (
    <span aria-hidden className="flex flex-wrap items-center gap-2">
      {shown.map((step) => <StepPicture key={step.key} routine={routine.key} step={step} size={38} />)}
      {routine.steps.length > shown.length && <span className="text-ink-3">…</span>}
      {shown.length === 0 && <Picture name="paper" size={38} />}
    </span>
  )
}

/** What there is to know of a routine, in a line. */
function told(routine: Routine, adults: readonly Person[]): string {
  const minutes = routine.steps.flatMap((each) => (each.timer_min === null ? [] : [plain(each.timer_min)]))
  const who = routine.adults.map((id) => adults.find((each) => each.id === id)?.name).filter(Boolean).join(', ')
  return [
    say('{n, plural, one {# step} other {# steps}}', { n: routine.steps.length }), minutes.length ? say('{timers} ({minutes} min)', { timers: say('{n, plural, one {# timer} other {# timers}}', { n: minutes.length }), minutes: minutes.join(say(' and ')) }) : '',
    say('from about {from_months} months', { from_months: plain(routine.from_months, 0) }), routine.weekdays.map((day) => WEEKDAYS[day]).join(', '), who && say('with {who}', { who }),
    routine.own ? say('your own') : routine.changed ? say('written anew') : '',
  ].filter(Boolean).join('; ')
}

import { useQuery } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { Why } from '@/ui/Why'
import type { Schemas } from '@/lib/http'
import { outbox, subscribe, write } from '@/lib/outbox'
import { routinesQuery } from '@/lib/queries'
import { foldRuns } from '@/lib/runs'
import { counted, dayOf, plain } from '@/lib/words'
import { OwnRoutine } from './OwnRoutine'
import { Run } from './Run'

type Routine = Schemas['RoutineOut']
type Person = { id: number; name: string }
type RoutinesViewProps = { people: readonly Person[]; zone: string }

/** Routines: real work without a tray. An invitation, its steps with real timers, and a list in pictures for the wall. */
export function RoutinesView({ people, zone }: RoutinesViewProps) {
  const { data, error } = useQuery(routinesQuery)
  const box = useSyncExternalStore(subscribe, outbox)
  const [printed, setPrinted] = useState<string | null>(null)
  const [making, setMaking] = useState(false)
  if (!data) return <Waiting error={error} />
  const routine = (key: string) => data.routines.find((each) => each.key === key)
  const open = foldRuns(data.open, [...box.sent, ...box.waiting], (key) => routine(key)?.steps.map((step) => step.key) ?? [])
  const onPaper = printed === null ? undefined : routine(printed)
  const begin = (key: string) => write({ kind: 'routine', run: 'begin', set_key: key, episode_id: crypto.randomUUID() })
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title="Routines" aside={<Button aria-expanded={making} onClick={() => setMaking(!making)}>One of your own</Button>}>real work, by invitation</Heading>
      {making && <OwnRoutine onSaved={() => setMaking(false)} />}
      {open.map((run) => {
        const known = routine(run.routine)
        return known && <Run key={run.key} run={run} routine={known} people={people} zone={zone} />
      })}
      <div className="no-print grid grid-cols-[repeat(auto-fit,minmax(min(20rem,100%),1fr))] gap-4">
        {data.routines.map((each) => (
          <section key={each.key} aria-label={each.name} className="panel flex flex-col gap-2 p-4">
            <h2>{each.name}</h2>
            {each.invitation && <p className="said text-lg text-ink">{each.invitation}</p>}
            <p className="text-[0.9375rem] text-ink-2">{counted(each.steps.length, 'step')}{timed(each)}; from about {plain(each.from_months, 0)} months{each.own && '; your own'}</p>
            {each.key === 'snack' && <Snack snack={data.snack} />}
            <div className="mt-auto flex flex-wrap gap-2">
              <Button look="main" size="touch" onClick={() => begin(each.key)}>Begin<span className="sr-only"> {each.name}</span></Button>
              <Button size="touch" onClick={() => { setPrinted(each.key); requestAnimationFrame(() => window.print()) }}>Print for the child<span className="sr-only">: {each.name}</span></Button>
            </div>
          </section>
        ))}
      </div>
      {data.past.length > 0 && (
        <section aria-label="Done lately" className="panel no-print p-4">
          <h2>Done lately</h2>
          <ul className="mt-2 text-[0.9375rem]">
            {data.past.map((run) => <li key={run.key} className="border-t border-line py-1 first:border-0">{dayOf(run.began, zone)}: {routine(run.routine)?.name}, {counted(run.done.length, 'step')}; {run.invited.map((each) => `${people.find((one) => one.id === each.child_id)?.name ?? 'a child'} ${each.answer === 'came' ? 'came' : 'would rather not'}`).join(', ') || 'nobody was invited'}</li>)}
          </ul>
        </section>
      )}
      {onPaper && <OnPaper routine={onPaper} />}
    </div>
  )
}

function timed(routine: Routine): string {
  const minutes = routine.steps.flatMap((each) => (each.timer_min === null ? [] : [plain(each.timer_min, 0)]))
  return minutes.length ? `, ${counted(minutes.length, 'timer')} (${minutes.join(' and ')} min)` : ''
}

function Snack({ snack }: { snack: Schemas['SnackOut'] }) {
  return (
    <div className="flex flex-col gap-1 text-[0.9375rem]">
      <p><strong>Now: {snack.name}.</strong> {snack.what}</p>
      {snack.for_each.length > 0 && <p>{snack.for_each.map((each) => `${each.child} ${each.pieces}`).join(', ')}; {snack.in_the_bowl} pieces in the bowl, and no more.</p>}
      {snack.cautions.map((each) => <p key={each} className="text-saffron">{each}</p>)}
      <Why reasons={snack.reasons} numbers={false} />
    </div>
  )
}

/** The list a child follows: one large square a step, to be drawn or filled with a photograph, few words. */
function OnPaper({ routine }: { routine: Routine }) {
  return (
    <section aria-label={`${routine.name}, on paper`} className="hidden print:block">
      <p className="mb-4 text-3xl font-bold">{routine.name}</p>
      <ol className="grid grid-cols-2 gap-4">
        {routine.steps.map((step, at) => (
          <li key={step.key} className="flex break-inside-avoid gap-3 rounded-xl border-2 border-black p-3">
            <span className="text-4xl font-bold">{at + 1}</span>
            <span className="flex flex-1 flex-col gap-2"><span className="grid h-32 place-items-center rounded-lg border border-dashed border-black p-2 text-center text-sm">{step.picture || 'a picture'}</span><span className="text-lg">{step.text}</span></span>
          </li>
        ))}
      </ol>
    </section>
  )
}

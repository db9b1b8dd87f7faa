import { useState } from 'react'
import { Check } from 'lucide-react'
import { Button } from '@/ui/Button'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { programNow } from '@/lib/time'
import { start } from '@/lib/timers'
import { plain, timeOfDay } from '@/lib/words'

type RunProps = { run: Schemas['RunOut']; routine: Schemas['RoutineOut']; people: readonly { id: number; name: string }[]; zone: string }
const ANSWERS = [['came', 'comes'], ['rather not', 'rather not']] as const

/** One time through a routine: who was invited and what they said, who does which step, and the timers. */
export function Run({ run, routine, people, zone }: RunProps) {
  const came = run.invited.filter((each) => each.answer === 'came').map((each) => each.child_id)
  const [doer, setDoer] = useState<number | null>(null)
  const by = doer ?? came[0] ?? null
  const work = { kind: 'routine', set_key: routine.key, episode_id: run.key } as const
  const nameOf = (id: number | null) => people.find((each) => each.id === id)?.name ?? 'an adult'
  return (
    <section aria-label={`${routine.name}, under way`} className="panel no-print flex flex-col gap-4 border-2 border-woad p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-lg">{routine.name} <span className="font-normal text-ink-2">since {timeOfDay(run.began, zone)}</span></h2>
        <Button size="touch" onClick={() => write({ ...work, run: 'end' })}>It is done</Button>
      </div>
      {routine.invitation && <p className="said text-xl text-ink">{routine.invitation}</p>}
      <div className="flex flex-col gap-2">
        {people.map((child) => (
          <div key={child.id} role="group" aria-label={`${child.name} was invited`} className="flex flex-wrap items-center gap-2">
            <span className="w-24 font-semibold">{child.name}</span>
            {ANSWERS.map(([outcome, label]) => {
              const on = run.invited.some((each) => each.child_id === child.id && each.answer === outcome)
              return <Button key={outcome} size="touch" look={on ? 'main' : 'plain'} aria-pressed={on} onClick={() => write({ ...work, run: 'invite', child_id: child.id, outcome })}>{label}</Button>
            })}
          </div>
        ))}
      </div>
      {came.length > 1 && (
        <div role="group" aria-label="Who does the next step" className="flex flex-wrap items-center gap-2">
          <span className="text-ink-2">the next step by</span>
          {[...came, 0].map((id) => <Button key={id} size="touch" aria-pressed={(by ?? 0) === id} look={(by ?? 0) === id ? 'main' : 'plain'} onClick={() => setDoer(id)}>{id === 0 ? 'an adult' : nameOf(id)}</Button>)}
        </div>
      )}
      <ol className="flex flex-col">
        {routine.steps.map((step) => {
          const done = run.done.find((each) => each.step === step.key)
          const tick = () => write(done ? { ...work, run: 'unstep', word: step.key } : { ...work, run: 'step', word: step.key, child_id: by || null })
          return (
            <li key={step.key} className={cx('flex flex-wrap items-start gap-3 border-t border-line py-2 first:border-0', run.next === step.key && 'bg-woad-2')}>
              <button type="button" role="checkbox" aria-checked={done !== undefined} onClick={tick} className="flex min-h-touch min-w-60 flex-1 items-center gap-3 text-left">
                <span className={cx('grid size-7 shrink-0 place-items-center rounded-md border-2', done ? 'border-moss bg-moss text-paper' : 'border-edge')}>{done && <Check size={18} aria-hidden />}</span>
                <span>
                  <span className={cx('block text-lg', done && 'text-ink-2')}>{step.text}</span>
                  {step.who !== 'child' && <span className="block text-sm text-ink-2">{step.who === 'together' ? 'together' : 'the adult'}</span>}
                  {done && <span className="block text-sm text-ink-2">{nameOf(done.child_id)}, {timeOfDay(done.at, zone)}</span>}
                  {step.caution && <span className="block text-[0.9375rem] text-saffron">{step.caution} <span className="text-ink-3">({step.source})</span></span>}
                </span>
              </button>
              {step.timer_min !== null && <Button size="touch" onClick={() => start(run.key, step.key, `${routine.name}: ${step.text.toLowerCase()}`, step.timer_min ?? 0, programNow())}>Start {plain(step.timer_min, 0)} min</Button>}
            </li>
          )
        })}
      </ol>
    </section>
  )
}

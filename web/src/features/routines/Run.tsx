import { say } from '@/lib/say'
import { useCallback, useState } from 'react'
import { Check } from 'lucide-react'
import { Button } from '@/ui/Button'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { holds, type Run as Going } from '@/lib/runs'
import { programNow } from '@/lib/time'
import { start } from '@/lib/timers'
import { plain, timeOfDay } from '@/lib/words'
import { StepPicture } from './StepPicture'

type Person = { id: number; name: string }
type RunProps = { run: Going; routine: Schemas['RoutineOut']; people: readonly Person[]; adults: readonly Person[]; zone: string }
type Step = Schemas['StepOut']
const ANSWERS = [['came', say('comes')], ['rather not', say('rather not')]] as const
const WHO = { together: say('together'), adult: say('the adult'), child: '' } as const

/** What was begun a moment ago is brought into view: it was begun from far down the page. */
const justBegun = (began: string) => programNow() - Date.parse(began) < 3000

/** One time through a routine: who was invited and what they said, who does which step, piles, and the timers. */
export function Run({ run, routine, people, adults, zone }: RunProps) {
  const came = run.invited.filter((each) => each.answer === 'came').map((each) => each.child_id)
  const [doer, setDoer] = useState<number | null>(null)
  const show = useCallback((section: HTMLElement | null) => { if (section && justBegun(run.began)) section.scrollIntoView({ block: 'start' }) }, [run.began])
  const by = doer ?? came[0] ?? null
  const work = { kind: 'routine', set_key: routine.key, episode_id: run.key } as const
  const nameOf = (id: number | null) => people.find((each) => each.id === id)?.name ?? say('an adult')
  const tick = (key: string, done: boolean) => write(done ? { ...work, run: 'unstep', word: key } : { ...work, run: 'step', word: key, child_id: by || null })
  return (
    <section ref={show} aria-label={say('{routine}, under way', { routine: routine.name })} className="panel no-print flex flex-col gap-4 border-2 border-woad p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-lg">{routine.name} <span className="font-normal text-ink-2">{say('since {time}', { time: timeOfDay(run.began, zone) })}</span></h2>
        <Button size="touch" onClick={() => write({ ...work, run: 'end' })}>{say('It is done')}</Button>
      </div>
      {routine.invitation && <p className="said text-xl text-ink">{routine.invitation}</p>}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(24rem,100%),1fr))] gap-2">
        {people.map((child) => (
          <div key={child.id} role="group" aria-label={say('{child} was invited', { child: child.name })} className="flex flex-wrap items-center gap-2">
            <span className="w-24 font-semibold">{child.name}</span>
            {ANSWERS.map(([outcome, label]) => {
              const on = run.invited.some((each) => each.child_id === child.id && each.answer === outcome)
              return <Button key={outcome} size="touch" look={on ? 'main' : 'plain'} pressed={on} onClick={() => write({ ...work, run: 'invite', child_id: child.id, outcome })}>{label}</Button>
            })}
          </div>
        ))}
      </div>
      {came.length > 1 && (
        <div role="group" aria-label={say('Who does the next step')} className="flex flex-wrap items-center gap-2">
          <span className="text-ink-2">{say('the next step by')}</span>
          {[...came, 0].map((id) => <Button key={id} size="touch" pressed={(by ?? 0) === id} look={(by ?? 0) === id ? 'main' : 'plain'} onClick={() => setDoer(id)}>{id === 0 ? say('an adult') : nameOf(id)}</Button>)}
        </div>
      )}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(24rem,100%),1fr))] gap-2"><Branches run={run} routine={routine} onFound={(word, right) => write({ ...work, run: 'branch', word, right })} /></div>
      <ol className="flex flex-col">
        {routine.steps.filter((step) => holds(run, step)).map((step) => {
          const done = run.done.find((each) => each.step === step.key)
          return (
            <li key={step.key} className={cx('flex flex-wrap items-start gap-3 border-t border-line py-2 first:border-0', run.next === step.key && 'bg-woad-2')}>
              <button type="button" role="checkbox" aria-checked={done !== undefined} onClick={() => tick(step.key, done !== undefined)} className="flex min-h-touch min-w-60 flex-1 items-center gap-3 text-left">
                <span className={cx('grid size-7 shrink-0 place-items-center rounded-md border-2', done ? 'border-moss bg-moss text-paper' : 'border-edge')}>{done && <Check size={18} aria-hidden />}</span>
                <StepPicture routine={routine.key} step={step} />
                <span>
                  <span className={cx('block text-lg', done && 'text-ink-2')}>{step.text}</span>
                  {step.amount && <span className="block font-semibold">{step.amount}</span>}
                  {step.who !== 'child' && <span className="block text-sm text-ink-2">{WHO[step.who]}</span>}
                  {done && <span className="block text-sm text-ink-2">{nameOf(done.child_id)}, {timeOfDay(done.at, zone)}</span>}
                  {step.caution && <span className="block text-[0.9375rem] text-saffron">{step.caution} {step.source && <span className="text-ink-3">({step.source})</span>}</span>}
                </span>
              </button>
              {step.timer_min !== null && <Button size="touch" onClick={() => start(run.key, step.key, `${routine.name}: ${step.text.toLowerCase()}`, step.timer_min ?? 0, programNow())}>{say('Start {timer_min} min', { timer_min: plain(step.timer_min) })}</Button>}
              {step.piles && <Piles step={step} run={run} people={people} adults={adults} onTick={tick} />}
            </li>
          )
        })}
      </ol>
    </section>
  )
}

/** What steps hang on, asked once: a step that does not hold is passed over. */
function Branches({ run, routine, onFound }: { run: Going; routine: Schemas['RoutineOut']; onFound: (branch: string, holds: boolean) => void }) {
  const asked = [...new Set(routine.steps.map((step) => step.only_if).filter(Boolean))]
  return asked.map((branch) => {
    const found = run.branches.find((each) => each.branch === branch)
    return (
      <div key={branch} role="group" aria-label={say('Whether {branch}', { branch })} className="flex flex-wrap items-center gap-2">
        <span className="min-w-40">{say('If {branch}:', { branch })}</span>
        {[true, false].map((yes) => <Button key={String(yes)} size="touch" look={found?.holds === yes ? 'main' : 'plain'} pressed={found?.holds === yes} onClick={() => onFound(branch, yes)}>{yes ? say('it is so') : say('not today')}</Button>)}
      </div>
    )
  })
}

type PilesProps = { step: Step; run: Going; people: readonly Person[]; adults: readonly Person[]; onTick: (key: string, done: boolean) => void }

/** The piles of a step: one a person of the house, or one a kind. */
function Piles({ step, run, people, adults, onTick }: PilesProps) {
  const named = step.piles === 'by kind' ? step.kinds.map((name, at) => ({ key: `kind-${at + 1}`, name }))
    : [...people.map((each) => ({ key: `child-${each.id}`, name: each.name })), ...adults.map((each) => ({ key: `adult-${each.id}`, name: each.name }))]
  return (
    <div role="group" aria-label={say('Piles: {step}', { step: step.text })} className="flex w-full flex-wrap gap-2 pl-10">
      {named.map((pile) => {
        const key = `${step.key}/${pile.key}`
        const done = run.done.some((each) => each.step === key)
        return <Button key={key} size="touch" look={done ? 'main' : 'plain'} pressed={done} onClick={() => onTick(key, done)}>{done && <Check size={16} aria-hidden />}{pile.name}</Button>
      })}
    </div>
  )
}

import { say, word } from '@/lib/say'
import type { ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'

export type StepName = Schemas['WelcomeStepOut']['name']
/** One step of the first evening: its name on the string, its one question, why it is asked, and its form. */
export type Step = { name: StepName; says: string; title: string; why: string; body: ReactNode; state: 'open' | 'done' | 'later'; later?: string }

type WelcomeProps = { steps: readonly Step[]; at: StepName; go: (step: StepName) => void; onLater: (step: StepName) => void; before?: ReactNode }

/** Welcome: from an empty house to a first shelf, one question at a time. Each can be put off. */
export function WelcomeView({ steps, at, go, onLater, before }: WelcomeProps) {
  const here = steps.findIndex((each) => each.name === at)
  const step = steps[here]
  if (!step) return null
  return (
    <div className="by-thumb mx-auto flex w-full max-w-5xl flex-1 flex-col gap-4 px-5 py-5 max-[500px]:px-3">
      <Heading title={say('Welcome')} />
      {before}
      <nav aria-label={say('Steps')} className="relative flex justify-between">
        <span aria-hidden className="absolute inset-x-3 top-[15px] h-0.5 bg-ink-2" />
        {steps.map((each, n) => (
          <button key={each.name} type="button" disabled={n > 0 && steps[0]?.state !== 'done'} aria-current={n === here ? 'step' : undefined} onClick={() => go(each.name)}
            className="relative flex min-h-touch min-w-12 flex-col items-center gap-1 px-1 pt-2 text-sm disabled:text-ink-3"
          >
            <span aria-hidden className={cx('size-4 rounded-full border-2', n === here ? 'border-woad bg-woad' : each.state === 'done' ? 'border-woad bg-woad-2' : 'border-ink-2 bg-paper')} />
            <span className={cx(n === here ? 'font-bold' : 'max-[500px]:sr-only')}>{each.says}</span>
          </button>
        ))}
      </nav>
      <section aria-label={step.title} key={step.name} className="panel flex flex-col gap-4 p-6 max-[500px]:p-4">
        <div><h2 className="text-xl">{step.title}</h2><p className="mt-1 text-ink-2">{word(step.why)}</p></div>
        {step.body}
        {step.later && <Button look="quiet" size="touch" className="self-start" onClick={() => onLater(step.name)}>{step.later}</Button>}
      </section>
    </div>
  )
}

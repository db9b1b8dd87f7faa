import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { cx } from '@/lib/cx'

/** One step of the first morning: its name on the string, why it is asked, and its form. `next` goes on. */
export type Step = { name: string; title: string; why: string; body: (next: () => void) => ReactNode; done: boolean; optional?: string }

/** Welcome: from an empty house to a shelf with a reason, one question at a time. */
export function WelcomeView({ steps, at, go }: { steps: readonly Step[]; at: number; go: (at: number) => void }) {
  const step = steps[at]
  const next = () => go(at + 1)
  if (!step) return <Ready />
  return (
    <div className="mx-auto flex w-full max-w-4xl flex-1 flex-col gap-5 px-5 py-6">
      <Heading title="Welcome" />
      <nav aria-label="Steps" className="relative flex justify-between">
        <span aria-hidden className="absolute inset-x-3 top-[7px] h-0.5 bg-ink-2" />
        {steps.map((each, n) => (
          <button key={each.name} type="button" disabled={n > at && !each.done} aria-current={n === at ? 'step' : undefined} onClick={() => go(n)}
            className="relative flex min-h-control flex-col items-center gap-1 px-1 text-sm disabled:text-ink-3">
            <span aria-hidden className={cx('size-4 rounded-full border-2', n === at ? 'border-woad bg-woad' : each.done ? 'border-woad bg-woad-2' : 'border-ink-2 bg-paper')} />
            <span className={cx(n === at && 'font-bold')}>{each.name}</span>
          </button>
        ))}
      </nav>
      <section aria-label={step.title} className="panel flex flex-col gap-4 p-6" key={step.name}>
        <div><h2 className="text-xl">{step.title}</h2><p className="mt-1 text-ink-2">{step.why}</p></div>
        {step.body(next)}
        {step.optional && <Button look="quiet" className="self-start" onClick={next}>{step.optional}</Button>}
      </section>
    </div>
  )
}

function Ready() {
  return (
    <div className="mx-auto flex w-full max-w-2xl flex-1 flex-col gap-4 px-5 py-8">
      <Heading title="The house is ready" />
      <p className="text-ink-2">Put a few trays on the shelf: few things, each in its place. The margin says what it found and what would cure it. Then begin a morning in Watch.</p>
      <div className="flex gap-3">
        <Link className="rounded-control bg-woad px-4 py-2.5 font-semibold text-paper" to="/shelf">Go to the shelf</Link>
        <Link className="rounded-control border border-edge bg-paper px-4 py-2.5 font-semibold" to="/today">Go to Today</Link>
      </div>
    </div>
  )
}

import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Picture } from '@/ui/drawing/Picture'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'

type Series = Schemas['SeriesOut']

/** What is shown to everybody in small steps over days: carrying, a mat, a door, meeting one another. */
export function SeriesList({ series, today }: { series: readonly Series[]; today: string }) {
  return (
    <section aria-label={say('Over days')} className="flex flex-col gap-2">
      <h2>{say('Shown over days')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{sayRich('A few minutes each, to one child or to all. Planned, they stand on <a>Weeks</a> and on Today, and can be moved there.', { a: (inner) => <Link className="text-woad underline" to="/weeks">{inner}</Link> })}</p>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(20rem,100%),1fr))] gap-4">{series.map((each) => <li key={each.key} className="panel flex flex-col gap-2 p-4"><One series={each} today={today} /></li>)}</ul>
    </section>
  )
}

function One({ series, today }: { series: Series; today: string }) {
  const [first, setFirst] = useState(today)
  const [every, setEvery] = useState('2')
  const plan = useWrite(async () => {
    await answer(client.POST('/api/talks/series/{key}', { params: { path: { key: series.key } }, body: { first, every: Number(every) || 0 } }))
    await refresh()
  })
  return (
    <>
      <h3 className="font-bold">{series.name}</h3>
      <ol className="flex flex-col gap-1.5">
        {series.steps.map((step) => (
          <li key={step.text} className="flex items-start gap-2">
            <Picture name={step.picture} size={32} />
            <span className="text-[0.9375rem]">{step.text}{step.due && <span className="text-ink-2"> · {step.done_on ? say('shown {day}', { day: calendarDay(step.done_on) }) : calendarDay(step.due)}</span>}{step.caution && <span className="block text-saffron">{step.caution}</span>}</span>
          </li>
        ))}
      </ol>
      <form className="mt-auto flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); void plan.run() }}>
        <Field label={say('From')} type="date" min={today} value={first} onChange={(event) => setFirst(event.target.value)} />
        <Field label={say('Every')} unit="days" className="w-24" inputMode="numeric" value={every} onChange={(event) => setEvery(event.target.value)} />
        <Button type="submit" disabled={plan.busy || !first}>{say('Plan it')}<span className="sr-only">: {series.name}</span></Button>
      </form>
      {plan.failed && <Notice tone="must" role="alert">{plan.failed.message}</Notice>}
    </>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import type { Schemas } from '@/lib/http'
import { storyQuery } from '@/lib/queries'
import { Pictures } from './Pictures'
import { StoryForm } from './StoryForm'
import { Year } from './Year'

type Child = Schemas['ChildOut']
export type Paper = 'A4' | 'Letter'
export const link = 'inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2'
type TellingProps = { child: Child; people: readonly Child[]; today: string; paper: Paper; onChild: (id: number) => void }

const monthsBefore = (day: string, months: number): string => {
  const at = new Date(`${day}T12:00:00Z`)
  at.setUTCMonth(at.getUTCMonth() - months)
  return at.toISOString().slice(0, 10)
}

/** Telling: a child's story for the family, the week for the fridge, how it stands for the other adults, the year. */
export function TellingView({ child, people, today, paper: usual, onChild }: TellingProps) {
  const [from, setFrom] = useState(monthsBefore(today, 3))
  const [until, setUntil] = useState(today)
  const [paper, setPaper] = useState<Paper>(usual)
  const asked = /^\d{4}-\d\d-\d\d$/
  const whole = asked.test(from) && asked.test(until)
  const { data: story, error } = useQuery({ ...storyQuery(child.id, from, until), enabled: whole })
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Telling')}>{say('what was seen, for those who were not there')}</Heading>
      <div className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] items-start gap-4 max-[900px]:grid-cols-1">
        <section className="panel flex flex-col gap-4 p-4" aria-label={say('The story of a child')}>
          <div className="flex flex-wrap items-end gap-3">
            <ChoiceRow label={say('The story of')} choices={people.map((each) => ({ value: String(each.id), label: each.name }))} value={String(child.id)} onChange={(id) => onChild(Number(id))} />
            <Field label={say('From')} type="date" value={from} max={until} onChange={(event) => setFrom(event.target.value)} />
            <Field label={say('Until')} type="date" value={until} max={today} onChange={(event) => setUntil(event.target.value)} />
            <ChoiceRow label={say('On')} choices={[{ value: 'A4', label: say('A4') }, { value: 'Letter', label: say('Letter') }]} value={paper} onChange={setPaper} />
          </div>
          {error && <Notice tone="must" role="alert">{error.message}</Notice>}
          {!story && !error && <Waiting error={null} />}
          {story && <StoryForm key={`${child.id} ${from} ${until}`} story={story} paper={paper} />}
        </section>
        <div className="flex flex-col gap-4">
          <section className="panel flex flex-col gap-3 p-4" aria-label={say('On one page')}>
            <h2>{say('On one page')}</h2>
            <p className="text-[0.9375rem] text-ink-2">{say('For the fridge: what each child did this week, and what is planned. For the other adults: what to mind, whom with, what stands where.')}</p>
            <div className="flex flex-wrap gap-2">
              <a className={link} href={`/api/telling/week.pdf?paper=${paper}`} target="_blank" rel="noreferrer">{say('The week')}</a>
              <a className={link} href={`/api/telling/standing.pdf?paper=${paper}`} target="_blank" rel="noreferrer">{say('How it stands, what to mind')}</a>
            </div>
          </section>
          <Pictures people={people} child={child} />
        </div>
      </div>
      <Year />
    </div>
  )
}

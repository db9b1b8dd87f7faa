import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { completedQuery, watchQuery } from '@/lib/queries'
import { Phrases } from './Phrases'
import { Questions } from './Questions'
import { TellMorning } from './TellMorning'

type EveningViewProps = { people: readonly { id: number; name: string }[]; today: string; zone: string }

/** Evening: what was left open is asked once; a morning nobody logged is told in one go. */
export function EveningView({ people, today, zone }: EveningViewProps) {
  const { data: watch, error } = useQuery(watchQuery)
  if (!watch) return <Waiting error={error} />
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title="Evening" aside={<><Link className="text-woad underline underline-offset-4" to="/tomorrow">Tomorrow, child by child</Link><Link className="text-woad underline underline-offset-4" to="/cycle">Read the last work cycle</Link></>}>
        {watch.questions.length === 0 ? 'nothing is left open' : 'a few things were left open'}
      </Heading>
      <Completed />
      <Questions questions={watch.questions} people={people} zone={zone} />
      <TellMorning watch={watch} today={today} zone={zone} />
      <Phrases phrases={watch.phrases} />
    </div>
  )
}

/** A step that was completed today, said once and quietly. */
function Completed() {
  const { data } = useQuery(completedQuery)
  if (!data || data.steps.length === 0) return null
  return (
    <ul aria-label="Completed today" className="text-ink-2">
      {data.steps.map((each) => (
        <li key={`${each.child_id} ${each.step.title}`}>
          {each.child} knows <Link className="text-woad underline underline-offset-4" to={`/ladders?child=${each.child_id}&step=${each.step.key}:${each.step.level}`}>{each.step.title}</Link> now.{each.leads_to.length > 0 && ` It leads to ${each.leads_to.map((step) => step.title).join('; ')}.`}
        </li>
      ))}
    </ul>
  )
}

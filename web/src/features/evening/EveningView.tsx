import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
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
      <Heading title={say('Evening')} aside={<><Link className="text-woad underline underline-offset-4" to="/tomorrow">{say('Tomorrow, child by child')}</Link><Link className="text-woad underline underline-offset-4" to="/cycle">{say('Read the last work cycle')}</Link></>}>
        {watch.questions.length === 0 ? say('nothing is left open') : say('a few things were left open')}
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
    <ul aria-label={say('Completed today')} className="text-ink-2">
      {data.steps.map((each) => (
        <li key={`${each.child_id} ${each.step.title}`}>
          {sayRich('{child} knows <a>{step}</a> now.{leads_to}', { child: each.child, step: each.step.title, a: (inner) => <Link className="text-woad underline underline-offset-4" to={`/ladders?child=${each.child_id}&step=${each.step.key}:${each.step.level}`}>{inner}</Link>, leads_to: each.leads_to.length > 0 && say(' It leads to {leads_to}.', { leads_to: each.leads_to.map((step) => step.title).join('; ') }) })}
        </li>
      ))}
    </ul>
  )
}

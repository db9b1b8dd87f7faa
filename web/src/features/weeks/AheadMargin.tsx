import { say } from '@/lib/say'
import { fixed } from '@/lib/words'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { shortDay, weekDay } from '@/lib/days'
import { answer, client, type Schemas } from '@/lib/http'
import { lookAheadQuery, reviewQuery } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Progress } from '@/ui/Progress'
import { useWrite } from '@/ui/useWrite'

type Range = Schemas['RangeOut']
type Ahead = Schemas['LookAheadOut']

/** Look ahead: this house simulated onward, told as ranges; and how its last changes were taken. */
export function AheadMargin() {
  const [id, setId] = useState<number | null>(null)
  const { data } = useQuery(lookAheadQuery(id))
  const start = useWrite(async () => { setId(Number((await answer(client.POST('/api/ahead'))).id)) })
  const stop = useWrite(async () => { if (id !== null) await answer(client.POST('/api/plan/{solve_id}/stop', { params: { path: { solve_id: id } } })) })
  const working = start.busy || (id !== null && (!data || data.status === 'working'))
  return (
    <div className="flex flex-col gap-4">
      <h2 className="text-xl">{say('Look ahead')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{say('This house, lived on for eight weeks two hundred times in a model: when levels are likely mastered, when a place on the shelf wants a change, and what runs out. Ranges hold about four in five. A model, never a claim about a child.')}</p>
      {start.failed && <Notice tone="must" role="alert">{start.failed.message}</Notice>}
      {working ? <div className="flex flex-col gap-2"><Progress label={say('Living it through')} {...(data?.of ? { share: data.done / data.of } : { usualS: 4 })} /><Button onClick={() => void stop.run()}>{say('Stop, and tell what there is')}</Button></div>
        : <Button look="main" onClick={() => void start.run()}>{data?.runs ? say('Look again') : say('Look ahead')}</Button>}
      {data && data.status === 'failed' && <Notice tone="should" role="status">{data.message}</Notice>}
      {data && data.runs > 0 && !working && <Told ahead={data} />}
      <Review />
    </div>
  )
}

const range = ({ low, middle, high }: Range) => (low === null ? say('later than eight weeks') : low === high ? shortDay(low) : say('{day} to {high}{middle}', { day: shortDay(low), high: high ? shortDay(high) : say('later'), middle: middle ? say(', half by {day}', { day: shortDay(middle) }) : '' }))

function Told({ ahead }: { ahead: Ahead }) {
  const lines = (title: string, each: readonly { name: string; range: Range }[]) => each.length > 0 && (
    <section aria-label={title}><h3>{title}</h3><ul className="text-[0.9375rem]">{each.map((one) => <li key={one.name} className="border-t border-line py-1"><span className="font-semibold">{one.name}</span><span className="block text-ink-2">{range(one.range)}</span></li>)}</ul></section>
  )
  return (
    <div role="region" aria-label={say('What the model says')} className="flex flex-col gap-4">
      <p className="text-sm text-ink-2">{say('{runs}, {seconds} s.', { runs: say('{n, plural, one {# run} other {# runs}}', { n: ahead.runs }), seconds: fixed(ahead.seconds, 1) })}</p>
      {lines(say('A place wants a change'), ahead.changes.map((each) => ({ name: each.tray, range: each.range })))}
      {lines(say('Likely mastered'), ahead.mastered.map((each) => ({ name: `${each.child}: ${each.tray}`, range: each.range })))}
      {lines(say('Runs out'), ahead.out_of.map((each) => ({ name: each.tray, range: each.range })))}
      {ahead.policies.length > 0 && (
        <section aria-label={say('Ways to change the shelf, compared')}>
          <h3>{say('Ways to change the shelf, in this model')}</h3>
          <table className="w-full text-sm"><thead><tr className="text-left text-ink-2"><th className="font-normal">{say('eight weeks')}</th><th className="font-normal">{say('newly mastered')}</th><th className="font-normal">{say('work a cycle')}</th><th className="font-normal">{say('trays changed')}</th></tr></thead>
            <tbody>{ahead.policies.map((each) => <tr key={each.policy} className="border-t border-line align-top"><th className="py-1 pr-2 text-left font-semibold">{each.policy}</th><td>{spread(each.mastered, 0)}</td><td>{spread(each.picks, 1)}</td><td>{spread(each.swapped, 0)}</td></tr>)}</tbody>
          </table>
        </section>
      )}
    </div>
  )
}

const spread = (values: readonly number[], decimals: number) => say('{values} ({values2} to {values3})', { values: fixed(values[1] ?? 0, decimals), values2: fixed(values[0] ?? 0, decimals), values3: fixed(values[2] ?? 0, decimals) })
const HOW: Record<Schemas['CameTakenOut']['how'], string> = { 'taken': say('taken'), 'left alone': say('left alone'), 'too early': say('too early to say') }

/** How the last changes were taken, and what that says for the next. */
export function Review() {
  const { data } = useQuery(reviewQuery)
  if (!data || data.changes.length === 0) return null
  return (
    <section aria-label={say('How the last changes were taken')}>
      <h3>{say('How the last changes were taken')}</h3>
      {data.reasons.map((each) => <p key={each.text} className="text-[0.9375rem]">{each.text}</p>)}
      <ul className="mt-1 text-[0.9375rem]">{data.changes.map((each, at) => (
        <li key={at} className="border-t border-line py-1.5"><span className="font-semibold">{weekDay(each.day)}</span>{each.out.length > 0 && <span className="block text-ink-2">{say('{out} out', { out: each.out.join(', ') })}</span>}
          {each.came.map((one) => <span key={one.tray} className="block">{one.tray}: {HOW[one.how]}{one.of > 0 && say(', in {chosen} of its first {cycles}', { chosen: one.chosen, cycles: say('{n, plural, one {# work cycle} other {# work cycles}}', { n: one.of }) })}</span>)}
        </li>
      ))}
      </ul>
    </section>
  )
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { TakePicture } from '@/ui/TakePicture'
import { useWrite } from '@/ui/useWrite'
import { answer, client, sendFile, type Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { refresh, scriptQuery } from '@/lib/queries'
import { calendarDay, dayOf } from '@/lib/words'
import { Several } from './Several'

type Script = Schemas['ScriptOut']
type ScriptViewProps = { child: number; tray: number; today: string; zone: string }
const STYLES = [{ value: 'silent', label: say('Silent') }, { value: 'spoken', label: say('Spoken') }, { value: 'together', label: say('Together') }] as const
type Style = (typeof STYLES)[number]['value']

/** How a tray is shown to a child: step by step, to be read standing beside it; and how it went, in one tap. */
export function ScriptView({ child, tray, today, zone }: ScriptViewProps) {
  const { data: script, error } = useQuery(scriptQuery(child, tray))
  const [style, setStyle] = useState<Style | null>(null)
  const [said, setSaid] = useState('')
  if (!script) return <Waiting error={error} />
  const chosen = style ?? script.style as Style
  const manner = script.manners.find((each) => each.style === chosen)
  const went = (outcome: string) => {
    write({ kind: 'showed', child_id: child, tray_id: tray, outcome })
    setSaid(say('Written down: {child} {outcome}.', { child: script.child, outcome }))
  }
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('{tray}, for {child}', { tray: script.tray, child: script.child })} aside={<Button onClick={() => window.print()}>{say('Print')}</Button>}>
        {script.shown.length === 0 ? say('first showing') : say('shown {times}; again', { times: say('{n, plural, one {# time} other {# times}}', { n: script.shown.length }) })}
      </Heading>
      <div className="grid grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] items-start gap-4 max-[860px]:grid-cols-1">
        <section aria-label={say('The script')} className="panel flex flex-col gap-4 p-5">
          <div className="no-print"><ChoiceRow label={say('How it is shown')} choices={STYLES} value={chosen} onChange={setStyle} /></div>
          <p className="text-ink-2">{word(manner?.manner)}</p>
          {script.waits.map((why) => <Notice key={why.text} tone="should">{say('{why} You may show it all the same.', { why: why.text })}</Notice>)}
          {script.condition && <Notice tone="should">{script.condition}</Notice>}
          {script.supervision !== 'none' && <Notice tone="should">{say('{part} Makers’ instructions and your own judgement stand above this.', { part: script.supervision === 'touch' ? say('Within arm’s reach all the time.') : say('Under your eyes.') })}</Notice>}
          {script.foods.map((each) => <Notice key={each.text} tone={each.severity}>{each.text} <span className="text-sm text-ink-3">({each.source})</span></Notice>)}
          <p className="said text-2xl text-ink">{manner?.opening}</p>
          {script.beforehand.length > 0 && <p><strong>{say('Beforehand, you.')}</strong> {script.beforehand.join(' ')}</p>}
          {script.changes && <p className="text-ink-2"><strong>{say('At this level.')}</strong> {script.changes}</p>}
          <ol className="flex flex-col gap-3">
            {script.steps.map((step, at) => (
              <li key={step} className="flex gap-4"><span className="w-6 pt-1.5 text-right text-ink-3 tabular-nums">{at + 1}</span><span className="said text-[1.375rem] leading-snug text-ink">{step}</span></li>
            ))}
          </ol>
          {script.steps.length === 0 && <p className="text-ink-2">{say('The card of this tray has no script. Do the work slowly by yourself once, and watch what your hands do: that is the script. You can write one under Files in the Cupboard.')}</p>}
          <p className="said text-2xl text-ink">{chosen === 'together' ? say('Now you.') : say('Would you like to try?')}</p>
          {script.clean_up && <p><strong>{say('Afterwards')}</strong> {script.clean_up}</p>}
          <div className="no-print flex flex-col gap-2">
            <p className="font-semibold" id="went">{say('How it went')}</p>
            <div role="group" aria-labelledby="went" className="flex flex-wrap gap-2">
              {script.outcomes.map((each, at) => <Button key={each} size="thumb" look={at === 0 ? 'main' : 'plain'} onClick={() => went(each)}>{script.child} {word(each)}</Button>)}
            </div>
            <p role="status" className="text-ink-2">{said}</p>
          </div>
          {script.with_children.length > 0 && <Several script={script} tray={tray} />}
        </section>
        <Beside script={script} child={child} today={today} zone={zone} />
      </div>
    </div>
  )
}

function Beside({ script, child, today, zone }: { script: Script; child: number; today: string; zone: string }) {
  return (
    <div className="flex flex-col gap-4">
      {script.interest.length > 0 && <Told title={say('Points of interest')} note={say('Slow down here.')}><ul className="said flex list-disc flex-col gap-1 pl-5 text-lg">{script.interest.map((each) => <li key={each}>{each}</li>)}</ul></Told>}
      {script.grid.length > 0 && <Told title={say('Asked of each thing')} note={say('Each child has a turn.')}><p className="said text-lg">{script.grid.join(' · ')}</p></Told>}
      {script.then.length > 0 && <Told title={say('Then, perhaps')}><p>{script.then.join('; ')}</p></Told>}
      {script.control && <Told title={say('What tells the child by itself')}><p>{script.control}</p></Told>}
      {(script.expects || script.not_yet) && <Told title={say('At this level')}><p>{script.expects && <>{say('Expected: {expects}', { expects: script.expects })}</>}</p><p className="text-ink-2">{script.not_yet && <>{say('Not yet: {not_yet}', { not_yet: script.not_yet })}</>}</p></Told>}
      <Told title={say('If it goes otherwise')}>
        {script.if_hard.length > 0 && <div className="mb-2"><p className="font-semibold">{say('It is too hard')}</p>{script.if_hard.map((each) => <p key={each} className="text-ink-2">{each}</p>)}</div>}
        <dl className="flex flex-col gap-2">{script.what_if.map((each) => <div key={each.what}><dt className="font-semibold">{word(each.what)}</dt><dd className="text-ink-2">{word(each.then)}</dd></div>)}</dl>
      </Told>
      {script.words.length > 1 && <Told title={say('Its words')}><p className="said text-lg">{script.words.join(' · ')}</p><Link className="self-start text-woad underline underline-offset-4" to={`/lesson?child=${script.child_id}&set=${script.lesson}`}>{say('In three periods, another time')}</Link></Told>}
      <Plan script={script} today={today} />
      {script.shown.length > 0 && (
        <Told title={say('Shown before')}><ul className="text-[0.9375rem]">{script.shown.map((each) => <Shown key={each.id} each={each} child={child} zone={zone} />)}</ul></Told>
      )}
    </div>
  )
}

function Shown({ each, child, zone }: { each: Script['shown'][number]; child: number; zone: string }) {
  const add = useWrite(async (file: File) => {
    await sendFile('POST', `/api/pictures?${new URLSearchParams({ children: String(child), showing: String(each.id) }).toString()}`, file)
    await refresh()
  })
  const remove = useWrite(async () => {
    await answer(client.DELETE('/api/showings/given/{showing_id}', { params: { path: { showing_id: each.id } } }))
    await refresh()
  })
  const day = dayOf(each.at, zone)
  return (
    <li className="flex flex-wrap items-center justify-between gap-2">
      <span>{day}{each.again ? say(', again') : ''}{each.outcome && `: ${each.outcome}`}{each.manner && `, ${each.manner}`}{each.adult && say(', by {adult}', { adult: each.adult })}</span>
      <span className="flex flex-wrap gap-2">
        <TakePicture label={say('A picture of the showing of {day}', { day })} says={say('A picture')} busy={add.busy} onFile={(file) => void add.run(file)} />
        <Button look="quiet" className="no-print" disabled={remove.busy} aria-label={say('Remove the showing of {day}', { day })} onClick={() => void remove.run()}>{say('Remove')}</Button>
      </span>
      {add.failed && <Notice tone="must" role="alert">{add.failed.message}</Notice>}
      {remove.failed && <Notice tone="must" role="alert">{remove.failed.message}</Notice>}
    </li>
  )
}

function Told({ title, note, children }: { title: string; note?: string; children: React.ReactNode }) {
  return <section aria-label={title} className="panel flex flex-col gap-2 p-4"><h2>{title}</h2>{note && <p className="text-sm text-ink-2">{note}</p>}{children}</section>
}

function Plan({ script, today }: { script: Script; today: string }) {
  const [day, setDay] = useState(today)
  const plan = useWrite(async () => {
    await answer(client.POST('/api/showings', { body: { child_id: script.child_id, tray_id: script.tray_id, day } }))
    await refresh()
  })
  const leave = useWrite(async (planned_id: number) => {
    await answer(client.DELETE('/api/showings/{planned_id}', { params: { path: { planned_id } } }))
    await refresh()
  })
  const failed = plan.failed ?? leave.failed
  return (
    <section aria-label={say('Plan it')} className="panel no-print flex flex-col gap-2 p-4">
      <h2>{say('Plan it')}</h2>
      {script.planned_id !== null && script.planned_day !== null && (
        <p className="flex flex-wrap items-center gap-2">{say('Planned for {day}.', { day: calendarDay(script.planned_day) })}{' '}<Button look="quiet" onClick={() => script.planned_id !== null && void leave.run(script.planned_id)}>{say('Leave it')}</Button></p>
      )}
      <form className="flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); void plan.run() }}>
        <Field label={say('On')} type="date" value={day} onChange={(event) => setDay(event.target.value)} />
        <Button type="submit" disabled={!day}>{script.planned_id === null ? say('Plan') : say('Move it')}</Button>
      </form>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
      <p className="text-sm text-ink-2">{sayRich('It stands on <a>Today</a> from that day until it was shown.', { a: (inner) => <Link className="text-woad underline" to="/today">{inner}</Link> })}</p>
    </section>
  )
}

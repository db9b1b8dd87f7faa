import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { heightsQuery, refresh } from '@/lib/queries'
import { calendarDay, fromMm, length, toMm, type Lengths } from '@/lib/words'
import { Wall } from './Wall'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

export type Aid = Schemas['AidOut']
type ForChild = Schemas['ForChildOut']

/** House heights: what lets a child do without being lifted or fetched for, room by room, now and in six months. */
export function HeightsView({ lengths }: { lengths: Lengths }) {
  const { data, error } = useQuery(heightsQuery)
  const [chosen, setChosen] = useState<number | null>(null)
  if (!data) return <Waiting error={error} />
  const each = data.children.find((one) => one.child === chosen) ?? data.children[0]
  if (!each) return <Nobody />
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('House heights')} aside={<Button className="no-print" onClick={() => window.print()}>{say('Print for every child')}</Button>}>
        {say('now, and on {day}', { day: calendarDay(data.later) })}
      </Heading>
      <div className="no-print grid grid-cols-[minmax(0,1fr)_minmax(18rem,24rem)] gap-5 max-[900px]:grid-cols-1">
        <div className="flex min-w-0 flex-col gap-4">
          <ChoiceRow label={say('For')} choices={data.children.map((one) => ({ value: String(one.child), label: one.name }))} value={String(each.child)} onChange={(value) => setChosen(Number(value))} />
          <Wall aids={each.aids} name={each.name} counterMm={data.counter_mm} basinMm={data.basin_mm} lengths={lengths} />
          <Surfaces counterMm={data.counter_mm} basinMm={data.basin_mm} lengths={lengths} key={`${data.counter_mm}:${data.basin_mm}`} />
          <OwnAid lengths={lengths} />
          <p className="text-sm text-ink-3">
            {say('Seat and table by EN 1729-1:2015 (from memory) from 80 cm of height, the rest by shares of the child’s height, common practice. A stool or step is used with an adult near. Fix what could fall; local codes and the makers’ instructions stand above this.')}
          </p>
        </div>
        <Rooms each={each} lengths={lengths} />
      </div>
      <Printed people={data.children} later={data.later} lengths={lengths} />
    </div>
  )
}

function Nobody() {
  return (
    <div className="panel mx-auto my-8 max-w-md p-6">
      <h1 className="mb-2">{say('House heights')}</h1>
      <h2>{say('No child yet')}</h2>
      <p className="my-3 text-ink-2">{say('Add a child, and measure how tall it is: every height here follows from that.')}</p>
      <Link className="text-woad underline underline-offset-4" to="/children">{say('Add a child')}</Link>
    </div>
  )
}

export const roomsOf = (aids: readonly Aid[]): [string, Aid[]][] => {
  const rooms = new Map<string, Aid[]>()
  for (const aid of aids) rooms.set(aid.room, [...(rooms.get(aid.room) ?? []), aid])
  return [...rooms]
}

/** A height or a span of heights in the household's unit; "not yet" for none. */
export function spanText(span: Aid['now'], lengths: Lengths): string {
  if (!span) return say('not yet')
  return span.low === span.high ? (span.low === 0 ? say('on the floor') : length(span.low, lengths)) : say('{low} to {high}', { low: length(span.low, lengths), high: length(span.high, lengths) })
}

function Rooms({ each, lengths }: { each: ForChild; lengths: Lengths }) {
  const tick = useWrite(async (key: string, done: boolean) => {
    await answer(client.POST('/api/heights/tick', { body: { child: each.child, key, done } }))
    await refresh()
  })
  const done = each.aids.filter((aid) => aid.done).length
  return (
    <section aria-label={say('Room by room for {each}', { each: each.name })} className="panel flex flex-col gap-3 p-4">
      <h2>{say('{done} of {aids} made for {each}', { done, aids: each.aids.length, each: each.name })}</h2>
      {tick.failed && <Notice tone="must" role="alert">{tick.failed.message}</Notice>}
      <First each={each} lengths={lengths} />
      {roomsOf(each.aids).map(([room, aids]) => (
        <div key={room}>
          <h3>{word(room)}</h3>
          <ul>
            {aids.map((aid) => (
              <li key={aid.key} className="border-t border-line py-1">
                <Tick label={aid.name} checked={aid.done} onChange={(checked) => void tick.run(aid.key, checked)} />
                <p className="pl-7 text-[0.9375rem]">
                  <strong>{spanText(aid.now, lengths)}</strong>{aid.now && aid.later && spanText(aid.now, lengths) !== spanText(aid.later, lengths) && <span className="text-ink-2">{say('; then {spanText}', { spanText: spanText(aid.later, lengths) })}</span>}
                  <span className="block text-sm text-ink-2">{aid.note}</span>
                </p>
                {aid.key.startsWith('own-') && <DropAid aid={aid} />}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  )
}

/** What would give most now: out of reach today, and wanted oftenest. */
function First({ each, lengths }: { each: ForChild; lengths: Lengths }) {
  const first = each.first.map((key) => each.aids.find((aid) => aid.key === key)).filter((aid) => aid !== undefined)
  if (first.length === 0) return null
  return (
    <div className="rounded-control bg-woad-2 p-3">
      <h3>{say('Would give {each} most now', { each: each.name })}</h3>
      <ol className="list-decimal pl-5">{first.map((aid) => <li key={aid.key}><strong>{aid.name}</strong>, {spanText(aid.now, lengths)}<span className="text-ink-2">{say('; wanted about {daily} times a day, and done without today', { daily: aid.daily })}</span></li>)}</ol>
    </div>
  )
}

function DropAid({ aid }: { aid: ForChild['aids'][number] }) {
  const drop = useWrite(async () => {
    await answer(client.DELETE('/api/heights/aids/{aid_id}', { params: { path: { aid_id: Number(aid.key.slice(4)) } } }))
    await refresh()
  })
  return <Button look="quiet" disabled={drop.busy} onClick={() => void drop.run()}>{say('Take {aid} off the list', { aid: aid.name })}</Button>
}

const AT = [['floor', say('on the floor')], ['knee', say('at the knee')], ['seat', say('to sit on')], ['elbow', say('at the elbow')], ['shoulder', say('at the shoulder')], ['eye', say('at the eyes')], ['head', say('at the top of the head')]] as const

/** A thing the household thought of itself: a folding step, a rail of hooks, a shelf in the shower. */
function OwnAid({ lengths }: { lengths: Lengths }) {
  const [name, setName] = useState('')
  const [room, setRoom] = useState('Bathroom')
  const [at, setAt] = useState<(typeof AT)[number][0]>('shoulder')
  const [high, setHigh] = useState('')
  const [daily, setDaily] = useState('2')
  const add = useWrite(async () => {
    const height_mm = high.trim() ? toMm(Number(high.replace(',', '.')) || 0, lengths) : null
    await answer(client.POST('/api/heights/aids', { body: { name, room, at, height_mm, daily: Number(daily) || 1 } }))
    setName('')
    await refresh()
  })
  return (
    <Fold title={say('A thing of your own')} className="no-print" titleClass="font-semibold text-woad">
      <form className="mt-2 flex flex-wrap items-end gap-3" noValidate onSubmit={(event) => { event.preventDefault(); void add.run() }}>
        <Field label={say('What')} value={name} maxLength={80} placeholder={say('folding step')} onChange={(event) => setName(event.target.value)} />
        <Field label={say('Room')} value={room} maxLength={40} onChange={(event) => setRoom(event.target.value)} />
        <SelectField label={say('How high')} value={at} onChoose={(picked) => setAt(picked as typeof at)}>{AT.map(([value, label]) => <Option key={value} value={value}>{word(label)}</Option>)}</SelectField>
        <Field label={say('or at one height')} unit={lengths} inputMode="decimal" value={high} onChange={(event) => setHigh(event.target.value)} />
        <Field label={say('Times a day')} inputMode="numeric" value={daily} onChange={(event) => setDaily(event.target.value)} />
        <Button type="submit" disabled={add.busy || !name.trim() || !room.trim()}>{say('Add it')}</Button>
      </form>
      {add.failed && <Notice tone="must" role="alert">{add.failed.message}</Notice>}
    </Fold>
  )
}

function Surfaces({ counterMm, basinMm, lengths }: { counterMm: number | null; basinMm: number | null; lengths: Lengths }) {
  const typed = (mm: number | null) => (mm === null ? '' : String(fromMm(mm, lengths)))
  const [counter, setCounter] = useState(typed(counterMm))
  const [basin, setBasin] = useState(typed(basinMm))
  const mm = (text: string) => (text.trim() ? toMm(Number(text.replace(',', '.')) || 0, lengths) : null)
  const save = useWrite(async () => {
    await answer(client.PUT('/api/household/surfaces', { body: { counter_mm: mm(counter), basin_mm: mm(basin) } }))
    await refresh()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-wrap items-end gap-3" noValidate onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <Field label={say('Kitchen counter')} unit={lengths} inputMode="decimal" value={counter} error={problem?.of('counter_mm')} onChange={(event) => setCounter(event.target.value)} />
      <Field label={say('Wash basin')} unit={lengths} inputMode="decimal" value={basin} error={problem?.of('basin_mm')} onChange={(event) => setBasin(event.target.value)} />
      <Button type="submit" disabled={save.busy}>{say('Save the heights')}</Button>
    </form>
  )
}

const STEPS: readonly string[] = ['basin', 'counter']

/** On paper: every child in a column, every thing in a row, a box to tick. */
function Printed({ people, later, lengths }: { people: readonly ForChild[]; later: string; lengths: Lengths }) {
  const first = people[0]
  if (!first) return null
  return (
    <table className="hidden w-full text-left text-[9pt] print:table" aria-hidden="true">
      <thead><tr><th>{say('Now; then on {day}', { day: calendarDay(later) })}</th>{people.map((each) => <th key={each.child}>{each.name}</th>)}</tr></thead>
      <tbody>
        {first.aids.map((aid, at) => (
          <tr key={aid.key} className="border-t border-line align-top">
            <td className="py-0.5 pr-2">{word(aid.room)}: {aid.name}</td>
            {people.map((each) => {
              const own = each.aids[at]
              return <td key={each.child} className="py-0.5 pr-2">{own?.done ? '☑' : '☐'} {own && spanText(own.now, lengths)}{own?.now && own.later && `; ${spanText(own.later, lengths)}`}{own && STEPS.includes(own.key) && <span className="block">{own.note}</span>}</td>
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

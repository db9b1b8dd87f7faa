import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { weekDay } from '@/lib/days'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { leaveQuery, refresh, thingsQuery } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import type { Arrives } from './types'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

type Person = { id: number; name: string }
type Came = Schemas['CameInIn']
const AGAIN = [['', 'once'], ['30', say('every month')], ['61', say('every two months')], ['91', say('every three months')]] as const

/** Something that arrives: told of, or there; what came waits in a bin, and what could leave for it. */
export function ArrivalMargin({ arrives, people, today, onGone }: { arrives: Arrives | undefined; people: readonly Person[]; today: string; onGone: (at: string) => void }) {
  return (
    <div className="flex flex-col gap-4">
      <h2 className="text-xl">{arrives ? arrives.name : say('Something arrives')}</h2>
      {arrives?.arrived ? <Waits arrives={arrives} /> : <Told key={arrives?.id ?? 0} arrives={arrives} people={people} today={today} onGone={onGone} />}
      {arrives && !arrives.arrived && <Receive arrives={arrives} />}
      {arrives && <LeaveFirst />}
    </div>
  )
}

function Told({ arrives, people, today, onGone }: { arrives: Arrives | undefined; people: readonly Person[]; today: string; onGone: (at: string) => void }) {
  const [name, setName] = useState(arrives?.name ?? '')
  const [day, setDay] = useState(arrives?.day ?? today)
  const [every, setEvery] = useState(arrives?.every_days ? String(arrives.every_days) : '')
  const [child, setChild] = useState(arrives?.child_id ? String(arrives.child_id) : '')
  const [giver, setGiver] = useState(arrives?.giver ?? '')
  const save = useWrite(async () => {
    const kept = await answer(client.POST('/api/arrivals', { body: { id: arrives?.id ?? 0, name, day, child_id: Number(child) || null, every_days: Number(every) || null, giver, note: arrives?.note ?? '' } }))
    await refresh()
    onGone(`arrival:${kept.id ?? 0}`)
  })
  const drop = useWrite(async () => { await answer(client.DELETE('/api/arrivals/{arrival_id}', { params: { path: { arrival_id: arrives?.id ?? 0 } } })); onGone('look'); await refresh() })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      {arrives && <p className="text-ink-2">{say('Comes {day}{part}.', { day: weekDay(arrives.day), part: arrives.giver ? say(', from {giver}', { giver: arrives.giver }) : '' })}</p>}
      <Field label={say('What')} value={name} maxLength={80} hint={say('A birthday parcel, a box that comes every two months.')} error={problem?.of('name')} onChange={(event) => setName(event.target.value)} />
      <Field label={say('When')} type="date" value={day} error={problem?.of('day')} onChange={(event) => setDay(event.target.value)} />
      <SelectField label={say('How often')} value={every} onChoose={setEvery}>{AGAIN.map(([value, words]) => <Option key={value} value={value}>{word(words)}</Option>)}{every && !AGAIN.some(([value]) => value === every) && <Option value={every}>{say('every {every} days', { every })}</Option>}</SelectField>
      <SelectField label={say('For')} value={child} onChoose={setChild}><Option value="">{say('the house')}</Option>{people.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</SelectField>
      <Field label={say('From whom')} value={giver} maxLength={80} onChange={(event) => setGiver(event.target.value)} />
      {save.failed && !problem?.errors.length && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look={arrives ? 'plain' : 'main'} disabled={save.busy || !name.trim() || !day}>{arrives ? say('Keep it') : say('Put it on the string')}</Button>
        {arrives && <Button look="warn" disabled={drop.busy} onClick={() => void drop.run()}>{say('Take it off')}</Button>}
      </div>
    </form>
  )
}

/** It is there: what came out of it, each with the age of its box. */
function Receive({ arrives }: { arrives: Arrives }) {
  const { data: things } = useQuery(thingsQuery)
  const [came, setCame] = useState<Came[]>([])
  const [name, setName] = useState('')
  const [kind, setKind] = useState('')
  const [years, setYears] = useState('')
  const [bin, setBin] = useState('')
  const receive = useWrite(async () => {
    await answer(client.POST('/api/arrivals/{arrival_id}/receive', { params: { path: { arrival_id: arrives.id } }, body: { came, bin } }))
    await refresh()
  })
  const add = () => { setCame([...came, { name, kind, count: 1, box_months: years ? Math.round(Number(years) * 12) : null }]); setName(''); setYears('') }
  return (
    <Fold title={say('It has arrived')} titleClass="font-semibold">
      <div className="mt-2 flex flex-col gap-3">
        <ul>{came.map((each, at) => <li key={at} className="flex items-center justify-between gap-2 border-t border-line py-1"><span><strong>{each.name}</strong> <span className="text-ink-2">{word(each.kind)}{each.box_months ? say(', from {box_months} months by its box', { box_months: each.box_months }) : ''}</span></span><Button aria-label={say('Without {each}', { each: each.name })} onClick={() => setCame(came.filter((_, n) => n !== at))}>{say('Without')}</Button></li>)}</ul>
        <form className="flex flex-col gap-2" onSubmit={(event) => { event.preventDefault(); add() }}>
          <Field label={say('What came')} value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
          <SelectField label={say('What kind of thing')} value={kind} onChoose={setKind}><Option value="">{say('choose')}</Option>{(things?.kinds ?? []).map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
          <Field label={say('Age on its box')} unit="years" inputMode="decimal" value={years} onChange={(event) => setYears(event.target.value)} hint={say('Nothing, if there is none.')} />
          <Button type="submit" disabled={!name.trim() || !kind}>{say('Add it to what came')}</Button>
        </form>
        <Field label={say('Waits in')} value={bin} maxLength={80} placeholder={say('Bin 5')} list="bins-of-arrivals" onChange={(event) => setBin(event.target.value)} />
        <datalist id="bins-of-arrivals">{(things?.bins ?? []).map((each) => <option key={each} value={each} />)}</datalist>
        {receive.failed && <Notice tone="must" role="alert">{receive.failed.message}</Notice>}
        <Button look="main" disabled={receive.busy || came.length === 0} onClick={() => void receive.run()}>{say('It is here')}</Button>
      </div>
    </Fold>
  )
}

function Waits({ arrives }: { arrives: Arrives }) {
  return (
    <p>{sayRich('Arrived {day}. {part} <a>Photograph and measure it in the Cupboard</a>, and <b>make something of it</b>.', { day: weekDay(arrives.day), part: arrives.waiting === 0 ? say('Everything of it lies on a tray, or left the house.') : say('{things} of it {part} in a bin until it suits somebody and a place is free.', { things: say('{n, plural, one {# thing} other {# things}}', { n: arrives.waiting }), part: arrives.waiting === 1 ? say('waits') : say('wait') }), a: (inner) => <Link className="text-woad underline" to="/cupboard?part=things">{inner}</Link>, b: (inner) => <Link className="text-woad underline" to="/make">{inner}</Link> })}</p>
  )
}

/** One in, one out: how full the bins are, and what could leave them. */
function LeaveFirst() {
  const { data } = useQuery(leaveQuery)
  if (!data) return null
  const full = data.bins.filter((each) => each.most !== null && each.holds >= each.most)
  return (
    <section aria-label={say('One in, one out')}>
      <h3>{say('One in, one out')}</h3>
      <p className="text-[0.9375rem] text-ink-2">{full.length ? say('Full: {full}.', { full: full.map((each) => `${each.name} (${each.holds} of ${each.most ?? ''})`).join(', ') }) : say('The bins have room.')}</p>
      {data.leave.length === 0 ? <p className="text-[0.9375rem] text-ink-2">{say('Nothing is outgrown, worn or long unused.')}</p> : (
        <ul>{data.leave.slice(0, 6).map((each) => <li key={each.tray_id} className="border-t border-line py-1.5 text-[0.9375rem]"><Link className="font-semibold underline-offset-4 hover:underline" to={`/cupboard?part=trays&tray=${each.tray_id}`}>{each.name}</Link> <span className="rounded border border-edge px-1.5 text-sm">{each.how}</span><span className="block text-ink-2">{each.reason.text}</span></li>)}</ul>
      )}
    </section>
  )
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { PatternMark } from '@/ui/PatternMark'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { fromLocalField, timeOfDay } from '@/lib/words'
import { EFFORTS, named, add, change, drop, lasts, type Piece, type Effort } from './told'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Watch = Schemas['WatchOut']
type TellMorningProps = { watch: Watch; today: string; zone: string }
const WORKS = ['done right', 'done, mended by the child', 'done with a mistake left', 'not finished'] as const
const SEEN = [{ value: 'all', label: say('all seen') }, { value: 'part', label: say('partly seen') }] as const

/** A whole morning on one screen, for who did not log it: tap what each child did, in its order; mend times where you know better. */
export function TellMorning({ watch, today, zone }: TellMorningProps) {
  const [day, setDay] = useState(today)
  const [clock, setClock] = useState('09:00')
  const [away, setAway] = useState<number[]>([])
  const [pieces, setPieces] = useState<Piece[]>([])
  const [seen, setSeen] = useState<'all' | 'part'>('part')
  const go = useNavigate()
  const began = fromLocalField(`${day}T${clock}:00`, zone)
  const at = (minutes: number) => (began ? new Date(Date.parse(began) + minutes * 60_000).toISOString() : '')
  const here = watch.children.filter((child) => !away.includes(child.id))
  const keep = useWrite(async () => {
    if (!began) return
    const said = pieces.filter((each) => !away.includes(each.child))
    await answer(client.POST('/api/mornings/told', { body: {
      began, ended: at(lasts(said) + 2), seen, present: here.map((child) => child.id),
      pieces: said.map((each) => ({
        child_id: each.child, tray_id: each.tray, activity: each.activity, began: at(each.from), ended: at(each.from + each.minutes),
        work: each.work as (typeof WORKS)[number], place: 'put back' as const, note: each.note, effort: each.effort, parts: [...named(each.parts, true), ...named(each.notYet, false)],
      })),
    } }))
    await refresh()
    void go('/cycle')
  })
  return (
    <section aria-label={say('Log a past work cycle')} className="panel flex flex-col gap-4 p-4">
      <div className="flex flex-wrap items-end gap-3">
        <Field label={say('Day')} type="date" max={today} value={day} onChange={(event) => setDay(event.target.value)} />
        <Field label={say('It began')} type="time" value={clock} onChange={(event) => setClock(event.target.value)} />
        <div className="flex flex-wrap gap-x-4">
          {watch.children.map((child) => <Tick key={child.id} label={child.name} checked={!away.includes(child.id)} onChange={(checked) => setAway(checked ? away.filter((id) => id !== child.id) : [...away, child.id])} />)}
        </div>
      </div>
      {here.map((child) => (
        <ChildTold key={child.id} child={child} watch={watch} pieces={pieces} setPieces={setPieces} clock={(minutes) => (began ? timeOfDay(at(minutes), zone) : '')} />
      ))}
      <div className="flex flex-wrap items-end gap-4">
        <ChoiceRow label={say('The work cycle was')} choices={SEEN} value={seen} onChange={setSeen} />
        <Button look="main" size="touch" disabled={keep.busy || pieces.length === 0 || !began} onClick={() => void keep.run()}>{say('Write it all down')}</Button>
      </div>
      {keep.failed && <Notice tone="must" role="alert">{keep.failed.message}</Notice>}
      <p className="text-sm text-ink-2">{sayRich('Times told afterwards are about right, not to the minute. One piece with more to it: <a>enter it by itself</a>.', { a: (inner) => <Link className="text-woad underline" to="/work?new=1">{inner}</Link> })}</p>
    </section>
  )
}

type ChildToldProps = { child: Watch['children'][number]; watch: Watch; pieces: Piece[]; setPieces: (pieces: Piece[]) => void; clock: (minutes: number) => string }

function ChildTold({ child, watch, pieces, setPieces, clock }: ChildToldProps) {
  const own = watch.offers.filter((each) => each.for_children.includes(child.id))
  const usual = watch.scales.find((each) => each.child_id === child.id)?.own_p90_min ?? null
  const take = (what: { tray: number | null; activity: string; name: string }) => setPieces(add(pieces, child.id, what, usual === null ? null : usual / 2))
  return (
    <section aria-label={child.name} className="flex flex-col gap-2 border-t border-line pt-3">
      <h2 className="flex items-center gap-1.5"><PatternMark pattern={child.pattern} />{child.name}</h2>
      <div role="group" aria-label={say('{child} took', { child: child.name })} className="flex flex-wrap gap-2">
        {own.map((each) => <Button key={each.tray_id} size="touch" onClick={() => take({ tray: each.tray_id, activity: '', name: each.name })}>{each.name}</Button>)}
        {watch.activities.map((each) => <Button key={each} size="touch" look="quiet" onClick={() => take({ tray: null, activity: each, name: each })}>{each}</Button>)}
      </div>
      <ol className="flex flex-col gap-2">
        {pieces.map((each, n) => each.child === child.id && (
          <li key={n} className="flex flex-wrap items-end gap-2 rounded-control bg-ground px-3 py-2">
            <span className="min-w-44 flex-1 self-center"><strong>{each.name}</strong> {say('{from} to {from2}', { from: clock(each.from), from2: clock(each.from + each.minutes) })}</span>
            <Button size="touch" aria-label={say('− 5 min, {each}', { each: each.name })} onClick={() => setPieces(change(pieces, n, { minutes: each.minutes - 5 }))}>{say('− 5 min')}</Button>
            <Button size="touch" aria-label={say('+ 5 min, {each}', { each: each.name })} onClick={() => setPieces(change(pieces, n, { minutes: each.minutes + 5 }))}>{say('+ 5 min')}</Button>
            <Button size="touch" aria-label={say('later, {each}', { each: each.name })} onClick={() => setPieces(change(pieces, n, { from: each.from + 5 }))}>{say('later')}</Button>
            <SelectField label={say('{each} ended', { each: each.name })} hideLabel value={each.work} onChoose={(picked) => setPieces(change(pieces, n, { work: picked }))}>{WORKS.map((work) => <Option key={work} value={work}>{word(work)}</Option>)}</SelectField>
            <Field label={say('A line about {each}', { each: each.name })} hideLabel placeholder={say('a line of words')} value={each.note} onChange={(event) => setPieces(change(pieces, n, { note: event.target.value }))} />
            <Fold title={<>{say('Effort and parts')}<span className="sr-only">{' '}{say('of {each}', { each: each.name })}</span></>} className="w-full" titleClass="text-sm text-woad">
              <div className="grid grid-cols-3 gap-2 pt-1 max-[600px]:grid-cols-1">
                <SelectField label={say('Effort with {each}', { each: each.name })} hideLabel value={each.effort} onChoose={(picked) => setPieces(change(pieces, n, { effort: picked as Effort }))}>{EFFORTS.map((one) => <Option key={one} value={one}>{one || say('effort not said')}</Option>)}</SelectField>
                <Field label={say('Parts that went, {each}', { each: each.name })} hideLabel placeholder={say('parts that went')} value={each.parts} onChange={(event) => setPieces(change(pieces, n, { parts: event.target.value }))} />
                <Field label={say('Parts not yet, {each}', { each: each.name })} hideLabel placeholder={say('parts not yet')} value={each.notYet} onChange={(event) => setPieces(change(pieces, n, { notYet: event.target.value }))} />
              </div>
            </Fold>
            <Button size="touch" look="quiet" aria-label={say('Leave out {each}', { each: each.name })} onClick={() => setPieces(drop(pieces, n))}>{say('Leave out')}</Button>
          </li>
        ))}
      </ol>
    </section>
  )
}

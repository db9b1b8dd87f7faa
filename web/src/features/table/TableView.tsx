import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Picture } from '@/ui/drawing/Picture'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { PatternMark, type Pattern } from '@/ui/PatternMark'
import { useWrite } from '@/ui/useWrite'
import { Why } from '@/ui/Why'
import { answer, client, type Schemas } from '@/lib/http'
import { outbox, subscribe, write } from '@/lib/outbox'
import { refresh, tableQuery } from '@/lib/queries'
import { sentence, timeOfDay } from '@/lib/words'
import { SetOut } from './SetOut'
import { Fold } from '@/ui/Fold'

type Table = Schemas['TableOut']
type Person = { id: number; name: string; pattern: Pattern }
type TableViewProps = { people: readonly Person[]; zone: string; today: string }
const SAID: Record<string, string> = { well: say('well'), spilled: say('it spilled'), together: say('hand in hand') }

/** The snack table: what stands on it today and for whom, who set it, how pouring goes, how a new food is met. */
export function TableView({ people, zone, today }: TableViewProps) {
  const { data: table, error } = useQuery(tableQuery)
  const box = useSyncExternalStore(subscribe, outbox)
  const onItsWay = !box.away && [...box.waiting, ...box.sent].some((each) => each.kind === 'table')
  if (!table) return <Waiting error={error} />
  const eaters = people.filter((each) => table.eaters.includes(each.id))
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('The snack table')} aside={<Link className="self-center text-woad underline underline-offset-4" to="/routines">{say('Routines')}</Link>}>{say('set once, for whoever is hungry')}</Heading>
      <div className="grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] items-start gap-4 max-[860px]:grid-cols-1">
        <div className="flex flex-col gap-4">
          <Now table={table} />
          <OnIt table={table} zone={zone} rest={onItsWay} />
          <SetOut table={table} people={eaters} rest={onItsWay} today={today} />
        </div>
        <div className="flex flex-col gap-4">
          <Pouring table={table} people={eaters} rest={onItsWay} zone={zone} />
          <Tasting table={table} people={eaters} rest={onItsWay} />
          <TakeBack table={table} />
        </div>
      </div>
    </div>
  )
}

function Now({ table }: { table: Table }) {
  return (
    <section aria-label={say('Now')} className="panel flex flex-col gap-2 p-4">
      <div className="flex items-center gap-4">
        <Picture name={table.stage === 'water alone' ? 'jug' : 'place mat'} size={72} />
        <div><h2 className="text-xl">{sentence(table.stage)}</h2><p>{word(table.what)}</p></div>
      </div>
      {table.for_each.length > 0 && <p className="flex flex-wrap gap-x-5 gap-y-1 text-lg">{table.for_each.map((each) => <span key={each.child_id}><strong>{each.child}</strong> {each.pieces}</span>)}<span className="text-ink-2">{say('{in_the_bowl} in the bowl', { in_the_bowl: table.in_the_bowl })}</span></p>}
      <Why reasons={table.reasons} />
      <Fold title={say('How it is shown')} titleClass="text-woad"><ol className="said list-decimal pl-6 text-lg">{table.script.map((each) => <li key={each}>{each}</li>)}</ol></Fold>
    </section>
  )
}

function OnIt({ table, zone, rest }: { table: Table; zone: string; rest: boolean }) {
  return (
    <section aria-label={say('On it today')} className="panel flex flex-col gap-2 p-4">
      <h2>{say('On it today')}</h2>
      {table.on_it.length === 0 && <p className="text-ink-2">{say('Nothing was set yet.')}</p>}
      {table.on_it.map((each) => (
        <div key={each.set_at} className="flex flex-col gap-1">
          <p><strong>{sentence(each.food)}</strong>{each.cut && `, ${each.cut}`}<span className="text-ink-2">{' '}{say('· set {time}{by}', { time: timeOfDay(each.set_at, zone), by: each.by && say(' by {by}', { by: each.by }) })}</span></p>
          <Found found={each.found} />
        </div>
      ))}
      <p className="text-[0.9375rem] text-ink-2">{table.empty_at ? say('Empty since {time}.', { time: timeOfDay(table.empty_at, zone) }) : ''} {table.refilled > 0 && say('Filled again {times}.', { times: say('{n, plural, one {# time} other {# times}}', { n: table.refilled }) })}</p>
      <div className="flex flex-wrap gap-2">
        {table.empty_at === null && <Button size="touch" disabled={rest || table.today.length === 0} onClick={() => write({ kind: 'table', run: 'empty' })}>{say('It is empty')}</Button>}
        {table.empty_at !== null && (table.may_refill
          ? <Button size="touch" disabled={rest} onClick={() => write({ kind: 'table', run: 'refilled' })}>{say('Filled again')}</Button>
          : <p className="text-[0.9375rem]">{say('It is not filled again today.')}{' '}<Button look="quiet" disabled={rest} onClick={() => write({ kind: 'table', run: 'refilled' })}>{say('Filled all the same')}</Button></p>)}
      </div>
    </section>
  )
}

/** What is known against a food, the gravest first; each with its source. */
export function Found({ found }: { found: readonly Schemas['FoodFindingOut'][] }) {
  const told = [...new Map(found.map((each) => [each.text, each])).values()]
  return told.map((each) => {
    const whom = found.filter((one) => one.text === each.text).map((one) => one.child)
    const named = whom.every((name) => each.text.includes(name)) ? '' : `${whom.join(', ')}: `
    return <Notice key={each.text} tone={each.severity}>{named}{each.text} <span className="text-sm text-ink-3">({each.source})</span></Notice>
  })
}

type SeenProps = { table: Table; people: readonly Person[]; rest: boolean }

function Pouring({ table, people, rest, zone }: SeenProps & { zone: string }) {
  const seen = table.today.filter((each) => each.what === 'poured')
  return (
    <section aria-label={say('Pouring')} className="panel flex flex-col gap-3 p-4">
      <h2>{say('Pouring')}</h2>
      {people.length === 0 && <p className="text-ink-2">{sayRich('Nobody eats here today. Children of a year and more come to the table: add one under <a>Children</a>.', { a: (inner) => <Link className="text-woad underline" to="/children">{inner}</Link> })}</p>}
      {people.map((child) => (
        <div key={child.id} role="group" aria-label={say('{child} poured', { child: child.name })} className="flex flex-wrap items-center gap-2">
          <span className="inline-flex w-28 items-center gap-1.5 font-semibold"><PatternMark pattern={child.pattern} />{child.name}</span>
          {table.poured.map((outcome) => <Button key={outcome} size="touch" disabled={rest} onClick={() => write({ kind: 'table', run: 'poured', child_id: child.id, outcome })}>{SAID[outcome] ?? outcome}</Button>)}
        </div>
      ))}
      {seen.length > 0 && <p role="status" className="text-[0.9375rem] text-ink-2">{seen.map((each) => `${people.find((one) => one.id === each.child_id)?.name ?? say('A child')} ${timeOfDay(each.at, zone)}: ${SAID[each.outcome] ?? each.outcome}`).join('; ')}.</p>}
    </section>
  )
}

/** How a food was met: told, never counted and never praised. */
function Tasting({ table, people, rest }: SeenProps) {
  const foods = [...new Map(table.on_it.map((each) => [each.food, each])).keys()]
  const [other, setOther] = useState('')
  const all = other && !foods.includes(other) ? [...foods, other] : foods
  return (
    <section aria-label={say('A food is met')} className="panel flex flex-col gap-3 p-4">
      <h2>{say('A food is met')}</h2>
      {all.length === 0 && <p className="text-ink-2">{say('Set a food out first, or say which one it was.')}</p>}
      {all.map((food) => people.map((child) => {
        const before = table.met.find((each) => each.child_id === child.id && each.food === food)?.outcomes ?? []
        return (
          <div key={`${food}${child.id}`} role="group" aria-label={say('{child} and {food}', { child: child.name, food })} className="flex flex-wrap items-center gap-2">
            <span className="w-40"><strong>{child.name}</strong>, {food}{before.length > 0 && <span className="block text-sm text-ink-2">{before.join(', ')}</span>}</span>
            {table.tasted.map((outcome) => <Button key={outcome} size="touch" disabled={rest} onClick={() => write({ kind: 'table', run: 'tasted', child_id: child.id, food, outcome })}>{word(outcome)}</Button>)}
          </div>
        )
      }))}
      <label className="flex flex-wrap items-center gap-2 text-sm text-ink-2">{say('another food')}<input value={other} maxLength={40} onChange={(event) => setOther(event.target.value.trimStart())} className="min-h-control rounded-control border border-edge bg-paper px-3 text-base text-ink" /></label>
      <p className="text-sm text-ink-3">{say('A new food may be looked at many times before it is eaten. It is written down to be offered again, and says nothing of the child.')}</p>
    </section>
  )
}

function TakeBack({ table }: { table: Table }) {
  const { run, busy, failed } = useWrite(async () => {
    await answer(client.DELETE('/api/table/last'))
    await refresh()
  })
  if (table.today.length === 0) return null
  return (
    <>
      <Button look="quiet" className="self-start" disabled={busy} onClick={() => void run()}>{say('Take back the last word')}</Button>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </>
  )
}

import { LanguageField } from '@/ui/LanguageField'
import { WEEKDAYS } from '@/lib/days'
import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { historyQuery, refresh, shelfQuery } from '@/lib/queries'
import { dayOf, timeOfDay } from '@/lib/words'
import { Devices } from './Devices'
import { HouseForm } from './HouseForm'
import { Pins } from './Pins'
import { StandIns } from './StandIns'
import { ThisDevice } from './ThisDevice'
import { Fold } from '@/ui/Fold'

/** House: its name and settings, its adults, what was archived, and what was done last. */
export function HouseView({ session, permissions, kept }: { session: Schemas['SessionOut']; permissions: ReactNode; kept: ReactNode }) {
  const zone = session.household?.zone ?? 'UTC'
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('House')} aside={<Link className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2" to="/heights">{say('House heights')}</Link>}>{session.household?.name}{session.demo && say(' · the invented household of the demo')}</Heading>
      <div className="columns-2 gap-4 max-[900px]:columns-1 [&>section]:mb-4 [&>section]:break-inside-avoid">
        <section className="panel p-4" aria-label={say('Settings')}><h2 className="mb-3">{say('Settings')}</h2>{session.household && <HouseForm household={session.household} usual={session.usual_practice} />}</section>
        {permissions}
        <Adults adults={session.adults} here={session.right === 'here'} />
        {kept}
        <ThisDevice />
        <Devices zone={zone} />
        <StandIns />
        <Care />
        <ArchivedUnits />
        <Done zone={zone} />
      </div>
      <p className="text-sm text-ink-3">{say('Zither Awl {version}. Everything stays on this machine.', { version: session.version })}{' '}<a className="text-woad underline" href="/apidoc/index.html">{say('The API')}</a></p>
    </div>
  )
}

function Adults({ adults, here }: { adults: Schemas['AdultOut'][]; here: boolean }) {
  const [name, setName] = useState('')
  const add = useWrite(async () => { await answer(client.POST('/api/adults', { body: { name } })); setName(''); await refresh() })
  return (
    <section className="panel p-4" aria-label={say('Adults')}>
      <h2>{say('Adults')}</h2>
      <p className="my-2">{adults.map((each) => each.name).join(', ') || say('Nobody yet: whoever watches is written beside what was seen.')}</p>
      {adults.map((each) => <Speaks key={each.id} adult={each} />)}
      {adults.map((each) => <Minutes key={each.id} adult={each} />)}
      <form className="mt-3 flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); void add.run() }}>
        <Field label={say('Add an adult')} value={name} error={add.failed?.message} onChange={(event) => setName(event.target.value)} />
        <Button type="submit" disabled={!name.trim()}>{say('Add')}</Button>
      </form>
      {here && adults.length > 0 && <Pins adults={adults} />}
      <p className="mt-3 text-sm text-ink-2">{sayRich('Children are added and changed under <a>Children</a>.', { a: (inner) => <Link className="text-woad underline" to="/children">{inner}</Link> })}</p>
    </section>
  )
}

/** The language an adult reads: pages, messages and prints. */
function Speaks({ adult }: { adult: Schemas['AdultOut'] }) {
  const save = useWrite(async (language: string) => {
    await answer(client.PUT('/api/adults/{who}/language', { params: { path: { who: adult.id } }, body: { language } }))
    await refresh()
  })
  return (
    <>
      <LanguageField label={say('{adult} reads', { adult: adult.name })} value={adult.language} as={say('The language of the house')} onChange={(code) => void save.run(code)} />
      {save.failed && <p role="alert" className="text-sm font-semibold text-madder">{save.failed.message}</p>}
    </>
  )
}

/** Minutes to make and prepare trays, by the day of the week: themes are planned within them. */
function Minutes({ adult }: { adult: Schemas['AdultOut'] }) {
  const [told, setTold] = useState<readonly string[]>(WEEKDAYS.map((_, at) => String(adult.minutes[at] ?? '')))
  const save = useWrite(async () => {
    const minutes = told.every((each) => each.trim() === '') ? [] : told.map((each) => Number(each) || 0)
    await answer(client.PUT('/api/adults/{who}/minutes', { params: { path: { who: adult.id } }, body: { minutes } }))
    await refresh()
  })
  const sum = adult.minutes.reduce((a, b) => a + b, 0)
  return (
    <Fold title={<><strong>{adult.name}</strong> <span className="text-ink-2">{sum ? say('{sum} min a week to make and prepare', { sum }) : say('minutes to make and prepare: not said')}</span></>} className="border-t border-line py-1" titleClass="text-[0.9375rem]">
      <form className="flex flex-wrap items-end gap-2 py-2" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
        {WEEKDAYS.map((day, at) => <Field key={day} className="w-14" label={day} inputMode="numeric" value={told[at] ?? ''} onChange={(event) => setTold(told.map((each, n) => (n === at ? event.target.value : each)))} />)}
        <Button type="submit" disabled={save.busy}>{say('Keep')}</Button>
        {save.failed && <p role="alert" className="w-full text-sm font-semibold text-madder">{save.failed.message}</p>}
      </form>
    </Fold>
  )
}

function Care() {
  return (
    <section className="panel p-4" aria-label={say('What it checks')}>
      <h2>{say('What it checks, and what it does not')}</h2>
      <p className="mt-2 text-ink-2">
        {say('Known hazards of what you entered, against how high each child could get; never more than that. Supervision, your local codes, the makers’ instructions and licensed practice stand above it. It does not diagnose: where something worries you, ask your paediatrician or health visitor. A swallowed magnet or button cell is an emergency.')}
      </p>
    </section>
  )
}

function ArchivedUnits() {
  const { data: shelf } = useQuery(shelfQuery)
  const back = useWrite(async (id: number) => {
    await answer(client.POST('/api/units/{unit_id}/archive', { params: { path: { unit_id: id } }, body: { archived: false } }))
    await refresh()
  })
  if (!shelf || shelf.archived_units.length === 0) return null
  return (
    <section className="panel p-4" aria-label={say('Archived units')}>
      <h2 className="mb-2">{say('Archived units')}</h2>
      <div className="flex flex-wrap gap-2">{shelf.archived_units.map((unit) => <Button key={unit.id} onClick={() => void back.run(unit.id)}>{say('Bring back {unit}', { unit: unit.name })}</Button>)}</div>
      {back.failed && <Notice tone="must" role="alert">{back.failed.message}</Notice>}
    </section>
  )
}

function Done({ zone }: { zone: string }) {
  const { data: history } = useQuery(historyQuery)
  return (
    <section className="panel p-4" aria-label={say('Done last')}>
      <h2>{say('Done last')}</h2>
      {history?.sets.length === 0 && <p className="mt-2 text-ink-2">{say('Nothing yet. The last fifty writes can be undone, also after a reload.')}</p>}
      <ol className="mt-2 max-h-72 overflow-y-auto text-[0.9375rem]">
        {history?.sets.slice(0, 20).map((set) => (
          <li key={set.id} className="border-t border-line py-1 first:border-0">
            <span className={set.undone ? 'text-ink-3 line-through' : ''}>{set.label}</span> <span className="text-sm text-ink-3">{dayOf(set.at, zone)} {timeOfDay(set.at, zone)}{set.device && say(', by {device}', { device: set.device })}{set.undone && say(', undone')}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { DndContext } from '@dnd-kit/core'
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { ChildForm } from '@/features/children/ChildForm'
import { SayIt } from '@/features/cupboard/SayIt'
import { Walk } from '@/features/cupboard/Walk'
import { BeginForm } from '@/features/house/BeginForm'
import { Drawn } from '@/features/shelf/Drawn'
import { After, FirstStep } from '@/features/welcome/FirstStep'
import { Hello } from '@/features/welcome/Hello'
import { KnowStep } from '@/features/welcome/KnowStep'
import { PlacesStep } from '@/features/welcome/PlacesStep'
import { WelcomeView, type Step, type StepName } from '@/features/welcome/WelcomeView'
import { Button } from '@/ui/Button'
import { Waiting } from '@/ui/Notice'
import { PatternMark } from '@/ui/PatternMark'
import { answer, client, type Schemas } from '@/lib/http'
import { childrenQuery, refresh, shelfQuery, thingsQuery, todayQuery, welcomeQuery } from '@/lib/queries'
import { useHouse, useSession } from '../session'
import { Fold } from '@/ui/Fold'

const ORDER: readonly StepName[] = ['house', 'children', 'know', 'places', 'things', 'first']

/** The first evening: house, children, what they know, places, things, the first shelf. */
export function Page() {
  const { session } = useSession()
  const { data: welcome, error } = useQuery(welcomeQuery)
  const { data: shelf } = useQuery(shelfQuery)
  const { data: all } = useQuery(childrenQuery)
  const [params, setParams] = useSearchParams()
  const leave = useNavigate()
  if (!session || !welcome || !shelf || !all) return <Waiting error={error} />
  const state = (name: StepName) => welcome.steps.find((each) => each.name === name)?.state ?? 'open'
  const asked = ORDER.find((name) => name === params.get('step'))
  const at = (session.household && asked) || (welcome.through ? 'first' : ORDER.find((name) => state(name) === 'open') ?? 'first')
  const go = (name: StepName) => setParams({ step: name })
  const after = (name: StepName) => { const next = ORDER[ORDER.indexOf(name) + 1]; if (next) go(next) }
  const keep = async (name: StepName, how: 'done' | 'later') => {
    await answer(client.PUT('/api/welcome/{name}', { params: { path: { name } }, body: { state: how } }))
    await refresh()
  }
  const people = all.children
  const steps: Step[] = [
    { name: 'house', says: say('House'), title: say('Who is looking?'), why: say('Everything you write stays on this machine.'), state: state('house'),
      body: session.household ? <Known says={say('{household}. Its name, units and clock are changed in House.', { household: session.household.name })} onNext={() => after('house')} /> : <BeginForm onSaved={() => go('children')} /> },
    { name: 'children', says: say('Children'), title: say('Who lives here?'), why: say('Every child, also one nothing is meant for yet: the youngest sets what may stand open. Only a name, a mark and the birth date are needed.'),
      state: state('children'), body: <Children people={people} onNext={() => after('children')} /> },
    { name: 'know', says: say('What they know'), title: say('What do they know already?'), why: say('At most twelve taps a child. It is your word, and kept apart from what is seen.'), state: state('know'),
      ...(people.length > 0 ? { later: say('Skip this step, we shall see') } : {}),
      body: people.length ? <KnowStep people={people} onDone={() => { void keep('know', 'done'); after('know') }} /> : <Known says={say('There is no child yet.')} onNext={() => go('children')} next={say('To the children')} /> },
    { name: 'places', says: say('Places'), title: say('Where can things stand?'), why: say('Tap what there is; a usual size will do. The main shelf is filled first.'), state: state('places'),
      body: <PlacesStep places={welcome.places} units={shelf.units} people={people} lengths={session.household?.lengths ?? 'cm'} onDone={() => after('places')} /> },
    { name: 'things', says: say('Things'), title: say('What is there?'), why: say('A walk through the house: tap what you have. Thirty things make a good first shelf.'), state: state('things'),
      body: <Things count={welcome.things} onNext={() => after('things')} /> },
    { name: 'first', says: say('First shelf'), title: shelf.placements.length ? say('The first shelf stands') : say('The first shelf'), why: shelf.placements.length ? '' : say('Composed for each child from what there is, and drawn to scale where it would stand.'), state: state('first'),
      body: shelf.placements.length ? <Taken /> : <FirstStep people={people} draw={(first, chosen, choose) => <Elevations first={first} shelf={shelf} chosen={chosen} choose={choose} />} onTaken={() => go('first')} />,
      ...(shelf.placements.length ? {} : { later: say('Later; I set out my own') }) },
  ]
  const later = (name: StepName) => void keep(name, 'later').then(() => { if (name === 'first') void leave('/today'); else after(name) })
  return <WelcomeView steps={steps} at={at} go={go} onLater={later} before={session.household ? undefined : <Hello onLeft={() => void leave('/today')} />} />
}

function Known({ says, onNext, next = say('Go on') }: { says: string; onNext: () => void; next?: string }) {
  return <><p>{says}</p><Button look="main" size="touch" className="self-start" onClick={onNext}>{next}</Button></>
}

function Children({ people, onNext }: { people: readonly Schemas['ChildOut'][]; onNext: () => void }) {
  const { lengths, today } = useHouse()
  const [more, setMore] = useState(false)
  const form = more || people.length === 0
  return (
    <>
      {people.length > 0 && <ul aria-label={say('Children so far')} className="flex flex-wrap gap-2">{people.map((each) => <li key={each.id} className="inline-flex min-h-touch items-center gap-2 rounded-full border border-woad bg-woad-2 px-4"><PatternMark pattern={each.pattern} /><strong>{each.name}</strong> {each.age}</li>)}</ul>}
      {form && <ChildForm key={people.length} child={null} used={people.map((each) => each.pattern)} lengths={lengths} today={today} label={say('Add the child')} onSaved={() => setMore(false)} />}
      {!form && <div className="flex flex-wrap gap-2"><Button look="main" size="touch" onClick={onNext}>{say('Go on')}</Button><Button size="touch" onClick={() => setMore(true)}>{say('Another child')}</Button></div>}
    </>
  )
}

function Things({ count, onNext }: { count: number; onNext: () => void }) {
  const { data } = useQuery(thingsQuery)
  const leave = useNavigate()
  return (
    <>
      {count > 0 && <div className="flex flex-wrap items-center gap-3"><p><strong>{say('{n, plural, one {# thing} other {# things}}', { n: count })}</strong>{' '}{say('in the cupboard.')}</p><Button look="main" size="touch" onClick={onNext}>{say('Go on to the first shelf')}</Button></div>}
      <Walk onDone={onNext} />
      {data && <Fold title={say('Something else? Type it, or photograph it in Cupboard')} titleClass="min-h-touch py-3 font-semibold text-woad"><SayIt kinds={data.kinds} subjects={data.subjects} bins={data.bins} onMend={(id) => void leave(`/cupboard?part=things&thing=${id}`)} /></Fold>}
    </>
  )
}

type ElevationsProps = { first: Schemas['FirstShelfOut']; shelf: Schemas['ShelfOut']; chosen: number | null; choose: (tray: number) => void }

/** Each place with something on it, to scale, as it would stand. */
function Elevations({ first, shelf, chosen, choose }: ElevationsProps) {
  const { lengths } = useHouse()
  const would = { ...shelf, trays: [...shelf.trays, ...first.trays], placements: [...shelf.placements, ...first.placements], findings: [] }
  const units = shelf.units.filter((unit) => would.placements.some((each) => each.spot.unit_id === unit.id))
  return (
    <DndContext sensors={[]}>
      <div className="grid grid-cols-2 items-end gap-4 max-[820px]:grid-cols-1">
        {units.map((unit) => <figure key={unit.id} className={units.length === 1 ? 'col-span-full' : ''}><Drawn shelf={would} unit={unit} people={shelf.children} lengths={lengths} pick={{ chosen, choose }} small /><figcaption className="text-center text-sm text-ink-2">{unit.name}</figcaption></figure>)}
      </div>
    </DndContext>
  )
}

function Taken() {
  const { data: today } = useQuery(todayQuery())
  const found = today?.to_show.map((each) => ({ child_id: each.child_id, tray_id: each.tray_id, says: say('{tray}, to {child}', { tray: each.tray, child: each.child }) })) ?? []
  return <After toShow={found.slice(0, 2)} />
}

import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Decide } from '@/ui/Decide'
import { Menu } from '@/ui/Menu'
import { Notice } from '@/ui/Notice'
import { Progress } from '@/ui/Progress'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { firstQuery, refresh } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

type First = Schemas['FirstTrayOut']
type FirstShelf = Schemas['FirstShelfOut']
type Picked = Schemas['PickedIn']
type FirstProps = { people: readonly { id: number; name: string }[]; draw: (first: FirstShelf, chosen: number | null, choose: (tray: number) => void) => ReactNode; onTaken: () => void }
/** About how long composing takes; the bar never claims more. */
const USUAL_S = 4

/** The first shelf, composed from what there is: looked at, changed, taken. */
export function FirstStep({ people, draw, onTaken }: FirstProps) {
  const [id, setId] = useState<number | null>(null)
  const [chosen, setChosen] = useState<number | null>(null)
  const { data, error } = useQuery(firstQuery(id))
  const compose = useWrite(async (picked: Picked[] | null) => { setChosen(null); setId(Number((await answer(client.POST('/api/first-shelf', { body: { picked } }))).id)) })
  const take = useWrite(async () => {
    if (id === null) return
    await answer(client.POST('/api/first-shelf/{solve_id}/take', { params: { path: { solve_id: id } } }))
    onTaken()
    await refresh()
  })
  const stop = useWrite(async () => { if (id !== null) await answer(client.POST('/api/plan/{solve_id}/stop', { params: { path: { solve_id: id } } })) })
  const begun = useRef(false)
  useEffect(() => {
    if (begun.current) return
    begun.current = true
    void compose.run(null)
  })
  const working = compose.busy || (id !== null && !error && (!data || data.status === 'working'))
  if (working) return <div className="flex flex-col gap-3"><Progress label={say('Composing trays and finding their places')} usualS={USUAL_S} />{id !== null && <Button className="self-start" onClick={() => void stop.run()}>{say('Stop')}</Button>}</div>
  const failed = compose.failed ?? error
  if (failed) return <Stuck message={failed.message} onAgain={() => void compose.run(null)} />
  if (!data) return null
  if (data.status !== 'done') return <Stuck message={data.message} onAgain={() => void compose.run(null)} />
  const firsts = data.firsts
  const picks = (change: (each: First) => Picked | null) => firsts.flatMap((each) => change(each) ?? [])
  const pick = (each: First): Picked => ({ key: each.key, level: each.level, child_id: each.child_id })
  return (
    <>
      <p>{say('{trays} to begin with, from what you have. Few things, each in its place: more come as these are known.', { trays: say('{n, plural, one {# tray} other {# trays}}', { n: firsts.length }) })}</p>
      {draw(data, chosen, setChosen)}
      <ul aria-label={say('The first shelf')} className="flex flex-col">
        {firsts.map((each) => (
          <Row key={each.tray_id} each={each} tray={data.trays.find((one) => one.id === each.tray_id)} where={data.placements.find((one) => one.tray_id === each.tray_id)} people={people} chosen={chosen === each.tray_id}
            onSwap={(other) => void compose.run(picks((one) => (one === each ? { ...pick(one), key: other.key, level: other.level } : pick(one))))}
            onLeave={() => void compose.run(picks((one) => (one === each ? null : pick(one))))}
          />
        ))}
      </ul>
      {data.few.map((each) => <Notice key={each} tone="note">{each}</Notice>)}
      <Allowances found={data.to_allow} />
      {take.failed && <Notice tone="must" role="alert">{take.failed.message}</Notice>}
      <div className="sticky bottom-0 max-[860px]:bottom-14 flex flex-wrap gap-2 border-t border-line bg-paper py-3">
        <Button look="main" size="touch" disabled={take.busy || firsts.length === 0} onClick={() => void take.run()}>{say('Take this shelf')}</Button>
        <Button size="touch" onClick={() => void compose.run(null)}>{say('Compose it again')}</Button>
      </div>
    </>
  )
}

function Stuck({ message, onAgain }: { message: string; onAgain: () => void }) {
  return <Notice tone="should" role="alert">{message}<div className="mt-2"><Button onClick={onAgain}>{say('Compose it again')}</Button></div></Notice>
}

type RowProps = {
  each: First; tray: Schemas['TrayOut'] | undefined; where: Schemas['PlacementOut'] | undefined; people: FirstProps['people']; chosen: boolean
  onSwap: (other: Schemas['OtherOut']) => void; onLeave: () => void
}

function Row({ each, tray, where, people, chosen, onSwap, onLeave }: RowProps) {
  if (!tray) return null
  const names = people.filter((child) => tray.for_children.includes(child.id)).map((child) => child.name)
  return (
    <li className={`flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-2 ${chosen ? 'bg-woad-2' : ''}`}>
      <div className="min-w-60 flex-1">
        <p><strong>{tray.name}</strong>{people.length > 1 && <span className="text-ink-2">{say(', for {names}', { names: names.join(say(' and ')) })}</span>}</p>
        <p>{each.why.text}</p>
        <p className="text-sm text-ink-2">{each.things.join(', ')}{where?.by_hand && say('. Kept away from {away_from}; you bring it', { away_from: each.away_from.join(say(' and ')) })}</p>
      </div>
      <div className="flex gap-2">
        {each.others.length > 0 && <Menu label={say('Swap {tray}', { tray: tray.name })} says={say('Swap')} items={each.others.map((other) => ({ key: other.key, says: other.name, onSelect: () => onSwap(other) }))} />}
        <Button size="touch" aria-label={say('Leave out {tray}', { tray: tray.name })} onClick={onLeave}>{say('Leave out')}</Button>
      </div>
    </li>
  )
}

function Allowances({ found }: { found: FirstShelf['to_allow'] }) {
  if (found.length === 0) return null
  return (
    <Fold title={say('With you at the table, more could be done')} titleClass="min-h-touch py-3 font-semibold text-woad">
      {found.map((each) => <div key={`${each.ask.child_id} ${each.ask.kind}`} className="border-t border-line py-3"><p>{each.names.join(', ')}{each.names.length > 2 && say(' and more')}</p><Decide ask={each.ask} /></div>)}
      <p className="py-2 text-sm text-ink-2">{say('What you allow counts when it is composed again.')}</p>
    </Fold>
  )
}

/** What comes after the first shelf: set it out, show two things, begin tomorrow. */
export function After({ toShow }: { toShow: readonly { child_id: number; tray_id: number; says: string }[] }) {
  const link = 'inline-flex min-h-touch items-center rounded-control border border-edge bg-paper px-4 font-semibold hover:bg-woad-2'
  return (
    <div className="flex flex-col gap-4">
      <p>{say('The shelf is taken. It stands on Today as a list to set out; one undo gives it all back.')}</p>
      <div className="flex flex-wrap gap-2">
        <Link className="inline-flex min-h-touch items-center rounded-control bg-woad px-4 font-semibold text-paper" to="/today">{say('Set it out')}</Link>
        <Link className={link} to="/paper?kind=set-up-list">{say('Print the list')}</Link>
        <Link className={link} to="/shelf">{say('Look at the shelf')}</Link>
      </div>
      {toShow.length > 0 && (
        <section aria-label={say('Show the first two')}>
          <h3>{say('Show the first two')}</h3>
          <ul className="flex flex-wrap gap-2 pt-2">{toShow.map((each) => <li key={`${each.child_id} ${each.tray_id}`}><Link className={link} to={`/show?child=${each.child_id}&tray=${each.tray_id}`}>{each.says}</Link></li>)}</ul>
        </section>
      )}
      <p className="text-ink-2">{sayRich('Tomorrow: set it out before the child is up, and begin a work cycle in <a>Watch</a>.', { a: (inner) => <Link className="font-semibold text-woad underline underline-offset-4" to="/watch">{inner}</Link> })}</p>
    </div>
  )
}

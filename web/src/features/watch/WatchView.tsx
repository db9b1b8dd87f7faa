import { startTransition, useDeferredValue, useMemo, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Tick } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import type { Schemas } from '@/lib/http'
import { askToKeep, write } from '@/lib/outbox'
import { dayOf, span, timeOfDay } from '@/lib/words'
import { Card } from './Card'
import { EndDialog } from './EndDialog'
import { workOf, type Open, type User } from './lane'
import { stateOf, type Episode, type Morning as MorningOf } from '@/lib/record'
import { Strings } from '@/ui/drawing/Strings'
import { Sweep } from './Sweep'
import { keysOn, switchKeys, useKeys } from './useKeys'
import { useWakeLock } from './useWakeLock'
import { useWatch } from './useWatch'

type Watch = Schemas['WatchOut']
type WatchViewProps = { zone: string; questions: ReactNode }

/** Watch: who is at work, since when, unbroken; everything in one tap. */
export function WatchView({ zone, questions }: WatchViewProps) {
  const watching = useWatch()
  const { watch, error, morning } = watching
  if (!watch) return <Waiting error={error} />
  return (
    <div className="by-thumb flex flex-1 flex-col gap-4 px-5 py-4">
      {morning ? <Morning {...watching} watch={watch} morning={morning} zone={zone} /> : <Begin {...watching} watch={watch} zone={zone} />}
      {questions}
    </div>
  )
}

type Watching = Omit<ReturnType<typeof useWatch>, 'watch'> & { watch: Watch; zone: string }

function Morning({ watch, morning, episodes, spells, now, zone }: Watching & { morning: MorningOf }) {
  useWakeLock()
  const present = watch.children.filter((child) => morning.present.includes(child.id))
  const [active, setActive] = useState<number | null>(present[0]?.id ?? null)
  const [open, setOpen] = useState<{ child: number; what: Open }>({ child: 0, what: null })
  const [ending, setEnding] = useState<Episode | null>(null)
  const [closing, setClosing] = useState(false)
  const [keys, setKeys] = useState(keysOn)
  const [said, setSaid] = useState('')
  const nameOf = (id: number) => present.find((each) => each.id === id)?.name ?? ''
  const openOf = (child: number) => episodes.findLast((each) => each.child_id === child && each.ended === null && each.question === '')
  const users = new Map<number, User[]>()
  for (const { id, name } of present) {
    const episode = openOf(id)
    if (episode?.tray_id) users.set(episode.tray_id, [...(users.get(episode.tray_id) ?? []), { name, episode }])
  }
  const usersKey = [...users].map(([tray, all]) => `${tray}:${all.map((each) => each.episode.id).join()}`).join(';')
  // The drawing follows in its own time: the lane under the finger comes first.
  const drawn = useDeferredValue(episodes)
  const take = useMemo(() => (child_id: number, what: { tray_id: number } | { activity: string }) => write({ kind: 'start', episode_id: crypto.randomUUID(), child_id, ...what }), [])
  const showed = (child_id: number, tray_id: number) => {
    write({ kind: 'showed', child_id, tray_id })
    setSaid(`Written down: ${watch.offers.find((each) => each.tray_id === tray_id)?.name ?? 'it'} shown to ${nameOf(child_id)}.`)
  }
  useKeys({ on: keys, child: active, episode: active === null ? undefined : openOf(active), offers: watch.offers,
    take: (tray_id) => { if (active !== null) take(active, { tray_id }) }, rest: setEnding, setOpen: (what) => { if (active !== null) setOpen({ child: active, what }) } })
  const began = Date.parse(morning.began)
  const aside = (id: number) => (openOf(id) ? 'at work' : stateOf(id, spells)?.state ?? '')
  return (
    <>
      <Heading title={`${dayOf(morning.began, zone).split(' ')[0] ?? ''}’s work cycle`} aside={
        <>
          <Tick label="Single keys" checked={keys} onChange={(event) => { switchKeys(event.target.checked); setKeys(event.target.checked) }} />
          <Button onClick={() => setClosing(true)}>End the work cycle</Button>
        </>}>
        began {timeOfDay(began, zone)}, {span((now - began) / 60_000)}{morning.adult && ` · ${morning.adult} watches`}
      </Heading>
      <Strings people={present} episodes={drawn} spells={spells} scales={watch.scales} began={began} ended={null} now={now} zone={zone} aside={aside} />
      {said && <p role="status" className="text-ink-2">{said}</p>}
      <Sweep people={present} swept={watch.swept} now={now} zone={zone} />
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(22rem,100%),1fr))] items-start gap-4">
        {present.map((child) => (
          <Card key={child.id} child={child} episode={openOf(child.id)} state={stateOf(child.id, spells)} offers={watch.offers} activities={watch.activities} phrases={watch.phrases}
            users={users} usersKey={usersKey} now={now} zone={zone} active={active === child.id && present.length > 1} open={open.child === child.id ? open.what : null}
            setOpen={(what) => setOpen({ child: child.id, what })} onActive={() => { if (active !== child.id) startTransition(() => setActive(child.id)) }}
            onTake={(what) => take(child.id, what)} onRest={setEnding} onShowed={(tray) => showed(child.id, tray)} />
        ))}
      </div>
      <ToldLinks />
      {ending && <EndDialog episode={ending} onClose={() => setEnding(null)} onEnd={(work, place) => { write({ kind: 'finish', ...workOf(ending), work, place }); setEnding(null) }} />}
      {closing && <Closing onClose={() => setClosing(false)} />}
    </>
  )
}

const link = 'inline-flex items-center text-woad underline underline-offset-4'

function ToldLinks() {
  return <p className="flex flex-wrap gap-x-5 text-ink-2"><Link className={link} to="/evening">Log a past work cycle</Link><Link className={link} to="/work?new=1">Enter one piece of work</Link></p>
}

function Closing({ onClose }: { onClose: () => void }) {
  const end = (seen: 'all' | 'part') => { write({ kind: 'end', seen }); onClose() }
  return (
    <Dialog title="End the work cycle" open onClose={onClose} note="Only a work cycle that was all seen counts when it is asked whether a tray was left untouched.">
      <div className="grid grid-cols-2 gap-3">
        <Button size="thumb" look="main" onClick={() => end('all')}>All seen</Button>
        <Button size="thumb" onClick={() => end('part')}>Partly seen</Button>
      </div>
    </Dialog>
  )
}

function Begin({ watch, zone, now, episodes, spells, last }: Watching) {
  const [away, setAway] = useState<number[]>([])
  const begin = () => {
    askToKeep()
    write({ kind: 'begin', present: watch.children.map((child) => child.id).filter((id) => !away.includes(id)) })
  }
  const people = watch.children.filter((child) => last?.present.includes(child.id))
  return (
    <>
      <Heading title="Watch">{last ? `the work cycle ended ${timeOfDay(last.ended ?? last.began, zone)}` : 'no work cycle begun'}</Heading>
      <section className="panel flex max-w-2xl flex-col gap-3 p-5" aria-label="Begin a work cycle">
        <h2>Who is here?</h2>
        {watch.children.length === 0 && <p className="text-ink-2">No child yet. <Link className="text-woad underline" to="/house">Add a child in House</Link>.</p>}
        <div className="flex flex-wrap gap-x-5">
          {watch.children.map((child) => (
            <Tick key={child.id} label={child.name} checked={!away.includes(child.id)}
              onChange={(event) => setAway(event.target.checked ? away.filter((id) => id !== child.id) : [...away, child.id])} />
          ))}
        </div>
        {watch.offers.length === 0 && <p className="text-ink-2">Nothing stands on a shelf yet. <Link className="text-woad underline" to="/shelf">Put a few trays out first</Link>, so that each is one tap away.</p>}
        <Button look="main" size="thumb" disabled={watch.children.length === away.length} onClick={begin}>Begin the work cycle</Button>
        <ToldLinks />
      </section>
      {last && <p><Link className={link} to="/cycle">Read this work cycle</Link></p>}
      {last && <Strings people={people} episodes={episodes} spells={spells} scales={watch.scales} began={Date.parse(last.began)} ended={Date.parse(last.ended ?? last.began)} now={now} zone={zone} aside={() => ''} />}
    </>
  )
}

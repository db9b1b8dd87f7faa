import { useMemo, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Tick } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { counted, dayOf, span, timeOfDay } from '@/lib/words'
import { Card, type Open } from './Card'
import { EndDialog } from './EndDialog'
import { clearRefused } from './outbox'
import type { Episode } from './record'
import { Strings } from './Strings'
import { Sweep } from './Sweep'
import { keysOn, switchKeys, useKeys } from './useKeys'
import { useWakeLock } from './useWakeLock'
import { useWatch } from './useWatch'

type Watch = Schemas['WatchOut']
type WatchViewProps = { zone: string; questions: ReactNode }

/** Watch: who is at work, since when, unbroken; everything in one tap. */
export function WatchView({ zone, questions }: WatchViewProps) {
  const watching = useWatch()
  const { watch, error, box } = watching
  if (!watch) return <Waiting error={error} />
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      {box.waiting.length > 0 && <Notice tone="should" role="status">{counted(box.waiting.length, 'event')} not sent yet. They are kept on this device and sent when the program answers.</Notice>}
      {box.refused && <Notice tone="must" role="alert">{box.refused} <Button look="quiet" onClick={clearRefused}>Understood</Button></Notice>}
      {watch.morning ? <Morning {...watching} watch={watch} morning={watch.morning} zone={zone} /> : <Begin watch={watch} zone={zone} now={watching.now} episodes={watching.episodes} />}
      {questions}
    </div>
  )
}

type MorningProps = Omit<ReturnType<typeof useWatch>, 'watch'> & { watch: Watch & { clockSkewMs: number }; morning: Schemas['MorningOut']; zone: string }

function Morning({ watch, morning, episodes, now, write, zone }: MorningProps) {
  useWakeLock()
  const present = watch.children.filter((child) => morning.present.includes(child.id))
  const [active, setActive] = useState<number | null>(present[0]?.id ?? null)
  const [open, setOpen] = useState<{ child: number; what: Open }>({ child: 0, what: null })
  const [ending, setEnding] = useState<Episode | null>(null)
  const [closing, setClosing] = useState(false)
  const [keys, setKeys] = useState(keysOn)
  const [said, setSaid] = useState('')
  const openOf = (child: number) => episodes.findLast((each) => each.child_id === child && each.ended === null && each.question === '')
  const take = useMemo(() => (child: number, tray: number) => write({ kind: 'start', episode_id: crypto.randomUUID(), child_id: child, tray_id: tray }), [write])
  const showed = useWrite(async (child: number, tray: number) => {
    const done = await answer(client.POST('/api/presentations', { body: { child_id: child, tray_id: tray } }))
    const name = watch.offers.find((each) => each.tray_id === tray)?.name ?? 'it'
    setSaid(`Written down: ${name} shown to ${present.find((each) => each.id === child)?.name ?? ''}${done.again ? ', again' : ''}.`)
    await refresh()
  })
  useKeys({ on: keys, child: active, episode: active === null ? undefined : openOf(active), offers: watch.offers, skewMs: watch.clockSkewMs,
    take: (tray) => { if (active !== null) take(active, tray) }, rest: setEnding, setOpen: (what) => { if (active !== null) setOpen({ child: active, what }) } })
  const began = Date.parse(morning.began)
  return (
    <>
      <Heading title={`${dayOf(morning.began, zone).split(' ')[0] ?? ''}’s work cycle`} aside={
        <>
          <Tick label="Single keys" checked={keys} onChange={(event) => { switchKeys(event.target.checked); setKeys(event.target.checked) }} />
          <Button onClick={() => setClosing(true)}>End the morning</Button>
        </>}>
        began {timeOfDay(began, zone)}, {span((now - began) / 60_000)}{morning.adult && ` · ${morning.adult} watches`}
      </Heading>
      <Strings people={present} episodes={episodes} scales={watch.scales} began={began} ended={null} now={now} zone={zone}
        aside={(id) => (openOf(id) ? 'at work' : '')} />
      {(said || showed.failed) && <p role="status" className="text-ink-2">{showed.failed?.message ?? said}</p>}
      <Sweep people={present} swept={watch.swept} now={now} zone={zone} />
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(22rem,100%),1fr))] items-start gap-4">
        {present.map((child) => (
          <Card key={child.id} child={child} episode={openOf(child.id)} offers={watch.offers} now={now} zone={zone} active={active === child.id && present.length > 1}
            open={open.child === child.id ? open.what : null} setOpen={(what) => setOpen({ child: child.id, what })} onActive={() => setActive(child.id)}
            write={write} onTake={(tray) => take(child.id, tray)} onRest={setEnding} onShowed={(tray) => void showed.run(child.id, tray)} />
        ))}
      </div>
      <p className="text-ink-2"><Link className="text-woad underline underline-offset-4" to="/work?new=1">Enter work you did not log live</Link></p>
      {ending && <EndDialog episode={ending} onClose={() => setEnding(null)} onEnd={(work, place) => { write({ kind: 'finish', episode_id: ending.id, work, place }); setEnding(null) }} />}
      {closing && <Closing morning={morning} onClose={() => setClosing(false)} />}
    </>
  )
}

function Closing({ morning, onClose }: { morning: Schemas['MorningOut']; onClose: () => void }) {
  const end = useWrite(async (seen: 'all' | 'part') => {
    await answer(client.POST('/api/mornings/{morning_id}/end', { params: { path: { morning_id: morning.id } }, body: { seen } }))
    await refresh()
    onClose()
  })
  return (
    <Dialog title="End the morning" open onClose={onClose} note="Only a morning that was all seen counts when it is asked whether a tray was left untouched.">
      <div className="grid grid-cols-2 gap-3">
        <Button size="thumb" look="main" disabled={end.busy} onClick={() => void end.run('all')}>All seen</Button>
        <Button size="thumb" disabled={end.busy} onClick={() => void end.run('part')}>Partly seen</Button>
      </div>
      {end.failed && <Notice tone="must" role="alert">{end.failed.message}</Notice>}
    </Dialog>
  )
}

function Begin({ watch, zone, now, episodes }: { watch: Watch; zone: string; now: number; episodes: readonly Episode[] }) {
  const [away, setAway] = useState<number[]>([])
  const begin = useWrite(async () => {
    await answer(client.POST('/api/mornings', { body: { present: watch.children.map((child) => child.id).filter((id) => !away.includes(id)) } }))
    await refresh()
  })
  const last = watch.last
  const people = watch.children.filter((child) => last?.present.includes(child.id))
  return (
    <>
      <Heading title="Watch">{last ? `the morning ended ${timeOfDay(last.ended ?? last.began, zone)}` : 'no morning begun'}</Heading>
      <section className="panel flex max-w-2xl flex-col gap-3 p-5" aria-label="Begin a morning">
        <h2>Who is here?</h2>
        {watch.children.length === 0 && <p className="text-ink-2">No child yet. <Link className="text-woad underline" to="/house">Add a child in House</Link>.</p>}
        <div className="flex flex-wrap gap-x-5">
          {watch.children.map((child) => (
            <Tick key={child.id} label={child.name} checked={!away.includes(child.id)}
              onChange={(event) => setAway(event.target.checked ? away.filter((id) => id !== child.id) : [...away, child.id])} />
          ))}
        </div>
        {watch.offers.length === 0 && <p className="text-ink-2">Nothing stands on a shelf yet. <Link className="text-woad underline" to="/shelf">Put a few trays out first</Link>, so that each is one tap away.</p>}
        <Button look="main" size="thumb" disabled={begin.busy || watch.children.length === away.length} onClick={() => void begin.run()}>Begin the morning</Button>
        {begin.failed && <Notice tone="must" role="alert">{begin.failed.message}</Notice>}
        <p><Link className="text-woad underline underline-offset-4" to="/work?new=1">Enter work you did not log live</Link></p>
      </section>
      {last && <Strings people={people} episodes={episodes} scales={watch.scales} began={Date.parse(last.began)} ended={Date.parse(last.ended ?? last.began)} now={now} zone={zone} aside={() => ''} />}
    </>
  )
}

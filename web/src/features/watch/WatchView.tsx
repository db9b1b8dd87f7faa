import { say, word } from '@/lib/say'
import { memo, startTransition, useCallback, useDeferredValue, useMemo, useState, type ComponentProps, type ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { GroupChoice } from '@/ui/GroupChoice'
import { Dialog } from '@/ui/Dialog'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import type { Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { dayOf, span, timeOfDay } from '@/lib/words'
import { sweepIsDue } from './attention'
import { Begin, ToldLinks } from './Begin'
import { Card } from './Card'
import { EndDialog } from './EndDialog'
import { workOf, type Child, type Open, type User } from './lane'
import { stateOf, type Episode, type Morning as MorningOf } from '@/lib/record'
import { Strings } from '@/ui/drawing/Strings'
import { Sweep } from './Sweep'
import { keysOn, switchKeys, useKeys } from './useKeys'
import { FOLD_FROM, Rows } from './Rows'
import { useWakeLock } from './useWakeLock'
import { useWatch } from './useWatch'
import { Switch } from '@/ui/Tick'

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

export type Watching = Omit<ReturnType<typeof useWatch>, 'watch'> & { watch: Watch; zone: string }

function Morning({ watch, morning, episodes, spells, now, zone }: Watching & { morning: MorningOf }) {
  useWakeLock()
  const here = useMemo(() => watch.children.filter((child) => morning.present.includes(child.id)), [watch.children, morning.present])
  const [group, setGroup] = useState<number | null>(null)
  const members = watch.groups.find((each) => each.id === group)?.children
  const present = useMemo(() => (members ? here.filter((child) => members.includes(child.id)) : here), [here, members])
  const folded = here.length >= FOLD_FROM
  const [active, setActive] = useState<number | null>(folded ? null : present[0]?.id ?? null)
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
  const take = useMemo(() => (child_id: number, what: { tray_id: number } | { activity: string }) => write({ kind: 'start', episode_id: crypto.randomUUID(), child_id, ...what }), [])
  const showed = (child_id: number, tray_id: number) => {
    write({ kind: 'showed', child_id, tray_id })
    setSaid(say('Written down: {find} shown to {nameOf}.', { find: watch.offers.find((each) => each.tray_id === tray_id)?.name ?? say('it'), nameOf: nameOf(child_id) }))
  }
  useKeys({ on: keys, child: active, episode: active === null ? undefined : openOf(active), offers: watch.offers,
    take: (tray_id) => { if (active !== null) take(active, { tray_id }) }, rest: setEnding, setOpen: (what) => { if (active !== null) setOpen({ child: active, what }) } })
  const began = Date.parse(morning.began)
  const aside = (id: number) => (openOf(id) ? say('at work') : word(stateOf(id, spells)?.state ?? ''))
  const lastOf = (id: number) => Math.max(began, ...episodes.filter((each) => each.child_id === id && each.ended).map((each) => Date.parse(each.ended ?? '')))
  const card = (child: Child) => (
    <Card key={child.id} child={child} episode={openOf(child.id)} state={stateOf(child.id, spells)} offers={watch.offers} activities={watch.activities} phrases={watch.phrases}
      users={users} usersKey={usersKey} now={now} zone={zone} active={active === child.id && present.length > 1} open={open.child === child.id ? open.what : null}
      setOpen={(what) => setOpen({ child: child.id, what })} onActive={() => { if (active !== child.id) startTransition(() => setActive(child.id)) }}
      onTake={(what) => take(child.id, what)} onRest={setEnding} onShowed={(tray) => showed(child.id, tray)}
    />
  )
  const strings = <Drawn people={present} episodes={episodes} spells={spells} scales={watch.scales} began={began} ended={null} now={now} zone={zone} aside={aside} />
  return (
    <>
      <Top began={began} minutes={Math.round((now - began) / 60_000)} adult={morning.adult} zone={zone} keys={keys} onKeys={setKeys} onClosing={setClosing} />
      {folded ? <Folded>{strings}</Folded> : strings}
      {folded && <GroupChoice label={say('Shown')} groups={watch.groups} group={group} onGroup={setGroup} />}
      {said && <p role="status" className="text-ink-2">{said}</p>}
      <Sweep people={present} swept={watch.swept} isDue={sweepIsDue(watch.swept, now)} zone={zone} />
      {folded
        ? <Rows people={present} now={now} zone={zone} opened={active} episodeOf={openOf} stateOf={(id) => stateOf(id, spells)} lastOf={lastOf} onOpen={setActive} card={card} />
        : <div className="grid grid-cols-[repeat(auto-fit,minmax(min(22rem,100%),1fr))] items-start gap-4">{present.map(card)}</div>}
      <AlsoHere watch={watch} morning={morning} />
      <ToldLinks />
      {ending && <EndDialog episode={ending} onClose={() => setEnding(null)} onEnd={(work, place) => { write({ kind: 'finish', ...workOf(ending), work, place }); setEnding(null) }} />}
      {closing && <Closing onClose={() => setClosing(false)} />}
    </>
  )
}

/** The drawing follows in its own time: the lane under the finger comes first. */
function Drawn({ episodes, ...shown }: ComponentProps<typeof Strings>) {
  return <Strings {...shown} episodes={useDeferredValue(episodes)} />
}

type TopProps = { began: number; minutes: number; adult: string; zone: string; keys: boolean; onKeys: (on: boolean) => void; onClosing: (closing: boolean) => void }

/** The title of an open work cycle: drawn again once a minute, not with every tap. */
const Top = memo(function Top({ began, minutes, adult, zone, keys, onKeys, onClosing }: TopProps) {
  const switched = useCallback((on: boolean) => { switchKeys(on); onKeys(on) }, [onKeys])
  return (
    <Heading title={say('{split}’s work cycle', { split: dayOf(began, zone).split(' ')[0] ?? '' })} aside={(
      <>
        <Switch label={say('Single keys')} checked={keys} onChange={switched} />
        <Button onClick={() => onClosing(true)}>{say('End the work cycle')}</Button>
      </>
    )}
    >
      {say('began {time}, {time2}{adult}', { time: timeOfDay(began, zone), time2: span(minutes), adult: adult && say(' · {adult} watches', { adult }) })}
    </Heading>
  )
})

/** The strings of many children, one tap away. */
function Folded({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(false)
  return (
    <div className="-my-3">
      <Button look="quiet" className="-ml-3.5" aria-expanded={open} onClick={() => setOpen(!open)}>{open ? say('Fold the strings') : say('Show the strings')}</Button>
      {open && children}
    </div>
  )
}

/** Who came later: one tap, and the child is of this work cycle. */
function AlsoHere({ watch, morning }: { watch: Watch; morning: MorningOf }) {
  const away = watch.children.filter((child) => !morning.present.includes(child.id))
  if (away.length === 0) return null
  return (
    <div role="group" aria-label={say('Came later')} className="flex flex-wrap items-center gap-2">
      <span className="text-sm text-ink-2">{say('came later')}</span>
      {away.map((child) => <Button key={child.id} size="touch" onClick={() => write({ kind: 'begin', present: [child.id] })}>{child.name}</Button>)}
    </div>
  )
}

function Closing({ onClose }: { onClose: () => void }) {
  const end = (seen: 'all' | 'part') => { write({ kind: 'end', seen }); onClose() }
  return (
    <Dialog title={say('End the work cycle')} open onClose={onClose} note={say('Only a work cycle that was all seen counts when it is asked whether a tray was left untouched.')}>
      <div className="grid grid-cols-2 gap-3">
        <Button size="thumb" look="main" onClick={() => end('all')}>{say('All seen')}</Button>
        <Button size="thumb" onClick={() => end('part')}>{say('Partly seen')}</Button>
      </div>
    </Dialog>
  )
}

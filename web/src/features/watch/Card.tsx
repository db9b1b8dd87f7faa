import { useRef, useState } from 'react'
import { Button } from '@/ui/Button'
import { PatternMark } from '@/ui/PatternMark'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { clock, timeOfDay } from '@/lib/words'
import type { NewEvent } from './outbox'
import { brokenBy, depth, DEPTHS, rounds, unbrokenSince, type Episode } from './record'

type Child = Schemas['ChildOut']
export type Offer = Schemas['OfferOut']
export const CAUSES = ['adult', 'other child', 'noise', 'need', 'material missing', 'finished'] as const
export const HELPS = ['prompted', 'shown again', 'together'] as const
export type Open = 'broken' | 'helped' | 'depth' | 'note' | 'showed' | 'another' | null

export type CardProps = {
  child: Child; episode: Episode | undefined; offers: readonly Offer[]; now: number; zone: string; active: boolean; open: Open
  setOpen: (open: Open) => void; onActive: () => void; write: (event: NewEvent) => void; onTake: (tray: number) => void
  onRest: (episode: Episode) => void; onShowed: (tray: number) => void
}

/** One child's lane: what it is at and since when; everything a watcher does is one or two taps. */
export function Card(props: CardProps) {
  const { child, episode, active, onActive } = props
  return (
    <section aria-label={child.name} className={cx('panel', active && 'border-2 border-woad')}>
      {/* Touching a lane anywhere makes it the one the single keys act on; it is no control of its own. */}
      <div role="presentation" data-lane={child.id} tabIndex={-1} onFocus={onActive} onPointerDown={onActive} className="flex flex-col gap-3 p-4">
        {episode ? <AtWork {...props} episode={episode} /> : <Free {...props} />}
      </div>
    </section>
  )
}

function AtWork(props: CardProps & { episode: Episode }) {
  const { child, episode, now, zone, open, setOpen, write, onRest } = props
  const broken = brokenBy(episode)
  const since = unbrokenSince(episode, now)
  const deep = depth(episode)
  const condition = props.offers.find((each) => each.tray_id === episode.tray_id)?.condition
  const toggle = (which: Open) => setOpen(open === which ? null : which)
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <div className="min-w-0">
          <h2 className="flex flex-wrap items-baseline gap-x-2 text-lg">
            <span className="inline-flex items-center gap-1.5"><PatternMark pattern={child.pattern} />{child.name}</span>
            <span className="font-normal">{episode.tray}</span>
          </h2>
          <p className="text-ink-2">{broken ? `broken off ${timeOfDay(broken.at, zone)}${broken.cause && `, ${broken.cause}`}` : `unbroken since ${timeOfDay(since ?? now, zone)}`}{deep !== null && `; ${DEPTHS[deep] ?? ''}`}</p>
        </div>
        <span className="text-3xl font-bold tabular-nums" role="timer" aria-label={`At it for ${clock(now - Date.parse(episode.began))}`}>{clock(now - Date.parse(episode.began))}</span>
      </div>
      {condition && <p className="rounded-control border border-saffron bg-saffron-2 px-3 py-1.5 text-[0.9375rem]">{condition}</p>}
      <div className="grid grid-cols-3 gap-2">
        <Button look="main" size="thumb" className="col-span-3" aria-keyshortcuts="Space" onClick={() => write({ kind: 'round', episode_id: episode.id })}>
          Once round <span className="text-2xl tabular-nums">{rounds(episode)}</span>
        </Button>
        {broken
          ? <Button size="touch" onClick={() => write({ kind: 'back', episode_id: episode.id })} keyName="I">Came back</Button>
          : <Button size="touch" aria-expanded={open === 'broken'} onClick={() => toggle('broken')} keyName="I">Broken off</Button>}
        <Button size="touch" aria-expanded={open === 'helped'} onClick={() => toggle('helped')} keyName="H">Helped</Button>
        <Button size="touch" aria-expanded={open === 'note'} onClick={() => toggle('note')} keyName="N">Note</Button>
      </div>
      <Tray {...props} episode={episode} />
      <div className="grid grid-cols-[1.5fr_1fr] gap-2">
        <DoneButton episode={episode} write={write} onRest={onRest} />
        <Button size="touch" onClick={() => onRest(episode)} keyName="E">Otherwise…</Button>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button size="touch" look="quiet" aria-expanded={open === 'depth'} onClick={() => toggle('depth')} keyName="D">How deep…</Button>
        <Button size="touch" look="quiet" aria-expanded={open === 'showed'} onClick={() => toggle('showed')}>I showed…</Button>
        <Button size="touch" look="quiet" aria-expanded={open === 'another'} onClick={() => toggle('another')}>Takes another…</Button>
      </div>
    </>
  )
}

const LONG_PRESS_MS = 550

/** One tap: done right and put back. A long press asks how else it ended. */
function DoneButton({ episode, write, onRest }: { episode: Episode } & Pick<CardProps, 'write' | 'onRest'>) {
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const held = useRef(false)
  const release = () => clearTimeout(timer.current)
  return (
    <Button size="touch" keyName="P" onPointerDown={() => { held.current = false; timer.current = setTimeout(() => { held.current = true; onRest(episode) }, LONG_PRESS_MS) }}
      onPointerUp={release} onPointerLeave={release} onPointerCancel={release}
      onClick={() => { if (!held.current) write({ kind: 'finish', episode_id: episode.id, work: 'done right', place: 'put back' }) }}>
      Done, put back
    </Button>
  )
}

/** What opens under the three large buttons: causes, kinds of help, a note, trays. */
function Tray(props: CardProps & { episode: Episode }) {
  const { episode, open, setOpen, write, onShowed, onTake, offers, child } = props
  const [note, setNote] = useState('')
  const done = (act: () => void) => { act(); setOpen(null) }
  if (open === 'broken')
    return <Chips label="Broken off by" names={CAUSES} onPick={(cause) => done(() => write({ kind: 'broken', episode_id: episode.id, cause }))} />
  if (open === 'helped')
    return <Chips label="How it was helped" names={HELPS} onPick={(cause) => done(() => write({ kind: 'helped', episode_id: episode.id, cause }))} />
  if (open === 'depth')
    return <Chips label="How deep it was" names={DEPTHS} onPick={(cause) => done(() => write({ kind: 'depth', episode_id: episode.id, cause }))} />
  if (open === 'showed') return <Offers label="I showed" offers={offers} child={child} onPick={(id) => done(() => onShowed(id))} />
  if (open === 'another') return <Offers label="Takes" offers={offers} child={child} onPick={(id) => done(() => onTake(id))} />
  if (open === 'note')
    return (
      <form className="flex gap-2" onSubmit={(event) => { event.preventDefault(); if (note.trim()) done(() => { write({ kind: 'note', episode_id: episode.id, text: note.trim() }); setNote('') }) }}>
        <label className="sr-only" htmlFor={`note-${episode.id}`}>Note</label>
        <input id={`note-${episode.id}`} autoComplete="off" maxLength={1000} value={note} onChange={(event) => setNote(event.target.value)}
          className="said min-h-touch min-w-0 flex-1 rounded-control border border-edge bg-paper px-3" />
        <Button type="submit" size="touch" look="main">Write it down</Button>
      </form>
    )
  return null
}

function Chips({ label, names, onPick }: { label: string; names: readonly string[]; onPick: (name: string) => void }) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-2">
      {names.map((name) => <Button key={name} size="touch" onClick={() => onPick(name)}>{name}</Button>)}
    </div>
  )
}

function Free(props: CardProps) {
  const { child, offers, open, setOpen, onTake, onShowed, active } = props
  return (
    <>
      <div className="flex items-center justify-between gap-2">
        <h2 className="flex items-center gap-1.5 text-lg"><PatternMark pattern={child.pattern} />{child.name}</h2>
        <Button size="touch" look="quiet" aria-expanded={open === 'showed'} onClick={() => setOpen(open === 'showed' ? null : 'showed')}>I showed…</Button>
      </div>
      {open === 'showed'
        ? <Offers label={`Shown to ${child.name}`} offers={offers} child={child} onPick={(id) => { onShowed(id); setOpen(null) }} />
        : <Offers label={`${child.name} takes`} offers={offers} child={child} onPick={onTake} keys={active} />}
    </>
  )
}

type OffersProps = { label: string; offers: readonly Offer[]; child: Child; onPick: (tray: number) => void; keys?: boolean }

/** The trays a child could take: those meant for it first, the others behind one more tap. */
function Offers({ label, offers, child, onPick, keys }: OffersProps) {
  const own = offers.filter((each) => each.for_children.includes(child.id))
  const rest = offers.filter((each) => !each.for_children.includes(child.id))
  const chip = (each: Offer, at: number) => (
    <Button key={each.tray_id} size="touch" onClick={() => onPick(each.tray_id)} title={each.condition}
      {...(keys !== undefined && at < 10 ? { keyName: String((at + 1) % 10), keyRests: !keys, ...(keys ? { 'aria-keyshortcuts': String((at + 1) % 10) } : {}) } : {})}>
      {each.name}{each.by_hand && <span className="text-sm font-normal">by hand</span>}
    </Button>
  )
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-2">
      <p className="text-sm text-ink-2">{label}</p>
      <div className="flex flex-wrap gap-2">{own.map(chip)}{own.length === 0 && <p className="text-ink-2">Nothing on the shelves is for {child.name}.</p>}</div>
      {rest.length > 0 && (
        <details>
          <summary className="min-h-touch py-3 text-woad underline underline-offset-4">Something of the others</summary>
          <div className="flex flex-wrap gap-2">{rest.map((each) => chip(each, 99))}</div>
        </details>
      )}
    </div>
  )
}

/** The tray the n-th number key means for a child. */
export const offerAt = (offers: readonly Offer[], child: number, n: number): Offer | undefined =>
  offers.filter((each) => each.for_children.includes(child))[n]

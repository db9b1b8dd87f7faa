import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { write } from '@/lib/outbox'
import { CAUSES, EFFORTS, HELPS, workOf, type LaneProps } from './lane'
import { Offers } from './Offers'
import { DEPTHS, type Episode } from '@/lib/record'

/** What opens under the large buttons: causes, kinds of help, parts, depth, a note, trays. */
export function Under(props: LaneProps & { episode: Episode }) {
  const { episode, open, setOpen, onShowed, onTake, offers, child, users } = props
  const done = (act: () => void) => { act(); setOpen(null) }
  const tell = (kind: 'broken' | 'helped' | 'depth' | 'effort') => (cause: string) => done(() => write({ kind, ...workOf(episode), cause }))
  switch (open) {
    case 'broken': return <Chips label={say('Interrupted by')} names={CAUSES} onPick={tell('broken')} />
    case 'helped': return <Chips label={say('How it was helped')} names={HELPS} onPick={tell('helped')} />
    case 'effort': return <Chips label={say('How it was gone about')} names={EFFORTS} onPick={tell('effort')} />
    case 'depth': return <Chips label={say('Concentration')} names={DEPTHS} onPick={tell('depth')} />
    case 'showed': return <Offers label={say('I showed')} offers={offers} child={child} onPick={(id) => done(() => onShowed(id))} />
    case 'another': return <Offers label={say('Takes')} offers={offers} child={child} users={users} onPick={(tray_id) => done(() => onTake({ tray_id }))} />
    case 'part': return <Parts {...props} />
    case 'note': return <Note {...props} />
    default: return null
  }
}

function Chips({ label, names, onPick }: { label: string; names: readonly string[]; onPick: (name: string) => void }) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-2">
      {names.map((name) => <Button key={name} size="touch" onClick={() => onPick(name)}>{word(name)}</Button>)}
    </div>
  )
}

const line = 'said min-h-touch min-w-0 flex-1 rounded-control border border-edge bg-paper px-3'

/** Which part of the work went, or not yet: each fastening of a board, each number known. */
function Parts({ episode, offers, setOpen }: LaneProps & { episode: Episode }) {
  const told = new Map(episode.events.filter((each) => each.kind === 'part').map((each) => [each.text, each.cause]))
  const known = [...new Set([...(offers.find((each) => each.tray_id === episode.tray_id)?.parts ?? []), ...told.keys()])]
  const [name, setName] = useState('')
  const tell = (text: string, cause: 'done' | 'not yet') => write({ kind: 'part', ...workOf(episode), text, cause })
  const add = (cause: 'done' | 'not yet') => { if (name.trim()) { tell(name.trim(), cause); setName('') } }
  return (
    <div role="group" aria-label={say('Parts of the work')} className="flex flex-col gap-2">
      {known.map((each) => (
        <div key={each} className="flex flex-wrap items-center gap-2">
          <span className="min-w-24 flex-1">{each}</span>
          {(['done', 'not yet'] as const).map((cause) => <Button key={cause} size="touch" pressed={told.get(each) === cause} look={told.get(each) === cause ? 'main' : 'plain'} onClick={() => tell(each, cause)}>{word(cause)}</Button>)}
        </div>
      ))}
      <form className="flex flex-wrap gap-2" onSubmit={(event) => { event.preventDefault(); add('done') }}>
        <input aria-label={say('Another part')} placeholder={say('which part')} autoComplete="off" maxLength={80} value={name} onChange={(event) => setName(event.target.value)} className={line} />
        <Button type="submit" size="touch">{say('done')}</Button>
        <Button size="touch" onClick={() => add('not yet')}>{say('not yet')}</Button>
      </form>
      <Button size="touch" look="quiet" className="self-start" onClick={() => setOpen(null)}>{say('Close')}</Button>
    </div>
  )
}

/** A line of words, or one of the household's own phrases in one tap. */
function Note({ episode, phrases, setOpen }: LaneProps & { episode: Episode }) {
  const [note, setNote] = useState('')
  const keep = (text: string) => { if (text.trim()) { write({ kind: 'note', ...workOf(episode), text: text.trim() }); setOpen(null) } }
  return (
    <div role="group" aria-label={say('A note')} className="flex flex-col gap-2">
      {phrases.length > 0 && <div className="flex flex-wrap gap-2">{phrases.map((each) => <Button key={each} size="touch" className="said" onClick={() => keep(each)}>{each}</Button>)}</div>}
      <form className="flex gap-2" onSubmit={(event) => { event.preventDefault(); keep(note) }}>
        <input aria-label={say('Note')} autoComplete="off" maxLength={1000} value={note} onChange={(event) => setNote(event.target.value)} className={line} />
        <Button type="submit" size="touch" look="main">{say('Write it down')}</Button>
      </form>
    </div>
  )
}

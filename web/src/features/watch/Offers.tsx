import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { write } from '@/lib/outbox'
import { workOf, type Child, type LaneProps, type Offer } from './lane'
import { Fold } from '@/ui/Fold'

type OffersProps = { label: string; offers: readonly Offer[]; child: Child; onPick: (tray: number) => void; keys?: boolean; users?: LaneProps['users'] }

/** The trays a child could take: those meant for it first, the others behind one more tap. One in use is shared or passed on. */
export function Offers({ label, offers, child, onPick, keys, users }: OffersProps) {
  const [shared, setShared] = useState<number | null>(null)
  const own = offers.filter((each) => each.for_children.includes(child.id))
  const rest = offers.filter((each) => !each.for_children.includes(child.id))
  const pick = (tray: number) => { if (users?.has(tray)) setShared(tray); else onPick(tray) }
  const chip = (each: Offer, at: number) => {
    const user = users?.get(each.tray_id)?.[0]
    const waits = each.waits.find((one) => one.child_id === child.id)
    const said = user ? say('with {user}', { user: user.name }) : [each.by_hand && say('kept away'), waits?.word].filter(Boolean).join(', ')
    return (
      <Button key={each.tray_id} size="touch" onClick={() => pick(each.tray_id)} title={waits?.why ?? each.condition}
        {...(keys !== undefined && at < 10 ? { keyName: String((at + 1) % 10), keyRests: !keys, ...(keys ? { 'aria-keyshortcuts': String((at + 1) % 10) } : {}) } : {})}
      >
        {each.name}{said && <span className="text-sm font-normal">{said}</span>}
      </Button>
    )
  }
  const user = shared === null ? undefined : users?.get(shared)?.[0]
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-2">
      <p className="text-sm text-ink-2">{label}</p>
      <div className="flex flex-wrap gap-2">{own.map(chip)}{own.length === 0 && <p className="text-ink-2">{say('Nothing on the shelves is for {child}.', { child: child.name })}</p>}</div>
      {shared !== null && user && (
        <div role="group" aria-label={say('{user} is at it', { user: user.name })} className="flex flex-wrap items-center gap-2">
          <span className="text-ink-2">{say('{user} is at it.', { user: user.name })}</span>
          <Button size="touch" onClick={() => { onPick(shared); setShared(null) }}>{say('Side by side')}</Button>
          <Button size="touch" onClick={() => { write({ kind: 'finish', ...workOf(user.episode), work: 'done right', place: 'left out' }); onPick(shared); setShared(null) }}>{say('{user} passed it on', { user: user.name })}</Button>
        </div>
      )}
      {rest.length > 0 && (
        <Fold title={say('Another child’s work')} titleClass="min-h-touch py-3 text-woad underline underline-offset-4">
          <div className="flex flex-wrap gap-2">{rest.map((each) => chip(each, 99))}</div>
        </Fold>
      )}
    </div>
  )
}

/** Work that stands on no shelf: the kitchen, the garden, whatever this house did last, or something new. */
export function Elsewhere({ name, activities, onPick }: { name: string; activities: readonly string[]; onPick: (activity: string) => void }) {
  const [other, setOther] = useState('')
  const [typing, setTyping] = useState(false)
  return (
    <div role="group" aria-label={say('{name} is elsewhere', { name })} className="flex flex-wrap items-center gap-2">
      <span className="text-sm text-ink-2">{say('off the shelf')}</span>
      {activities.map((each) => <Button key={each} size="touch" onClick={() => onPick(each)}>{each}</Button>)}
      {typing
        ? (
            <form className="flex gap-2" onSubmit={(event) => { event.preventDefault(); if (other.trim()) onPick(other.trim()) }}>
              <input aria-label={say('What {name} is at', { name })} autoComplete="off" maxLength={80} value={other} onChange={(event) => setOther(event.target.value)}
                className="said min-h-touch w-40 rounded-control border border-edge bg-paper px-3"
              />
              <Button type="submit" size="touch" look="main">{say('Takes it up')}</Button>
            </form>
          )
        : <Button size="touch" look="quiet" onClick={() => setTyping(true)}>{say('Something else…')}</Button>}
    </div>
  )
}

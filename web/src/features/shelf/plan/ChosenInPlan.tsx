import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Why } from '@/ui/Why'
import { spotOf, spotsIn } from '../spots'
import type { Shelf, Tray } from '../types'
import { banned, pinned, swapped, unbanned, unpinned, worthLess, type Arranged, type Solve } from './asked'
import { useWhyNot, type Planning } from './usePlan'
import { Option, SelectField } from '@/ui/Select'

type ChosenProps = { tray: Tray; shelf: Shelf; plan: Arranged; planning: Planning }

/** One tray in the plan: why it stands there, and how to overrule it; or why it is not in the plan. */
export function ChosenInPlan({ tray, shelf, plan, planning }: ChosenProps) {
  const stands = plan.stands.find((each) => each.tray === tray.id)
  const spot = stands?.spot ?? null
  const unit = shelf.units.find((each) => each.id === spot?.unit_id)
  return (
    <section aria-label={say('In the plan: {tray}', { tray: tray.name })} className="flex flex-col gap-3 rounded-control border border-woad bg-woad-2/40 p-3">
      <div>
        <p className="text-sm text-ink-2">{spot ? `${unit?.name ?? ''}, ${stands?.spot_words ?? ''}` : say('Not out in this plan')}</p>
        <h3 className="text-lg">{tray.name}</h3>
      </div>
      {spot && stands && <Why reasons={stands.reasons} folded />}
      <Overrule tray={tray} shelf={shelf} plan={plan} planning={planning} />
      <WhyNotHere tray={tray} shelf={shelf} planning={planning} out={spot !== null} />
    </section>
  )
}

function Overrule({ tray, shelf, plan, planning }: ChosenProps) {
  const { asked, start, working } = planning
  const stands = plan.stands.find((each) => each.tray === tray.id)
  const spot = stands?.spot
  const isPinned = asked.pins.some((each) => each.tray === tray.id)
  const name = (id: number) => shelf.trays.find((each) => each.id === id)?.name ?? ''
  const partners = plan.stands.filter((each) => each.spot && each.tray !== tray.id)
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        {spot && !isPinned && <Button disabled={working} onClick={() => planning.setAsked(pinned(asked, tray.id, spot, stands.by_hand))}>{say('Pin it here')}</Button>}
        {isPinned && <Button disabled={working} onClick={() => planning.setAsked(unpinned(asked, tray.id))}>{say('Take the pin out')}</Button>}
        {asked.bans.includes(tray.id)
          ? <Button disabled={working} onClick={() => void start.run(unbanned(asked, tray.id))}>{say('Take it back in')}</Button>
          : <Button disabled={working} onClick={() => void start.run(banned(asked, tray.id))}>{say('Leave it out')}</Button>}
      </div>
      {spot && partners.length > 0 && (
        <SelectField label={say('Swap with')} value="" disabled={working} onChoose={(picked) => {
          const other = partners.find((each) => each.tray === Number(picked))
          if (other) void start.run(swapped(asked, stands, other))
        }}
        >
          <Option value="">{say('Choose a tray')}</Option>
          {partners.map((each) => <Option key={each.tray} value={each.tray}>{name(each.tray)}</Option>)}
        </SelectField>
      )}
    </div>
  )
}

function WhyNotHere({ tray, shelf, planning, out }: { tray: Tray; shelf: Shelf; planning: Planning; out: boolean }) {
  const [to, setTo] = useState('')
  const why = useWhyNot(planning.id, tray.id)
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-end gap-2">
        <SelectField label={out ? say('Why not elsewhere?') : say('Why not this one?')} className="flex-1" value={to} onChoose={setTo}>
          <Option value="">{out ? say('Choose a place') : say('Anywhere')}</Option>
          {spotsIn(shelf.units).map((each) => <Option key={each.id} value={each.id}>{each.text}</Option>)}
        </SelectField>
        <Button disabled={why.working || (out && !to)} onClick={() => void why.ask.run(spotOf(to))}>{say('Why not?')}</Button>
      </div>
      {to && <Button className="self-start" disabled={planning.working} onClick={() => { const spot = spotOf(to); if (spot) void planning.start.run(pinned(planning.asked, tray.id, spot)) }}>{say('Pin it there all the same')}</Button>}
      <div role="status" className="flex flex-col gap-2 text-[0.9375rem]">
        {why.ask.failed && <Notice tone="must">{why.ask.failed.message}</Notice>}
        {why.rules.length > 0 && <Why reasons={why.rules} />}
        {why.working && <p className="text-ink-3">{say('One moment…')}</p>}
        {why.solve && <Because solve={why.solve} />}
      </div>
    </div>
  )
}

function Because({ solve }: { solve: Solve }) {
  const { runner, conflict, reasons, status, message } = solve
  if (status === 'failed' || status === 'stopped') return <Notice tone="should">{message}</Notice>
  if (reasons.length > 0) return <Why reasons={reasons} />
  if (conflict) return <><p>{say('With it out, these cannot hold together:')}</p><ul className="list-disc pl-5">{conflict.rules.map((rule) => <li key={rule.key}>{rule.words}</li>)}</ul></>
  if (!runner) return null
  const gone = runner.instead_of.map((each) => each.name).join(say(' and '))
  return <p>{say('It could stand there: {worthLess}.', { worthLess: worthLess(runner.points) })}{gone && say(' {gone} would not be out then.', { gone })}</p>
}

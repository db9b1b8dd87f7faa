import { say } from '@/lib/say'
import { Minus, Plus } from 'lucide-react'
import { Button } from '@/ui/Button'
import type { WeighButton } from '@/ui/weighing'
import type { Schemas } from '@/lib/http'
import { useQuery } from '@tanstack/react-query'
import { thingsQuery } from '@/lib/queries'
import { sentence } from '@/lib/words'
import type { Change } from './wish'
import { Fold } from '@/ui/Fold'
import { Option, OptionGroup, Select } from '@/ui/Select'

type Role = Schemas['RoleOut']
type Candidate = Schemas['CandidateOut']
type Thing = Schemas['ComponentOut']
type Send = (change: Change) => void
const GROUPS = [['does', say('Does')], ['would do', say('Would do')], ['does not', say('Does not')]] as const
const box = 'min-h-control w-full rounded-control border border-edge bg-paper px-2.5 text-[0.9375rem]'

/** Every role with what fills it; each can be changed by hand, and says what else was considered and why not. */
export function Roles({ composed, leftOut, send, weigh }: { composed: Schemas['ComposedOut']; leftOut: readonly string[]; send: Send; weigh: WeighButton }) {
  const { data: all } = useQuery(thingsQuery)
  const things = all?.things ?? []
  return (
    <section aria-label={say('Roles')} className="panel p-4">
      <h2 className="mb-1">{say('What lies on it')}</h2>
      <ul className="divide-y divide-line">
        {composed.roles.map((role) => <li key={role.name}><Line role={role} things={things} send={send} weigh={weigh} /></li>)}
        {composed.containers.length > 0 && (
          <li className="grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-3 py-2">
            <label htmlFor="role-container" className="font-semibold">{say('Container')}</label>
            <Choice id="role-container" value={composed.container} byHand={composed.container_by_hand} considered={composed.containers} onChange={(container) => send({ type: 'contained', container })} />
          </li>
        )}
      </ul>
      {leftOut.length > 0 && <p className="mt-2 flex flex-wrap items-center gap-2 text-sm">{say('Left out:')}{' '}{leftOut.map((each) => <Button key={each} onClick={() => send({ type: 'put back', role: each })}>{say('{each}: put it back', { each })}</Button>)}</p>}
      <Extra things={things} taken={composed.roles.map((role) => role.name)} send={send} />
    </section>
  )
}

/** A thing the card does not name, laid on the tray all the same. */
function Extra({ things, taken, send }: { things: readonly Thing[]; taken: readonly string[]; send: Send }) {
  const free = things.filter((each) => each.free > 0 && !taken.includes(each.name))
  if (free.length === 0) return null
  return (
    <div className="mt-2 border-t border-line pt-2">
      <label htmlFor="role-extra" className="text-sm font-semibold">{say('Add something the card does not name')}</label>
      <Select id="role-extra" className={box} value="" onChoose={(picked) => {
        const thing = free.find((each) => each.id === Number(picked))
        if (thing) send({ type: 'added', role: thing.name, thing: thing.id })
      }}
      >
        <Option value="">{say('nothing more')}</Option>{free.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
      </Select>
    </div>
  )
}

function Line({ role, things, send, weigh }: { role: Role; things: readonly Thing[]; send: Send; weigh: WeighButton }) {
  const id = `role-${role.name.replace(/\W+/g, '-')}`
  const counts = role.use === 'handled' || role.use === 'symbol'
  const refused = role.considered.filter((each) => each.why.length > 0)
  const thing = role.considered.find((each) => each.id === role.chosen && each.id > 0)
  return (
    <div className="flow-root py-2">
      <div className="grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-3">
        <label htmlFor={id} className="font-semibold">{sentence(role.name)}{role.optional && <span className="font-normal text-ink-3">{' '}{say('if there is one')}</span>}</label>
        <Choice id={id} value={role.chosen} byHand={role.by_hand} considered={role.considered} things={things} onChange={(thing) => send({ type: 'chosen', role: role.name, thing })} />
        {counts && <Stepper role={role} send={send} />}
      </div>
      {role.shows && <p className="mt-0.5 text-sm text-ink-2">{say('It is to be: {shows}.', { shows: role.shows })}</p>}
      <button type="button" className="float-right min-h-control text-sm text-woad underline underline-offset-4" onClick={() => send({ type: 'left out', role: role.name })} aria-label={`${role.added ? say('Take it off') : say('Leave it out')}: ${role.name}`}>{role.added ? say('Take it off') : say('Leave it out')}</button>
      {role.chosen === null && !role.optional && (
        <p className="mt-1 text-sm text-madder">{role.considered.length ? say('Nothing that would do is free.') : say('Nothing in the cupboard is {slice}.', { slice: role.needs.slice(0, 3).join(say(', or ')) })}</p>
      )}
      {thing && !role.beside && <div className="float-right mt-1 ml-2">{weigh({ id: thing.id, name: thing.name, medium: role.use === 'medium' })}</div>}
      {refused.length > 0 && (
        <Fold title={say('Considered: {considered}', { considered: role.considered.length })} className="mt-1 min-h-control text-sm" titleClass="text-woad">
          <ul className="mt-1 flex flex-col gap-0.5 text-ink-2">{refused.map((each) => <li key={each.id}><span className="font-semibold text-ink">{each.name}</span>: {each.why.join(' ')}</li>)}</ul>
        </Fold>
      )}
    </div>
  )
}

function Choice({ id, value, byHand, considered, things = [], onChange }: { id: string; value: number | null; byHand: boolean; considered: readonly Candidate[]; things?: readonly Thing[]; onChange: (thing: number | null) => void }) {
  const best = considered.find((each) => each.id === value)
  const others = things.filter((each) => each.free > 0 && !considered.some((other) => other.id === each.id))
  return (
    <Select id={id} className={box} value={byHand && value !== null ? String(value) : 'best'} onChoose={(picked) => onChange(picked === 'best' ? null : Number(picked))}>
      <Option value="best">{best && !byHand ? `${best.name} · ${best.answer === 'does not' ? say('in use') : say('the best that is free')}` : byHand ? say('the best that is free') : say('nothing yet')}</Option>
      {GROUPS.map(([answer, label]) => {
        const group = considered.filter((each) => each.answer === answer)
        return group.length > 0 && (
          <OptionGroup key={answer} label={label}>
            {group.map((each) => <Option key={each.id} value={each.id}>{say('{each}, {free} of {count} free{part}', { each: each.name, free: each.free, count: each.count, part: each.why[0] ? ` · ${each.why[0]}` : '' })}</Option>)}
          </OptionGroup>
        )
      })}
      {others.length > 0 && <OptionGroup label={say('Another kind, all the same')}>{others.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</OptionGroup>}
    </Select>
  )
}

function Stepper({ role, send }: { role: Role; send: Send }) {
  const button = 'grid size-control place-items-center rounded-control border border-edge bg-paper hover:bg-woad-2 disabled:opacity-60'
  const count = (by: number) => send({ type: 'counted', role: role.name, count: role.count + by })
  return (
    <span role="group" aria-label={say('How many: {role}', { role: role.name })} className="flex items-center gap-1.5">
      <button type="button" className={button} aria-label={say('One less: {role}', { role: role.name })} disabled={role.count <= 1} onClick={() => count(-1)}><Minus size={16} aria-hidden /></button>
      <output className="w-7 text-center font-semibold tabular-nums">{role.count}</output>
      <button type="button" className={button} aria-label={say('One more: {role}', { role: role.name })} onClick={() => count(1)}><Plus size={16} aria-hidden /></button>
    </span>
  )
}

import { Minus, Plus } from 'lucide-react'
import type { WeighButton } from '@/ui/weighing'
import type { Schemas } from '@/lib/http'
import { sentence } from '@/lib/words'
import type { Change } from './wish'

type Role = Schemas['RoleOut']
type Candidate = Schemas['CandidateOut']
type Send = (change: Change) => void
const GROUPS = [['does', 'Does'], ['would do', 'Would do'], ['does not', 'Does not']] as const
const box = 'min-h-control w-full rounded-control border border-edge bg-paper px-2.5 text-[0.9375rem]'

/** Every role with what fills it; each can be changed by hand, and says what else was considered and why not. */
export function Roles({ bench, send, weigh }: { bench: Schemas['BenchOut']; send: Send; weigh: WeighButton }) {
  return (
    <section aria-label="Roles" className="panel p-4">
      <h2 className="mb-1">What lies on it</h2>
      <ul className="divide-y divide-line">
        {bench.roles.map((role) => <li key={role.name}><Line role={role} send={send} weigh={weigh} /></li>)}
        {bench.containers.length > 0 && (
          <li className="grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-3 py-2">
            <label htmlFor="role-container" className="font-semibold">Container</label>
            <Choice id="role-container" value={bench.container} byHand={bench.container_by_hand} considered={bench.containers} onChange={(container) => send({ type: 'contained', container })} />
          </li>
        )}
      </ul>
    </section>
  )
}

function Line({ role, send, weigh }: { role: Role; send: Send; weigh: WeighButton }) {
  const id = `role-${role.name.replace(/\W+/g, '-')}`
  const counts = role.use === 'handled' || role.use === 'symbol'
  const refused = role.considered.filter((each) => each.why.length > 0)
  const thing = role.considered.find((each) => each.id === role.chosen && each.id > 0)
  return (
    <div className="flow-root py-2">
      <div className="grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-3">
        <label htmlFor={id} className="font-semibold">{sentence(role.name)}{role.optional && <span className="font-normal text-ink-3"> if there is one</span>}</label>
        <Choice id={id} value={role.chosen} byHand={role.by_hand} considered={role.considered} onChange={(thing) => send({ type: 'chosen', role: role.name, thing })} />
        {counts && <Stepper role={role} send={send} />}
      </div>
      {role.chosen === null && !role.optional && (
        <p className="mt-1 text-sm text-madder">{role.considered.length ? 'Nothing that would do is free.' : `Nothing in the cupboard is ${role.needs.slice(0, 3).join(', or ')}.`}</p>
      )}
      {thing && !role.beside && <div className="float-right mt-1 ml-2">{weigh({ id: thing.id, name: thing.name, medium: role.use === 'medium' })}</div>}
      {refused.length > 0 && (
        <details className="mt-1 min-h-control text-sm">
          <summary className="text-woad">Considered: {role.considered.length}</summary>
          <ul className="mt-1 flex flex-col gap-0.5 text-ink-2">{refused.map((each) => <li key={each.id}><span className="font-semibold text-ink">{each.name}</span>: {each.why.join(' ')}</li>)}</ul>
        </details>
      )}
    </div>
  )
}

function Choice({ id, value, byHand, considered, onChange }: { id: string; value: number | null; byHand: boolean; considered: readonly Candidate[]; onChange: (thing: number | null) => void }) {
  const best = considered.find((each) => each.id === value)
  return (
    <select id={id} className={box} value={byHand && value !== null ? String(value) : 'best'} onChange={(event) => onChange(event.target.value === 'best' ? null : Number(event.target.value))}>
      <option value="best">{best && !byHand ? `${best.name} · ${best.answer === 'does not' ? 'in use' : 'the best that is free'}` : byHand ? 'the best that is free' : 'nothing yet'}</option>
      {GROUPS.map(([answer, label]) => {
        const group = considered.filter((each) => each.answer === answer)
        return group.length > 0 && (
          <optgroup key={answer} label={label}>
            {group.map((each) => <option key={each.id} value={each.id}>{each.name}, {each.free} of {each.count} free{each.why[0] ? ` · ${each.why[0]}` : ''}</option>)}
          </optgroup>
        )
      })}
    </select>
  )
}

function Stepper({ role, send }: { role: Role; send: Send }) {
  const button = 'grid size-control place-items-center rounded-control border border-edge bg-paper hover:bg-woad-2 disabled:opacity-60'
  const count = (by: number) => send({ type: 'counted', role: role.name, count: role.count + by })
  return (
    <span role="group" aria-label={`How many: ${role.name}`} className="flex items-center gap-1.5">
      <button type="button" className={button} aria-label={`One less: ${role.name}`} disabled={role.count <= 1} onClick={() => count(-1)}><Minus size={16} aria-hidden /></button>
      <output className="w-7 text-center font-semibold tabular-nums">{role.count}</output>
      <button type="button" className={button} aria-label={`One more: ${role.name}`} onClick={() => count(1)}><Plus size={16} aria-hidden /></button>
    </span>
  )
}

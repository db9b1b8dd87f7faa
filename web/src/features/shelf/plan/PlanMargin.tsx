import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { SelectField } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { Why } from '@/ui/Why'
import { counted, plain } from '@/lib/words'
import type { Shelf } from '../types'
import { plainly, unbanned, unpinned, type Asked, type Solve } from './asked'
import { ChosenInPlan } from './ChosenInPlan'
import { Leanings } from './Leanings'
import { Smaller, Ways } from './Ways'
import { Result } from './Result'
import type { Planning } from './usePlan'

type PlanMarginProps = { shelf: Shelf; planning: Planning; chosen: number | null; choose: (id: number, unit?: number) => void; onLeave: () => void }

/** The margin while the shelf is arranged: the question, how far the planner is, and its answer with its reasons. */
export function PlanMargin({ shelf, planning, chosen, choose, onLeave }: PlanMarginProps) {
  const { solve, working } = planning
  const tray = shelf.trays.find((each) => each.id === chosen)
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <h2 className="text-xl">Arrange for me</h2>
        <Button look="quiet" onClick={onLeave}>Leave the plan</Button>
      </div>
      <Question shelf={shelf} planning={planning} />
      {(planning.start.failed ?? planning.accept.failed) && <Notice tone="must" role="alert">{(planning.start.failed ?? planning.accept.failed)?.message}</Notice>}
      {working && <Working solve={solve} planning={planning} />}
      {solve && (solve.status === 'stopped' || solve.status === 'failed') && <Notice tone="should" role="status">{solve.message}</Notice>}
      {solve?.plan && tray && <ChosenInPlan key={tray.id} tray={tray} shelf={shelf} plan={solve.plan} planning={planning} />}
      {solve?.plan && <Result shelf={shelf} solve={solve} plan={solve.plan} planning={planning} choose={choose} />}
      {solve?.conflict && <Unsolved conflict={solve.conflict} planning={planning} />}
    </>
  )
}

const AMOUNTS = [{ value: '', label: 'All afresh' }, ...[1, 2, 3, 4, 6].map((n) => ({ value: String(n), label: `At most ${counted(n, 'change')}` }))]

function Question({ shelf, planning }: { shelf: Shelf; planning: Planning }) {
  const { asked, setAsked, start, working, solve } = planning
  return (
    <div className="flex flex-col gap-3">
      {!solve && (
        <p className="text-sm text-ink-2">
          Every tray at hand, all children at once: within reach, heavy low, hazards out of reach, few things, every area, shared things used once.
          What stands stays where it is, but for the changes you allow.
        </p>
      )}
      <div className="flex items-end gap-2">
        <SelectField label="How much may change" className="flex-1" value={asked.changes === null ? '' : String(asked.changes)}
          onChange={(event) => setAsked({ ...asked, changes: event.target.value === '' ? null : Number(event.target.value) })}>
          {AMOUNTS.map((each) => <option key={each.value} value={each.value}>{each.label}</option>)}
        </SelectField>
        <Button look={solve?.plan ? 'plain' : 'main'} disabled={working} onClick={() => void start.run(asked)}>{solve ? 'Arrange again' : 'Arrange'}</Button>
      </div>
      <Leanings />
      {!plainly(asked) && <Told shelf={shelf} asked={asked} set={setAsked} />}
    </div>
  )
}

/** What was pinned, left out or allowed so far; each can be taken back. */
function Told({ shelf, asked, set }: { shelf: Shelf; asked: Asked; set: (next: Asked) => void }) {
  const name = (id: number) => shelf.trays.find((each) => each.id === id)?.name ?? 'a tray'
  const lines: { text: string; without: Asked }[] = [
    ...asked.pins.map((pin) => ({ text: `${name(pin.tray)} pinned${pin.by_hand ? ', kept away' : ''}`, without: unpinned(asked, pin.tray) })),
    ...asked.bans.map((id) => ({ text: `${name(id)} left out`, without: unbanned(asked, id) })),
    ...asked.by_hand.map((id) => ({ text: `${name(id)} kept away; you bring it`, without: { ...asked, by_hand: asked.by_hand.filter((each) => each !== id) } })),
    ...asked.wanted.map((id) => ({ text: `${name(id)} wished for`, without: { ...asked, wanted: asked.wanted.filter((each) => each !== id) } })),
    ...Object.entries(asked.more).map(([key, more]) => ({ text: `${more} more allowed: ${said(key, shelf)}`, without: { ...asked, more: Object.fromEntries(Object.entries(asked.more).filter(([each]) => each !== key)) } })),
    ...asked.without.map((key) => ({ text: `Done without: ${said(key, shelf)}`, without: { ...asked, without: asked.without.filter((each) => each !== key) } })),
  ]
  return (
    <ul aria-label="What you asked" className="flex flex-col gap-1 text-[0.9375rem]">
      {lines.map((line) => (
        <li key={line.text} className="flex items-center justify-between gap-2 border-t border-line pt-1">
          {line.text}<Button look="quiet" aria-label={`Take back: ${line.text}`} onClick={() => set(line.without)}>Take back</Button>
        </li>
      ))}
    </ul>
  )
}

/** A rule's key in words: the child, and what of. */
function said(key: string, shelf: Shelf): string {
  const [kind, child, what] = key.split(':')
  const name = shelf.children.find((each) => String(each.id) === child)?.name
  if (kind === 'changes') return 'changes'
  return name ? `${what ?? 'trays out'} for ${name}` : key
}

function Working({ solve, planning }: { solve: Solve | undefined; planning: Planning }) {
  const best = solve?.best
  const share = best && best.bound > 0 ? Math.max(0, Math.min(1, best.value / best.bound)) : 0
  return (
    <div className="flex flex-col gap-2" role="status">
      <div className="flex items-center justify-between gap-3">
        <p>{best ? `${counted(best.trays, 'tray')} so far, worth ${best.value}; at most ${best.bound} can be reached` : 'Working it out…'}</p>
        <Button onClick={() => void planning.stop.run()}>Stop, keep the best</Button>
      </div>
      <progress className="w-full accent-woad" aria-label="How near the best so far is to the bound" max={1} {...(best ? { value: share } : {})} />
    </div>
  )
}

function Unsolved({ conflict, planning }: { conflict: NonNullable<Solve['conflict']>; planning: Planning }) {
  return (
    <section aria-label="No plan keeps all rules" className="flex flex-col gap-3">
      <Notice tone="should" role="status">
        <p className="font-semibold">No plan keeps all of these at once:</p>
        <ul className="list-disc pl-5">{conflict.rules.map((rule) => <li key={rule.key}>{rule.words}{rule.safety && ' (stands, whatever else gives way)'}</li>)}</ul>
      </Notice>
      <h3>What you can do</h3>
      {conflict.ways.length === 0 && conflict.smaller.length === 0 && <p className="text-ink-2">Nothing that may give way is enough. Take back a pin, or <Link className="text-woad underline" to="/make">make</Link> a tray that fits.</p>}
      <Ways ways={conflict.ways} planning={planning} look="main" />
      {conflict.smaller.map((tray) => <Smaller key={tray.id} tray={tray} />)}
      {conflict.blame.length > 0 && <details><summary className="font-semibold">What keeps the trays out</summary><div className="mt-2"><Why reasons={conflict.blame} /></div></details>}
    </section>
  )
}

/** How good a plan is, in a sentence with its numbers. */
export const proof = (plan: NonNullable<Solve['plan']>, seconds: number): string =>
  `${plan.proven ? 'Proven: no other choice is worth more' : `At most ${counted(plan.gap, 'point')} from the best there can be`} (${plan.value} of ${plan.bound}). Worked out in ${plain(seconds, 1)} s.`

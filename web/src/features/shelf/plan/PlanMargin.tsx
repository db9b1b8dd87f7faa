import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Bar } from '@/ui/Progress'
import { Why } from '@/ui/Why'
import { plain } from '@/lib/words'
import type { Shelf } from '../types'
import { plainly, unbanned, unpinned, type Asked, type Solve } from './asked'
import { ChosenInPlan } from './ChosenInPlan'
import { Leanings } from './Leanings'
import { Smaller, Ways } from './Ways'
import { Result } from './Result'
import type { Planning } from './usePlan'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

type PlanMarginProps = { shelf: Shelf; planning: Planning; chosen: number | null; choose: (id: number, unit?: number) => void; onLeave: () => void }

/** The margin while the shelf is arranged: the question, how far the planner is, and its answer with its reasons. */
export function PlanMargin({ shelf, planning, chosen, choose, onLeave }: PlanMarginProps) {
  const { solve, working } = planning
  const tray = shelf.trays.find((each) => each.id === chosen)
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <h2 className="text-xl">{say('Arrange for me')}</h2>
        <Button look="quiet" onClick={onLeave}>{say('Leave the plan')}</Button>
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

const AMOUNTS = [{ value: '', label: say('All afresh') }, ...[1, 2, 3, 4, 6].map((n) => ({ value: String(n), label: say('At most {changes}', { changes: say('{n, plural, one {# change} other {# changes}}', { n }) }) }))]

function Question({ shelf, planning }: { shelf: Shelf; planning: Planning }) {
  const { asked, setAsked, start, working, solve } = planning
  return (
    <div className="flex flex-col gap-3">
      {!solve && (
        <p className="text-sm text-ink-2">
          {say('Every tray at hand, all children at once: within reach, heavy low, hazards out of reach, few things, every area, shared things used once. What stands stays where it is, but for the changes you allow.')}
        </p>
      )}
      <div className="flex items-end gap-2">
        <SelectField label={say('How much may change')} className="flex-1" value={asked.changes === null ? '' : String(asked.changes)}
          onChoose={(picked) => setAsked({ ...asked, changes: picked === '' ? null : Number(picked) })}
        >
          {AMOUNTS.map((each) => <Option key={each.value} value={each.value}>{each.label}</Option>)}
        </SelectField>
        <Button look={solve?.plan ? 'plain' : 'main'} disabled={working} onClick={() => void start.run(asked)}>{solve ? say('Arrange again') : say('Arrange')}</Button>
      </div>
      <Leanings />
      {!plainly(asked) && <Told shelf={shelf} asked={asked} set={setAsked} />}
    </div>
  )
}

/** What was pinned, left out or allowed so far; each can be taken back. */
function Told({ shelf, asked, set }: { shelf: Shelf; asked: Asked; set: (next: Asked) => void }) {
  const name = (id: number) => shelf.trays.find((each) => each.id === id)?.name ?? say('a tray')
  const lines: { text: string; without: Asked }[] = [
    ...asked.pins.map((pin) => ({ text: say('{name} pinned{part}', { name: name(pin.tray), part: pin.by_hand ? say(', kept away') : '' }), without: unpinned(asked, pin.tray) })),
    ...asked.bans.map((id) => ({ text: say('{name} left out', { name: name(id) }), without: unbanned(asked, id) })),
    ...asked.by_hand.map((id) => ({ text: say('{name} kept away; you bring it', { name: name(id) }), without: { ...asked, by_hand: asked.by_hand.filter((each) => each !== id) } })),
    ...asked.wanted.map((id) => ({ text: say('{name} wished for', { name: name(id) }), without: { ...asked, wanted: asked.wanted.filter((each) => each !== id) } })),
    ...Object.entries(asked.more).map(([key, more]) => ({ text: say('{more} more allowed: {said}', { more, said: said(key, shelf) }), without: { ...asked, more: Object.fromEntries(Object.entries(asked.more).filter(([each]) => each !== key)) } })),
    ...asked.without.map((key) => ({ text: say('Done without: {said}', { said: said(key, shelf) }), without: { ...asked, without: asked.without.filter((each) => each !== key) } })),
  ]
  return (
    <ul aria-label={say('What you asked')} className="flex flex-col gap-1 text-[0.9375rem]">
      {lines.map((line) => (
        <li key={line.text} className="flex items-center justify-between gap-2 border-t border-line pt-1">
          {line.text}<Button look="quiet" aria-label={say('Take back: {line}', { line: line.text })} onClick={() => set(line.without)}>{say('Take back')}</Button>
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
  return name ? say('{what} for {name}', { what: what ?? say('trays out'), name }) : key
}

function Working({ solve, planning }: { solve: Solve | undefined; planning: Planning }) {
  const best = solve?.best
  const share = best && best.bound > 0 ? Math.max(0, Math.min(1, best.value / best.bound)) : 0
  return (
    <div className="flex flex-col gap-2" role="status">
      <div className="flex items-center justify-between gap-3">
        <p>{best ? say('{trays} so far, worth {best}; at most {bound} can be reached', { trays: say('{n, plural, one {# tray} other {# trays}}', { n: best.trays }), best: best.value, bound: best.bound }) : say('Working it out…')}</p>
        <Button onClick={() => void planning.stop.run()}>{say('Stop, keep the best')}</Button>
      </div>
      <Bar label={say('How near the best so far is to the bound')} percent={best ? Math.round(100 * share) : null} />
    </div>
  )
}

function Unsolved({ conflict, planning }: { conflict: NonNullable<Solve['conflict']>; planning: Planning }) {
  return (
    <section aria-label={say('No plan keeps all rules')} className="flex flex-col gap-3">
      <Notice tone="should" role="status">
        <p className="font-semibold">{say('No plan keeps all of these at once:')}</p>
        <ul className="list-disc pl-5">{conflict.rules.map((rule) => <li key={rule.key}>{rule.words}{rule.safety && say(' (stands, whatever else gives way)')}</li>)}</ul>
      </Notice>
      <h3>{say('What you can do')}</h3>
      {conflict.ways.length === 0 && conflict.smaller.length === 0 && <p className="text-ink-2">{sayRich('Nothing that may give way is enough. Take back a pin, or <a>make</a> a tray that fits.', { a: (inner) => <Link className="text-woad underline" to="/make">{inner}</Link> })}</p>}
      <Ways ways={conflict.ways} planning={planning} look="main" />
      {conflict.smaller.map((tray) => <Smaller key={tray.id} tray={tray} />)}
      {conflict.blame.length > 0 && <Fold title={say('What keeps the trays out')} titleClass="font-semibold"><div className="mt-2"><Why reasons={conflict.blame} /></div></Fold>}
    </section>
  )
}

/** How good a plan is, in a sentence with its numbers. */
export const proof = (plan: NonNullable<Solve['plan']>, seconds: number): string =>
  say('{part} ({plan} of {bound}). Worked out in {seconds} s.', { part: plan.proven ? say('Proven: no other choice is worth more') : say('At most {points} from the best there can be', { points: say('{n, plural, one {# point} other {# points}}', { n: plan.gap }) }), plan: plan.value, bound: plan.bound, seconds: plain(seconds, 1) })

import { say } from '@/lib/say'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Why } from '@/ui/Why'
import { sentence } from '@/lib/words'
import type { Shelf } from '../types'
import { around, banned, pinned, worthLess, type Arranged, type Solve, type Stands } from './asked'
import { proof } from './PlanMargin'
import type { Planning } from './usePlan'
import { Ways } from './Ways'
import { Fold } from '@/ui/Fold'
import { Tick } from '@/ui/Tick'

type ResultProps = { shelf: Shelf; solve: Solve; plan: Arranged; planning: Planning; choose: (id: number, unit?: number) => void }

const WORDS: Record<Stands['what'], string> = { 'stays': say('stays'), 'comes': say('in'), 'goes': say('to rest'), 'moves': say('moves'), 'by hand': say('kept away now'), 'open': say('open again') }

/** A plan: how good it is, what is different, what is taken of it, what could not be had, and the close seconds. */
export function Result({ shelf, solve, plan, planning, choose }: ResultProps) {
  const different = plan.stands.filter((each) => each.what !== 'stays')
  return (
    <section aria-label={say('The plan')} className="flex flex-col gap-3">
      <p role="status" className="font-semibold">{different.length ? say('{differences} from what stands now.', { differences: say('{n, plural, one {# difference} other {# differences}}', { n: different.length }) }) : say('Nothing would be better than what stands now.')}</p>
      <p className="text-sm text-ink-2">{proof(plan, solve.seconds)}</p>
      {solve.stale && <Notice tone="should">{say('The shelf was changed since. Arrange again before you take this plan.')}</Notice>}
      <Differences key={solve.id} different={different} shelf={shelf} plan={plan} planning={planning} choose={choose} stale={solve.stale} />
      <Unmet plan={plan} planning={planning} />
      <Runners plan={plan} planning={planning} choose={choose} />
      <Terms plan={plan} />
    </section>
  )
}

type DifferencesProps = { different: readonly Stands[]; shelf: Shelf; plan: Arranged; planning: Planning; choose: (id: number) => void; stale: boolean }

function Differences({ different, shelf, plan, planning, choose, stale }: DifferencesProps) {
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set())
  if (different.length === 0) return null
  const name = (id: number) => shelf.trays.find((each) => each.id === id)?.name ?? ''
  const unit = (stands: Stands) => shelf.units.find((each) => each.id === stands.spot?.unit_id)?.name
  const chosen = different.filter((each) => !left.has(each.tray))
  const toggle = (tray: number, on: boolean) => setLeft(new Set(on ? [...left].filter((each) => each !== tray) : [...left, tray]))
  const again = () => {
    const kept = around(planning.asked, plan, new Set(chosen.map((each) => each.tray)))
    const out = different.filter((each) => left.has(each.tray) && each.what === 'comes')
    void planning.start.run(out.reduce((next, each) => banned(next, each.tray), kept))
  }
  return (
    <>
      <ul aria-label={say('What would change')} className="flex flex-col">
        {different.map((each) => (
          <li key={each.tray} className="flex items-center gap-2 border-t border-line py-0.5">
            <Tick label={<span className="sr-only">{say('Take: {name} {WORDS}', { name: name(each.tray), WORDS: WORDS[each.what] })}</span>} checked={!left.has(each.tray)} onChange={(checked) => toggle(each.tray, checked)} />
            <button type="button" className="min-h-control flex-1 rounded-control text-left hover:bg-woad-2" onClick={() => choose(each.tray)}>
              <span className="font-semibold">{name(each.tray)}</span> <span className="text-ink-2">{WORDS[each.what]}{each.spot && `: ${unit(each)}, ${each.spot_words}`}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button look="main" disabled={chosen.length === 0 || stale || planning.accept.busy} onClick={() => void planning.accept.run(left.size ? chosen.map((each) => each.tray) : null)}>
          {left.size ? say('Take {changes}', { changes: say('{n, plural, one {# change} other {# changes}}', { n: chosen.length }) }) : say('Take the whole plan')}
        </Button>
        {left.size > 0 && <Button disabled={planning.working} onClick={again}>{say('Keep these, plan the rest again')}</Button>}
      </div>
      <p className="text-sm text-ink-3">{say('What is taken stands on Today as a list to set out, and can be undone.')}</p>
    </>
  )
}

/** Wishes the plan could not keep, each in one sentence with what would cure it. */
function Unmet({ plan, planning }: { plan: Arranged; planning: Planning }) {
  if (plan.unmet.length === 0) return null
  return (
    <section aria-label={say('Not to be had')} className="flex flex-col gap-2">
      <h3>{say('What could not be had')}</h3>
      {plan.unmet.map((each) => (
        <Notice key={each.text} tone="note">
          <p>{each.text}</p>
          {each.reasons.length > 0 && <Fold title={say('Why')} titleClass="text-sm text-woad"><Why reasons={each.reasons} numbers={false} /></Fold>}
          <div className="mt-2"><Ways ways={each.ways} planning={planning} />{each.make_for !== null && <Link className="text-woad underline underline-offset-4" to={`/make?child=${each.make_for}`}>{say('Make something of it')}</Link>}</div>
        </Notice>
      ))}
    </section>
  )
}

function Runners({ plan, planning, choose }: { plan: Arranged; planning: Planning; choose: ResultProps['choose'] }) {
  if (plan.runners.length === 0) return null
  return (
    <div>
      <h3>{say('Close seconds')}</h3>
      <ul className="text-[0.9375rem]">
        {plan.runners.map((runner) => (
          <li key={runner.tray.id} className="flex items-center justify-between gap-2 border-t border-line py-1">
            <span><strong>{runner.tray.name}</strong>: {worthLess(runner.points)}{runner.instead_of.length > 0 && say(', for {instead_of}', { instead_of: runner.instead_of.map((each) => each.name).join(say(' and ')) })}{runner.with_.length > 0 && say('; {with_} would come too', { with_: runner.with_.map((each) => each.name).join(say(' and ')) })}.</span>
            <Button aria-label={say('Choose this instead: {tray}', { tray: runner.tray.name })} disabled={planning.working} onClick={() => { choose(runner.tray.id, runner.spot.unit_id); void planning.start.run(pinned(planning.asked, runner.tray.id, runner.spot)) }}>{say('Choose this instead')}</Button>
          </li>
        ))}
      </ul>
    </div>
  )
}

function Terms({ plan }: { plan: Arranged }) {
  const terms: [string, string][] = [
    [say('fit of every tray for its children'), String(plan.worth)], [say('areas away from an even share'), String(plan.balance)],
    [say('steps out of order, left to right and top to bottom'), String(plan.out_of_order)],
  ]
  return (
    <Fold title={say('How the points are made')} titleClass="font-semibold">
      <dl className="mt-1 text-sm">
        {terms.map(([label, value]) => <div key={label} className="flex justify-between gap-4 border-t border-line py-1"><dt className="text-ink-2">{sentence(label)}</dt><dd className="tabular-nums">{value}</dd></div>)}
      </dl>
    </Fold>
  )
}

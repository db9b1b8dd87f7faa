import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Decide } from '@/ui/Decide'
import { Why } from '@/ui/Why'
import { whyNotQuery } from '@/lib/queries'
import { mass, sides } from '@/lib/measure'
import { length, plain, sentence, type Lengths } from '@/lib/words'
import { spotId, spotOf, spotsIn } from './spots'
import type { Finding, Placement, Shelf, Tray, Unit } from './types'
import type { Ask } from './useShelf'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type MarginProps = { shelf: Shelf; unit: Unit | undefined; chosen: number | null; ask: (what: Ask) => Promise<void>; lengths: Lengths; choose: (id: number) => void }

/** The margin says why: the chosen tray with its findings and actions, or everything that was found. */
export function Margin({ shelf, unit, chosen, ask, lengths, choose }: MarginProps) {
  const tray = shelf.trays.find((each) => each.id === chosen)
  if (tray) return <Chosen tray={tray} shelf={shelf} ask={ask} lengths={lengths} />
  return <><Overview shelf={shelf} choose={choose} />{unit?.stability && <Stands unit={unit} stability={unit.stability} />}</>
}

/** How a free-standing shelf with its load takes the heaviest child who comes to it. */
function Stands({ unit, stability }: { unit: Unit; stability: NonNullable<Unit['stability']> }) {
  const margin = stability.margin === null ? say('nothing pulls it forwards') : say('{margin} times what tips it', { margin: plain(stability.margin, 2) })
  return (
    <section aria-label={say('Does it stand firm?')} className="border-t border-line pt-3">
      <h2>{say('Does it stand firm?')}</h2>
      <Notice tone={stability.tips ? 'should' : 'note'}>
        <p className="font-semibold">{stability.advice}</p>
        <p className="text-[0.9375rem]">{say('The {unit} holds {margin}, at worst with {worst_case}. {assumed}', { unit: unit.name, margin, worst_case: stability.worst_case, assumed: stability.assumed })}</p>
      </Notice>
      <p className="mt-1 text-sm text-ink-3">{say('Plain statics about its front feet: no swing, no soft floor. Local codes and the maker’s instructions stand above it. Source: {source}.', { source: stability.source })}</p>
    </section>
  )
}

function Overview({ shelf, choose }: { shelf: Shelf; choose: (id: number) => void }) {
  if (shelf.placements.length === 0)
    return (
      <>
        <h2>{say('Nothing stands here yet')}</h2>
        <p className="text-ink-2">
          {say('Drag a tray from the bins to a place, or choose one and say where it goes. With the keyboard: space picks it up, the arrows carry it, space puts it down.')}
        </p>
        <p className="text-ink-2">{say('Begin with few. A shelf that is nearly empty is easier to choose from and easier to keep.')}</p>
      </>
    )
  return (
    <>
      <h2>{shelf.findings.length ? say('{n, plural, one {# finding} other {# findings}}', { n: shelf.findings.length }) : say('No finding')}</h2>
      <p className="text-sm text-ink-2">
        {say('Checked: known hazards against each child’s reach, fit, load, height, and how much is out. Supervision, local codes and the makers’ instructions stand above it.')}
      </p>
      <ul className="flex flex-col gap-2">
        {shelf.findings.map((finding, at) => (
          <li key={at}>
            <button type="button" className="w-full rounded-control text-left hover:bg-woad-2" onClick={() => choose(finding.tray)}>
              <Notice tone={finding.severity}>
                <span className="block font-semibold">{shelf.trays.find((each) => each.id === finding.tray)?.name}</span>
                <span className="block text-[0.9375rem]">{finding.reasons[0]?.text}</span>
              </Notice>
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}

type ChosenProps = { tray: Tray; shelf: Shelf; ask: (what: Ask) => Promise<void>; lengths: Lengths }

function Chosen({ tray, shelf, ask, lengths }: ChosenProps) {
  const standing = shelf.placements.find((each) => each.tray_id === tray.id)
  const findings = shelf.findings.filter((each) => each.tray === tray.id)
  return (
    <>
      <div>
        <p className="text-sm text-ink-2">{tray.stands ? sentence(tray.stands) : tray.bin ? say('Resting in {bin}', { bin: tray.bin }) : say('Resting')}</p>
        <h2 className="text-xl">{tray.name}</h2>
      </div>
      {findings.map((finding) => <Found key={`${finding.rule}:${finding.child ?? 0}`} finding={finding} ask={ask} />)}
      {tray.condition && <Notice tone="note">{tray.condition}</Notice>}
      <Facts tray={tray} shelf={shelf} lengths={lengths} />
      <ForWhom tray={tray} shelf={shelf} ask={ask} />
      <Shown tray={tray} shelf={shelf} ask={ask} />
      <MoveTo tray={tray} shelf={shelf} standing={standing} ask={ask} />
      <WhyNot tray={tray} out={standing !== undefined} />
    </>
  )
}

function Found({ finding, ask }: { finding: Finding; ask: (what: Ask) => Promise<void> }) {
  return (
    <section aria-label={say('Finding: {reasons}', { reasons: finding.reasons[0]?.text ?? finding.rule })} className="flex flex-col gap-2">
      <Notice tone={finding.severity}>
        <p className="font-semibold">{finding.reasons[0]?.text}</p>
        {finding.asks.map((ask) => <Decide key={ask.kind} ask={ask} />)}
      </Notice>
      {finding.actions.length > 0 && (
        <div className="flex flex-wrap gap-2">
          {finding.actions.map((action, at) => (
            <Button key={action.text} look={at === 0 ? 'main' : 'plain'} onClick={() => void ask({ kind: 'act', action })}>{action.text}</Button>
          ))}
        </div>
      )}
      {finding.actions.length + finding.asks.length === 0 && finding.severity !== 'note' && (
        <p className="text-sm text-ink-2">{say('No single step cures this without another finding. Change who it is for, let it rest, or put it onto something else under Make.')}</p>
      )}
      <Why reasons={finding.reasons.map((reason, at) => (at === 0 ? { ...reason, text: '' } : reason))} />
    </section>
  )
}

function Facts({ tray, shelf, lengths }: { tray: Tray; shelf: Shelf; lengths: Lengths }) {
  const mine = shelf.children.filter((child) => tray.for_children.includes(child.id))
  const carriers = mine.filter((child) => child.carry_g !== null).map((child) => say('{child} carries to {mass}', { child: child.name, mass: mass(child.carry_g ?? 0) }))
  const facts = [
    [say('Area'), word(tray.card.area)],
    [say('Ages'), say('{from_months} to {to_months} months', { from_months: tray.card.from_months, to_months: tray.card.to_months })],
    [say('Tray'), say('{width_mm} wide, {depth_mm} deep, {height_mm} high', { width_mm: length(tray.width_mm, lengths), depth_mm: length(tray.depth_mm, lengths), height_mm: length(tray.height_mm, lengths) })],
    [say('Loaded'), [mass(tray.mass_g), ...carriers].join('; ')],
    [say('Pieces'), `${tray.pieces}${tray.piece ? say(', the smallest a {shape} of {sides}', { shape: tray.piece.shape, sides: sides(tray.piece.sizes_mm) }) : ''}`],
  ]
  return (
    <dl className="text-[0.9375rem]">
      {facts.map(([name, value]) => (
        <div key={name} className="flex justify-between gap-4 border-b border-line py-1.5">
          <dt className="text-ink-2">{name}</dt><dd className="text-right">{value}</dd>
        </div>
      ))}
    </dl>
  )
}

function ForWhom({ tray, shelf, ask }: Omit<ChosenProps, 'lengths'>) {
  const set = (child: number, on: boolean) =>
    ask({ kind: 'for', tray: tray.id, children: on ? [...tray.for_children, child] : tray.for_children.filter((id) => id !== child) })
  return (
    <fieldset>
      <legend className="font-bold">{say('For')}</legend>
      <div className="flex flex-wrap gap-x-4">
        {shelf.children.map((child) => (
          <Tick key={child.id} label={child.name} checked={tray.for_children.includes(child.id)} onChange={(checked) => void set(child.id, checked)} />
        ))}
      </div>
    </fieldset>
  )
}

function Shown({ tray, shelf, ask }: Omit<ChosenProps, 'lengths'>) {
  const [said, setSaid] = useState('')
  const mine = shelf.children.filter((child) => tray.for_children.includes(child.id))
  if (mine.length === 0) return null
  return (
    <div className="flex flex-wrap items-center gap-2">
      {mine.map((child) => (
        <Button key={child.id} onClick={() => void ask({ kind: 'shown', tray: tray.id, child: child.id }).then(() => setSaid(say('Written down: shown to {child}.', { child: child.name })))}>
          {say('I showed {child} this', { child: child.name })}
        </Button>
      ))}
      <p role="status" className="text-sm text-ink-2">{said}</p>
    </div>
  )
}

function MoveTo({ tray, shelf, standing, ask }: Omit<ChosenProps, 'lengths'> & { standing: Placement | undefined }) {
  const [to, setTo] = useState('')
  const taken = new Map(shelf.placements.map((each) => [spotId(each.spot), each.tray_id]))
  const spots = spotsIn(shelf.units)
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-3">
      {standing && (
        <Tick label={say('Kept away; you bring it')} checked={standing.by_hand}
          onChange={(checked) => void ask({ kind: 'move', tray: tray.id, to: standing.spot, byHand: checked })}
        />
      )}
      <div className="flex items-end gap-2">
        <SelectField label={say('Move to')} value={to} className="flex-1" onChoose={setTo}>
          <Option value="">{say('Choose a place (boards from the top)')}</Option>
          {spots.filter((each) => !taken.has(each.id)).map((each) => <Option key={each.id} value={each.id}>{each.text}</Option>)}
        </SelectField>
        <Button disabled={!to} onClick={() => { void ask({ kind: 'move', tray: tray.id, to: spotOf(to), byHand: standing?.by_hand ?? false }); setTo('') }}>{say('Move')}</Button>
      </div>
      {standing && <Button className="self-start" onClick={() => void ask({ kind: 'move', tray: tray.id, to: null, byHand: false })}>{say('Let it rest')}</Button>}
    </div>
  )
}

function WhyNot({ tray, out }: { tray: Tray; out: boolean }) {
  const { data } = useQuery(whyNotQuery(tray.id))
  if (!data) return null
  return (
    <section className="border-t border-line pt-3">
      <h3 className="mb-1">{out ? say('Why it stays, or goes') : say('Why not this one?')}</h3>
      <div className="text-[0.9375rem]"><Why reasons={data.reasons} folded /></div>
    </section>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useReducer } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Heading } from '@/ui/Heading'
import { MakeParts } from '@/ui/MakeParts'
import { Waiting } from '@/ui/Notice'
import { Slider } from '@/ui/Slider'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { small, volume } from '@/lib/measure'
import { composeQuery, cupboardQuery } from '@/lib/queries'
import type { Lengths } from '@/lib/words'
import type { WeighButton } from '@/ui/weighing'
import { MakeMargin } from './MakeMargin'
import { CardText } from './CardText'
import { Choose } from './Choose'
import { Beside, Plan } from './drawing/Plan'
import { Notches } from './Notches'
import { Roles } from './Roles'
import { changed, wished, type Change, type Wish } from './wish'

type Person = { id: number; name: string }
type Step = Change | { type: 'picked'; key: string; level: number; child: number }
const next = (wish: Wish | null, step: Step): Wish | null =>
  step.type === 'picked' ? wished(step.key, step.level, step.child) : wish && changed(wish, step)

type BenchProps = { people: readonly Person[]; lengths: Lengths; start: Wish | null; child: number; onChild: (child: number) => void; weigh: WeighButton }

/** Make: a card made real from what is owned, drawn from above, reckoned live. */
export function MakeView({ people, lengths, start, child, onChild, weigh }: BenchProps) {
  const [wish, send] = useReducer(next, start)
  const { data: composed, error } = useQuery(composeQuery(wish))
  const { data: cupboard } = useQuery(cupboardQuery)
  const forChild = (id: number) => { onChild(id); send({ type: 'for', child: id }) }
  const name = people.find((each) => each.id === child)?.name ?? ''
  return (
    <div className={cx('grid flex-1 items-start gap-0 max-[1100px]:grid-cols-1', wish ? 'grid-cols-[17.5rem_minmax(0,1fr)_21rem]' : 'grid-cols-[minmax(0,1fr)]')}>
      <div id="choose" className={cx('flex flex-col gap-3 px-5 py-4', wish && 'sticky top-0 max-h-screen overflow-y-auto max-[1100px]:static max-[1100px]:order-last max-[1100px]:max-h-none')}>
        {!wish && <Heading title={say('Make')} aside={<MakeParts />}>{say('from what you own')}</Heading>}
        <ChoiceRow label={say('For')} choices={people.map((each) => ({ value: String(each.id), label: each.name }))} value={String(child)} onChange={(id) => forChild(Number(id))} />
        <Choose child={child} name={name} wide={wish === null} chosen={wish?.key ?? null} onPick={(key, level) => send({ type: 'picked', key, level, child })} />
      </div>
      {wish && (composed ? <Middle composed={composed} wish={wish} lengths={lengths} send={send} weigh={weigh} /> : <Waiting error={error} />)}
      {wish && composed && <MakeMargin composed={composed} wish={wish} bins={(cupboard?.bins ?? []).map((each) => each.name)} />}
    </div>
  )
}

type MiddleProps = { composed: Schemas['ComposedOut']; wish: Wish; lengths: Lengths; send: (change: Change) => void; weigh: WeighButton }

function Middle({ composed, wish, lengths, send, weigh }: MiddleProps) {
  const { card, plan } = composed
  const many = composed.laid.length > 0
  return (
    <div className="flex min-w-0 flex-col gap-3 px-3 py-4 max-[1100px]:px-5">
      <Heading title={card.name} aside={<a href="#choose" className="hidden min-h-control items-center text-woad underline underline-offset-4 max-[1100px]:inline-flex">{say('Another card, or for whom')}</a>}>{say('{area} · {from_months} to {to_months} months', { area: card.area, from_months: card.from_months, to_months: card.to_months })}</Heading>
      <div role="group" aria-label={say('Level')} className="flex flex-wrap gap-2">
        {card.levels.map((each) => (
          <button key={each.number} type="button" aria-pressed={each.number === composed.level} onClick={() => send({ type: 'levelled', level: each.number })} className="min-h-control rounded-full border border-edge bg-paper px-3.5 text-[0.9375rem] aria-pressed:border-woad aria-pressed:bg-woad-2 aria-pressed:font-semibold">{each.name}</button>
        ))}
      </div>
      {plan ? <Plan plan={plan} laid={composed.laid} lengths={lengths} title={card.name} onLay={(role, x, y, turned) => send({ type: 'laid', role, x, y, turned })} />
        : <p className="panel p-4 text-ink-2">{composed.short.includes('container') ? say('No container you own would do for it.') : say('This work needs no container: it is an invitation, with its things at hand.')} {many && composed.laid.map((each) => each.name).join(', ')}</p>}
      <div className="flex flex-wrap items-center justify-between gap-2">
        <Beside laid={composed.laid} />
        {wish.spots.length > 0 && <Button onClick={() => send({ type: 'straightened' })}>{say('Lay it out again')}</Button>}
      </div>
      {composed.share !== null && <Share share={wish.share ?? composed.share} poured={composed.poured} send={send} />}
      <Roles composed={composed} leftOut={wish.left_out} send={send} weigh={weigh} />
      <Notches difficulty={composed.difficulty} nearest={composed.nearest} compared={composed.compared} />
      <CardText card={card} />
    </div>
  )
}

function Share({ share, poured, send }: { share: number; poured: Schemas['PouredOut'] | null; send: (change: Change) => void }) {
  const percent = `${Math.round(share * 100)} %`
  return (
    <div className="panel flex flex-wrap items-center gap-x-4 gap-y-1 p-3">
      <span className="font-semibold" aria-hidden="true">{say('How full')}</span>
      <Slider label={say('How full')} min={0.05} max={1} step={0.05} value={share} className="w-40" says={poured ? `${percent}, ${volume(poured.ml)}` : percent} onChange={(now) => send({ type: 'shared', share: now })} />
      <span className="tabular-nums">{poured ? volume(poured.ml) : percent}</span>
      {poured?.line_mm != null && <span className="text-ink-2">{say('line on {into}: {small} up its side', { into: poured.into, small: small(poured.line_mm) })}</span>}
    </div>
  )
}

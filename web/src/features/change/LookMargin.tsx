import { inOrder, say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { Why } from '@/ui/Why'
import { answer, client, type Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { changeQuery, refresh, whyNotQuery } from '@/lib/queries'
import { dayOf, sentence } from '@/lib/words'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

type Change = Schemas['ChangeOut']
type Swap = Schemas['SwapOut']
type Named = Schemas['NamedOut']
/** How a tray looks, by its id. */
type Picture = (trayId: number) => ReactNode
type Choice = { taken: boolean; in_: number | null }

/** A stop of the shelf on the weeks: what goes out, what comes in, why, from which bin; or why nothing should change. */
export function LookMargin({ picture, today }: { picture: Picture; today: string }) {
  const { data: change, error } = useQuery(changeQuery)
  if (!change) return <Waiting error={error} />
  const swaps = change.swaps.length ? change.swaps : change.let_in
  return (
    <div className="flex flex-col gap-4">
      <div>
        <h2 className="text-xl">{change.swaps.length ? say('{changes}, gently', { changes: say('{n, plural, one {# change} other {# changes}}', { n: change.swaps.length }) }) : say('Nothing should change yet')}</h2>
        <Look on={change.look_on} today={today} waits={change.swaps.length > 0} />
      </div>
      {change.swaps.length === 0 && (
        <section aria-label={say('Nothing should change yet')}>
          <Why reasons={change.reasons} folded />
          {change.let_in.length > 0 && <p className="mt-3 font-semibold">{say('What the shelf may take now:')}</p>}
        </section>
      )}
      {(swaps.length > 0 || change.by_hand.length > 0) && <Proposal key={swaps.map((s) => `${s.out?.id ?? 0}-${s.in_?.id ?? 0}`).join()} change={change} swaps={swaps} picture={picture} />}
      <Unmarked lines={change.unmarked} />
      <Own change={change} />
      <WhyNot change={change} />
      <Staying title={say('Next, after these')} lines={change.later} />
      <Staying title={say('What stays, and why')} lines={change.keep} />
    </div>
  )
}

function useAccept() {
  return useWrite(async (swaps: Schemas['ChoiceIn'][], byHand: number[]) => {
    await answer(client.POST('/api/change/accept', { body: { swaps, by_hand: byHand } }))
    await refresh()
  })
}

function Proposal({ change, swaps, picture }: { change: Change; swaps: readonly Swap[]; picture: Picture }) {
  const [choices, setChoices] = useState<Choice[]>(swaps.map((swap) => ({ taken: true, in_: swap.in_?.id ?? null })))
  const [declining, setDeclining] = useState(false)
  const accept = useAccept()
  const body = swaps.flatMap((swap, at) => {
    const choice = choices[at]
    return choice?.taken ? [{ out: swap.out?.id ?? null, in_: choice.in_, spot: choice.in_ === null ? null : swap.spot }] : []
  })
  const byHand = change.by_hand.map((each) => each.id)
  const set = (at: number, choice: Choice) => setChoices(choices.map((each, n) => (n === at ? choice : each)))
  const empty = body.length === 0 && byHand.length === 0
  return (
    <section aria-label={say('Proposal')} className="flex flex-col gap-4">
      {swaps.map((swap, at) => <SwapCard key={at} swap={swap} picture={picture} choice={choices[at] ?? { taken: true, in_: null }} onChoice={(choice) => set(at, choice)} />)}
      {change.by_hand.length > 0 && (
        <Notice tone="must">{say('With it {by_hand} {part} kept away, because a child could get at {part2}; you bring {part2}.', { by_hand: change.by_hand.map((each) => each.name).join(', '), part: change.by_hand.length === 1 ? say('is') : say('are'), part2: change.by_hand.length === 1 ? say('it') : say('them') })}</Notice>
      )}
      {accept.failed && <Notice tone="must" role="alert">{accept.failed.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button look="main" size="touch" disabled={accept.busy || empty} onClick={() => void accept.run(body, byHand)}>
          {body.length === swaps.length ? say('Accept') : body.length ? say('Accept {body} of {swaps}', { body: body.length, swaps: swaps.length }) : say('Keep away only')}
        </Button>
        {swaps.length > 0 && <Button size="touch" aria-expanded={declining} onClick={() => setDeclining(!declining)}>{say('Decline…')}</Button>}
      </div>
      {declining && <Decline swaps={swaps} onDone={() => setDeclining(false)} />}
    </section>
  )
}

type SwapCardProps = { swap: Swap; picture: Picture; choice: Choice; onChoice: (choice: Choice) => void }

function SwapCard({ swap, picture, choice, onChoice }: SwapCardProps) {
  const offered = [swap.in_, ...swap.others].filter((each): each is Named => each !== null)
  const chosen = offered.find((each) => each.id === choice.in_)
  return (
    <article className={`panel p-4 ${choice.taken ? '' : 'opacity-75'}`} aria-label={[swap.out?.name, swap.in_?.name].filter(Boolean).join(say(', then '))}>
      <div className="mb-4 flex items-center gap-3" aria-hidden="true">
        <span className="size-3.5 rounded-full border-2 border-ink-2 bg-paper" /><span className="h-0.5 flex-1 bg-ink-2" /><span className="size-3.5 rounded-full border-2 border-woad bg-woad" />
      </div>
      <div className="grid grid-cols-1 gap-4">
        <div className="flex items-end justify-between gap-3">
          <div>
            <p className="text-sm text-ink-2">{say('Out, to rest')}</p>
            <h2 className="text-lg">{swap.out?.name ?? say('nothing')}</h2>
          </div>
          {swap.out && picture(swap.out.id)}
        </div>
        <div className="flex items-end justify-between gap-3">
          <div>
            <p className="text-sm text-ink-2">{say('In{bin}', { bin: swap.bin && chosen?.id === swap.in_?.id && say(', from {bin}', { bin: swap.bin }) })}</p>
            <h2 className="text-lg">{chosen?.name ?? say('nothing, the place stays free')}</h2>
            {swap.where && choice.in_ !== null && <p className="text-ink-2">{sentence(swap.where)}</p>}
          </div>
          {choice.in_ !== null && picture(choice.in_)}
        </div>
      </div>
      <div className="mt-4 border-t border-line pt-3"><Why reasons={swap.reasons} folded /></div>
      <div className="mt-4 flex flex-wrap items-end gap-3">
        {offered.length > 0 && (
          <SelectField label={say('Come in')} value={choice.in_ ?? ''} onChoose={(picked) => onChoice({ ...choice, in_: Number(picked) || null })}>
            {offered.map((each, at) => <Option key={each.id} value={each.id}>{each.name}{at === 0 ? say(' (proposed)') : ''}</Option>)}
            {swap.out && <Option value="">{say('Nothing')}</Option>}
          </SelectField>
        )}
        <Button pressed={!choice.taken} onClick={() => onChoice({ ...choice, taken: !choice.taken })}>{choice.taken ? say('Leave this one out of it') : say('Take it in again')}</Button>
      </div>
    </article>
  )
}

function Decline({ swaps, onDone }: { swaps: readonly Swap[]; onDone: () => void }) {
  const [reason, setReason] = useState('')
  const decline = useWrite(async () => {
    await answer(client.POST('/api/change/decline', { body: { swaps: swaps.map((s) => ({ out: s.out?.id ?? null, in_: s.in_?.id ?? null })), reason } }))
    await refresh()
    onDone()
  })
  return (
    <form className="panel flex flex-wrap items-end gap-2 p-4" onSubmit={(event) => { event.preventDefault(); void decline.run() }}>
      <Field className="min-w-64 flex-1" label={say('Why not now?')} value={reason} onChange={(event) => setReason(event.target.value)} error={decline.failed?.message} hint={say('A few words; they are kept with the date.')} />
      <Button type="submit" disabled={decline.busy}>{say('Decline it')}</Button>
    </form>
  )
}

/** A change of the adult's own choosing: any tray out, any in. */
function Own({ change }: { change: Change }) {
  const [out, setOut] = useState('')
  const [in_, setIn] = useState('')
  const accept = useAccept()
  if (change.out_now.length === 0) return null
  return (
    <Fold title={say('Choose another change')} className="panel p-4" titleClass="font-semibold">
      <form className="mt-3 flex flex-wrap items-end gap-3" onSubmit={(event) => { event.preventDefault(); void accept.run([{ out: Number(out), in_: Number(in_) || null }], []) }}>
        <SelectField label={say('Out')} value={out} onChoose={setOut}>
          <Option value="">{say('Choose a tray')}</Option>{change.out_now.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
        </SelectField>
        <SelectField label={say('In, on its place')} value={in_} onChoose={setIn}>
          <Option value="">{say('Nothing')}</Option>{change.resting.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
        </SelectField>
        <Button type="submit" look="main" disabled={!out || accept.busy}>{say('Make this change')}</Button>
      </form>
      {accept.failed && <div className="mt-3"><Notice tone="must" role="alert">{accept.failed.message}</Notice></div>}
    </Fold>
  )
}

function WhyNot({ change }: { change: Change }) {
  const [tray, setTray] = useState<number | null>(null)
  const { data } = useQuery({ ...whyNotQuery(tray ?? 0), enabled: tray !== null })
  const all = [...change.resting, ...change.out_now].sort((a, b) => inOrder(a.name, b.name))
  if (all.length === 0) return <p className="text-ink-2">{sayRich('The cupboard is empty. <a>Bring in your trays</a>.', { a: (inner) => <Link className="text-woad underline" to="/cupboard">{inner}</Link> })}</p>
  return (
    <section aria-label={say('Why not this one?')} className="flex flex-col gap-2">
      <SelectField label={say('Why not this one?')} value={tray ?? ''} onChoose={(picked) => setTray(Number(picked) || null)}>
        <Option value="">{say('Choose any tray')}</Option>{all.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
      </SelectField>
      {tray !== null && data && <div role="status"><Why reasons={data.reasons} folded /></div>}
    </section>
  )
}

/** Trays and the reasons told of each; nothing when there are none. */
function Staying({ title, lines }: { title: string; lines: Change['keep'] }) {
  if (lines.length === 0) return null
  return (
    <section aria-label={title}>
      <h2 className="mb-2">{title}</h2>
      <ul className="flex flex-col">
        {lines.map((each) => (
          <li key={each.tray.id} className="border-t border-line py-2">
            <Fold title={each.tray.name} titleClass="font-semibold">
              <div className="mt-1.5 text-[0.9375rem]">{each.reasons.length ? <Why reasons={each.reasons} folded /> : <p className="text-ink-2">{say('It is for nobody yet.')}</p>}</div>
            </Fold>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** When the house next looks at its shelves; before that day it is only told what would be proposed. */
function Look({ on, today, waits }: { on: string; today: string; waits: boolean }) {
  if (on === today) return null
  return <p className="text-ink-2">{say('The next look is {day}. {waits}', { day: dayOf(`${on}T12:00:00Z`, 'UTC'), waits: waits ? say('This is what it would propose, as things stand; you may do it now all the same.') : '' })}</p>
}

/** Trays nobody said were shown: until somebody does, their work cycles tell nothing about them. */
function Unmarked({ lines }: { lines: Change['unmarked'] }) {
  if (lines.length === 0) return null
  return (
    <section aria-label={say('Not marked as shown')} className="panel flex flex-col gap-2 p-4">
      <h2>{say('Not marked as shown')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{say('Until it is said that they were shown, their work cycles tell nothing about them.')}</p>
      <ul>
        {lines.map((each) => (
          <li key={`${each.child_id}:${each.tray_id}`} className="flex flex-wrap items-center justify-between gap-2 border-t border-line py-1">
            <span><strong>{each.tray}</strong>{' '}{say('to {child}', { child: each.child })}</span>
            <Button aria-label={say('Mark as shown: {tray} to {child}', { tray: each.tray, child: each.child })} onClick={() => write({ kind: 'showed', child_id: each.child_id, tray_id: each.tray_id })}>{say('Mark as shown')}</Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

import { say, word } from '@/lib/say'
import { Check } from 'lucide-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { Decide } from '@/ui/Decide'
import { Why } from '@/ui/Why'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { plain } from '@/lib/words'
import type { Wish } from './wish'
import { Fold } from '@/ui/Fold'

type Composed = Schemas['ComposedOut']

/** The margin says what holds and what does not, with limits and sources, what would cure it, and keeps the tray. */
export function MakeMargin({ composed, wish, bins }: { composed: Composed; wish: Wish; bins: readonly string[] }) {
  const pressing = composed.checks.filter((each) => each.severity === 'must' || each.severity === 'should')
  const notes = composed.checks.filter((each) => each.severity === 'note')
  const kept = composed.checks.filter((each) => each.severity === 'kept')
  return (
    <aside aria-label={say('Why')} className="sticky top-0 flex max-h-screen flex-col gap-4 self-stretch overflow-y-auto border-l border-line bg-paper p-5 max-[1100px]:static max-[1100px]:max-h-none max-[1100px]:border-t max-[1100px]:border-l-0">
      <Short composed={composed} />
      <section aria-label={say('Watch out')} className="flex flex-col gap-2">
        {pressing.map((each, at) => (
          <Notice key={at} tone={each.severity as 'must' | 'should' | 'note'}>
            <Why reasons={[each.reason]} numbers={each.severity === 'must'} />
            {each.asks.map((ask) => <Decide key={`${ask.child_id}:${ask.kind}`} ask={ask} />)}
          </Notice>
        ))}
        {notes.length > 0 && <Notice tone="note"><ul className="flex flex-col gap-1.5">{notes.map((each, at) => <li key={at}>{each.reason.text}</li>)}</ul></Notice>}
        {composed.emergency && <p className="text-sm font-semibold text-madder">{composed.emergency}</p>}
      </section>
      <section aria-label={say('Held')}>
        <h2 className="mb-1">{say('Checked, and held')}</h2>
        <ul className="flex flex-col gap-1.5 text-[0.9375rem]">
          {kept.map((each, at) => (
            <li key={at} className="flex gap-2"><Check size={18} aria-hidden className="mt-0.5 shrink-0 text-moss" />
              <Fold title={each.reason.text} className="min-w-0" titleClass="marker:text-ink-3"><div className="py-1"><Why reasons={[{ ...each.reason, text: '' }]} /></div></Fold>
            </li>
          ))}
        </ul>
        <Costs costs={composed.costs} />
        <p className="mt-2 text-sm text-ink-3">{say('Known hazards of what was entered, never more. Local codes and the makers’ instructions stand above it.')}{' '}<a className="text-woad underline" href="/api/gauge.pdf" target="_blank" rel="noreferrer">{say('Paper gauge')}</a></p>
      </section>
      <Keep key={composed.name} composed={composed} wish={wish} bins={bins} />
    </aside>
  )
}

function Costs({ costs }: { costs: Composed['costs'] }) {
  const known = costs.known > 0 || costs.per_use !== null
  return (
    <p className="mt-2 text-[0.9375rem] text-ink-2">
      {known ? say('Things for {known}', { known: plain(costs.known, 2) }) : say('No cost entered')}{costs.unknown > 0 && known && say(', {unknown} without a cost', { unknown: costs.unknown })}
      {costs.per_use !== null && say('; {per_use} each time', { per_use: plain(costs.per_use, 2) })}.
    </p>
  )
}

/** What is missing, what it would take from others, and which tray could be unpacked for it. */
function Short({ composed }: { composed: Composed }) {
  const unpack = useWrite(async (id: number) => { await answer(client.POST('/api/trays/{tray_id}/unpack', { params: { path: { tray_id: id } } })); await refresh() })
  if (composed.short.length === 0 && composed.takes.length === 0) return null
  return (
    <section aria-label={say('Missing')} className="flex flex-col gap-2">
      {composed.short.length > 0 && <Notice tone="should"><p className="font-semibold">{say('Not there yet: {short}', { short: composed.short.join(', ') })}</p>{composed.would_do && <p>{say('It is drawn on {would_do}, which would do and is in use.', { would_do: composed.would_do })}</p>}</Notice>}
      {composed.takes.map((each) => (
        <Notice key={each.component} tone="should">
          <p>{say('{component}: {owned} owned, and more are wanted.', { component: each.component, owned: each.owned })}</p>
          <div className="mt-2 flex flex-wrap gap-2">{each.trays.map((tray) => <Button key={tray.tray_id} disabled={unpack.busy} onClick={() => void unpack.run(tray.tray_id)}>{say('Unpack {tray}', { tray: tray.name })}</Button>)}</div>
        </Notice>
      ))}
      {composed.freeing.slice(0, 3).map((each, at) => (
        <div key={each.tray_id} className="flex flex-col items-start gap-1">
          <Button look={at === 0 ? 'main' : 'plain'} disabled={unpack.busy} onClick={() => void unpack.run(each.tray_id)}>{say('Unpack {each}', { each: each.name })}</Button>
          <p className="text-sm text-ink-2">{say('{why} Its things are free then; its history stays.', { why: each.why })}</p>
        </div>
      ))}
      {unpack.failed && <Notice tone="must" role="alert">{unpack.failed.message}</Notice>}
    </section>
  )
}

function Keep({ composed, wish, bins }: { composed: Composed; wish: Wish; bins: readonly string[] }) {
  const [name, setName] = useState(composed.name)
  const [bin, setBin] = useState('')
  const [exception, setException] = useState('')
  const stands = composed.checks.some((each) => each.severity === 'must')
  const go = useNavigate()
  const keep = useWrite(async () => {
    await answer(client.POST('/api/make/trays', { body: { wish, name, bin, for_children: [wish.child_id], exception } }))
    await refresh()
    await go('/cupboard?part=trays')
  })
  return (
    <form aria-label={say('Keep this tray')} className="flex flex-col gap-3 border-t border-line pt-4" onSubmit={(event) => { event.preventDefault(); void keep.run() }}>
      <h2>{wish.instead_of === null ? say('Keep this tray') : say('Keep it so')}</h2>
      <Field label={say('Name')} value={name} onChange={(event) => setName(event.target.value)} />
      <Field label={say('Bin it rests in')} list="make-bins" value={bin} onChange={(event) => setBin(event.target.value)} />
      <datalist id="make-bins">{bins.map((each) => <option key={each} value={each}>{word(each)}</option>)}</datalist>
      {stands && <Field label={say('Kept all the same, because')} value={exception} maxLength={200} hint={say('Something that must hold does not. Your word is kept with the tray and stands on Today.')} onChange={(event) => setException(event.target.value)} />}
      {keep.failed && <Notice tone="must" role="alert">{keep.failed.message}</Notice>}
      <Button type="submit" look="main" disabled={keep.busy || (stands && !exception.trim()) || composed.short.length > 0 || !name.trim()}>{say('Keep this tray')}</Button>
    </form>
  )
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { SaveLink } from '@/ui/SaveLink'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { cupboardQuery, refresh } from '@/lib/queries'
import { mass } from '@/lib/measure'
import { length, type Lengths } from '@/lib/words'
import { Bins } from './Bins'
import { Importer } from './Importer'
import { Making, Marks } from './Making'
import { Photo } from './Photo'
import type { WeighButton } from '@/ui/weighing'
import { Things } from './Things'
import { TrayForm } from './TrayForm'

type Tray = Schemas['TrayOut']
type Person = { id: number; name: string }

const PARTS = ['things', 'trays', 'bins', 'making', 'files'] as const
type Part = (typeof PARTS)[number]
const LABELS: Record<Part, string> = { things: say('Things'), trays: say('Trays'), bins: say('Bins'), making: say('Making'), files: say('Files') }

type CupboardProps = { people: readonly Person[]; lengths: Lengths; part: Part; onPart: (part: Part) => void; thing: number | null; tray: number | null; bin: number | null; weigh: WeighButton }

/** Cupboard: what is owned, the trays made of it, the bins they rest in; files in and out. */
export function CupboardView({ people, lengths, part, onPart, thing, tray, bin, weigh }: CupboardProps) {
  const { data: cupboard, error } = useQuery(cupboardQuery)
  if (!cupboard) return <Waiting error={error} />
  const pane = 'flex flex-col gap-4 outline-none'
  return (
    <Tabs.Root value={part} onValueChange={(next) => onPart(next as Part)} className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Cupboard')} aside={(
        <Tabs.List aria-label={say('Parts of the cupboard')} className="flex flex-wrap gap-2">
          {PARTS.map((each) => <Tabs.Trigger key={each} value={each} className="min-h-control rounded-full border border-edge bg-paper px-4 data-[state=active]:border-woad data-[state=active]:bg-woad-2 data-[state=active]:font-semibold">{LABELS[each]}</Tabs.Trigger>)}
        </Tabs.List>
      )}
      >{say('{n, plural, one {# tray} other {# trays}}', { n: cupboard.trays.length })}
      </Heading>
      <Tabs.Content value="things" className={pane}><Things key={thing} start={thing} weigh={weigh} /></Tabs.Content>
      <Tabs.Content value="trays" className={pane}><TraysPart key={tray} cupboard={cupboard} people={people} lengths={lengths} start={tray} /></Tabs.Content>
      <Tabs.Content value="bins" className={pane}>{cupboard.bins.length ? <Bins bins={cupboard.bins} lengths={lengths} start={bin} /> : <p className="text-ink-2">{say('No bin yet: name one beside a thing or a tray.')}</p>}</Tabs.Content>
      <Tabs.Content value="making" className={pane}><Making /></Tabs.Content>
      <Tabs.Content value="files" className={pane}><Files /></Tabs.Content>
    </Tabs.Root>
  )
}

function TraysPart({ cupboard, people, lengths, start }: { cupboard: Schemas['CupboardOut']; people: readonly Person[]; lengths: Lengths; start: number | null }) {
  const [form, setForm] = useState<number | 'new' | null>(start)
  const [typed, setTyped] = useState('')
  const wanted = typed.trim().toLowerCase()
  const found = cupboard.trays.filter((tray) => [tray.name, tray.card.area, tray.bin].some((text) => text.toLowerCase().includes(wanted)))
  const tray = cupboard.trays.find((each) => each.id === form) ?? null
  const close = () => setForm(null)
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-3">
        {cupboard.trays.length > 0 && (
          <label className="flex w-sm max-w-full items-center gap-2"><span className="text-sm font-semibold">{say('Find')}</span>
            <input type="search" value={typed} onChange={(event) => setTyped(event.target.value)} className="min-h-control min-w-0 flex-1 rounded-control border border-edge bg-paper px-3" />
          </label>
        )}
        <span className="flex flex-wrap gap-2"><Link to="/make" className="inline-flex min-h-control items-center rounded-control border border-woad bg-woad px-3.5 font-semibold text-paper">{say('Make one')}</Link><Button onClick={() => setForm('new')}>{say('Add a tray')}</Button></span>
      </div>
      {cupboard.trays.length === 0 ? <Empty /> : <Trays trays={found} people={people} lengths={lengths} onOpen={(each) => setForm(each.id)} />}
      <Archived trays={cupboard.archived} />
      {(form === 'new' || tray) && (
        <Dialog title={tray?.name ?? say('Add a tray')} open onClose={close} wide>
          <TrayForm tray={tray} cupboard={cupboard} people={people} lengths={lengths} onSaved={close} />
          {tray && <Photo what="trays" id={tray.id} name={tray.name} photo={tray.photo} />}
          {tray && <div className="mt-4"><Marks tray_id={tray.id} /></div>}
          {tray && <Leave tray={tray} people={people} onDone={close} />}
        </Dialog>
      )}
    </>
  )
}

function Files() {
  return (
    <>
      <div className="flex flex-wrap gap-2">
        <SaveLink href="/api/export/things.csv">{say('Save things as CSV')}</SaveLink><SaveLink href="/api/export/trays.csv">{say('Save trays as CSV')}</SaveLink>
        <SaveLink href="/api/export/cards.csv">{say('Save cards as CSV')}</SaveLink><SaveLink href="/api/export/episodes.csv">{say('Save the work as CSV')}</SaveLink>
      </div>
      <div className="grid grid-cols-2 items-start gap-4 max-[900px]:grid-cols-1"><Importer kind="things" /><Importer kind="trays" /><Importer kind="cards" /><Importer kind="episodes" /></div>
    </>
  )
}

function Empty() {
  return (
    <section className="panel max-w-2xl p-5">
      <h2>{say('The cupboard is empty')}</h2>
      <p className="mt-2 text-ink-2">{sayRich('Say under Things what you own, and make a tray of it under Make. Or bring trays in from a file, under Files; every row is checked first. Or enter one by its measures: its size, its weight, and its smallest piece are enough. Without an idea? <a>The catalogue</a> is full of them.', { a: (inner) => <Link className="text-woad underline" to="/make/catalogue">{inner}</Link> })}</p>
    </section>
  )
}

type TraysProps = { trays: readonly Tray[]; people: readonly Person[]; lengths: Lengths; onOpen: (tray: Tray) => void }

function Trays({ trays, people, lengths, onOpen }: TraysProps) {
  const names = (ids: readonly number[]) => people.filter((each) => ids.includes(each.id)).map((each) => each.name).join(', ')
  return (
    <div className="panel overflow-x-auto">
      <table className="w-full text-left text-[0.9375rem]">
        <thead className="text-sm text-ink-2">
          <tr className="border-b border-line">{[say('Tray'), say('Area'), say('Ages'), say('For'), say('Where'), say('Size'), say('Loaded')].map((head) => <th key={head} scope="col" className="p-2.5 font-normal">{head}</th>)}</tr>
        </thead>
        <tbody>
          {trays.map((tray) => (
            <tr key={tray.id} className="border-b border-line last:border-0">
              <th scope="row" className="p-1"><button type="button" className="min-h-control px-1.5 text-left font-semibold text-woad underline-offset-4 hover:underline" onClick={() => onOpen(tray)}>{tray.name}</button></th>
              <td className="p-2.5">{word(tray.card.area)}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{say('{from_months} to {to_months} m', { from_months: tray.card.from_months, to_months: tray.card.to_months })}</td>
              <td className="p-2.5">{names(tray.for_children) || say('nobody yet')}</td>
              <td className="p-2.5">{tray.stands ? <Link className="text-woad underline underline-offset-2" to={`/shelf?tray=${tray.id}`}>{word(tray.stands)}</Link> : tray.bin || say('no bin')}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{length(tray.width_mm, lengths).replace(/ \w+$/, '')} × {length(tray.depth_mm, lengths)}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{mass(tray.mass_g)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {trays.length === 0 && <p className="p-4 text-ink-2">{say('No tray with these letters.')}</p>}
    </div>
  )
}

const setArchived = async (id: number, archived: boolean) => {
  await answer(client.POST('/api/trays/{tray_id}/archive', { params: { path: { tray_id: id } }, body: { archived } }))
  await refresh()
}

function Leave({ tray, people, onDone }: { tray: Tray; people: readonly Person[]; onDone: () => void }) {
  const away = useWrite(async () => { await setArchived(tray.id, true); onDone() })
  const next = useWrite(async () => { await answer(client.POST('/api/trays/{tray_id}/next-level', { params: { path: { tray_id: tray.id } } })); await refresh(); onDone() })
  const unpack = useWrite(async () => { await answer(client.POST('/api/trays/{tray_id}/unpack', { params: { path: { tray_id: tray.id } } })); await refresh(); onDone() })
  return (
    <div className="mt-4 flex flex-wrap items-center gap-2 border-t border-line pt-4">
      {tray.made && <Link to={`/make?tray=${tray.id}`} className="inline-flex min-h-control items-center rounded-control border border-woad bg-woad px-3.5 text-[0.9375rem] font-semibold text-paper">{say('Open it in Make')}</Link>}
      <Link to={`/paper?kind=tray-cards&ids=${tray.id}`} className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2">{say('Its card on paper')}</Link>
      {tray.made && <Button disabled={next.busy} onClick={() => void next.run()}>{say('Next level, on this same tray')}</Button>}
      {tray.made && <ForAnother tray={tray} people={people} onDone={onDone} />}
      {tray.made && <Button onClick={() => void unpack.run()}>{say('Unpack it: its things are free')}</Button>}
      <Button onClick={() => void away.run()}>{say('Archive it, with its history')}</Button>
      {[next.failed, unpack.failed, away.failed].map((each, at) => each && <Notice key={at} tone="must" role="alert">{each.message} <Link className="underline" to={`/make?tray=${tray.id}`}>{say('Look at it in Make')}</Link></Notice>)}
    </div>
  )
}

/** The same work once more, at the level another child is at. */
function ForAnother({ tray, people, onDone }: { tray: Tray; people: readonly Person[]; onDone: () => void }) {
  const second = useWrite(async (child_id: number) => {
    await answer(client.POST('/api/trays/{tray_id}/for-another', { params: { path: { tray_id: tray.id } }, body: { child_id } }))
    await refresh()
    onDone()
  })
  const others = people.filter((each) => !tray.for_children.includes(each.id))
  return (
    <>
      {others.map((each) => <Button key={each.id} disabled={second.busy} onClick={() => void second.run(each.id)}>{say('A second one at the level of {child}', { child: each.name })}</Button>)}
      {second.failed && <Notice tone="must" role="alert">{second.failed.message}</Notice>}
    </>
  )
}

function Archived({ trays }: { trays: readonly Tray[] }) {
  const back = useWrite((id: number) => setArchived(id, false))
  if (trays.length === 0) return null
  return (
    <section aria-label={say('Archived trays')} className="flex flex-wrap items-center gap-2">
      <h2>{say('Archived')}</h2>{trays.map((tray) => <Button key={tray.id} onClick={() => void back.run(tray.id)}>{say('Bring back {tray}', { tray: tray.name })}</Button>)}
    </section>
  )
}

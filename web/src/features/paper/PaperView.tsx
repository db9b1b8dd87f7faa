import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { GroupChoice } from '@/ui/GroupChoice'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { Field } from '@/ui/Field'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { groupsQuery, paperChoicesQuery, previewQuery, refresh, type PaperOrder } from '@/lib/queries'
import { Fold } from '@/ui/Fold'
import { Tick } from '@/ui/Tick'
import { Option, OptionGroup, SelectField } from '@/ui/Select'

export const KINDS = ['tray-cards', 'bin-labels', 'word-cards', 'ring-cards', 'pictures', 'routine', 'routine-strip', 'set-up-list'] as const
export type Kind = (typeof KINDS)[number]
/** What is printed, and the forms it comes in. */
const SHEETS = [
  { label: say('Trays'), kinds: [['tray-cards', 'cards']] }, { label: say('Bins'), kinds: [['bin-labels', 'labels']] },
  { label: say('Words'), kinds: [['word-cards', say('cards and a control sheet')], ['ring-cards', say('on a ring')], ['pictures', say('one picture a page')]] },
  { label: say('Routines'), kinds: [['routine', say('a field a step')], ['routine-strip', say('a strip for the wall')]] }, { label: say('Today'), kinds: [['set-up-list', say('the list')]] },
] as const satisfies readonly { label: string; kinds: readonly (readonly [Kind, string])[] }[]
const ofWords = (kind: Kind) => kind === 'word-cards' || kind === 'ring-cards' || kind === 'pictures'
const ofRoutines = (kind: Kind) => kind === 'routine' || kind === 'routine-strip'
const MOST = 60
type Told = { kind: Kind; ids: readonly string[]; key: string }
type PaperProps = { kind: Kind; ids: readonly string[]; chosen: string; onChoose: (told: Told) => void }

/** Paper: what goes on the fridge, the shelf and the bins, seen before it is printed. */
export function PaperView({ kind, ids, chosen, onChoose }: PaperProps) {
  const { data: choices, error } = useQuery(paperChoicesQuery)
  const [paper, setPaper] = useState<PaperOrder['paper'] | null>(null)
  const { data: groups } = useQuery(groupsQuery)
  const [group, setGroup] = useState(0)
  const [languages, setLanguages] = useState<PaperOrder['languages']>('both')
  if (!choices) return <Waiting error={error} />
  const order: PaperOrder = { kind, paper: paper ?? choices.paper, ids: ids.join(','), key: ofWords(kind) || ofRoutines(kind) ? chosen : '', languages, ...(kind === 'set-up-list' && group ? { group } : {}) }
  const ready = kind === 'set-up-list' || (ofWords(kind) || ofRoutines(kind) ? chosen !== '' : ids.length > 0)
  const sheet = SHEETS.find((each) => each.kinds.some(([one]) => one === kind)) ?? SHEETS[0]
  return (
    <div className="grid flex-1 grid-cols-[25rem_minmax(0,1fr)] items-start max-[1000px]:grid-cols-1">
      <section aria-label={say('What to print')} className="flex flex-col gap-3 border-r border-line bg-paper px-4 py-4">
        <Heading title={say('Paper')}>{say('for the shelf, the bins and the fridge')}</Heading>
        <ChoiceRow label={say('Cards, labels and lists for')} choices={SHEETS.map((each) => ({ value: each.label, label: each.label }))} value={sheet.label} onChange={(label) => onChoose({ kind: SHEETS.find((each) => each.label === label)?.kinds[0][0] ?? 'tray-cards', ids: [], key: '' })} />
        {sheet.kinds.length > 1 && <ChoiceRow label={say('As')} choices={sheet.kinds.map(([value, label]) => ({ value, label }))} value={kind} onChange={(next) => onChoose({ kind: next, ids: [], key: chosen })} />}
        <ChoiceRow label={say('On')} choices={[{ value: 'A4', label: say('A4') }, { value: 'Letter', label: say('Letter') }]} value={order.paper} onChange={setPaper} />
        {kind === 'set-up-list' && <GroupChoice label={say('For')} groups={groups?.groups ?? []} group={group} onGroup={(id) => setGroup(id ?? 0)} />}
        {ofRoutines(kind) && (
          <SelectField label={say('Routine')} value={chosen} onChoose={(picked) => onChoose({ kind, ids: [], key: picked })}>
            <Option value="">{say('choose a routine')}</Option>
            {choices.routines.map((each) => <Option key={each.id} value={each.id}>{each.name}, {each.detail}</Option>)}
          </SelectField>
        )}
        {ofWords(kind) && (
          <>
            <SelectField label={say('Words')} value={chosen} onChoose={(picked) => onChoose({ kind, ids: [], key: picked })}>
              <Option value="">{say('choose a set or a card')}</Option>
              <OptionGroup label={say('Sets of words')}>{choices.words.map((each) => <Option key={each.id} value={each.id}>{each.name}, {each.detail}</Option>)}</OptionGroup>
              <OptionGroup label={say('Words of a card')}>{choices.cards.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</OptionGroup>
            </SelectField>
            <ChoiceRow label={say('Languages')} choices={[{ value: 'both', label: say('Both') }, { value: 'first', label: say('First') }, { value: 'second', label: say('Second') }]} value={languages} onChange={setLanguages} />
          </>
        )}
        {kind === 'tray-cards' && <Ticks key={kind} what="tray" choices={choices.trays} ids={ids} onIds={(next) => onChoose({ kind, ids: next, key: '' })} />}
        {kind === 'bin-labels' && <Ticks key={kind} what="bin" choices={choices.bins} ids={ids} onIds={(next) => onChoose({ kind, ids: next, key: '' })} />}
      </section>
      {ready ? <Preview order={order} /> : <p className="p-5 text-ink-2">{say('Choose on the left what to print: it is shown here as it will come out of the printer.')}</p>}
    </div>
  )
}

function Ticks({ what, choices, ids, onIds }: { what: 'tray' | 'bin'; choices: readonly Schemas['ChoiceOut'][]; ids: readonly string[]; onIds: (ids: readonly string[]) => void }) {
  const [typed, setTyped] = useState('')
  const found = choices.filter((each) => `${each.name} ${each.detail}`.toLowerCase().includes(typed.trim().toLowerCase()))
  if (choices.length === 0) return <p className="text-ink-2">{what === 'tray' ? say('There is no tray yet: make one under Make.') : say('There is no bin yet: name one beside a thing or a tray, in the cupboard.')}</p>
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="text-sm font-semibold">{what === 'tray' ? say('{n, plural, one {# tray chosen} other {# trays chosen}}', { n: ids.length }) : say('{n, plural, one {# bin chosen} other {# bins chosen}}', { n: ids.length })}</legend>
      {choices.length > 8 && <Field label={what === 'tray' ? say('Find a tray') : say('Find a bin')} hideLabel type="search" placeholder={say('Find')} value={typed} onChange={(event) => setTyped(event.target.value)} />}
      <div className="flex gap-2">
        <Button onClick={() => onIds([...new Set([...ids, ...found.map((each) => each.id)])].slice(0, MOST))}>{say('Choose {typed}', { typed: typed ? say('these') : say('all') })}</Button>
        <Button disabled={ids.length === 0} onClick={() => onIds([])}>{say('None')}</Button>
      </div>
      <ul className="max-h-[24rem] overflow-y-auto">
        {found.map((each) => (
          <li key={each.id} className="rounded-control px-1 hover:bg-woad-2"><Tick label={<>{each.name} <span className="text-sm text-ink-3">{each.detail}</span></>} checked={ids.includes(each.id)} onChange={(checked) => onIds(checked ? [...ids, each.id] : ids.filter((id) => id !== each.id))} /></li>
        ))}
      </ul>
    </fieldset>
  )
}

function Preview({ order }: { order: PaperOrder }) {
  const { data: made, error, isPlaceholderData } = useQuery(previewQuery(order, true))
  const print = useWrite(async () => {
    await answer(client.POST('/api/paper/print', { body: { ids: order.ids.split(',').filter(Boolean).map(Number) } }))
    await refresh()
  })
  const [sent, setSent] = useState(false)
  if (error) return <div className="p-5"><Notice tone="must" role="alert">{error.message}</Notice></div>
  if (!made) return <Waiting error={null} />
  const { group, ...rest } = order
  const asked = new URLSearchParams({ ...rest, ...(group ? { group: String(group) } : {}) }).toString()
  const wide = made.width_mm > made.height_mm
  return (
    <section aria-label={say('Preview')} className="flex min-w-0 flex-col gap-3 px-5 py-4" aria-busy={isPlaceholderData}>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p role="status" className="text-ink-2">{say('{pages}, {paper}{wide}. Print at 100 %, not fitted to the page.', { pages: say('{n, plural, one {# page} other {# pages}}', { n: made.pages.length }), paper: order.paper, wide: wide && say(', landscape') })}</p>
        <div className="flex flex-wrap gap-2">
          <a className="inline-flex min-h-control items-center rounded-control border border-woad bg-woad px-3.5 text-[0.9375rem] font-semibold text-paper hover:bg-ink" href={`/api/paper/file.pdf?${asked}`} target="_blank" rel="noreferrer">{say('Open the PDF to print')}</a>
          {order.kind === 'bin-labels' && <Button disabled={print.busy} onClick={() => { setSent(false); void print.run().then(setSent) }}>{say('Send to the label printer')}</Button>}
        </div>
      </div>
      {print.failed && <Notice tone="must" role="alert">{print.failed.message}</Notice>}
      {sent && <Notice tone="note" role="status">{say('Sent. The label printer is a stand-in: its jobs are kept as PDF, under House.')}</Notice>}
      {made.notes.map((note) => <Notice key={note} tone="note">{note}</Notice>)}
      <ol className={`grid gap-4 ${wide ? 'grid-cols-1' : 'grid-cols-2 max-[1150px]:grid-cols-1'}`}>
        {made.pages.map((text, at) => (
          <li key={at}>
            <img loading="lazy" src={`/api/paper/page.png?${asked}&page=${at + 1}`} alt={say('Page {at} of {pages}', { at: at + 1, pages: made.pages.length })} style={{ aspectRatio: `${made.width_mm} / ${made.height_mm}` }} className="w-full border border-line bg-paper shadow-sm" />
            <Fold title={say('What is written on page {at}', { at: at + 1 })} className="mt-1 text-sm" titleClass="text-woad"><p className="mt-1 whitespace-pre-line text-ink-2">{text}</p></Fold>
          </li>
        ))}
      </ol>
    </section>
  )
}

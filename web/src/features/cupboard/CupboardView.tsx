import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { cupboardQuery, refresh } from '@/lib/queries'
import { counted, length, mass, type Lengths } from '@/lib/words'
import { Bins } from './Bins'
import { Importer } from './Importer'
import { TrayForm } from './TrayForm'

type Tray = Schemas['TrayOut']
type Person = { id: number; name: string }

/** Cupboard: every tray, where it is and for whom; files in and out. */
export function CupboardView({ people, lengths }: { people: readonly Person[]; lengths: Lengths }) {
  const { data: cupboard, error } = useQuery(cupboardQuery)
  const [form, setForm] = useState<Tray | 'new' | null>(null)
  const [typed, setTyped] = useState('')
  if (!cupboard) return <Waiting error={error} />
  const wanted = typed.trim().toLowerCase()
  const found = cupboard.trays.filter((tray) => [tray.name, tray.card.area, tray.bin].some((text) => text.toLowerCase().includes(wanted)))
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title="Cupboard" aside={
        <>
          <Button look="main" onClick={() => setForm('new')}>Add a tray</Button>
          {cupboard.trays.length > 0 && <Save href="/api/export/trays.csv">Save trays as CSV</Save>}
          <Save href="/api/export/episodes.csv">Save the work as CSV</Save>
        </>}>{counted(cupboard.trays.length, 'tray')}</Heading>
      {cupboard.trays.length === 0 ? <Empty /> : (
        <>
          <label className="flex max-w-sm items-center gap-2"><span className="text-sm font-semibold">Find</span>
            <input type="search" value={typed} onChange={(event) => setTyped(event.target.value)} className="min-h-control flex-1 rounded-control border border-edge bg-paper px-3" />
          </label>
          <Trays trays={found} people={people} lengths={lengths} onOpen={setForm} />
        </>
      )}
      <div className="grid grid-cols-2 items-start gap-4 max-[900px]:grid-cols-1"><Importer kind="trays" /><Importer kind="episodes" /></div>
      <Bins bins={cupboard.bins} lengths={lengths} />
      <Archived trays={cupboard.archived} />
      {form && (
        <Dialog title={form === 'new' ? 'Add a tray' : form.name} open onClose={() => setForm(null)} wide>
          <TrayForm tray={form === 'new' ? null : form} cupboard={cupboard} people={people} lengths={lengths} onSaved={() => setForm(null)} />
          {form !== 'new' && <Leave tray={form} onDone={() => setForm(null)} />}
        </Dialog>
      )}
    </div>
  )
}

const Save = ({ href, children }: { href: string; children: string }) => (
  <a href={href} download className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2">{children}</a>
)

function Empty() {
  return (
    <section className="panel max-w-2xl p-5">
      <h2>The cupboard is empty</h2>
      <p className="mt-2 text-ink-2">Download the sample file below, fill it in with what you own, and bring it in; every row is checked first. Or add one tray by hand: its size, its weight, and its smallest piece are enough.</p>
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
          <tr className="border-b border-line">{['Tray', 'Area', 'Ages', 'For', 'Where', 'Size', 'Loaded'].map((head) => <th key={head} scope="col" className="p-2.5 font-normal">{head}</th>)}</tr>
        </thead>
        <tbody>
          {trays.map((tray) => (
            <tr key={tray.id} className="border-b border-line last:border-0">
              <th scope="row" className="p-1"><button type="button" className="min-h-control px-1.5 text-left font-semibold text-woad underline-offset-4 hover:underline" onClick={() => onOpen(tray)}>{tray.name}</button></th>
              <td className="p-2.5">{tray.card.area}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{tray.card.from_months} to {tray.card.to_months} m</td>
              <td className="p-2.5">{names(tray.for_children) || 'nobody yet'}</td>
              <td className="p-2.5">{tray.stands ? <Link className="text-woad underline underline-offset-2" to={`/shelf?tray=${tray.id}`}>{tray.stands}</Link> : tray.bin || 'no bin'}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{length(tray.width_mm, lengths).replace(/ \w+$/, '')} × {length(tray.depth_mm, lengths)}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{mass(tray.mass_g)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {trays.length === 0 && <p className="p-4 text-ink-2">No tray with these letters.</p>}
    </div>
  )
}

const setArchived = async (id: number, archived: boolean) => {
  await answer(client.POST('/api/trays/{tray_id}/archive', { params: { path: { tray_id: id } }, body: { archived } }))
  await refresh()
}

function Leave({ tray, onDone }: { tray: Tray; onDone: () => void }) {
  const away = useWrite(async () => { await setArchived(tray.id, true); onDone() })
  return <div className="mt-4 border-t border-line pt-4"><Button onClick={() => void away.run()}>Archive it, with its history</Button></div>
}

function Archived({ trays }: { trays: readonly Tray[] }) {
  const back = useWrite((id: number) => setArchived(id, false))
  if (trays.length === 0) return null
  return (
    <section aria-label="Archived trays" className="flex flex-wrap items-center gap-2">
      <h2>Archived</h2>{trays.map((tray) => <Button key={tray.id} onClick={() => void back.run(tray.id)}>Bring back {tray.name}</Button>)}
    </section>
  )
}

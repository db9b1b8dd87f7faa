import { inOrder, say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { ThingPicture } from '@/ui/drawing/ThingPicture'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { Why } from '@/ui/Why'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh, thingsQuery } from '@/lib/queries'
import { sides, volume } from '@/lib/measure'
import { calendarDay } from '@/lib/words'
import type { WeighButton } from '@/ui/weighing'
import { Filters, fits, NO_FILTER, type Filter } from './Filters'
import { Marks } from './Making'
import { OtherWays } from './OtherWays'
import { Photo } from './Photo'
import { SayIt } from './SayIt'
import { ThingForm } from './ThingForm'

type Thing = Schemas['ComponentOut']
type All = Schemas['ThingsOut']

/** Everything owned: name and count are enough, the rest is assumed from the kind and can be mended. */
export function Things({ start, weigh }: { start: number | null; weigh: WeighButton }) {
  const { data: all, error } = useQuery(thingsQuery)
  const [open, setOpen] = useState<number | null>(start)
  const [typed, setTyped] = useState('')
  const [filter, setFilter] = useState<Filter>(NO_FILTER)
  if (!all) return <Waiting error={error} />
  const wanted = typed.trim().toLowerCase()
  const shown = all.things.toSorted((a, b) => inOrder(a.name, b.name)).filter((each) => [each.name, each.kind, each.bin, each.material, each.subject, ...each.colours].some((text) => text.toLowerCase().includes(wanted)) && fits(each, filter))
  const thing = [...all.things, ...all.archived].find((each) => each.id === open)
  return (
    <div className="flex flex-col gap-4">
      <SayIt kinds={all.kinds} subjects={all.subjects} bins={all.bins} onMend={setOpen} />
      <OtherWays onMend={setOpen} />
      <Minding all={all} />
      {all.things.length === 0 ? <EmptyThings /> : (
        <>
          <div className="flex flex-wrap items-end gap-3">
            <label className="flex w-64 max-w-full flex-col gap-1 text-sm font-semibold">{say('Find')}
              <input type="search" value={typed} onChange={(event) => setTyped(event.target.value)} className="min-h-control rounded-control border border-edge bg-paper px-3 text-base font-normal" />
            </label>
            <Filters things={all.things} filter={filter} onFilter={setFilter} />
          </div>
          <Table things={shown} onOpen={setOpen} />
        </>
      )}
      <Archived things={all.archived} />
      {thing && <Dialog title={thing.name} open onClose={() => setOpen(null)} wide><ThingForm key={thing.id} thing={thing} all={all} weigh={weigh} onSaved={() => setOpen(null)} /><Photo what="things" id={thing.id} name={thing.name} photo={thing.photo} /><div className="mt-4"><Marks component_id={thing.id} /></div></Dialog>}
    </div>
  )
}

function Minding({ all }: { all: All }) {
  const soon = all.restock.filter((each) => each.buy_by !== null)
  if (soon.length === 0 && all.full.length === 0) return null
  return (
    <section aria-label={say('Watch out')} className="grid grid-cols-2 gap-3 max-[900px]:grid-cols-1">
      {all.full.map((each) => (
        <Notice key={each.bin} tone="should">
          <p className="font-semibold">{say('{bin} is full: {holds} of {most}', { bin: each.bin, holds: each.holds, most: each.most })}</p>
          {each.leave.length === 0 ? <p>{say('Nothing in it is outgrown by everyone yet.')}</p> : <Why reasons={each.leave.map((leave) => leave.reason)} numbers={false} />}
        </Notice>
      ))}
      {soon.slice(0, 4).map((each) => (
        <Notice key={each.component_id} tone="note"><p className="text-ink">{each.reason.text}</p><p>{say('Buy by {day}.', { day: calendarDay(each.buy_by ?? '') })}</p></Notice>
      ))}
    </section>
  )
}

const EmptyThings = () => (
  <section className="panel max-w-2xl p-5">
    <h2>{say('Nothing is entered yet')}</h2>
    <p className="mt-2 text-ink-2">{say('Walk along the cupboard and say what is there: two jugs, six felt balls of 60 mm, chickpeas. Sizes and weights are assumed from the kind and marked as assumed; measure what matters later. The Bench then says what can be made of it.')}</p>
  </section>
)

function size(thing: Thing): string {
  if (thing.density_g_ml !== null) return thing.stock_ml === null ? say('measured out') : volume(thing.stock_ml)
  return `${sides(thing.shape.sizes_mm)}${thing.capacity_ml > 0 ? say(', holds {volume}', { volume: volume(thing.capacity_ml) }) : ''}`
}

function Table({ things, onOpen }: { things: readonly Thing[]; onOpen: (id: number) => void }) {
  return (
    <div className="panel overflow-x-auto">
      <table className="w-full text-left text-[0.9375rem]">
        <thead className="text-sm text-ink-2"><tr className="border-b border-line">{[say('Thing'), say('Kind'), say('Free'), say('Size of one'), say('Bin'), say('On trays')].map((head) => <th key={head} scope="col" className="p-2.5 font-normal">{head}</th>)}</tr></thead>
        <tbody>
          {things.map((each) => (
            <tr key={each.id} className="border-b border-line last:border-0">
              <th scope="row" className="p-1"><button type="button" className="flex min-h-control items-center gap-2 px-1.5 text-left font-semibold text-woad underline-offset-4 hover:underline" onClick={() => onOpen(each.id)}><ThingPicture thing={each} size={32} />{each.name}</button></th>
              <td className="p-2.5">{word(each.kind)}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{each.density_g_ml === null ? say('{free} of {count}', { free: each.free, count: each.count }) : ''}</td>
              <td className="p-2.5 whitespace-nowrap tabular-nums">{size(each)}{each.assumed.includes('shape') && <span className="text-ink-3">{' '}{say('assumed')}</span>}</td>
              <td className="p-2.5 whitespace-nowrap">{each.bin || say('no bin')}</td>
              <td className="p-2.5">{each.on.map((on) => (on.count > 1 && each.density_g_ml === null ? `${on.name} (${on.count})` : on.name)).join(', ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {things.length === 0 && <p className="p-4 text-ink-2">{say('Nothing with these letters.')}</p>}
    </div>
  )
}

function Archived({ things }: { things: readonly Thing[] }) {
  const back = useWrite(async (id: number) => { await answer(client.POST('/api/things/{component_id}/archive', { params: { path: { component_id: id } }, body: { archived: false } })); await refresh() })
  if (things.length === 0) return null
  return (
    <section aria-label={say('Archived things')} className="flex flex-wrap items-center gap-2">
      <h2>{say('{things} put away', { things: say('{n, plural, one {# thing} other {# things}}', { n: things.length }) })}</h2>{things.map((each) => <Button key={each.id} onClick={() => void back.run(each.id)}>{say('Bring back {each}', { each: each.name })}</Button>)}
    </section>
  )
}

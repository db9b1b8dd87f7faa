import { say } from '@/lib/say'
import { useState } from 'react'
import { Trash2 } from 'lucide-react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Notice } from '@/ui/Notice'
import { PlacePicture } from '@/ui/drawing/PlacePicture'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { fromMm, type Lengths } from '@/lib/words'

type Unit = Schemas['UnitOut']
type Child = { id: number; name: string }
type PlacesProps = { places: readonly Schemas['CommonPlaceOut'][]; units: readonly Unit[]; people: readonly Child[]; lengths: Lengths; onDone: () => void }
const BARRIERS = [{ value: 'gate', label: say('A gate') }, { value: 'door', label: say('A door') }] as const

const bodyOf = (unit: Unit): Schemas['UnitIn'] => ({
  name: unit.name, kind: unit.kind, room: unit.room, width_mm: unit.width_mm, height_mm: unit.height_mm, depth_mm: unit.depth_mm, comes: unit.comes,
  barrier: unit.barrier, climb_on_mm: unit.climb_on_mm, mass_g: unit.mass_g, anchored: unit.anchored, bedroom: unit.bedroom, most: unit.most, main: unit.main,
  version: unit.version, boards: unit.boards.map((board) => ({ height_mm: board.height_mm, places: board.places, divided: board.divided, load_g: board.load_g, widths_mm: board.widths_mm, drawer: board.drawer })),
})
const said = (unit: Unit, lengths: Lengths) => `${[unit.width_mm, unit.height_mm, unit.depth_mm].map((mm) => fromMm(mm, lengths)).map((n) => Number(n.toFixed(0))).join(' × ')} ${lengths}`

/** A name no other place bears. */
function free(name: string, units: readonly Unit[]): string {
  const taken = new Set(units.map((each) => each.name))
  for (let n = 2; taken.has(name); n += 1) if (!taken.has(`${name} ${n}`)) return `${name} ${n}`
  return name
}

/** Where things can stand: tap what there is; the tape measure comes later. */
export function PlacesStep({ places, units, people, lengths, onDone }: PlacesProps) {
  const [open, setOpen] = useState<string | null>(null)
  const shown = places.find((each) => each.key === open)
  const add = useWrite(async (unit: Unit) => {
    const name = free(unit.name, units)
    await answer(client.POST('/api/units', { body: { ...bodyOf(unit), name, comes: people.map((each) => each.id), main: units.length === 0, version: 0 } }))
    setOpen(null)
    await refresh()
  })
  return (
    <>
      <ul className="grid grid-cols-6 gap-2 max-[820px]:grid-cols-3">
        {places.map((each) => (
          <li key={each.key}>
            <button type="button" aria-expanded={open === each.key} onClick={() => setOpen(open === each.key ? null : each.key)}
              className="flex min-h-touch w-full flex-col items-center gap-1 rounded-control border border-edge bg-paper p-2 aria-expanded:border-woad aria-expanded:bg-woad-2"
            >
              {each.sizes[0] && <PlacePicture unit={each.sizes[0].unit} />}<span className="font-semibold">{each.says}</span>
            </button>
          </li>
        ))}
      </ul>
      {shown && (
        <div role="group" aria-label={say('Sizes: {says}', { says: shown.says })} className="flex flex-wrap gap-2">
          {shown.sizes.map((size) => (
            <Button key={size.says} size="touch" className="flex-col gap-0" disabled={add.busy} onClick={() => void add.run(size.unit)}>
              {size.says} <span className="text-sm font-normal text-ink-2">{said(size.unit, lengths)}</span>
            </Button>
          ))}
        </div>
      )}
      {add.failed && <Notice tone="must" role="alert">{add.failed.message}</Notice>}
      <ul aria-label={say('Places so far')} className="flex flex-col gap-2">{units.map((unit) => <Place key={unit.id} unit={unit} units={units} people={people} lengths={lengths} />)}</ul>
      <p className="text-sm text-ink-2">{say('Sizes are the usual ones: measure yours later, on Shelf. Anchor every shelf to the wall; follow the maker’s instructions.')}</p>
      <Button look="main" size="touch" className="self-start" disabled={units.length === 0} onClick={onDone}>{say('Go on')}</Button>
    </>
  )
}

function Place({ unit, units, people, lengths }: { unit: Unit; units: readonly Unit[]; people: readonly Child[]; lengths: Lengths }) {
  const write = useWrite(async (part: Partial<Schemas['UnitIn']>) => {
    const others = part.main ? units.filter((each) => each.main && each.id !== unit.id) : []
    for (const other of others) await answer(client.PUT('/api/units/{unit_id}', { params: { path: { unit_id: other.id } }, body: { ...bodyOf(other), main: false } }))
    await answer(client.PUT('/api/units/{unit_id}', { params: { path: { unit_id: unit.id } }, body: { ...bodyOf(unit), ...part } }))
    await refresh()
  })
  const away = useWrite(async () => { await answer(client.POST('/api/units/{unit_id}/archive', { params: { path: { unit_id: unit.id } }, body: { archived: true } })); await refresh() })
  const kept = people.filter((child) => !unit.comes.includes(child.id))
  const toggle = (id: number) => {
    const comes = unit.comes.includes(id) ? unit.comes.filter((each) => each !== id) : [...unit.comes, id]
    void write.run({ comes, barrier: comes.length === people.length ? 'none' : unit.barrier === 'none' ? 'gate' : unit.barrier })
  }
  return (
    <li className="flex flex-col gap-2 rounded-control border border-line p-3">
      <div className="flex flex-wrap items-center gap-3">
        <PlacePicture unit={unit} size={44} />
        <span className="min-w-32 flex-1"><strong>{unit.name}</strong> <span className="text-sm text-ink-2">{said(unit, lengths)}</span></span>
        <button type="button" aria-pressed={unit.main} disabled={write.busy} onClick={() => void write.run({ main: !unit.main })} className="min-h-touch rounded-full border border-edge px-4 aria-pressed:border-woad aria-pressed:bg-woad-2 aria-pressed:font-semibold">{say('The main one')}</button>
        <button type="button" aria-label={say('Take {unit} away', { unit: unit.name })} disabled={away.busy} onClick={() => void away.run()} className="grid size-12 place-items-center rounded-control border border-edge"><Trash2 size={18} aria-hidden /></button>
      </div>
      {people.length > 1 && (
        <div role="group" aria-label={say('Who comes to the {unit}', { unit: unit.name })} className="flex flex-wrap items-center gap-2 text-sm">
          <span>{say('Who comes to it:')}</span>
          {people.map((child) => <button key={child.id} type="button" aria-pressed={unit.comes.includes(child.id)} disabled={write.busy} onClick={() => toggle(child.id)} className="min-h-touch rounded-full border border-edge px-4 aria-pressed:border-woad aria-pressed:bg-woad-2 aria-pressed:font-semibold">{child.name}</button>)}
        </div>
      )}
      {kept.length > 0 && <ChoiceRow label={say('What keeps {kept} away?', { kept: kept.map((each) => each.name).join(say(' and ')) })} choices={BARRIERS} value={unit.barrier === 'none' ? null : unit.barrier} onChange={(barrier) => void write.run({ barrier })} />}
      {write.failed && <Notice tone="must" role="alert">{write.failed.message}</Notice>}
    </li>
  )
}

import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Dialog } from '@/ui/Dialog'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem } from '@/lib/http'
import { refresh } from '@/lib/queries'
import type { Lengths } from '@/lib/words'
import { boardTo, bodyOf, draftFrom, draftOf, KINDS, type UnitDraft } from './draft'
import { Boards } from './Boards'
import { Preview } from './Preview'
import type { Child, Shelf, Unit } from './types'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type UnitFormProps = { unit: Unit | null; shelf: Pick<Shelf, 'children'>; lengths: Lengths; onClose: () => void; onSaved: (id: number) => void }

/** A unit by its numbers, drawn to scale as they are typed. */
export function UnitForm({ unit, shelf, lengths, onClose, onSaved }: UnitFormProps) {
  return (
    <Dialog title={unit ? say('Measure and change: {unit}', { unit: unit.name }) : say('Add a unit')} open onClose={onClose} wide>
      <UnitFields unit={unit} people={shelf.children} lengths={lengths} onSaved={onSaved} />
    </Dialog>
  )
}

const BARRIERS = [{ value: 'none', label: say('Nothing between') }, { value: 'gate', label: say('A gate') }, { value: 'door', label: say('A door') }] as const

type UnitFieldsProps = { unit: Unit | null; people: readonly Child[]; lengths: Lengths; onSaved: (id: number) => void }

/** The fields of a unit, also used on the first morning. */
export function UnitFields({ unit, people, lengths, onSaved }: UnitFieldsProps) {
  const everyone = people.map((child) => child.id)
  const { draft, setDraft, undo } = useDraft(() => (unit ? draftFrom(unit, lengths) : draftOf(KINDS[0] as (typeof KINDS)[number], everyone, lengths)))
  const save = useWrite(async () => {
    const body = bodyOf(draft, lengths, unit?.version ?? 0)
    const done = unit
      ? await answer(client.PUT('/api/units/{unit_id}', { params: { path: { unit_id: unit.id } }, body }))
      : await answer(client.POST('/api/units', { body }))
    await refresh()
    onSaved(Number(done.id))
  })
  const away = useWrite(async () => {
    if (!unit) return
    await answer(client.POST('/api/units/{unit_id}/archive', { params: { path: { unit_id: unit.id } }, body: { archived: true } }))
    await refresh()
    onSaved(0)
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  const set = (part: Partial<UnitDraft>) => setDraft({ ...draft, ...part })
  return (
    <form className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-5 max-[700px]:grid-cols-1" onSubmit={(event) => { event.preventDefault(); void save.run() }} noValidate>
      <div className="flex flex-col gap-3">
        {!unit && (
          <SelectField label={say('What is it?')} value={draft.kind} onChoose={(picked) => {
            const kind = KINDS.find((each) => each.value === picked)
            if (kind) setDraft(draftOf(kind, draft.comes, lengths))
          }}
          >{KINDS.map((kind) => <Option key={kind.value} value={kind.value}>{kind.label}</Option>)}
          </SelectField>
        )}
        <Called draft={draft} set={set} lengths={lengths} problem={problem} />
        <Boards draft={draft} set={set} setDraft={setDraft} lengths={lengths} problem={problem} />
        <fieldset>
          <legend className="text-sm font-semibold">{say('Which children come to it?')}</legend>
          <div className="flex flex-wrap gap-x-4">
            {people.map((child) => (
              <Tick key={child.id} label={child.name} checked={draft.comes.includes(child.id)}
                onChange={(checked) => set({ comes: checked ? [...draft.comes, child.id] : draft.comes.filter((id) => id !== child.id) })}
              />
            ))}
          </div>
        </fieldset>
        <ChoiceRow label={say('What keeps the others away?')} choices={BARRIERS} value={draft.barrier} onChange={(barrier) => set({ barrier })} />
        <Standing draft={draft} set={set} lengths={lengths} problem={problem} />
        <Field label={say('Highest thing to climb on in the room')} unit={lengths} hint={say('A chair, if left empty. Only counts for a child who climbs.')} inputMode="decimal" value={draft.climbOn} error={problem?.of('climb_on_mm')} onChange={(event) => set({ climbOn: event.target.value })} />
      </div>
      <div className="flex flex-col gap-4">
        <Preview draft={draft} people={people} lengths={lengths} onBoard={(at, mm) => setDraft(boardTo(draft, at, mm, lengths))} />
        <p className="text-sm text-ink-2">{say('Drag a board by its handle, or move it with the arrow keys: it settles on whole {part}.', { part: lengths === 'cm' ? say('centimetres') : say('half inches') })}</p>
        <Button className="self-start" disabled={!undo} onClick={() => undo?.()}>{say('Undo the last change here')}</Button>
        {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
        <p className="text-sm text-ink-2">{say('Anchor every unit to the wall, whatever it holds; follow the maker’s instructions.')}</p>
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" disabled={save.busy}>{unit ? say('Save the unit') : say('Add the unit')}</Button>
          {unit && <Button look="warn" onClick={() => void away.run()}>{say('Archive it')}</Button>}
        </div>
      </div>
    </form>
  )
}

type PartProps = { draft: UnitDraft; set: (part: Partial<UnitDraft>) => void; lengths: Lengths; problem: Problem | null }

/** What it is called, where it stands, how large it is. */
function Called({ draft, set, lengths, problem }: PartProps) {
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Field label={say('Name')} value={draft.name} error={problem?.of('name')} onChange={(event) => set({ name: event.target.value })} />
        <Field label={say('In which room')} value={draft.room} error={problem?.of('room')} onChange={(event) => set({ room: event.target.value })} />
      </div>
      <div className="grid grid-cols-3 gap-2">
        <Field label={say('Width')} unit={lengths} inputMode="decimal" value={draft.width} error={problem?.of('width_mm')} onChange={(event) => set({ width: event.target.value })} />
        <Field label={say('Height')} unit={lengths} inputMode="decimal" value={draft.height} error={problem?.of('height_mm')} onChange={(event) => set({ height: event.target.value })} />
        <Field label={say('Depth')} unit={lengths} inputMode="decimal" value={draft.depth} error={problem?.of('depth_mm')} onChange={(event) => set({ depth: event.target.value })} />
      </div>
    </>
  )
}

/** The draft, and the way back through what was typed or dragged. */
function useDraft(first: () => UnitDraft) {
  const [drafts, setDrafts] = useState<readonly UnitDraft[]>(() => [first()])
  const draft = drafts[drafts.length - 1] as UnitDraft
  return {
    draft, setDraft: (next: UnitDraft) => setDrafts((past) => [...past.slice(-49), next]),
    undo: drafts.length > 1 ? () => setDrafts((past) => past.slice(0, -1)) : null,
  }
}

type StandingProps = { draft: UnitDraft; set: (part: Partial<UnitDraft>) => void; lengths: Lengths; problem: Problem | null }

/** How it stands, and what it may take. */
function Standing({ draft, set, lengths, problem }: StandingProps) {
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="text-sm font-semibold">{say('How it stands')}</legend>
      <div className="grid grid-cols-2 items-start gap-2">
        <Field label={say('Weighs, empty')} unit={lengths === 'cm' ? 'kg' : 'lb'} hint={say('Reckoned from its boards, if left empty.')} inputMode="decimal" value={draft.weighs} error={problem?.of('mass_g')} onChange={(event) => set({ weighs: event.target.value })} />
        <Field label={say('Takes at most so many trays')} hint={say('As many as it has places, if left empty.')} inputMode="numeric" value={draft.most} error={problem?.of('most')} onChange={(event) => set({ most: event.target.value })} />
      </div>
      <div className="flex flex-wrap gap-x-4">
        <Tick label={say('Anchored to the wall')} checked={draft.anchored} onChange={(checked) => set({ anchored: checked })} />
        <Tick label={say('The main shelf: a plan fills it first')} checked={draft.main} onChange={(checked) => set({ main: checked })} />
        <Tick label={say('In a bedroom: four quiet trays at most')} checked={draft.bedroom} onChange={(checked) => set({ bedroom: checked })} />
      </div>
    </fieldset>
  )
}

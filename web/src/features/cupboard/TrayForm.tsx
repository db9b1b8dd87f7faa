import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { fromMm, toMm, type Lengths } from '@/lib/words'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'
import { Picks } from '@/ui/Picks'
import { Tick } from '@/ui/Tick'

type Tray = Schemas['TrayOut']
type Cupboard = Schemas['CupboardOut']
type Shape = NonNullable<Schemas['TrayIn']['piece']>['shape']
type Person = { id: number; name: string }

type Draft = {
  name: string; area: string; from: string; to: string; follows: number[]; width: string; depth: string; height: string; mass: string; pieces: string
  shape: '' | Shape; sizes: string; softness: Tray['softness']; breakable: boolean; hazards: string[]; cord: string; tags: string[]; alike: string; bin: string; children: number[]
}

function draftFrom(tray: Tray | null, lengths: Lengths): Draft {
  const mm = (value: number) => String(fromMm(value, lengths))
  return {
    name: tray?.name ?? '', area: tray?.card.area ?? 'practical life', from: String(tray?.card.from_months ?? 24), to: String(tray?.card.to_months ?? 60),
    follows: tray?.card.follows ?? [], width: mm(tray?.width_mm ?? 260), depth: mm(tray?.depth_mm ?? 200), height: mm(tray?.height_mm ?? 90),
    mass: String(tray?.mass_g ?? ''), pieces: String(tray?.pieces ?? 1), shape: tray?.piece?.shape ?? '', sizes: tray?.piece?.sizes_mm.join(' x ') ?? '',
    softness: tray?.softness ?? 'firm', breakable: tray?.breakable ?? false, hazards: tray?.hazards ?? [], cord: tray?.cord_mm == null ? '' : String(tray.cord_mm),
    tags: tray?.tags ?? [], alike: tray?.alike ?? '', bin: tray?.bin ?? '', children: tray?.for_children ?? [],
  }
}

const number = (typed: string) => Number(typed.replace(',', '.')) || 0

function bodyOf(draft: Draft, lengths: Lengths): Schemas['TrayIn'] {
  const sizes = draft.sizes.split(/[x×]/).map((each) => number(each.trim()))
  return {
    name: draft.name, card: { area: draft.area, from_months: number(draft.from), to_months: number(draft.to), follows: draft.follows },
    width_mm: toMm(number(draft.width), lengths), depth_mm: toMm(number(draft.depth), lengths), height_mm: toMm(number(draft.height), lengths),
    mass_g: number(draft.mass), pieces: number(draft.pieces), piece: draft.shape ? { shape: draft.shape, sizes_mm: sizes } : null, softness: draft.softness,
    breakable: draft.breakable, hazards: draft.hazards, cord_mm: draft.cord ? number(draft.cord) : null, tags: draft.tags, alike: draft.alike, bin: draft.bin, for_children: draft.children,
  }
}

type TrayFormProps = { tray: Tray | null; cupboard: Cupboard; people: readonly Person[]; lengths: Lengths; onSaved: () => void }

/** A tray by hand: what it is, how large, what its smallest piece is, for whom. */
export function TrayForm({ tray, cupboard, people, lengths, onSaved }: TrayFormProps) {
  const [draft, setDraft] = useState(() => draftFrom(tray, lengths))
  const [version] = useState(tray?.version ?? null)
  const set = (part: Partial<Draft>) => setDraft({ ...draft, ...part })
  const save = useWrite(async () => {
    const body = { ...bodyOf(draft, lengths), version }
    await (tray ? answer(client.PUT('/api/trays/{tray_id}', { params: { path: { tray_id: tray.id } }, body })) : answer(client.POST('/api/trays', { body })))
    await refresh()
    onSaved()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-4" noValidate onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <div className="grid grid-cols-2 gap-3 max-[600px]:grid-cols-1">
        <Field label={say('Name')} value={draft.name} error={problem?.of('name')} onChange={(event) => set({ name: event.target.value })} />
        <SelectField label={say('Area')} value={draft.area} error={problem?.of('area')} onChoose={(picked) => set({ area: picked })}>
          {cupboard.areas.map((area) => <Option key={area} value={area}>{word(area)}</Option>)}
        </SelectField>
        <Field label={say('From')} unit="months" inputMode="numeric" value={draft.from} error={problem?.of('from_months')} onChange={(event) => set({ from: event.target.value })} />
        <Field label={say('To')} unit="months" inputMode="numeric" value={draft.to} error={problem?.of('to_months')} onChange={(event) => set({ to: event.target.value })} />
      </div>
      <Sizes draft={draft} set={set} problem={problem} lengths={lengths} />
      <Piece draft={draft} set={set} problem={problem} />
      <Picks legend={say('For')} all={people.map((each) => [each.id, each.name] as const)} picked={draft.children} onPick={(children) => set({ children })} />
      <Links draft={draft} set={set} cupboard={cupboard} tray={tray} problem={problem} />
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" className="self-start" disabled={save.busy}>{tray ? say('Save the tray') : say('Add the tray')}</Button>
    </form>
  )
}

type Part = { draft: Draft; set: (part: Partial<Draft>) => void; problem: Problem | null }

function Sizes({ draft, set, problem, lengths }: Part & { lengths: Lengths }) {
  return (
    <div className="grid grid-cols-4 gap-3 max-[600px]:grid-cols-2">
      <Field label={say('Width')} unit={lengths} inputMode="decimal" value={draft.width} error={problem?.of('width_mm')} onChange={(event) => set({ width: event.target.value })} />
      <Field label={say('Depth')} unit={lengths} inputMode="decimal" value={draft.depth} error={problem?.of('depth_mm')} onChange={(event) => set({ depth: event.target.value })} />
      <Field label={say('Height')} unit={lengths} inputMode="decimal" value={draft.height} error={problem?.of('height_mm')} onChange={(event) => set({ height: event.target.value })} />
      <Field label={say('Loaded')} unit="g" inputMode="decimal" value={draft.mass} error={problem?.of('mass_g')} hint={say('with everything on it')} onChange={(event) => set({ mass: event.target.value })} />
    </div>
  )
}

const SIZE_HINTS: Record<Shape, string> = { ball: '9', cylinder: '8 x 60', brick: '10 x 20 x 40', irregular: '40 x 30 x 20' }

function Piece({ draft, set, problem }: Part) {
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-semibold">{say('The smallest piece')}</legend>
      <div className="grid grid-cols-4 gap-3 max-[600px]:grid-cols-2">
        <Field label={say('Pieces')} inputMode="numeric" value={draft.pieces} error={problem?.of('pieces')} onChange={(event) => set({ pieces: event.target.value })} />
        <SelectField label={say('Shape')} value={draft.shape} onChoose={(picked) => set({ shape: picked as Draft['shape'] })}>
          <Option value="">{say('no loose piece')}</Option><Option value="ball">{word('ball')}</Option><Option value="cylinder">{word('cylinder')}</Option><Option value="brick">{word('brick')}</Option><Option value="irregular">{word('irregular')}</Option>
        </SelectField>
        <Field label={say('Size')} unit="mm" value={draft.sizes} disabled={!draft.shape} error={problem?.of('piece') ?? problem?.of('diameter_mm')} hint={draft.shape ? say('as {SIZE_HINTS}', { SIZE_HINTS: SIZE_HINTS[draft.shape] }) : undefined} onChange={(event) => set({ sizes: event.target.value })} />
        <SelectField label={say('Made')} value={draft.softness} onChoose={(picked) => set({ softness: picked as Draft['softness'] })}>
          <Option value="firm">{word('firm')}</Option><Option value="soft">{word('soft')}</Option><Option value="cloth">{word('cloth')}</Option>
        </SelectField>
      </div>
      <div className="flex flex-wrap items-center gap-x-5">
        <Tick label={say('Breakable')} checked={draft.breakable} onChange={(checked) => set({ breakable: checked })} />
        <Field label={say('Longest cord or loop')} unit="mm" inputMode="decimal" className="w-48" value={draft.cord} error={problem?.of('cord_mm')} onChange={(event) => set({ cord: event.target.value })} />
      </div>
    </fieldset>
  )
}

function Links({ draft, set, cupboard, tray, problem }: Part & { cupboard: Cupboard; tray: Tray | null }) {
  const others = cupboard.trays.filter((each) => each.id !== tray?.id)
  return (
    <Fold title={say('What makes it unsafe, what it follows from, its sort, tags and bin')} titleClass="font-semibold text-woad">
      <div className="flex flex-col gap-3 pt-2">
        <Picks legend={say('Unsafe because of')} all={cupboard.hazards.map((each) => [each.key, each.text] as const)} picked={draft.hazards} onPick={(hazards) => set({ hazards })} />
        <Picks legend={say('Tags')} all={cupboard.tags.map((each) => [each, word(each)] as const)} picked={draft.tags} onPick={(tags) => set({ tags })} />
        <Field label={say('Bin')} value={draft.bin} error={problem?.of('bin')} onChange={(event) => set({ bin: event.target.value })} />
        <SelectField label={say('Follows from')} value={draft.follows[0] ?? ''} error={problem?.of('follows')} onChoose={(picked) => set({ follows: picked ? [Number(picked)] : [] })}>
          <Option value="">{say('nothing')}</Option>{others.map((each) => <Option key={each.id} value={each.card.id}>{each.name}</Option>)}
        </SelectField>
        <Sort draft={draft} set={set} problem={problem} sorts={others.map((each) => each.alike)} />
      </div>
    </Fold>
  )
}

function Sort({ draft, set, problem, sorts }: Part & { sorts: readonly string[] }) {
  const known = [...new Set(sorts.filter(Boolean))]
  return (
    <>
      <Field
        label={say('Its sort, in a word of yours')} list="tray-sorts" maxLength={40} value={draft.alike} error={problem?.of('alike')}
        hint={say('As "shakers": two trays with the same word may share a place, and are set out side by side.')}
        onChange={(event) => set({ alike: event.target.value })}
      />
      <datalist id="tray-sorts">{known.map((each) => <option key={each} value={each}>{word(each)}</option>)}</datalist>
    </>
  )
}

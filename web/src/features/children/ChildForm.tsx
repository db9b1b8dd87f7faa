import { WEEKDAYS } from '@/lib/days'
import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { MovesMark } from '@/ui/drawing/Moves'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { PickOne } from '@/ui/PickOne'
import { PatternMark, type Pattern } from '@/ui/PatternMark'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { toMm, type Lengths } from '@/lib/words'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Child = Schemas['ChildOut']
type Mobility = Child['mobility']
const PATTERNS: readonly Pattern[] = ['ring', 'dot', 'stripe', 'cross', 'chevron']
const MOBILITY: readonly Mobility[] = ['lies or sits', 'crawls', 'pulls up', 'walks', 'climbs']
const POUND_G = 453.592

type Draft = {
  name: string; pattern: Pattern; born: string; early: boolean; weeks: string; sex: '' | 'female' | 'male'; mobility: Mobility; since: string
  mouths: boolean; allergies: string; loves: string; language: string; comes: readonly number[]; shown: 'no' | 'own' | 'all'; measuredOn: string; tall: string; heavy: string
}

function draftFrom(child: Child | null, used: readonly string[]): Draft {
  return {
    name: child?.name ?? '', pattern: child?.pattern ?? PATTERNS.find((each) => !used.includes(each)) ?? 'ring', born: child?.born ?? '',
    early: child?.gestation_weeks != null, weeks: String(child?.gestation_weeks ?? ''), sex: child?.sex ?? '', mobility: child?.mobility ?? 'walks',
    since: child?.mobility_since ?? '', mouths: child?.still_mouths ?? false, allergies: child?.allergies.join(', ') ?? '',
    loves: child?.passions.join(', ') ?? '', language: child?.language ?? '', comes: child?.comes ?? [], shown: child?.shown ?? 'own', measuredOn: '', tall: '', heavy: '',
  }
}

const list = (typed: string) => typed.split(',').map((each) => each.trim()).filter(Boolean)
const number = (typed: string) => (typed.trim() ? Number(typed.replace(',', '.')) : null)

function bodyOf(draft: Draft, child: Child | null, lengths: Lengths, today: string): Schemas['ChildIn'] {
  const tall = number(draft.tall)
  const heavy = number(draft.heavy)
  const measured = tall === null && heavy === null ? [] : [{
    on: draft.measuredOn || today, stature_mm: tall === null ? null : toMm(tall, lengths),
    mass_g: heavy === null ? null : Math.round(heavy * (lengths === 'cm' ? 1000 : POUND_G)),
  }]
  const moved = child !== null && child.mobility !== draft.mobility
  return {
    name: draft.name, pattern: draft.pattern, born: draft.born, gestation_weeks: draft.early ? number(draft.weeks) : null, sex: draft.sex || null,
    mobility: draft.mobility, mobility_since: draft.since && !moved ? draft.since : null, still_mouths: draft.mouths,
    allergies: list(draft.allergies), passions: list(draft.loves), language: draft.language, comes: [...draft.comes], shown: draft.shown, measurements: measured,
  }
}

type ChildFormProps = { child: Child | null; used: readonly string[]; lengths: Lengths; today: string; onSaved: (id: number) => void; label?: string }

/** Who a child is. Only the name, the mark and the birth date are needed. */
export function ChildForm({ child, used, lengths, today, onSaved, label }: ChildFormProps) {
  const [draft, setDraft] = useState(() => draftFrom(child, used))
  // The one these words were read from: whatever is asked again meanwhile, it is not overwritten unseen.
  const [version] = useState(child?.version ?? null)
  const set = (part: Partial<Draft>) => setDraft({ ...draft, ...part })
  const save = useWrite(async () => {
    const body = { ...bodyOf(draft, child, lengths, today), version }
    const done = child ? await answer(client.PUT('/api/children/{child_id}', { params: { path: { child_id: child.id } }, body }))
      : await answer(client.POST('/api/children', { body }))
    await refresh()
    onSaved(Number(done.id))
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-3" noValidate onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <div className="grid grid-cols-2 gap-3 max-[500px]:grid-cols-1">
        <Field label={say('Name')} value={draft.name} maxLength={120} error={problem?.of('name')} onChange={(event) => set({ name: event.target.value })} />
        <Field label={say('Born')} type="date" value={draft.born} error={problem?.of('born')} onChange={(event) => set({ born: event.target.value })} />
      </div>
      <Marks draft={draft} set={set} />
      <Moves draft={draft} set={set} />
      <div className="flex flex-wrap gap-x-6">
        <Tick label={say('Still puts things in the mouth')} checked={draft.mouths} onChange={(checked) => set({ mouths: checked })} />
        <Tick label={say('Born before 37 weeks')} checked={draft.early} onChange={(checked) => set({ early: checked })} />
      </div>
      {draft.early && <Field label={say('Weeks at birth')} inputMode="numeric" value={draft.weeks} error={problem?.of('gestation_weeks')} hint={say('Ages are corrected by it until 24 months.')} onChange={(event) => set({ weeks: event.target.value })} />}
      <Measured draft={draft} set={set} lengths={lengths} problem={problem} />
      <More draft={draft} set={set} />
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" className="self-start" disabled={save.busy}>{label ?? (child ? say('Save') : say('Add the child'))}</Button>
    </form>
  )
}

type Part = { draft: Draft; set: (part: Partial<Draft>) => void }

function Marks({ draft, set }: Part) {
  return (
    <PickOne label={say('Mark')} choices={PATTERNS} value={draft.pattern} onChange={(pattern) => set({ pattern })} itemClass="min-h-control gap-2 px-3">
      {(pattern) => <><PatternMark pattern={pattern} />{word(pattern)}</>}
    </PickOne>
  )
}

function Moves({ draft, set }: Part) {
  return (
    <PickOne label={say('Moves by')} choices={MOBILITY} value={draft.mobility} onChange={(mobility) => set({ mobility })} itemClass="min-h-touch min-w-19 flex-1 flex-col justify-end gap-1 px-2 py-1.5 text-sm">
      {(mobility) => <><MovesMark moves={mobility} />{word(mobility)}</>}
    </PickOne>
  )
}

function Measured({ draft, set, lengths, problem }: Part & { lengths: Lengths; problem: Problem | null }) {
  return (
    <Fold title={say('Measured height and weight (optional)')} titleClass="font-semibold text-woad">
      <p className="mb-2 text-sm text-ink-2">{say('Without it the median for the age is taken, and for hazards a taller one. A default for reach, never a judgement of growth.')}</p>
      <div className="grid grid-cols-3 gap-3 max-[500px]:grid-cols-1">
        <Field label={say('Height')} unit={lengths} inputMode="decimal" value={draft.tall} error={problem?.of('stature_mm')} onChange={(event) => set({ tall: event.target.value })} />
        <Field label={say('Weight')} unit={lengths === 'cm' ? 'kg' : 'lb'} inputMode="decimal" value={draft.heavy} error={problem?.of('mass_g')} onChange={(event) => set({ heavy: event.target.value })} />
        <Field label={say('Measured on')} type="date" value={draft.measuredOn} error={problem?.of('measured_on')} onChange={(event) => set({ measuredOn: event.target.value })} />
      </div>
    </Fold>
  )
}

function More({ draft, set }: Part) {
  return (
    <Fold title={say('Allergies, what the child loves now, language, days (optional)')} titleClass="font-semibold text-woad">
      <div className="flex flex-col gap-3 pt-1">
        <SelectField label={say('Growth table')} value={draft.sex} hint={say('Only to estimate height and weight when nobody measured; left open, both are averaged.')} onChoose={(picked) => set({ sex: picked as Draft['sex'] })}>
          <Option value="">{say('not said')}</Option><Option value="female">{say('girls')}</Option><Option value="male">{say('boys')}</Option>
        </SelectField>
        <Field label={say('Allergies')} value={draft.allergies} hint={say('With commas between: sesame, milk')} onChange={(event) => set({ allergies: event.target.value })} />
        <Field label={say('Loves now')} value={draft.loves} hint={say('With commas between: pouring, dogs, opening and closing. Trays that have to do with it are proposed sooner.')} onChange={(event) => set({ loves: event.target.value })} />
        <SelectField label={say('Spoken to first in')} value={draft.language} hint={say('Words and lessons begin with it.')} onChoose={(picked) => set({ language: picked })}><Option value="">{say('the household’s language')}</Option><Option value="en">{say('English')}</Option><Option value="es">{say('Spanish')}</Option></SelectField>
        <SelectField label={say('May be seen and named')} value={draft.shown} hint={say('In photographs of the work and in stories that are handed out.')} onChoose={(picked) => set({ shown: picked as Draft['shown'] })}><Option value="own">{say('in its own story only')}</Option><Option value="all">{say('in other children’s stories too')}</Option><Option value="no">{say('in no picture and no story')}</Option></SelectField>
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-sm font-semibold">{say('Comes on (none: every day)')}</legend>
          {WEEKDAYS.map((day, at) => <Tick key={day} label={day} checked={draft.comes.includes(at)} onChange={() => set({ comes: draft.comes.includes(at) ? draft.comes.filter((each) => each !== at) : [...draft.comes, at].sort() })} />)}
        </fieldset>
      </div>
    </Fold>
  )
}

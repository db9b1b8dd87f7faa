import { inOrder, say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { Why } from '@/ui/Why'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { unitOf } from '@/lib/measure'
import { refresh } from '@/lib/queries'
import type { WeighButton } from '@/ui/weighing'
import { bodyOf, draftOf, type Draft } from './thing'
import { Fold } from '@/ui/Fold'
import { Picks } from '@/ui/Picks'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Thing = Schemas['ComponentOut']
type Texts = { [K in keyof Draft]: Draft[K] extends string ? K : never }[keyof Draft]
type Row = readonly [Texts, string, string?]

const SIZES: readonly Row[] = [['sizes', say('Size of one'), 'mm'], ['mass_g', say('Mass of one'), 'g'], ['material', say('Material')], ['colours', say('Colours')], ['subject', say('What it shows')], ['cord_mm', say('Longest cord'), 'mm'], ['box_months', say('Age on its box'), 'months']]
const INSIDE: readonly Row[] = [['inside_depth', say('Depth inside'), 'mm'], ['inside_top', say('Width at the top'), 'mm'], ['inside_bottom', say('At the bottom, if narrower'), 'mm'], ['inside_across', say('Other side, if not round'), 'mm'], ['marks', say('Marks made with water'), 'ml:mm']]
const STOCK: readonly Row[] = [['density_g_ml', say('Loose weight of a medium'), 'g/ml'], ['stock_ml', say('How much is there'), 'ml'], ['per_use', say('Used each time'), say('ml or pieces')], ['cost', say('Cost of one')], ['came_from', say('Where it came from')]]

const inOurs = (unit: string): string => unit.replace(/^(mm|g|ml)$/, (each) => unitOf(each as 'mm')).replace('ml:mm', `${unitOf('ml')}:${unitOf('mm')}`)

/** One thing, mended: what was only assumed is marked until somebody changes it. */
export function ThingForm({ thing, all, onSaved, weigh }: { thing: Thing; all: Schemas['ThingsOut']; onSaved: () => void; weigh: WeighButton }) {
  const [draft, setDraft] = useState(() => draftOf(thing))
  const put = <K extends keyof Draft>(name: K, value: Draft[K]) => setDraft((before) => ({ ...before, [name]: value }))
  const path = { params: { path: { component_id: thing.id } } }
  const save = useWrite(async (body: Schemas['ComponentIn']) => { await answer(client.PUT('/api/things/{component_id}', { ...path, body })); await refresh(); onSaved() })
  const away = useWrite(async () => { await answer(client.POST('/api/things/{component_id}/archive', { ...path, body: { archived: !thing.archived } })); await refresh(); onSaved() })
  const problem = save.failed instanceof Problem ? save.failed : null
  const assumed = (name: string) => (thing.assumed.includes(name) ? { hint: say('assumed from its kind') } : {})
  const field = ([name, label, unit]: Row) => (
    <Field key={name} label={label} {...(unit ? { unit: inOurs(unit) } : {})} value={draft[name]} error={problem?.of(name)} {...assumed(name === 'sizes' ? 'shape' : name.startsWith('inside') ? 'inside' : name)} onChange={(event) => put(name, event.target.value)} />
  )
  const grid = 'grid grid-cols-3 gap-3 max-[700px]:grid-cols-2'
  return (
    <form className="flex flex-col gap-4" noValidate onSubmit={(event) => { event.preventDefault(); void save.run(bodyOf(draft, thing)) }}>
      <div className={grid}>
        <Field label={say('Name')} value={draft.name} error={problem?.of('name')} onChange={(event) => put('name', event.target.value)} />
        <SelectField label={say('Kind')} value={draft.kind} error={problem?.of('kind')} onChoose={(picked) => put('kind', picked)}>{all.kinds.toSorted((a, b) => inOrder(word(a), word(b))).map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        <Field label={say('How many')} inputMode="numeric" value={draft.count} error={problem?.of('count')} onChange={(event) => put('count', event.target.value)} />
        <Field label={say('Bin')} list="form-bins" value={draft.bin} error={problem?.of('bin')} onChange={(event) => put('bin', event.target.value)} />
        <datalist id="form-bins">{all.bins.map((each) => <option key={each} value={each}>{word(each)}</option>)}</datalist>
        <SelectField label={say('Shape of one')} value={draft.shape} onChoose={(picked) => put('shape', picked)}>{['ball', 'cylinder', 'brick', 'irregular'].map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        {SIZES.map(field)}
      </div>
      <fieldset className={grid}><legend className="mb-1 font-semibold">{say('If it holds something')}</legend>{INSIDE.map(field)}</fieldset>
      <fieldset className={grid}><legend className="mb-1 font-semibold">{say('Stock and cost')}</legend>{STOCK.map(field)}</fieldset>
      <fieldset className="flex flex-col gap-2"><legend className="mb-1 font-semibold">{say('What it is made of, for safety')}</legend>
        <div className={grid}>
          <SelectField label={say('Firm, soft or cloth')} value={draft.softness} onChoose={(picked) => put('softness', picked)}>{['firm', 'soft', 'cloth'].map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
          <SelectField label={say('A magnet or cell is')} value={draft.sealed} onChoose={(picked) => put('sealed', picked)}>{['', 'screwed', 'glued', 'sewn'].map((each) => <Option key={each} value={each}>{each ? say('{each} in', { each }) : say('loose')}</Option>)}</SelectField>
        </div>
        <div className="flex flex-wrap gap-x-6">
          <Tick label={say('It can break')} checked={draft.breakable} onChange={(checked) => put('breakable', checked)} />
          <Tick label={say('It is or holds a magnet')} checked={draft.magnet} onChange={(checked) => put('magnet', checked)} />
          <Tick label={say('It holds a button cell')} checked={draft.cell} onChange={(checked) => put('cell', checked)} />
        </div>
        <Fold title={say('Allergens and other hazards')} titleClass="font-semibold text-woad">
          <div className="flex flex-col gap-3 pt-2">
            <Picks legend={say('Allergens')} all={all.allergens.map((each) => [each, word(each)] as const)} picked={draft.allergens} onPick={(allergens) => put('allergens', allergens)} />
            <Picks legend={say('Other hazards')} all={all.dangers.map((each) => [each.key, each.text] as const)} picked={draft.dangers} onPick={(dangers) => put('dangers', dangers)} />
          </div>
        </Fold>
      </fieldset>
      {thing.hazards.length > 0 && <Notice tone="should"><Why reasons={thing.hazards} numbers={false} />{thing.emergency && <p className="mt-2 font-semibold text-madder">{thing.emergency}</p>}</Notice>}
      <p className="text-sm text-ink-2">{sayRich('Not sure whether it is a small part? Print the paper gauge: <a>A4</a>, <b>Letter</b>.', { a: (inner) => <a className="text-woad underline" href="/api/gauge.pdf" target="_blank" rel="noreferrer">{inner}</a>, b: (inner) => <a className="text-woad underline" href="/api/gauge.pdf?paper=letter" target="_blank" rel="noreferrer">{inner}</a> })}</p>
      {(save.failed ?? away.failed) && <Notice tone="must" role="alert">{(save.failed ?? away.failed)?.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={save.busy}>{say('Save')}</Button>
        {thing.assumed.length > 0 && <Button onClick={() => void save.run({ ...bodyOf(draft, thing), assumed: [] })}>{say('It is as assumed')}</Button>}
        {weigh({ id: thing.id, name: thing.name, medium: thing.density_g_ml !== null }, (entered) => put(thing.density_g_ml === null ? 'mass_g' : 'density_g_ml', String(entered)))}
        <Button onClick={() => void away.run()}>{thing.archived ? say('Bring it back') : say('Put it away')}</Button>
      </div>
    </form>
  )
}

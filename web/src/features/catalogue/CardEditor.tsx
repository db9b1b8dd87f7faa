import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { AreaField, Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { draftOf, EMPTY, rowsOf, type Draft, type Row } from './rows'
import { Option, SelectField } from '@/ui/Select'

const AREAS = ['practical life', 'sensorial', 'language', 'mathematics', 'geography', 'botany', 'zoology', 'history', 'science', 'art', 'music', 'movement']
const SUPERVISION = ['none', 'near', 'touch'], COSTS = ['nothing', 'little', 'some', 'much']
type Told = { name: string; label: string; hint?: string; said?: boolean; rows?: number }
const TEXTS: readonly Told[] = [
  { name: 'aim', label: say('What it is for'), rows: 2 },
  { name: 'steps', label: say('The script, a step a line'), said: true, rows: 7, hint: say('Where the hands go, and where to slow down.') },
  { name: 'interest', label: say('Points of interest, one a line'), said: true },
  { name: 'control', label: say('Control of error'), hint: say('What in the material itself tells the child something is off.'), rows: 2 },
  { name: 'prepares', label: say('What it prepares, one a line') },
  { name: 'clean_up', label: say('Putting it right'), rows: 2 },
  { name: 'morning', label: say('What an adult does each day before work'), rows: 2 },
  { name: 'words', label: say('Words, one a line: jug = jarra') },
  { name: 'follows', label: say('What comes before, one a line'), hint: say('card:level, as carry-empty:2'), rows: 2 },
  { name: 'nature', label: say('Nature of the work, one a line'), hint: say('wet, messy, loose, food, tool: what the tray must then hold'), rows: 2 },
  { name: 'minds', label: say('Hazards of the work itself, one a line'), hint: say('as standing-water, sharp, climb'), rows: 2 },
  { name: 'also', label: say('Also called, one a line'), rows: 2 },
  { name: 'invitation', label: say('What the adult may say to begin'), said: true, rows: 2 },
  { name: 'then', label: say('Where it may lead on, one a line'), rows: 2 },
  { name: 'themes', label: say('Themes, one a line'), rows: 2 },
]

/** A card to write in: its texts, and its levels with the roles each asks for. Nothing is kept until it is saved. */
export function CardEditor({ card, copy, onDone }: { card: Schemas['CatalogueEntryOut'] | null; copy: boolean; onDone: (key: string) => void }) {
  const [draft, setDraft] = useState<Draft>(() => {
    const begun = card ? draftOf(card.rows) : EMPTY
    return copy ? { ...begun, whole: { ...begun.whole, name: say('{whole}, our way', { whole: begun.whole.name ?? '' }) } } : begun
  })
  const save = useWrite(async () => {
    const rows = rowsOf(draft)
    const done = card && !copy ? await answer(client.PUT('/api/catalogue/{key}', { params: { path: { key: card.key } }, body: { rows } }))
      : await answer(client.POST('/api/catalogue', { body: { rows } }))
    await refresh()
    onDone(String(done.id))
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  const whole = (name: string, value: string) => setDraft({ ...draft, whole: { ...draft.whole, [name]: value } })
  const level = (at: number, told: Row) => setDraft({ ...draft, levels: draft.levels.map((each, n) => (n === at ? { ...each, ...told } : each)) })
  const cell = (name: string) => draft.whole[name] ?? ''
  const title = !card ? say('A card of your own') : copy ? say('A copy of {card}', { card: card.name }) : say('Change {card}', { card: card.name })
  return (
    <form aria-label={title} className="flex max-w-4xl flex-col gap-4" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <header className="flex flex-wrap items-center justify-between gap-3"><h2>{title}</h2>
        <div className="flex gap-2"><Button onClick={() => onDone(card?.key ?? '')}>{say('Leave it as it was')}</Button><Button type="submit" look="main" disabled={save.busy}>{say('Save the card')}</Button></div>
      </header>
      {save.failed && <Notice tone="must" role="alert">{problem?.errors.length ? <ul>{problem.errors.map((each) => <li key={each.field + each.message}><strong>{each.field}</strong> {each.message} {each.hint}</li>)}</ul> : save.failed.message}</Notice>}
      <section className="panel grid grid-cols-6 gap-3 p-4 max-[700px]:grid-cols-2" aria-label={say('The card')}>
        <Field label={say('Name')} className="col-span-4 max-[700px]:col-span-2" value={cell('name')} error={problem?.of('name')} onChange={(event) => whole('name', event.target.value)} />
        <SelectField label={say('Area')} className="col-span-2" value={cell('area')} onChoose={(picked) => whole('area', picked)}>{AREAS.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        <Field label={say('From')} unit="months" inputMode="numeric" value={cell('from_months')} error={problem?.of('from_months')} onChange={(event) => whole('from_months', event.target.value)} />
        <Field label={say('To')} unit="months" inputMode="numeric" value={cell('to_months')} error={problem?.of('to_months')} onChange={(event) => whole('to_months', event.target.value)} />
        <SelectField label={say('An adult stays')} className="col-span-2" value={cell('supervision')} onChoose={(picked) => whole('supervision', picked)}>{SUPERVISION.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        <SelectField label={say('It costs')} className="col-span-2" value={cell('cost')} onChoose={(picked) => whole('cost', picked)}>{COSTS.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        {TEXTS.map((each) => (
          <AreaField key={each.name} label={each.label} hint={each.hint} said={each.said ?? false} rows={each.rows ?? 3} className="col-span-3 max-[700px]:col-span-2"
            value={cell(each.name)} error={problem?.of(each.name)} onChange={(event) => whole(each.name, event.target.value)}
          />
        ))}
      </section>
      {draft.levels.map((each, at) => <LevelPart key={at} at={at} level={each} alone={draft.levels.length === 1} onTell={(told) => level(at, told)} onDrop={() => setDraft({ ...draft, levels: draft.levels.filter((_, n) => n !== at) })} />)}
      <div className="flex gap-2"><Button disabled={draft.levels.length >= 20} onClick={() => setDraft({ ...draft, levels: [...draft.levels, { ...draft.levels[draft.levels.length - 1], level_name: '' }] })}>{say('One level more')}</Button></div>
    </form>
  )
}

function LevelPart({ at, level, alone, onTell, onDrop }: { at: number; level: Row; alone: boolean; onTell: (told: Row) => void; onDrop: () => void }) {
  const cell = (name: string) => level[name] ?? ''
  return (
    <section className="panel grid grid-cols-6 gap-3 p-4 max-[700px]:grid-cols-2" aria-label={say('Level {at}', { at: at + 1 })}>
      <h3 className="col-span-full flex items-center justify-between font-bold">{say('Level {at}', { at: at + 1 })}{!alone && <Button look="quiet" onClick={onDrop}>{say('Drop level {at}', { at: at + 1 })}</Button>}</h3>
      <Field label={say('What it is called')} className="col-span-4 max-[700px]:col-span-2" value={cell('level_name')} onChange={(event) => onTell({ level_name: event.target.value })} />
      <Field label={say('From')} unit="months" inputMode="numeric" value={cell('level_months')} onChange={(event) => onTell({ level_months: event.target.value })} />
      <Field label={say('Moves')} inputMode="numeric" value={cell('moves')} onChange={(event) => onTell({ moves: event.target.value })} />
      <AreaField label={say('Expected now')} rows={2} className="col-span-3 max-[700px]:col-span-2" value={cell('expects')} onChange={(event) => onTell({ expects: event.target.value })} />
      <AreaField label={say('What changes in the showing')} rows={2} className="col-span-3 max-[700px]:col-span-2" value={cell('changes')} onChange={(event) => onTell({ changes: event.target.value })} />
      <AreaField label={say('Not yet')} rows={2} className="col-span-3 max-[700px]:col-span-2" value={cell('not_yet')} onChange={(event) => onTell({ not_yet: event.target.value })} />
      <AreaField label={say('Roles, one a line, in the order of use')} rows={4} className="col-span-full" value={cell('roles')} hint={say('balls (handled, 4): felt ball, ball; lies_in bowl; at_least 50')} onChange={(event) => onTell({ roles: event.target.value })} />
      <AreaField label={say('What it may stand on, the best first')} rows={2} className="col-span-2" value={cell('container')} hint={say('tray, basket; nothing for work without')} onChange={(event) => onTell({ container: event.target.value })} />
      <Field label={say('What is poured')} className="col-span-2" value={cell('pour')} hint={say('jug > bowl 0.5 line')} onChange={(event) => onTell({ pour: event.target.value })} />
      <AreaField label={say('Difficulty no measure shows')} rows={2} className="col-span-2" value={cell('stated')} hint={say('hands=2, a dimension a line')} onChange={(event) => onTell({ stated: event.target.value })} />
    </section>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { foodCheckQuery, foodsQuery, refresh } from '@/lib/queries'
import { Found } from './TableView'
import { Option, OptionGroup, SelectField } from '@/ui/Select'

type SetOutProps = { table: Schemas['TableOut']; people: readonly { id: number; name: string }[]; rest: boolean; today: string }

/** Setting the table: the jug and the glasses, and a food that is checked for everybody who eats before it is set out. */
export function SetOut({ table, people, rest, today }: SetOutProps) {
  const { data } = useQuery(foodsQuery)
  const [food, setFood] = useState('')
  const [typed, setTyped] = useState('')
  const [cut, setCut] = useState('')
  const [by, setBy] = useState('')
  const asked = typed.trim() || food
  const { data: checked } = useQuery(foodCheckQuery(asked, cut))
  const may = data?.foods.filter((each) => each.cut !== null) ?? []
  const not = data?.foods.filter((each) => each.cut === null) ?? []
  const forbidden = checked?.found.some((each) => each.severity === 'must') ?? false
  const choose = (next: string) => { setFood(next); setTyped(''); setCut('') }
  const set = () => {
    write({ kind: 'table', run: 'set', food: asked.slice(0, 40), cut: asked ? (checked?.cut ?? cut) : '', child_id: by ? Number(by) : null })
    choose('')
  }
  const list = useWrite(async () => {
    const due = new Date(Date.parse(`${today}T12:00:00Z`) + 86_400_000).toISOString().slice(0, 10)
    await answer(client.POST('/api/by-then', { body: { kind: 'buy', name: checked?.name ?? asked, due } }))
    await refresh()
  })
  const [listed, setListed] = useState('')
  return (
    <section aria-label={say('Set it')} className="panel flex flex-col gap-3 p-4">
      <h2>{say('Set it')}</h2>
      {table.stage === 'water alone' && <p className="text-ink-2">{say('Water alone now. A food can be set all the same: you know the child.')}</p>}
      <div className="grid grid-cols-2 gap-3 max-[500px]:grid-cols-1">
        <SelectField label={say('Food')} value={food} onChoose={(picked) => choose(picked)}>
          <Option value="">{say('water alone')}</Option>
          <OptionGroup label={say('Nothing known against it, cut so')}>{may.map((each) => <Option key={each.key} value={each.key}>{each.name}, {data?.cuts[each.cut ?? '']}</Option>)}</OptionGroup>
          <OptionGroup label={say('Not for everybody who eats today')}>{not.map((each) => <Option key={each.key} value={each.key}>{each.name}</Option>)}</OptionGroup>
        </SelectField>
        <label className="flex flex-col gap-1 text-sm font-semibold">{say('or another one')}<input value={typed} maxLength={40} onChange={(event) => { setTyped(event.target.value); setCut('') }} className="min-h-control rounded-control border border-edge bg-paper px-3 text-base font-normal" /></label>
        {asked && checked && (
          <SelectField label={say('Cut')} value={cut || checked.cut || ''} onChoose={setCut}>
            {!checked.cut && !cut && <Option value="">{say('choose how')}</Option>}
            {checked.cuts.map((each) => <Option key={each} value={each}>{data?.cuts[each] ?? each}</Option>)}
          </SelectField>
        )}
        <SelectField label={say('Set by')} value={by} onChoose={setBy}><Option value="">{say('an adult')}</Option>{people.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</SelectField>
      </div>
      {asked && checked && <div aria-live="polite" className="flex flex-col gap-2"><Found found={checked.found} />{checked.found.length === 0 && <p className="text-ink-2">{say('Checked for everybody who eats today: shape, age, and what you told of allergies. Nothing known against it; the label and your own eyes stand above this.')}</p>}</div>}
      <div className="flex flex-wrap gap-2">
        <Button look={forbidden ? 'warn' : 'main'} size="touch" disabled={rest || (asked !== '' && !checked)} onClick={set}>{forbidden ? say('Set it all the same: not for them') : asked ? say('Set out') : say('Set the water')}</Button>
        {asked && <Button size="touch" disabled={list.busy} onClick={() => void list.run().then((done) => { if (done) setListed(checked?.name ?? asked) })}>{say('Buy it: on Weeks')}</Button>}
      </div>
      {listed && <p role="status" className="text-ink-2">{say('{listed} is to be bought by tomorrow; it stands on Weeks.', { listed })}</p>}
      {list.failed && <Notice tone="must" role="alert">{list.failed.message}</Notice>}
    </section>
  )
}

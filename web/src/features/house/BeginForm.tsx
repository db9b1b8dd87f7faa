import { say, spoken, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, chooseAdult, client, Problem } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

const zones = Intl.supportedValuesOf('timeZone')
const here = () => {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  return zones.includes(zone) ? zone : 'Europe/London'
}
/** Where lengths are told in inches. */
const IN_INCHES = ['US', 'LR', 'MM']
const guessedLengths = () => (IN_INCHES.some((region) => navigator.language.endsWith(`-${region}`)) ? 'in' : 'cm')
export const LENGTHS = [{ value: 'cm', label: say('cm and kg') }, { value: 'in', label: say('inches and lb') }] as const

/** A house begins: who is writing, and how it measures; what the browser says is shown, and can be changed. */
export function BeginForm({ onSaved }: { onSaved: () => void }) {
  const [name, setName] = useState(say('Our house'))
  const [keeper, setKeeper] = useState('')
  const [lengths, setLengths] = useState<'cm' | 'in'>(guessedLengths)
  const [zone, setZone] = useState(here)
  const save = useWrite(async () => {
    await answer(client.PUT('/api/household', { body: {
      name, lengths, zone, language: spoken(), emergency_number: '', poison_centre: '', most_bins: null, unbreakable_first: false,
      showing: 'by age', paper: lengths === 'in' ? 'Letter' : 'A4', practice: {}, version: null,
    } }))
    if (keeper.trim()) chooseAdult(Number((await answer(client.POST('/api/adults', { body: { name: keeper } }))).id))
    onSaved()
    await refresh()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-3" noValidate onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <Field label={say('Your name')} value={keeper} autoComplete="given-name" hint={say('You are the one who is looking: it is written beside what you see.')} onChange={(event) => setKeeper(event.target.value)} />
      <Fold title={<>{sayRich('It is called <a>{name}</a>, measures in <b>{part}</b>, and its clock is <c>{zone}</c>.', { name, a: (inner) => <strong className="text-ink">{inner}</strong>, part: lengths === 'cm' ? say('cm and kg') : say('inches and lb'), b: (inner) => <strong className="text-ink">{inner}</strong>, zone, c: (inner) => <strong className="text-ink">{inner}</strong> })}{' '}<span className="font-semibold text-woad underline underline-offset-4">{say('Change')}</span></>} titleClass="min-h-control py-2 text-ink-2">
        <div className="flex flex-col gap-3 pt-2">
          <Field label={say('Name of the house')} value={name} error={problem?.of('name')} onChange={(event) => setName(event.target.value)} />
          <ChoiceRow label={say('Measures in')} choices={LENGTHS} value={lengths} onChange={setLengths} />
          <SelectField label={say('Time zone')} value={zone} error={problem?.of('zone')} onChoose={setZone}>{[...new Set([zone, ...zones])].map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        </div>
      </Fold>
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" size="touch" className="self-start" disabled={save.busy}>{say('Go on')}</Button>
    </form>
  )
}

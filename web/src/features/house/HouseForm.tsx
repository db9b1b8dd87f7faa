import { LanguageField } from '@/ui/LanguageField'
import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { LENGTHS } from './BeginForm'
import { PracticeFields, type PracticeValues } from './PracticeFields'
import { Option, SelectField } from '@/ui/Select'

const zones = Intl.supportedValuesOf('timeZone')

const SCHOOLS = [{ value: 'real', label: say('Real glass and china') }, { value: 'unbreakable', label: say('Unbreakable first') }] as const
const SHOWING = [{ value: 'by age', label: say('Shown first from 30 months') }, { value: 'shown first', label: say('Always shown first') }, { value: 'free', label: say('Free to explore') }] as const
const PAPERS = [{ value: 'A4', label: say('A4') }, { value: 'Letter', label: say('Letter') }] as const
type Showing = (typeof SHOWING)[number]['value']
type School = (typeof SCHOOLS)[number]['value']

/** The house's name, how it measures, its time zone, and its schools of practice. */
export function HouseForm({ household, usual }: { household: Schemas['HouseholdOut']; usual: PracticeValues }) {
  const [name, setName] = useState(household.name)
  const [lengths, setLengths] = useState(household.lengths)
  const [zone, setZone] = useState(household.zone)
  const [emergency, setEmergency] = useState(household.emergency_number)
  const [poison, setPoison] = useState(household.poison_centre)
  const [bins, setBins] = useState(household.most_bins ? String(household.most_bins) : '')
  const [showing, setShowing] = useState<Showing>(household.showing)
  const [school, setSchool] = useState<School>(household.unbreakable_first ? 'unbreakable' : 'real')
  const [spoken, setSpoken] = useState(household.language)
  const [paper, setPaper] = useState<'A4' | 'Letter'>(household.paper)
  const [practice, setPractice] = useState<PracticeValues>(household.practice)
  const [version, setVersion] = useState(household.version)
  const save = useWrite(async () => {
    await answer(client.PUT('/api/household', { body: {
      name, lengths, zone, language: spoken, emergency_number: emergency, poison_centre: poison,
      most_bins: bins.trim() ? Number(bins) : null, unbreakable_first: school === 'unbreakable', showing, paper, practice, version,
    } }))
    setVersion(version + 1)
    await refresh()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-3" noValidate onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <Field label={say('Name of the house')} value={name} error={problem?.of('name')} onChange={(event) => setName(event.target.value)} />
      <LanguageField label={say('Language of the house')} value={spoken} onChange={setSpoken} />
      <ChoiceRow label={say('Measures in')} choices={LENGTHS} value={lengths} onChange={setLengths} />
      <SelectField label={say('Time zone')} value={zone} error={problem?.of('zone')} onChoose={setZone}>{[...new Set([zone, ...zones])].map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
      <div className="grid grid-cols-2 gap-3">
        <Field label={say('Emergency number')} value={emergency} error={problem?.of('emergency_number')} onChange={(event) => setEmergency(event.target.value)} />
        <Field label={say('Poison centre')} value={poison} error={problem?.of('poison_centre')} hint={say('Shown with magnets, cells and poisons.')} onChange={(event) => setPoison(event.target.value)} />
        <Field label={say('At most so many bins')} inputMode="numeric" value={bins} error={problem?.of('most_bins')} hint={say('Empty for no cap.')} onChange={(event) => setBins(event.target.value)} />
      </div>
      <ChoiceRow label={say('A new tray is')} choices={SHOWING} value={showing} onChange={setShowing} />
      <ChoiceRow label={say('Vessels to pour from')} choices={SCHOOLS} value={school} onChange={setSchool} />
      <ChoiceRow label={say('Prints on')} choices={PAPERS} value={paper} onChange={setPaper} />
      <PracticeFields told={practice} usual={usual} onTell={setPractice} problem={problem} />
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" className="self-start" disabled={save.busy}>{say('Save')}</Button>
    </form>
  )
}

import { say } from '@/lib/say'
import { useState } from 'react'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { chosenLight, chooseLight, type Light } from '@/lib/lamp'

const LIGHTS: readonly { value: Light; label: string }[] = [{ value: 'system', label: say('As the device is set') }, { value: 'day', label: say('Day') }, { value: 'lamp', label: say('Lamp') }]

/** What holds on this device only. */
export function ThisDevice() {
  const [light, setLight] = useState(chosenLight)
  return (
    <section className="panel flex flex-col gap-2 p-4" aria-label={say('This device')}>
      <h2>{say('This device')}</h2>
      <ChoiceRow label={say('Light')} choices={LIGHTS} value={light} onChange={(next) => { chooseLight(next); setLight(next) }} />
      <p className="text-sm text-ink-2">{say('Lamp is for the evening: dark, on screen only. What is printed stays black on white.')}</p>
    </section>
  )
}

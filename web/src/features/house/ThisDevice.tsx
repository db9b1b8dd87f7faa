import { useState } from 'react'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { chosenLight, chooseLight, type Light } from '@/lib/lamp'

const LIGHTS: readonly { value: Light; label: string }[] = [{ value: 'system', label: 'As the device is set' }, { value: 'day', label: 'Day' }, { value: 'lamp', label: 'Lamp' }]

/** What holds on this device only. */
export function ThisDevice() {
  const [light, setLight] = useState(chosenLight)
  return (
    <section className="panel flex flex-col gap-2 p-4" aria-label="This device">
      <h2>This device</h2>
      <ChoiceRow label="Light" wrap choices={LIGHTS} value={light} onChange={(next) => { chooseLight(next); setLight(next) }} />
      <p className="text-sm text-ink-2">Lamp is for the evening: dark, on screen only. What is printed stays black on white.</p>
    </section>
  )
}

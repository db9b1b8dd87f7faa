import { say } from '@/lib/say'
import { useState } from 'react'
import { chooseAdult, chosenAdult } from '@/lib/http'
import { refresh } from '@/lib/queries'

/** Who is looking: chosen once per device. */
export function AdultChoice({ adults }: { adults: readonly { id: number; name: string }[] }) {
  const known = adults.some((each) => each.id === chosenAdult())
  const [id, setId] = useState(known ? chosenAdult() : null)
  if (adults.length === 0) return null
  return (
    <label className="flex items-center gap-2 text-sm text-ink-2">
      <span className="sr-only">{say('Who is looking')}</span>
      <select className="min-h-control rounded-full border border-edge bg-paper px-3 font-semibold text-ink" value={id ?? ''}
        onChange={(event) => { const next = Number(event.target.value); chooseAdult(next); setId(next); void refresh() }}>
        {id === null && <option value="">{say('Who is looking?')}</option>}
        {adults.map((each) => <option key={each.id} value={each.id}>{each.name}</option>)}
      </select>
    </label>
  )
}

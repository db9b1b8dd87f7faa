import { say } from '@/lib/say'
import { useState } from 'react'
import { chooseAdult, chosenAdult } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Option, Select } from '@/ui/Select'

/** Who is looking: chosen once per device. */
export function AdultChoice({ adults }: { adults: readonly { id: number; name: string }[] }) {
  const known = adults.some((each) => each.id === chosenAdult())
  const [id, setId] = useState(known ? chosenAdult() : null)
  if (adults.length === 0) return null
  return (
    <label className="flex items-center gap-2 text-sm text-ink-2">
      <span className="sr-only">{say('Who is looking')}</span>
      <Select className="max-w-52 rounded-full font-semibold max-[500px]:max-w-36" value={id ?? ''}
        onChoose={(picked) => { const next = Number(picked); chooseAdult(next); setId(next); void refresh() }}
      >
        {id === null && <Option value="">{say('Who is looking?')}</Option>}
        {adults.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
      </Select>
    </label>
  )
}

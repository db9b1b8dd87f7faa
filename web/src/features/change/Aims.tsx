import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'

/** What these weeks are about: trays that have to do with it are proposed sooner. */
export function Aims({ aims, today }: { aims: readonly Schemas['AimOut'][]; today: string }) {
  const [words, setWords] = useState('')
  const [until, setUntil] = useState('')
  const add = useWrite(async () => {
    await answer(client.POST('/api/aims', { body: { words, until_day: until || null, child_id: null } }))
    setWords('')
    setUntil('')
    await refresh()
  })
  const drop = useWrite(async (aim_id: number) => {
    await answer(client.DELETE('/api/aims/{aim_id}', { params: { path: { aim_id } } }))
    await refresh()
  })
  const problem = add.failed instanceof Problem ? add.failed : null
  return (
    <section aria-label="Aims" className="flex flex-col gap-2 border-t border-line pt-4">
      <h2>What these weeks are about</h2>
      <ul>
        {aims.map((each) => (
          <li key={each.id} className="flex items-center justify-between gap-2 border-t border-line py-1 first:border-0">
            <span><strong>{each.words}</strong>{each.until_day && <span className="text-ink-2"> until {calendarDay(each.until_day)}</span>}</span>
            <Button aria-label={`Drop the aim: ${each.words}`} onClick={() => void drop.run(each.id)}>Drop</Button>
          </li>
        ))}
      </ul>
      <form className="flex flex-col items-start gap-2" onSubmit={(event) => { event.preventDefault(); void add.run() }}>
        <Field className="self-stretch" label="An aim" value={words} maxLength={120} hint="In a word or two: laying the table, autumn, pouring. Trays that have to do with it are proposed sooner." error={problem?.of('words')} onChange={(event) => setWords(event.target.value)} />
        <Field className="self-stretch" label="Until" type="date" min={today} value={until} error={problem?.of('until_day')} onChange={(event) => setUntil(event.target.value)} />
        <Button type="submit" disabled={add.busy || !words.trim()}>Add the aim</Button>
      </form>
    </section>
  )
}

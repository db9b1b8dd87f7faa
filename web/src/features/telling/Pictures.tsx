import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { AreaField } from '@/ui/Field'
import { Tick } from '@/ui/Tick'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, sendFile, type Schemas } from '@/lib/http'
import { picturesQuery, refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { link } from './TellingView'

type Child = Schemas['ChildOut']
const NEWEST = 6

/** Photographs of the work and notes on it, and adding one. */
export function Pictures({ people, child }: { people: readonly Child[]; child: Child }) {
  const { data } = useQuery(picturesQuery)
  const [note, setNote] = useState('')
  const [who, setWho] = useState<readonly number[]>([child.id])
  const [file, setFile] = useState<File | null>(null)
  const add = useWrite(async () => {
    await sendFile('POST', `/api/pictures?${new URLSearchParams({ children: who.join(','), note }).toString()}`, file ?? new Blob([]))
    setNote(''); setFile(null)
    await refresh()
  })
  const drop = useWrite(async (picture_id: number) => {
    await answer(client.DELETE('/api/pictures/{picture_id}', { params: { path: { picture_id } } }))
    await refresh()
  })
  const named = (ids: readonly number[]) => ids.map((id) => people.find((each) => each.id === id)?.name ?? say('a child')).join(', ')
  const toggle = (id: number) => setWho(who.includes(id) ? who.filter((each) => each !== id) : [...who, id])
  const failed = add.failed ?? drop.failed
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('Pictures and notes of the work')}>
      <h2>{say('Pictures and notes of the work')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{say('Written anew without where and when they were taken. Who may be seen is said under Children, for each.')}</p>
      <form className="flex flex-col gap-2" onSubmit={(event) => { event.preventDefault(); void add.run() }}>
        <fieldset className="flex flex-wrap gap-x-4"><legend className="text-sm font-semibold">{say('Who is in it, or whom it is about')}</legend>{people.map((each) => <Tick key={each.id} label={each.name} checked={who.includes(each.id)} onChange={() => toggle(each.id)} />)}</fieldset>
        <AreaField label={say('What was to be seen')} rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
        <div className="flex flex-wrap items-center gap-2">
          <label className={`${link} cursor-pointer has-focus-visible:outline-3 has-focus-visible:outline-woad`}>
            {file ? file.name : say('A photograph')}<input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" aria-label={say('A photograph')} className="sr-only" onChange={(event) => setFile(event.target.files?.[0] ?? null)} />
          </label>
          <Button type="submit" disabled={add.busy || who.length === 0 || (!file && !note.trim())}>{say('Keep it')}</Button>
        </div>
      </form>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
      <ul className="flex flex-col gap-3">
        {data?.pictures.slice(0, NEWEST).map((each) => (
          <li key={each.id} className="flex gap-3 border-t border-line pt-3">
            {each.photo && <img src={`/api/pictures/${each.id}/photo.jpg`} alt={say('A photograph of {named}', { named: named(each.children) })} className="h-20 w-28 shrink-0 rounded border border-line object-cover" />}
            <div className="min-w-0 flex-1"><p className="text-sm text-ink-2">{calendarDay(each.local_day)} · {named(each.children)}</p>{each.note && <p className="said">{each.note}</p>}<Button look="quiet" aria-label={say('Take it away: {note}', { note: each.note || calendarDay(each.local_day) })} onClick={() => void drop.run(each.id)}>{say('Take it away')}</Button></div>
          </li>
        ))}
      </ul>
      {data?.pictures.length === 0 && <p className="text-ink-2">{say('None yet. A picture of a piece of work can also be taken beside it, under Children and the record.')}</p>}
    </section>
  )
}

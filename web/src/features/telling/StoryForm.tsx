import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { AreaField, Field } from '@/ui/Field'
import { Tick } from '@/ui/Tick'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { link, type Paper } from './TellingView'

type Story = Schemas['StoryOut']
type Part = Story['parts'][number]

/** What is told, in whose words, with which pictures; then as PDF or as one file for the screen. */
export function StoryForm({ story, paper }: { story: Story; paper: Paper }) {
  const [title, setTitle] = useState(story.title)
  const [parts, setParts] = useState<readonly Part[]>(story.parts)
  const [chosen, setChosen] = useState<readonly number[]>(story.chosen)
  const [dirty, setDirty] = useState(false)
  const set = (key: string, next: Partial<Part>) => { setParts(parts.map((part) => (part.key === key ? { ...part, ...next } : part))); setDirty(true) }
  const keep = useWrite(async () => {
    await answer(client.PUT('/api/children/{child_id}/story', {
      params: { path: { child_id: story.child } },
      body: { from_day: story.from_day, until_day: story.until_day, title, parts: parts.map(({ key, told, text }) => ({ key, told, text })), pictures: [...chosen] },
    }))
    setDirty(false)
    await refresh()
  })
  const span = new URLSearchParams({ from_day: story.from_day, until_day: story.until_day }).toString()
  const toggle = (id: number) => { setChosen(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]); setDirty(true) }
  return (
    <form className="flex flex-col gap-4" onSubmit={(event) => { event.preventDefault(); void keep.run() }}>
      <Field label={say('Its title')} value={title} onChange={(event) => { setTitle(event.target.value); setDirty(true) }} />
      {parts.length === 0 && <p className="text-ink-2">{say('Nothing was written down in this time. Choose another, or add a picture or a note beside this.')}</p>}
      {parts.map((part) => <PartFields key={part.key} part={part} onSet={(next) => set(part.key, next)} />)}
      {story.pictures.length > 0 && (
        <fieldset>
          <legend className="mb-2 font-bold">{say('Pictures and notes')}</legend>
          <ul className="flex flex-wrap gap-3">
            {story.pictures.map((each) => (
              <li key={each.id} className="flex max-w-44 flex-col gap-1">
                {each.photo && <img src={`/api/pictures/${each.id}/photo.jpg`} alt={say('A photograph of {day}', { day: calendarDay(each.local_day) })} className="h-24 w-44 rounded border border-line object-cover" />}
                <Tick label={each.note || calendarDay(each.local_day)} checked={chosen.includes(each.id)} onChange={() => toggle(each.id)} />
              </li>
            ))}
          </ul>
        </fieldset>
      )}
      {story.withheld > 0 && <p className="text-sm text-ink-2">{say('{pictures} of this time {part} somebody who may not be seen here. Children says who may.', { pictures: say('{n, plural, one {# picture} other {# pictures}}', { n: story.withheld }), part: story.withheld === 1 ? say('shows') : say('show') })}</p>}
      <div className="flex flex-wrap gap-2 border-t border-line pt-3">
        <Button type="submit" look="main" disabled={keep.busy || !dirty}>{say('Keep it so')}</Button>
        {!dirty && (
          <>
            <a className={link} href={`/api/children/${story.child}/story.pdf?${span}&paper=${paper}`} target="_blank" rel="noreferrer">{say('As PDF')}</a>
            <a className={link} href={`/api/children/${story.child}/story.html?${span}`} download>{say('As one file for the screen')}</a>
          </>
        )}
        {dirty && <p className="self-center text-sm text-ink-2">{say('Keep it first: paper shows what is kept.')}</p>}
      </div>
      {keep.failed && <Notice tone="must" role="alert">{keep.failed.message}</Notice>}
    </form>
  )
}

function PartFields({ part, onSet }: { part: Part; onSet: (next: Partial<Part>) => void }) {
  const own = part.text !== ''
  return (
    <fieldset className="flex flex-col gap-1 border-t border-line pt-3">
      <legend className="sr-only">{part.title}</legend>
      <Tick label={<strong>{part.title}</strong>} checked={part.told} onChange={() => onSet({ told: !part.told })} />
      {part.told && !own && (
        <>
          <ul className="said list-disc pl-6">{part.lines.map((line) => <li key={line}>{line}</li>)}</ul>
          <Button look="quiet" className="self-start" aria-label={say('In your own words: {part}', { part: part.title })} onClick={() => onSet({ text: part.lines.join('\n') })}>{say('In your own words')}</Button>
        </>
      )}
      {part.told && own && (
        <>
          <AreaField label={part.title} hideLabel rows={4} value={part.text} onChange={(event) => onSet({ text: event.target.value })} />
          <Button look="quiet" className="self-start" aria-label={say('As the program tells it: {part}', { part: part.title })} onClick={() => onSet({ text: '' })}>{say('As the program tells it')}</Button>
        </>
      )}
    </fieldset>
  )
}

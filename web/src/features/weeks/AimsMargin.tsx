import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { shortDay } from '@/lib/days'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh, threadQuery } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { useWrite } from '@/ui/useWrite'

/** What these weeks are about: a number, a colour, a skill; which trays, words and books carry it. */
export function AimsMargin({ aims, chosen, today }: { aims: readonly Schemas['AimOut'][]; chosen: number; today: string }) {
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
  const aim = aims.find((each) => each.id === chosen)
  return (
    <div className="flex flex-col gap-4">
      <h2 className="text-xl">{say('What these weeks are about')}</h2>
      {aim && <Thread words={aim.words} />}
      <section aria-label={say('Aims')}>
        <ul>
          {aims.map((each) => (
            <li key={each.id} className="flex items-center justify-between gap-2 border-t border-line py-1 first:border-0">
              <span><strong>{each.words}</strong>{each.until_day && <span className="text-ink-2">{' '}{say('until {day}', { day: shortDay(each.until_day) })}</span>}</span>
              <Button aria-label={say('Drop the aim: {each}', { each: each.words })} onClick={() => void drop.run(each.id)}>{say('Drop')}</Button>
            </li>
          ))}
        </ul>
        <form className="flex flex-col items-start gap-2" onSubmit={(event) => { event.preventDefault(); void add.run() }}>
          <Field className="self-stretch" label={say('An aim')} value={words} maxLength={120} hint={say('In a word or two: seven, orange, pouring. Trays that have to do with it are proposed sooner.')} error={problem?.of('words')} onChange={(event) => setWords(event.target.value)} />
          <Field className="self-stretch" label={say('Until')} type="date" min={today} value={until} error={problem?.of('until_day')} onChange={(event) => setUntil(event.target.value)} />
          <Button type="submit" disabled={add.busy || !words.trim()}>{say('Add the aim')}</Button>
        </form>
      </section>
      {!aim && words.trim().length > 2 && <Thread words={words.trim()} />}
    </div>
  )
}

/** What a thread runs through, and what would carry it into other areas. */
function Thread({ words }: { words: string }) {
  const { data } = useQuery(threadQuery(words))
  if (!data) return null
  const none = data.out.length + data.resting.length + data.sets.length + data.books.length === 0
  const row = (name: string, each: readonly string[]) => each.length > 0 && <div className="flex justify-between gap-4 border-t border-line py-1"><dt className="shrink-0 text-ink-2">{name}</dt><dd className="text-right">{each.join(', ')}</dd></div>
  return (
    <section aria-label={say('What carries {words}', { words })}>
      <h3>{say('{words}, through the house', { words })}</h3>
      {none ? <p className="text-[0.9375rem] text-ink-2">{say('Nothing of yours bears it yet.')}</p> : (
        <dl className="text-[0.9375rem]">
          {row('out now', data.out.map((each) => each.name))}{row('in the bins', data.resting.map((each) => each.name))}{row('words', data.sets)}{row('books', data.books)}
        </dl>
      )}
      {data.proposals.length > 0 && <p className="mt-1 text-[0.9375rem]">{say('So that it runs through more areas:')}{' '}{data.proposals.map((each, at) => <span key={each.id}>{at > 0 && ', '}<Link className="text-woad underline" to={`/shelf?tray=${each.id}`}>{each.name}</Link> ({word(each.area)})</span>)}.</p>}
    </section>
  )
}

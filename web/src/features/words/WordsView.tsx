import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { setsQuery } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { Pictures } from './Pictures'
import { SetForm } from './SetForm'

type WordsViewProps = { child: number; people: readonly { id: number; name: string }[]; onChild: (id: number) => void }

/** Words and quantities: every set for one child, what is due first. */
export function WordsView({ child, people, onChild }: WordsViewProps) {
  const { data, error } = useQuery(setsQuery(child))
  const [making, setMaking] = useState(false)
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Words and quantities')} aside={<Button aria-expanded={making} onClick={() => setMaking(!making)}>{say('A set of your own')}</Button>}>{say('in three periods: naming, showing, recalling')}</Heading>
      {people.length === 0 && <p className="panel max-w-lg p-5 text-ink-2">{sayRich('Add a child first, under <a>Children</a>.', { a: (inner) => <Link className="text-woad underline" to="/children">{inner}</Link> })}</p>}
      {people.length > 1 && <ChoiceRow label={say('For')} choices={people.map((each) => ({ value: String(each.id), label: each.name }))} value={String(child)} onChange={(id) => onChild(Number(id))} />}
      {making && <SetForm onSaved={() => setMaking(false)} />}
      {people.length > 0 && !data && <Waiting error={error} />}
      <ul className="grid grid-cols-[repeat(auto-fit,minmax(min(20rem,100%),1fr))] gap-4">
        {data?.sets.map(({ words, known, due, begun, next_due }) => (
          <li key={words.key} className="panel flex flex-col gap-2 p-4">
            <h2>{words.name}</h2>
            <p className="said">{words.words.slice(0, 8).map((word) => Object.values(word.labels).join(' · ')).join(', ')}{words.words.length > 8 && ' …'}</p>
            <p className="text-[0.9375rem] text-ink-2">
              {!begun ? say('not begun') : say('{known} of {words} known', { known, words: words.words.length })}{due > 0 ? say('; {due} due today', { due }) : next_due ? say('; next on {day}', { day: calendarDay(next_due) }) : ''}
              {words.own && say('; your own')}
            </p>
            <Pictures words={words} />
            <Link className="mt-auto inline-flex min-h-touch items-center self-start rounded-control border border-woad bg-woad px-4 font-semibold text-paper hover:bg-ink" to={`/lesson?child=${child}&set=${words.key}`}>
              {begun ? say('Go on') : say('Begin')}<span className="sr-only">{' '}{say('with {words}', { words: words.name })}</span>
            </Link>
          </li>
        ))}
      </ul>
      {data && <p className="text-sm text-ink-2">{say('{sets}. What a child knows is never shown beside what another knows.', { sets: say('{n, plural, one {# set} other {# sets}}', { n: data.sets.length }) })}</p>}
    </div>
  )
}

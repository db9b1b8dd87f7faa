import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice, Waiting } from '@/ui/Notice'
import { PatternMark, type Pattern } from '@/ui/PatternMark'
import { useKept } from '@/ui/useKept'
import { useWrite } from '@/ui/useWrite'
import { cx } from '@/lib/cx'
import { answer, client, type Schemas } from '@/lib/http'
import { askingQuery, refresh } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

type Answered = Schemas['LevelAnswerIn']
type Child = { id: number; name: string; pattern: Pattern }
const ANSWERS: readonly { value: Answered['answer']; says: string }[] = [
  { value: 'yes', says: say('Yes') }, { value: 'with help', says: say('With help') }, { value: 'not yet', says: say('Not yet') }, { value: 'never tried', says: say('Never tried') },
]

/** What each child knows already: a few questions, each the one that tells most; then words, in one pass. */
export function KnowStep({ people, onDone }: { people: readonly Child[]; onDone: () => void }) {
  const [at, setAt] = useState(0)
  const child = people[at]
  if (!child) return null
  const next = () => { if (at + 1 < people.length) setAt(at + 1); else onDone() }
  return (
    <>
      {people.length > 1 && (
        <ol aria-label={say('Children')} className="flex flex-wrap gap-2">
          {people.map((each, n) => <li key={each.id}><button type="button" aria-current={n === at ? 'step' : undefined} onClick={() => setAt(n)} className={cx('inline-flex min-h-touch items-center gap-2 rounded-full border px-4', n === at ? 'border-woad bg-woad-2 font-semibold' : 'border-edge bg-paper')}><PatternMark pattern={each.pattern} />{each.name}</button></li>)}
        </ol>
      )}
      <Asking key={child.id} child={child} onDone={next} last={at + 1 === people.length} alone={people.length === 1} />
    </>
  )
}

function Asking({ child, onDone, last, alone }: { child: Child; onDone: () => void; last: boolean; alone: boolean }) {
  const [answers, setAnswers, drop] = useKept<Answered[]>(`asking:${child.id}`, [])
  const { data, error } = useQuery(askingQuery(child.id, answers))
  const [words, setWords] = useState<Record<string, string[]>>({})
  const save = useWrite(async () => {
    await answer(client.POST('/api/children/{child_id}/said', { params: { path: { child_id: child.id } }, body: { answers, words } }))
    await refresh()
    drop()
    onDone()
  })
  // What was answered yesterday may be of levels nobody asks of any more.
  if (error && answers.length > 0) return <Notice tone="should" role="alert">{error.message}<div className="mt-2"><Button size="touch" onClick={drop}>{say('Begin the questions again')}</Button></div></Notice>
  if (!data) return <Waiting error={error} />
  const question = data.question
  const tell = (value: Answered['answer']) => { if (question) setAnswers([...answers, { key: question.key, level: question.level, answer: value }]) }
  return (
    <section aria-label={say('What {child} knows', { child: child.name })} className="flex flex-col gap-4">
      {question ? (
        <div className="flex flex-col gap-3">
          <p className="text-sm text-ink-2">{say('{number} of {most} at most · {area}', { number: data.number, most: data.most, area: question.area })}</p>
          <h3 className="text-lg" aria-live="polite">{say('Does {child} do this alone?', { child: child.name })}</h3>
          <p className="text-xl font-semibold">{question.name}: <span className="font-normal">{question.level_name}</span></p>
          {question.expects && <p className="text-ink-2">{question.expects}</p>}
          <div role="group" aria-label={`${question.name}: ${question.level_name}`} className="grid grid-cols-4 gap-2 max-[560px]:grid-cols-2">
            {ANSWERS.map((each) => <Button key={each.value} size="touch" onClick={() => tell(each.value)}>{each.says}</Button>)}
          </div>
        </div>
      ) : (
        <>
          <p className="text-ink-2">{answers.length > 0 ? say('That is enough: {settled} of {levels} kinds of work near {child}’s age are settled by it. What you see later counts for more.', { settled: data.settled, levels: data.levels, child: child.name }) : say('Nothing near {child}’s age has to be asked.', { child: child.name })}</p>
          <Words sets={data.words} child={child} words={words} onWords={setWords} />
        </>
      )}
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        {(!question || answers.length > 0) && <Button look={question ? 'plain' : 'main'} size="touch" disabled={save.busy} onClick={() => void save.run()}>{question ? say('Stop asking') : last ? say('Go on') : say('The next child')}</Button>}
        {answers.length > 0 && <Button size="touch" onClick={() => setAnswers(answers.slice(0, -1))}>{say('Back')}</Button>}
        {answers.length === 0 && question && !alone && <Button look="quiet" size="touch" onClick={onDone}>{say('Skip {child}', { child: child.name })}</Button>}
      </div>
    </section>
  )
}

type WordsProps = { sets: readonly Schemas['AskedSetOut'][]; child: Child; words: Record<string, string[]>; onWords: (words: Record<string, string[]>) => void }

function Words({ sets, child, words, onWords }: WordsProps) {
  if (sets.length === 0) return null
  const toggle = (set: string, word: string) => {
    const known = words[set] ?? []
    onWords({ ...words, [set]: known.includes(word) ? known.filter((each) => each !== word) : [...known, word] })
  }
  return (
    <Fold title={say('Which of these does {child} say? Tap those known', { child: child.name })} titleClass="min-h-touch py-3 font-semibold text-woad">
      <div className="flex flex-col gap-3">
        {sets.map((set) => (
          <fieldset key={set.key}>
            <legend className="text-sm font-semibold">{set.name}</legend>
            <div className="flex flex-wrap gap-2 pt-1">
              {set.words.map((word) => (
                <button key={word.key} type="button" aria-pressed={(words[set.key] ?? []).includes(word.key)} onClick={() => toggle(set.key, word.key)}
                  className="min-h-touch rounded-control border border-edge bg-paper px-3 aria-pressed:border-woad aria-pressed:bg-woad-2 aria-pressed:font-semibold"
                >{word.label}
                </button>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
    </Fold>
  )
}

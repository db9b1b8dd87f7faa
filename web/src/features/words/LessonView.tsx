import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { Why } from '@/ui/Why'
import { answer, client, type Schemas } from '@/lib/http'
import { outbox, subscribe, write } from '@/lib/outbox'
import { lessonQuery, refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { OnceThrough } from './OnceThrough'
import { Matrix } from './Matrix'
import { Rungs } from './Rungs'
import { Fold } from '@/ui/Fold'
import { Tick } from '@/ui/Tick'

type Lesson = Schemas['LessonOut']
/** The label of the first language first. */
const spoken = (word: Word, first: string) => Object.entries(word.labels).sort(([a], [b]) => Number(b === first) - Number(a === first))
type Word = Schemas['LessonWordOut']
const SAYS: Record<string, string> = { name: say('This is'), show: say('Show me'), recall: say('What is this?') }
const labelOf = (set: Lesson['words'], key: string, language: string) => { const word = set.words.find((each) => each.key === key); return word?.labels[language] ?? Object.values(word?.labels ?? {})[0] ?? key }

type LessonViewProps = { child: number; set: string; more: number; through: boolean; onMore: (more: number) => void; onThrough: (through: boolean) => void }

/** A lesson in three periods: what to say now, in large letters for the adult; the answer in one tap. */
export function LessonView({ child, set, more, through, onMore, onThrough }: LessonViewProps) {
  const [restless, setRestless] = useState(false)
  const { data: lesson, error } = useQuery(lessonQuery(child, set, restless, more))
  const [past, setPast] = useState(false)
  const { away, waiting, sent } = useSyncExternalStore(subscribe, outbox)
  // Until the program has it and proposes the next, a second tap would be a second answer to the same turn.
  const onItsWay = !away && [...waiting, ...sent].some((each) => each.kind === 'answer' && each.set_key === set)
  if (!lesson) return <Waiting error={error} />
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={lesson.words.name} aside={<Link className="self-center text-woad underline underline-offset-4" to={`/words?child=${child}`}>{say('All sets')}</Link>}>{say('with {child}{by}', { child: lesson.child, by: lesson.words.words[0]?.by && ` · ${lesson.words.words[0].by}` })}</Heading>
      <div className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] items-start gap-4 max-[860px]:grid-cols-1">
        <div className="flex flex-col gap-4">
          {away && <Notice tone="should">{say('The program is away and proposes nothing new. Choose under “Ask something else”; every answer is kept.')}</Notice>}
          {lesson.words.kind !== 'quantities' && <ChoiceRow label={say('This time')} choices={[{ value: 'lesson', label: say('In three periods') }, { value: 'through', label: say('What do they know?') }]} value={through ? 'through' : 'lesson'} onChange={(value) => onThrough(value === 'through')} />}
          {lesson.words.kind === 'quantities' ? <Rungs lesson={lesson} rest={onItsWay} /> : through ? <OnceThrough key={lesson.asked} lesson={lesson} rest={onItsWay} onLesson={() => onThrough(false)} /> : <Now key={`${lesson.asked}:${lesson.ask.turn}`} lesson={lesson} rest={onItsWay} past={past} setPast={setPast} restless={restless} setRestless={setRestless} onMore={() => onMore(more + 1)} />}
          {lesson.asked > 0 && <TakeBack lesson={lesson} rest={onItsWay} />}
          <Chosen lesson={lesson} />
        </div>
        <div className="flex flex-col gap-4">
          {lesson.words.kind !== 'quantities' && <><Matrix lesson={lesson} /><Standings lesson={lesson} /></>}
        </div>
      </div>
    </div>
  )
}

/** The newest answer taken back, when the finger slipped. */
function TakeBack({ lesson, rest }: { lesson: Lesson; rest: boolean }) {
  const { run, busy, failed } = useWrite(async () => {
    await answer(client.DELETE('/api/words/{child_id}/{key}/last-answer', { params: { path: { child_id: lesson.child_id, key: lesson.words.key } } }))
    await refresh()
  })
  return (
    <>
      <Button look="quiet" className="self-start" disabled={rest || busy} onClick={() => void run()}>{say('Take back the last answer')}</Button>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </>
  )
}

type NowProps = { lesson: Lesson; rest: boolean; past: boolean; setPast: (on: boolean) => void; restless: boolean; setRestless: (on: boolean) => void; onMore: () => void }

/** What to say and ask now. The proposal can be overruled: any word, any period. */
function Now({ lesson, rest, past, setPast, restless, setRestless, onMore }: NowProps) {
  const { ask, words } = lesson
  const [other, setOther] = useState<{ turn: string; word: string } | null>(null)
  const key = other?.word ?? ask.word
  const turn = other?.turn ?? ask.turn
  const word = words.words.find((each) => each.key === key)
  const inLesson = lesson.picks.map((pick) => words.words.find((each) => each.key === pick.word)).filter((each) => each !== undefined)
  const tell = (right: boolean, instead = '') => {
    if (word) write({ kind: 'answer', child_id: lesson.child_id, set_key: words.key, word: word.key, turn, right, text: instead })
    setOther(null)
  }
  if (!word)
    return (
      <section aria-label={say('Now')} className="panel flex flex-col gap-4 p-6">
        <p className="text-xl">{ask.stop || say('Nothing is due.')}</p>
        {past && <Choose words={words.words} turns={words.turns} language={lesson.language} onPick={setOther} />}
        {lesson.more.length > 0 && lesson.asked > 0 && <Button look="main" size="touch" className="self-start" onClick={onMore}>{say('More is wanted: {more}', { more: lesson.more.map((each) => labelOf(words, each, lesson.language)).join(', ') })}</Button>}
        {lesson.picks.length > 0 && !past && <Button size="touch" className="self-start" onClick={() => setPast(true)}>{say('Go on all the same')}</Button>}
      </section>
    )
  return (
    <section aria-label={say('Now')} className="panel flex flex-col gap-4 p-6">
      <p className="text-lg text-ink-2">{turn === 'name' ? say('Hold it, say it slowly, twice') : turn === 'show' ? (ask.far ? say('From across the room') : say('Near, in play')) : say('Point to it, and wait')}</p>
      <div aria-live="polite">
        <p className="said text-3xl text-ink">{SAYS[turn]}{turn === 'recall' ? '' : '…'}</p>
        <p className="text-5xl leading-tight font-bold">{spoken(word, lesson.language).map(([language, label], at) => <span key={language} lang={language}>{at > 0 && <span className="font-normal text-ink-3"> · </span>}{label}</span>)}</p>
      </div>
      {turn === 'name'
        ? <Button size="thumb" look="main" disabled={rest} onClick={() => tell(true)}>{say('I named it')}</Button>
        : (
            <div className="flex flex-col gap-3">
              <Button size="thumb" look="main" disabled={rest} onClick={() => tell(true)}>{turn === 'show' ? say('Showed it') : say('Said it')}</Button>
              <div role="group" aria-label={say('Or')} className="flex flex-wrap items-center gap-2">
                {words.words.filter((each) => each.key !== word.key && (inLesson.includes(each) || words.apart.some((pair) => pair.includes(each.key) && pair.includes(word.key)))).map((each) => (
                  <Button key={each.key} size="touch" disabled={rest} onClick={() => tell(false, each.key)}>{turn === 'show' ? say('showed') : say('said')} {labelOf(words, each.key, lesson.language)}</Button>
                ))}
                <Button size="touch" disabled={rest} onClick={() => tell(false)}>{say('neither')}</Button>
              </div>
              <p className="text-sm text-ink-2">{say('No correcting: what went astray is shown again another day.')}</p>
            </div>
          )}
      <Fold title={say('Ask something else')} titleClass="min-h-touch py-3 text-woad underline underline-offset-4">
        <Choose words={[...inLesson, ...words.words.filter((each) => !inLesson.includes(each))]} turns={words.turns} language={lesson.language} onPick={setOther} />
      </Fold>
      <Tick label={say('Needs to move: always from afar')} checked={restless} onChange={setRestless} />
    </section>
  )
}

type ChooseProps = { words: readonly Word[]; turns: readonly string[]; language: string; onPick: (what: { turn: string; word: string }) => void }

/** Any word of the lesson in any period: the proposal can be overruled. */
function Choose({ words, turns, language, onPick }: ChooseProps) {
  return (
    <div className="flex flex-col gap-2">
      {words.map((each) => (
        <div key={each.key} role="group" aria-label={each.key} className="flex flex-wrap items-center gap-2">
          <span className="w-28 font-semibold">{each.labels[language] ?? each.key}</span>
          {turns.map((period) => <Button key={period} size="touch" onClick={() => onPick({ turn: period, word: each.key })}>{SAYS[period]}</Button>)}
        </div>
      ))}
    </div>
  )
}

function Chosen({ lesson }: { lesson: Lesson }) {
  if (lesson.picks.length === 0 || lesson.words.kind === 'quantities') return null
  return (
    <section aria-label={say('Why these')} className="panel flex flex-col gap-2 p-4">
      <h2>{say('Why these')}</h2>
      <Why reasons={lesson.picks.map((pick) => pick.reason)} />
      {lesson.kept_apart.map(([one, other]) => <p key={one} className="text-[0.9375rem]">{say('{one} waits: it is easily taken for {other}.', { one, other })}</p>)}
    </section>
  )
}

function Standings({ lesson }: { lesson: Lesson }) {
  const begun = lesson.standings.filter((each) => each.period !== 'name')
  if (begun.length === 0) return null
  return (
    <section aria-label={say('When they come back')} className="panel flex flex-col gap-2 p-4">
      <h2>{say('When they come back')}</h2>
      <ul className="text-[0.9375rem]">{begun.map((each) => <li key={each.word} className="flex justify-between gap-3 border-t border-line py-1 first:border-0"><span>{each.word}</span><span className="text-ink-2">{each.due ? calendarDay(each.due) : each.period === 'show' ? say('being shown') : say('to be recalled')}{each.missed && say(', slipped')}</span></li>)}</ul>
      <p className="text-sm text-ink-3">{lesson.source}</p>
    </section>
  )
}

import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { PatternMark, type Pattern } from '@/ui/PatternMark'
import { useWrite } from '@/ui/useWrite'
import { cx } from '@/lib/cx'
import { sendFile, type Schemas } from '@/lib/http'
import { outbox, subscribe, write } from '@/lib/outbox'
import { refresh, talksQuery } from '@/lib/queries'
import { foldTalk, type Said } from '@/lib/talks'
import { dayOf, timeOfDay } from '@/lib/words'
import { SeriesList } from './Series'
import { Option, SelectField } from '@/ui/Select'

type Talk = Schemas['TalkOut']
type Plan = Schemas['TalkPlanOut']
type Person = { id: number; name: string; pattern: Pattern }
type TalksViewProps = { people: readonly Person[]; zone: string; today: string }
const ADULT = 0

/** Talks: things in a circle, what is asked of each, who said what in one tap; and what comes of it another day. */
export function TalksView({ people, zone, today }: TalksViewProps) {
  const { data, error } = useQuery(talksQuery)
  const box = useSyncExternalStore(subscribe, outbox)
  if (!data) return <Waiting error={error} />
  const unsent = [...box.sent, ...box.waiting]
  const open = foldTalk(data.open, unsent)
  const plan = open && data.plans.find((each) => each.key === open.talk)
  const set = open && (data.open?.key === open.key ? data.open.set : data.sets.find((each) => each.key === open.set_key))
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Talks')} aside={<Link className="self-center text-woad underline underline-offset-4" to="/words">{say('Words')}</Link>}>{say('with, not at: ask, listen, fill the gaps')}</Heading>
      {open && plan && set ? <Circle key={open.key} talk={open} plan={plan} set={set} people={people} zone={zone} /> : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(20rem,100%),1fr))] gap-4">
          {data.plans.map((each) => <li key={each.key} className="panel flex flex-col gap-2 p-4"><Begin plan={each} sets={data.sets} /></li>)}
        </ul>
      )}
      <SeriesList series={data.series} today={today} />
      {data.past.map((each) => <Had key={each.key} talk={each} plan={data.plans.find((one) => one.key === each.talk)} people={people} zone={zone} />)}
    </div>
  )
}

function Begin({ plan, sets }: { plan: Plan; sets: readonly Schemas['WordSetOut'][] }) {
  const [words, setWords] = useState(plan.words)
  const chosen = sets.find((each) => each.key === words)
  return (
    <>
      <h2>{plan.name}</h2>
      <p className="said">{chosen?.words.slice(0, 8).map((each) => word(each.key)).join(', ')}</p>
      <p className="text-[0.9375rem] text-ink-2">{say('asked of each: {questions}', { questions: plan.questions.map(word).join(' · ') })}</p>
      {plan.caution && <p className="text-[0.9375rem] text-saffron">{plan.caution}</p>}
      <SelectField label={say('The things are')} value={words} onChoose={setWords}>{sets.map((each) => <Option key={each.key} value={each.key}>{each.name}</Option>)}</SelectField>
      <Button look="main" size="touch" className="mt-auto self-start" onClick={() => write({ kind: 'talk', run: 'begin', episode_id: crypto.randomUUID(), set_key: plan.key, words })}>{say('Begin')}<span className="sr-only"> {plan.name}</span></Button>
    </>
  )
}

type CircleProps = { talk: { key: string; talk: string; set_key: string; began: string; said: readonly Said[] }; plan: Plan; set: Schemas['WordSetOut']; people: readonly Person[]; zone: string }

/** The circle: who speaks, which thing, and one tap for each question answered. */
function Circle({ talk, plan, set, people, zone }: CircleProps) {
  const [speaker, setSpeaker] = useState<number>(people[0]?.id ?? ADULT)
  const [things, setThings] = useState<readonly string[]>(set.words.slice(0, 5).map((word) => word.key))
  const nameOf = (id: number | null) => people.find((each) => each.id === id)?.name ?? say('the adult')
  const work = { kind: 'talk', episode_id: talk.key, set_key: talk.talk, words: talk.set_key } as const
  const tap = (thing: string, question: string) => {
    const who = speaker || null
    const was = talk.said.some((each) => each.thing === thing && each.question === question && each.child_id === who)
    write({ ...work, run: was ? 'unsay' : 'say', word: thing, text: question, child_id: who })
  }
  return (
    <section aria-label={say('{plan}, under way', { plan: plan.name })} className="panel flex flex-col gap-4 border-2 border-woad p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-lg">{plan.name} <span className="font-normal text-ink-2">{say('since {time}', { time: timeOfDay(talk.began, zone) })}</span></h2>
        <Button size="touch" onClick={() => write({ ...work, run: 'end' })}>{say('It is over')}</Button>
      </div>
      {plan.caution && <Notice tone="should">{plan.caution}</Notice>}
      <div role="group" aria-label={say('Who speaks')} className="flex flex-wrap items-center gap-2">
        <span className="text-ink-2">{say('now speaks')}</span>
        {people.map((each) => <Button key={each.id} size="touch" look={speaker === each.id ? 'main' : 'plain'} pressed={speaker === each.id} onClick={() => setSpeaker(each.id)}><span className="text-ink"><PatternMark pattern={each.pattern} /></span>{each.name}</Button>)}
        <Button size="touch" look={speaker === ADULT ? 'main' : 'plain'} pressed={speaker === ADULT} onClick={() => setSpeaker(ADULT)}>{say('you fill the gap')}</Button>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full text-[0.9375rem]">
          <thead><tr><th scope="col" className="pr-2 text-left">{say('thing')}</th>{plan.questions.map((each) => <th key={each} scope="col" className="px-1 text-left font-normal">{word(each)}</th>)}</tr></thead>
          <tbody>
            {things.map((thing) => (
              <tr key={thing} className="border-t border-line">
                <th scope="row" className="said py-1 pr-2 text-left text-lg">{word(thing)}</th>
                {plan.questions.map((question) => {
                  const who = talk.said.filter((each) => each.thing === thing && each.question === question).map((each) => nameOf(each.child_id))
                  const mine = who.includes(nameOf(speaker || null))
                  return <td key={question} className="p-0.5"><Button size="touch" className={cx('w-full text-sm', who.length > 0 && !mine && 'bg-woad-2')} look={mine ? 'main' : 'plain'} pressed={mine} aria-label={`${word(thing)}, ${word(question)}${who.length ? `: ${who.join(', ')}` : ''}`} onClick={() => tap(thing, question)}>{who.length ? who.join(', ') : '·'}</Button></td>
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-sm text-ink-2">{say('also in the circle')}</span>
        {set.words.filter((word) => !things.includes(word.key)).map((word) => <Button key={word.key} onClick={() => setThings([...things, word.key])}>{word.key}</Button>)}
      </div>
      <Photograph talk={talk.key} />
    </section>
  )
}

function Photograph({ talk, has = false }: { talk: string; has?: boolean }) {
  const add = useWrite(async (file: File) => { await sendFile('PUT', `/api/talks/${encodeURIComponent(talk)}/photo`, file); await refresh() })
  return (
    <div className="flex flex-wrap items-center gap-2">
      {has && <img src={`/api/talks/${encodeURIComponent(talk)}/photo.jpg`} alt={say('The talk')} className="h-24 rounded border border-line object-cover" />}
      <label className="inline-flex min-h-control cursor-pointer items-center rounded-control border border-edge px-3 text-sm has-focus-visible:outline-3 has-focus-visible:outline-woad">
        {has ? say('Another photograph') : say('A photograph')}<input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" className="sr-only" onChange={(event) => { const file = event.target.files?.[0]; if (file) void add.run(file) }} />
      </label>
      {add.failed && <Notice tone="must" role="alert">{add.failed.message}</Notice>}
    </div>
  )
}

const next = 'inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3 font-semibold hover:bg-woad-2'

/** A talk that was had: who said something, and what comes next for each. */
function Had({ talk, plan, people, zone }: { talk: Talk; plan: Plan | undefined; people: readonly Person[]; zone: string }) {
  const spoke = people.filter((each) => talk.said.some((one) => one.child_id === each.id))
  return (
    <section aria-label={`${plan?.name ?? say('A talk')}, ${dayOf(talk.began, zone)}`} className="panel flex flex-col gap-3 p-4">
      <h2>{plan?.name ?? say('A talk')} <span className="font-normal text-ink-2">{dayOf(talk.began, zone)}{talk.adult && say(', with {adult}', { adult: talk.adult })}</span></h2>
      <ul className="text-[0.9375rem]">
        {spoke.map((child) => <li key={child.id} className="border-t border-line py-1 first:border-0"><strong>{child.name}</strong>: {talk.said.filter((each) => each.child_id === child.id).map((each) => `${word(each.thing)}, ${word(each.question)}`).join('; ')}</li>)}
        {talk.said.some((each) => each.child_id === null) && <li className="border-t border-line py-1 text-ink-2">{say('filled in by you: {said}', { said: talk.said.filter((each) => each.child_id === null).map((each) => `${word(each.thing)}, ${word(each.question)}`).join('; ') })}</li>}
      </ul>
      <h3 className="font-bold">{say('Another day')}</h3>
      <ul className="flex flex-col gap-2">
        {talk.next.map((each) => (
          <li key={each.child_id} className="flex flex-wrap items-center gap-2">
            <span className="min-w-24 font-semibold">{each.child}</span>
            {each.words.length > 0 ? <Link className={next} to={`/lesson?child=${each.child_id}&set=${talk.set.key}`}>{say('{words} in three periods', { words: say('{n, plural, one {# word} other {# words}}', { n: each.words.length }) })}<span className="sr-only">{' '}{say('for {child}', { child: each.child })}</span></Link> : <span className="text-ink-2">{say('knows every word of it')}</span>}
            {each.labels && <Link className={next} to={`/paper?kind=word-cards&key=set:${talk.set.key}`}>{say('labels to read')}<span className="sr-only">{' '}{say('for {child}', { child: each.child })}</span></Link>}
          </li>
        ))}
      </ul>
      {plan && plan.then.length > 0 && <p className="text-ink-2">{say('It may lead on: {then}.', { then: plan.then.join('; ') })}</p>}
      <Photograph talk={talk.key} has={talk.photo} />
    </section>
  )
}

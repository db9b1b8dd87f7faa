import { say, word } from '@/lib/say'
import { useQueries } from '@tanstack/react-query'
import { useState } from 'react'
import type { Schemas } from '@/lib/http'
import { laddersQuery } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { Tick } from '@/ui/Tick'
import { PatternMark } from '@/ui/PatternMark'
import { HoleSign, Legend } from './HoleSign'
import { keyOf, type StepKey, type Strung } from './geometry'

type Person = Schemas['ChildOut']

/** On paper: all ladders of one child; or, for a house of several families, the ladder that is chosen for all, names as marks only. */
export function PrintedLadders({ map, people, chosen }: { map: Schemas['LaddersOut']; people: readonly Person[]; chosen: StepKey | null }) {
  const [forAll, setForAll] = useState(false)
  const ladder = map.strings.find((each) => each.holes.some((hole) => keyOf(hole) === chosen))
  return (
    <>
      {ladder && people.length > 1 && <p className="col-span-full px-5 pb-4 print:hidden"><Tick label={say('Print the ladder “{ladder}” for all children, names as marks only', { ladder: ladder.name })} checked={forAll} onChange={setForAll} /></p>}
      <section className="hidden print:block" aria-hidden="true">
        {forAll && ladder ? <ForAll ladder={ladder} people={people} /> : <ForOne map={map} />}
      </section>
    </>
  )
}

function ForOne({ map }: { map: Schemas['LaddersOut'] }) {
  const begun = map.strings.filter((each) => each.holes.some((hole) => hole.state !== 'not shown'))
  return (
    <>
      <h1>{say('{child}, {age}: the ladders begun', { child: map.child, age: map.age })}</h1>
      <p className="mb-2">{say('{day}. {known} known, {at_work} at work.', { day: calendarDay(map.on), known: map.known, at_work: map.at_work })}</p>
      {begun.map((each) => (
        <div key={each.name} className="mb-2 break-inside-avoid border-t border-line pt-1">
          <p><strong>{each.name}</strong> <span className="text-ink-2">{word(each.area)}</span></p>
          <ol className="flex flex-wrap gap-x-4 gap-y-0.5 text-[9pt]">
            {each.holes.map((hole) => <li key={keyOf(hole)} className="inline-flex items-center gap-1"><HoleSign state={hole.state} next={hole.next} implied={hole.implied} almost={hole.verdict === 'almost'} stuck={hole.stuck} size={14} />{hole.level === 1 ? `${hole.card}: ${hole.name}` : hole.name}</li>)}
          </ol>
        </div>
      ))}
      <Legend />
    </>
  )
}

function ForAll({ ladder, people }: { ladder: Strung; people: readonly Person[] }) {
  const maps = useQueries({ queries: people.map((each) => laddersQuery(each.id, true)) })
  return (
    <>
      <h1>{ladder.name}</h1>
      <table className="w-full text-[9pt]">
        <thead><tr><th scope="col" className="text-left">{say('Step')}</th>{people.map((each) => <th key={each.id} scope="col"><PatternMark pattern={each.pattern} size={16} /></th>)}</tr></thead>
        <tbody>
          {ladder.holes.map((hole) => (
            <tr key={keyOf(hole)} className="border-t border-line">
              <th scope="row" className="py-0.5 text-left font-normal">{hole.card}: {hole.name}</th>
              {people.map((each, at) => {
                const theirs = maps[at]?.data?.strings.flatMap((string) => string.holes).find((other) => keyOf(other) === keyOf(hole))
                return <td key={each.id} className="text-center">{theirs && <span className="inline-block"><HoleSign state={theirs.state} next={theirs.next} implied={theirs.implied} stuck={theirs.stuck} size={14} /></span>}</td>
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <Legend />
    </>
  )
}

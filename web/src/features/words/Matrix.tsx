import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'

const CELL = 30
const LEFT = 92
const TOP = 78

/** What was answered for what: a square for each pair, darker the oftener; on the slope what was right. */
export function Matrix({ lesson }: { lesson: Schemas['LessonOut'] }) {
  const asked = lesson.words.words.map((word, row) => ({ word, row })).filter(({ row }) => (lesson.counts[row] ?? []).some((n) => n > 0))
  if (asked.length === 0) return null
  const columns = lesson.words.words.map((word, at) => ({ name: word.labels[lesson.language] ?? word.key, at })).filter(({ at }) => asked.some(({ row }) => (lesson.counts[row]?.[at] ?? 0) > 0 || row === at))
  const all = [...columns, { name: 'neither', at: lesson.words.words.length }]
  const most = Math.max(1, ...asked.flatMap(({ row }) => lesson.counts[row] ?? []))
  return (
    <section aria-label={say('Mix-ups')} className="panel flex flex-col gap-2 p-4">
      <h2>{say('Mix-ups')}</h2>
      <p className="text-sm text-ink-2">{say('Asked at the side, answered above.')}</p>
      <div className="overflow-x-auto">
        <table className="border-separate border-spacing-0.5 text-sm" style={{ minWidth: LEFT + CELL * all.length, paddingTop: TOP - 70 }}>
          <thead><tr><td />{all.map((column) => <th key={column.at} scope="col" className="h-20 w-8 align-bottom font-normal"><span className="inline-block rotate-180 [writing-mode:vertical-rl]">{column.name}</span></th>)}</tr></thead>
          <tbody>
            {asked.map(({ word, row }) => (
              <tr key={word.key}>
                <th scope="row" className="pr-2 text-left font-semibold">{word.labels[lesson.language] ?? word.key}</th>
                {all.map(({ at }) => {
                  const times = lesson.counts[row]?.[at] ?? 0
                  const shade = 0.12 + 0.5 * (times / most)
                  return <td key={at} className={at === row ? 'size-8 rounded border border-woad text-center' : 'size-8 rounded border border-line text-center'} style={times ? { background: at === row ? `rgb(31 86 115 / ${0.3 * shade})` : `rgb(143 93 0 / ${0.5 * shade})` } : {}}>{times || ''}</td>
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {lesson.confused.map((pair) => <p key={`${pair.one}${pair.other}`} className="text-[0.9375rem]">{say('{one} and {other} were taken for one another {times}{part}', { one: pair.one, other: pair.other, times: say('{n, plural, one {# time} other {# times}}', { n: pair.times }), part: lesson.mixed.some((each) => each.includes(pair.one) && each.includes(pair.other)) ? say(': they do not meet in a lesson until each is firm, and are then laid side by side.') : say('; both were told apart since.') })}</p>)}
    </section>
  )
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Waiting } from '@/ui/Notice'
import { Fold } from '@/ui/Fold'
import { Why } from '@/ui/Why'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { recordQuery } from '@/lib/queries'
import { calendarDay, dayOf, plain, sentence, timeOfDay } from '@/lib/words'

type Row = Schemas['RecordRowOut']
type RecordProps = { child: Schemas['ChildOut']; zone: string }

const STATE_WORDS: Record<string, string> = {
  'not shown': say('not shown'), 'shown': say('shown'), 'said': say('said to be known'), 'working': say('working'), 'alone': say('alone'), 'mastered': say('mastered'), 'fading': say('known, may be slipping'),
}

/** What is known about one child: mastery, interest and concentration in three columns that are never added up. */
export function Record({ child, zone }: RecordProps) {
  const { data: record, error } = useQuery(recordQuery(child.id))
  const [chosen, setChosen] = useState<number | null>(null)
  if (!record) return <Waiting error={error} />
  const known = record.rows.filter((row) => row.visits > 0 || row.stands || row.state !== 'not shown')
  const row = known.find((each) => each.tray_id === chosen) ?? known[0]
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(18rem,22rem)] items-start gap-5 max-[1000px]:grid-cols-1">
      <div className="flex min-w-0 flex-col gap-4">
        <Weeks weeks={record.weeks} verdict={record.span_verdict} low={record.span_low} high={record.span_high} />
        {known.length === 0 ? <p className="panel p-5 text-ink-2">{sayRich('Nothing seen yet. Watch a work cycle, or bring in past work from a file in the <a>Cupboard</a>.', { a: (inner) => <Link className="text-woad underline" to="/cupboard">{inner}</Link> })}</p>
          : <Table rows={known} chosen={row?.tray_id ?? null} choose={setChosen} />}
      </div>
      {(row ?? record.notes.length > 0) && (
        <aside aria-label={say('Why')} className="panel flex flex-col gap-4 p-4">
          {row && <RowWhy row={row} child={child} />}
          <Notes notes={record.notes} zone={zone} />
        </aside>
      )}
    </div>
  )
}

function Table({ rows, chosen, choose }: { rows: readonly Row[]; chosen: number | null; choose: (id: number) => void }) {
  return (
    <div className="panel overflow-x-auto">
      <table className="w-full text-left text-[0.9375rem]">
        <thead className="text-sm text-ink-2">
          <tr className="border-b border-line">{[say('Tray'), say('Mastery'), say('Interest'), say('Longest unbroken'), say('Repetitions at once')].map((head) => <th key={head} scope="col" className="p-2.5 font-normal">{head}</th>)}</tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.tray_id} className={cx('border-b border-line last:border-0', row.tray_id === chosen && 'bg-woad-2')}>
              <th scope="row" className="p-1 font-semibold">
                <button type="button" aria-pressed={row.tray_id === chosen} className="min-h-control px-1.5 text-left" onClick={() => choose(row.tray_id)}>
                  {row.tray}<span className="block text-xs font-normal text-ink-2">{word(row.area)}{row.stands ? '' : say(' · resting')}</span>
                </button>
              </th>
              <td className="p-2.5"><Holes row={row} /></td>
              <td className="p-2.5">{say('{chosen} of {cycles}', { chosen: row.chosen, cycles: say('{n, plural, one {# work cycle} other {# work cycles}}', { n: row.available }) })}<span className="block text-xs text-ink-2">{word(row.sign)}</span></td>
              <td className="p-2.5 tabular-nums">{row.longest_min === null ? '' : say('{longest_min} min', { longest_min: plain(row.longest_min, 0) })}</td>
              <td className="p-2.5 tabular-nums">{row.repetitions || ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

const RUNGS = ['shown', 'working', 'alone', 'mastered']

/** The way to mastery as a string with holes; the word says it too. */
function Holes({ row }: { row: Row }) {
  const reached = row.state === 'fading' ? 3 : RUNGS.indexOf(row.state)
  return (
    <span className="flex flex-col gap-0.5">
      <svg width="86" height="14" aria-hidden="true">
        <path d="M6 7H80" stroke="var(--color-ink-2)" strokeWidth="1.5" strokeDasharray={row.state === 'fading' ? '4 3' : undefined} />
        {RUNGS.map((rung, at) => <circle key={rung} cx={8 + at * 23} cy="7" r="5" stroke="var(--color-woad)" strokeWidth="1.5" fill={at <= reached ? 'var(--color-woad)' : 'var(--color-paper)'} />)}
      </svg>
      {STATE_WORDS[row.state] ?? row.state}
    </span>
  )
}

function RowWhy({ row, child }: { row: Row; child: Schemas['ChildOut'] }) {
  return (
    <>
      <div><p className="text-sm text-ink-2">{word(row.area)}</p><h2 className="text-lg">{row.tray}</h2></div>
      <section>
        <h3 className="mb-1">{say('Mastery')}</h3>
        <Why reasons={row.mastery} folded
          more={say('By tracing instead: {probability} in 100 (from {probability_low} with careful assumptions to {probability_high} with generous ones).', { probability: plain(row.probability * 100, 0), probability_low: plain(row.probability_low * 100, 0), probability_high: plain(row.probability_high * 100, 0) })}
        />
        {row.parts.length > 0 && <p className="mt-1">{say('Part by part: {parts}.', { parts: row.parts.map((part) => `${part.name} ${part.done ? say('known') : say('not yet')}`).join(', ') })}</p>}
      </section>
      <section><h3 className="mb-1">{say('Interest')}</h3><Why reasons={row.interest} folded more={say('Discounted rate {rate}, the last seven work cycles weighing half of it.', { rate: plain(row.rate, 2) })} />
      </section>
      {row.key && <Link className="text-woad underline underline-offset-4" to={`/ladders?child=${child.id}&step=${row.key}:${row.level}`}>{say('Its place on the ladder')}</Link>}
      <Link className="text-woad underline underline-offset-4" to={`/work?child=${child.id}&tray=${row.tray_id}`}>{say('Every piece of work: {visits}', { visits: row.visits })}</Link>
    </>
  )
}

function Weeks({ weeks, verdict, low, high }: { weeks: readonly Schemas['WeekOut'][]; verdict: string; low: number | null; high: number | null }) {
  if (weeks.length === 0) return null
  const most = Math.max(...weeks.map((each) => each.median_min), 1)
  const x = (at: number) => 12 + (at * 560) / Math.max(weeks.length - 1, 1)
  const said = weeks.map((each) => say('week of {week}: {median_min} min', { week: calendarDay(each.week), median_min: plain(each.median_min, 0) })).join(', ')
  return (
    <section className="panel p-4" aria-label={say('Concentration')}>
      <h2>{say('Longest unbroken stretch, median by week')}</h2>
      <svg viewBox="0 0 620 84" className="my-2 w-full max-w-3xl" role="img" aria-label={said}>
        <path d="M12 66H572" stroke="var(--color-ink-2)" strokeWidth="1.5" />
        {weeks.map((each, at) => {
          const tall = (46 * each.median_min) / most
          return <g key={each.week}><path d={`M${x(at)} ${66 - tall}V66`} stroke="var(--color-woad)" strokeWidth="5" strokeLinecap="round" /><text x={x(at)} y={60 - tall} fontSize="11" textAnchor="middle" fill="var(--color-ink-2)">{plain(each.median_min, 0)}</text></g>
        })}
        <text x="12" y="81" fontSize="11" fill="var(--color-ink-2)">{calendarDay(weeks[0]?.week ?? '')}</text><text x="572" y="81" fontSize="11" textAnchor="end" fill="var(--color-ink-2)">{calendarDay(weeks.at(-1)?.week ?? '')}</text>
      </svg>
      <p className="text-ink-2">{say('{verdict}. Only work somebody wrote down is in it; freely chosen work has no norm.', { verdict: sentence(verdict) })}</p>
      {low !== null && high !== null && (
        <Fold title={say('How this is reckoned')} className="text-sm text-ink-2">
          <p>{say('The line through the weekly medians, after Theil and Sen, rises by {low} to {high} minutes a week (99 % interval, wider where one week resembles the last). It is called growing or shrinking from twelve weeks on, and only when three weekly looks agree.', { low: plain(low, 2), high: plain(high, 2) })}</p>
        </Fold>
      )}
    </section>
  )
}

function Notes({ notes, zone }: { notes: readonly Schemas['EpisodeOut'][]; zone: string }) {
  const lines = notes.flatMap((each) => each.events.filter((event) => event.kind === 'note').map((event) => ({ each, event })))
  if (lines.length === 0) return null
  return (
    <section aria-label={say('Words written')}><h3 className="mb-2">{say('Words written')}</h3>
      <ul className="flex flex-col gap-3">
        {lines.slice(0, 6).map(({ each, event }) => (
          <li key={each.id + event.at} className="border-l-2 border-line pl-3">
            <p className="said">{event.text}</p>
            <p className="text-sm text-ink-3">{each.tray}, {dayOf(each.began, zone)} {timeOfDay(each.began, zone)}{each.adult && say(', seen by {adult}', { adult: each.adult })}</p>
          </li>
        ))}
      </ul>
    </section>
  )
}

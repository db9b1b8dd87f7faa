import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { PatternMark } from '@/ui/PatternMark'
import { Strings } from '@/ui/drawing/Strings'
import type { Schemas } from '@/lib/http'
import { morningQuery } from '@/lib/queries'
import { dayOf, plain, span, timeOfDay } from '@/lib/words'
import { CurveDrawing, TypicalDrawing } from './drawings'

type Read = Schemas['MorningReadOut']
type Childs = Schemas['ChildsMorningOut']
const link = 'text-woad underline underline-offset-4'

/** A morning read afterwards: as strings, and for each child what was unbroken, what broke it, and the curve of its work. */
export function MorningView({ id, zone }: { id: number | null; zone: string }) {
  const { data: read, error } = useQuery(morningQuery(id))
  if (!read) return error ? <Empty message={error.message} /> : <Waiting error={null} />
  const began = Date.parse(read.morning.began)
  const ended = Date.parse(read.morning.ended ?? read.morning.began)
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={dayOf(began, zone)} aside={(
        <>
          <Button onClick={() => window.print()}>{say('Print for the fridge')}</Button>
          <a className={`${link} self-center`} href={`/api/mornings/${read.morning.id}.csv`} download>{say('Save as CSV')}</a>
          <a className={`${link} self-center`} href={`/api/mornings/${read.morning.id}`} download={`work-cycle-${read.day}.json`}>{say('Save as JSON')}</a>
        </>
      )}
      >
        {say('{time} to {time2}, {part}{adult}', { time: timeOfDay(began, zone), time2: timeOfDay(ended, zone), part: read.morning.seen === 'all' ? say('all seen') : say('partly seen'), adult: read.morning.adult && say(', {adult} watched', { adult: read.morning.adult }) })}
      </Heading>
      <nav aria-label={say('Other work cycles')} className="no-print flex flex-wrap gap-4">
        {read.earlier !== null && <Link className={link} to={`/cycle?id=${read.earlier}`}>{say('The work cycle before')}</Link>}
        {read.later !== null && <Link className={link} to={`/cycle?id=${read.later}`}>{say('The work cycle after')}</Link>}
        <Link className={link} to={`/work?day=${read.day}`}>{say('Mend its pieces')}</Link>
      </nav>
      <Strings people={read.children.map((each) => each.child)} episodes={read.episodes} spells={read.spells} scales={[]} began={began} ended={ended} now={ended} zone={zone} aside={() => ''} />
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(28rem,100%),1fr))] items-start gap-4">
        {read.children.map((each) => <Part key={each.child.id} each={each} read={read} zone={zone} />)}
      </div>
    </div>
  )
}

function Empty({ message }: { message: string }) {
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Work cycles')} />
      <p className="panel max-w-xl p-5 text-ink-2">{sayRich('{message} A work cycle can be read when it has ended: <a>watch one</a>, or <b>log a past one</b>.', { message, a: (inner) => <Link className={link} to="/watch">{inner}</Link>, b: (inner) => <Link className={link} to="/evening">{inner}</Link> })}</p>
    </div>
  )
}

function Part({ each, read, zone }: { each: Childs; read: Read; zone: string }) {
  const began = Date.parse(read.morning.began)
  const clock = (minutes: number) => timeOfDay(began + minutes * 60_000, zone)
  const swept = read.swept.shares.find((share) => share.child === each.child.id)
  const length = (Date.parse(read.morning.ended ?? read.morning.began) - began) / 60_000
  const notes = read.episodes.filter((episode) => episode.child_id === each.child.id).flatMap((episode) => episode.events.filter((event) => event.kind === 'note'))
  return (
    <section aria-label={each.child.name} className="panel flex flex-col gap-3 p-4">
      <h2 className="flex items-center gap-1.5"><PatternMark pattern={each.child.pattern} />{each.child.name}</h2>
      {each.work.length === 0 && <p className="text-ink-2">{say('No work was written down.')}</p>}
      {each.work.length > 0 && (
        <>
          <CurveDrawing each={each} length={length} clock={clock} />
          <ul className="flex flex-col gap-1 text-[0.9375rem]">
            <li>{say('{n, plural, one {# unbroken stretch} other {# unbroken stretches}}', { n: each.stretches_min.length })}{each.longest_min !== null && say(', the longest {time}', { time: span(each.longest_min) })}; {say('{n, plural, one {# repetition} other {# repetitions}}', { n: each.rounds })}.</li>
            {each.settling_min !== null && <li>{say('Settled after {time}.', { time: span(each.settling_min) })}</li>}
            {each.dip && <li>{say('A restless pause from {from_min} to {to_min}.', { from_min: clock(each.dip.from_min), to_min: clock(each.dip.to_min) })}</li>}
            {each.great && <li>{say('The great work from {from_min}, {time}: {great_at}.', { from_min: clock(each.great.from_min), time: span(each.great.to_min - each.great.from_min), great_at: each.great_at })}</li>}
            {each.breaks.length > 0 && <li>{say('Interrupted by {breaks}; returned {times}.', { breaks: each.breaks.map((one) => `${word(one.cause)} (${one.times})`).join(', '), times: say('{n, plural, one {# time} other {# times}}', { n: each.came_back }) })}</li>}
            {swept && <li>{say('At {at_work} of {looks} at work{low}.', { at_work: swept.at_work, looks: say('{n, plural, one {# look} other {# looks}}', { n: swept.looks }), low: swept.low !== null && swept.high !== null && say(': {part} to {part2} % of the time, nine times in ten', { part: plain(100 * swept.low, 0), part2: plain(100 * swept.high, 0) }) })}</li>}
          </ul>
        </>
      )}
      {notes.map((note) => <p key={note.id} className="said">{note.text}</p>)}
      {each.typical.length > 0 && (
        <div>
          <h3 className="text-[0.9375rem]">{say('A typical work cycle')}</h3>
          <p className="text-sm text-ink-2">{say('Of {child}’s {cycles} of {weeks} that were all seen: on how many at work in the middle of each quarter of an hour, with the range that holds the true share 19 times in 20.', { child: each.child.name, cycles: say('{n, plural, one {# work cycle} other {# work cycles}}', { n: each.mornings }), weeks: say('{n, plural, one {# week} other {# weeks}}', { n: read.typical_weeks }) })}</p>
          <TypicalDrawing bins={each.typical} name={each.child.name} clock={clock} />
        </div>
      )}
    </section>
  )
}

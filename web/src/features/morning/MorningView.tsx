import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { PatternMark } from '@/ui/PatternMark'
import { Strings } from '@/ui/drawing/Strings'
import type { Schemas } from '@/lib/http'
import { morningQuery } from '@/lib/queries'
import { counted, dayOf, plain, span, timeOfDay } from '@/lib/words'
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
      <Heading title={dayOf(began, zone)} aside={
        <>
          <Button onClick={() => window.print()}>Print for the fridge</Button>
          <a className={`${link} self-center`} href={`/api/mornings/${read.morning.id}.csv`} download>Save as CSV</a>
          <a className={`${link} self-center`} href={`/api/mornings/${read.morning.id}`} download={`work-cycle-${read.day}.json`}>Save as JSON</a>
        </>}>
        {timeOfDay(began, zone)} to {timeOfDay(ended, zone)}, {read.morning.seen === 'all' ? 'all seen' : 'partly seen'}{read.morning.adult && `, ${read.morning.adult} watched`}
      </Heading>
      <nav aria-label="Other work cycles" className="no-print flex flex-wrap gap-4">
        {read.earlier !== null && <Link className={link} to={`/cycle?id=${read.earlier}`}>The work cycle before</Link>}
        {read.later !== null && <Link className={link} to={`/cycle?id=${read.later}`}>The work cycle after</Link>}
        <Link className={link} to={`/work?day=${read.day}`}>Mend its pieces</Link>
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
      <Heading title="Work cycles" />
      <p className="panel max-w-xl p-5 text-ink-2">{message} A work cycle can be read when it has ended: <Link className={link} to="/watch">watch one</Link>, or <Link className={link} to="/evening">log a past one</Link>.</p>
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
      {each.work.length === 0 && <p className="text-ink-2">No work was written down.</p>}
      {each.work.length > 0 && (
        <>
          <CurveDrawing each={each} length={length} clock={clock} />
          <ul className="flex flex-col gap-1 text-[0.9375rem]">
            <li>{counted(each.stretches_min.length, 'unbroken stretch', 'unbroken stretches')}{each.longest_min !== null && `, the longest ${span(each.longest_min)}`}; {counted(each.rounds, 'repetition')}.</li>
            {each.settling_min !== null && <li>Settled after {span(each.settling_min)}.</li>}
            {each.dip && <li>A restless pause from {clock(each.dip.from_min)} to {clock(each.dip.to_min)}.</li>}
            {each.great && <li>The great work from {clock(each.great.from_min)}, {span(each.great.to_min - each.great.from_min)}: {each.great_at}.</li>}
            {each.breaks.length > 0 && <li>Interrupted by {each.breaks.map((one) => `${one.cause} (${one.times})`).join(', ')}; returned {counted(each.came_back, 'time')}.</li>}
            {swept && <li>At {swept.at_work} of {counted(swept.looks, 'look')} at work{swept.low !== null && swept.high !== null && `: ${plain(100 * swept.low, 0)} to ${plain(100 * swept.high, 0)} % of the time, nine times in ten`}.</li>}
          </ul>
        </>
      )}
      {notes.map((note) => <p key={note.id} className="said">{note.text}</p>)}
      {each.typical.length > 0 && (
        <div>
          <h3 className="text-[0.9375rem]">A typical work cycle</h3>
          <p className="text-sm text-ink-2">Of {each.child.name}’s {counted(each.mornings, 'work cycle')} of {counted(read.typical_weeks, 'week')} that were all seen: on how many at work in the middle of each quarter of an hour, with the range that holds the true share 19 times in 20.</p>
          <TypicalDrawing bins={each.typical} name={each.child.name} clock={clock} />
        </div>
      )}
    </section>
  )
}

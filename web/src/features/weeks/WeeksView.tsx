import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState, type ReactNode } from 'react'
import { Link, useSearchParams } from 'react-router'
import { addDays, daysBetween, weekDay } from '@/lib/days'
import { answer, client } from '@/lib/http'
import { groupsQuery, refresh, weeksQuery } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { GroupChoice } from '@/ui/GroupChoice'
import { Heading } from '@/ui/Heading'
import { Menu } from '@/ui/Menu'
import { Notice, Waiting } from '@/ui/Notice'
import { useNarrow } from '@/ui/useNarrow'
import { useWrite } from '@/ui/useWrite'
import { AheadMargin, Review } from './AheadMargin'
import { AimsMargin } from './AimsMargin'
import { ArrivalMargin } from './ArrivalMargin'
import { AwayMargin } from './AwayMargin'
import { BooksMargin } from './BooksMargin'
import { CalendarDialog } from './CalendarDialog'
import { LineMargin } from './LineMargin'
import type { Carried } from './Mark'
import { PrintedWeeks } from './PrintedWeeks'
import { StringOfWeeks } from './StringOfWeeks'
import { ThemeMargin } from './ThemeMargin'
import { ThemePlanner } from './ThemePlanner'
import { LOOK_WORDS, type At, type Weeks } from './types'

type Person = { id: number; name: string }

/** Weeks: themes, looks, books, what comes ready, what arrives and what is to be done by then, on one string. */
export function WeeksView({ people, today, look }: { people: readonly Person[]; today: string; look: ReactNode }) {
  const [group, setGroup] = useState<number | null>(null)
  const { data: known } = useQuery(groupsQuery)
  const { data: weeks, error } = useQuery(weeksQuery(group))
  const [search, setSearch] = useSearchParams()
  const [calendar, setCalendar] = useState(false)
  const at = search.get('at') ?? 'look'
  const margin = useRef<HTMLElement>(null)
  const below = useNarrow(1000)
  // Where the margin stands below the string, what was chosen is brought into sight.
  const pick = (next: At) => { setSearch({ at: next }, { replace: true }); if (below) margin.current?.scrollIntoView({ block: 'start' }) }
  const move = useWrite(async (what: Carried, day: string) => {
    await answer(client.POST('/api/weeks/move', { body: { kind: what.kind, id: what.id, day, of: what.of ?? 0, stands: what.day } }))
    await refresh()
  })
  if (!weeks) return <Waiting error={error} />
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)_22rem] items-stretch max-[1000px]:grid-cols-1 print:block">
      <div className="flex min-w-0 flex-col gap-4 px-5 py-4 max-[500px]:px-3 print:hidden">
        <Heading title={say('Weeks')}>{LOOK_WORDS[weeks.look] ?? ''}</Heading>
        <Doing pick={pick} onCalendar={() => setCalendar(true)} />
        <GroupChoice label={say('Weeks for')} groups={known?.groups ?? []} group={group} onGroup={setGroup} />
        {move.failed && <Notice tone="must" role="alert">{move.failed.message}</Notice>}
        <StringOfWeeks weeks={weeks} chosen={at} onPick={pick} onMove={(what, day) => void move.run(what, day)} />
        <p className="text-sm text-ink-3">{say('What stands on the string can be carried to another day, with mouse, finger or the space key; Undo takes it back.')}</p>
      </div>
      <aside ref={margin} aria-label={say('Why')} className="scroll-mt-2 flex flex-col gap-4 border-l border-line bg-paper p-5 max-[1000px]:border-t max-[1000px]:border-l-0 max-[500px]:px-3 print:hidden">
        <Chosen weeks={weeks} at={at} people={people} today={today} look={look} onPick={pick} />
      </aside>
      <PrintedWeeks weeks={weeks} />
      <CalendarDialog open={calendar} onClose={() => setCalendar(false)} />
    </div>
  )
}

/** What can be done here; on a phone all but the first behind one button. */
function Doing({ pick, onCalendar }: { pick: (at: At) => void; onCalendar: () => void }) {
  const narrow = useNarrow()
  const rest = [
    { key: 'arrival', says: say('Something arrives'), onSelect: () => pick('arrival:0') }, { key: 'away', says: say('Days away'), onSelect: () => pick('away:0') }, { key: 'books', says: say('Books'), onSelect: () => pick('books') },
    { key: 'aims', says: say('Aims'), onSelect: () => pick('aims') }, { key: 'ahead', says: say('Look ahead'), onSelect: () => pick('ahead') }, { key: 'calendar', says: say('Calendar file'), onSelect: onCalendar }, { key: 'print', says: say('Print'), onSelect: () => window.print() },
  ]
  return (
    <div className="flex flex-wrap gap-2">
      <Button look="main" size={narrow ? 'touch' : 'control'} onClick={() => pick('plan')}>{say('Plan a theme')}</Button>
      {narrow ? <Menu label={say('More of the weeks')} says={say('More')} items={rest} /> : rest.map((each) => <Button key={each.key} onClick={each.onSelect}>{each.says}</Button>)}
    </div>
  )
}

type ChosenProps = { weeks: Weeks; at: At; people: readonly Person[]; today: string; look: ReactNode; onPick: (at: At) => void }

/** The margin: what is chosen on the string. */
function Chosen({ weeks, at, people, today, look, onPick }: ChosenProps) {
  const [kind, ...rest] = at.split(':')
  const id = Number(rest[0] ?? 0)
  const home = () => onPick('look')
  switch (kind) {
    case 'plan': return <ThemePlanner key="plan" today={today} first={nextMonday(weeks)} onTaken={(theme) => onPick(`theme:${theme}`)} onClose={home} />
    case 'theme': return weeks.themes.some((each) => each.id === id) ? <ThemeMargin key={id} id={id} today={today} onGone={home} onTaken={(theme) => onPick(`theme:${theme}`)} /> : <Gone onHome={home} />
    case 'aims': case 'aim': return <AimsMargin aims={weeks.aims} chosen={id} today={today} />
    case 'books': return <BooksMargin today={today} />
    case 'arrival': return <ArrivalMargin key={id} arrives={weeks.arrives.find((each) => each.id === id)} people={people} today={today} onGone={onPick} />
    case 'away': return <AwayMargin key={id} away={weeks.absences.find((each) => each.id === id)} people={people} today={today} onGone={onPick} />
    case 'line': return <LineMargin line={weeks.by_then.find((each) => each.id === id)} lines={weeks.by_then} today={today} onGone={home} />
    case 'ahead': return <AheadMargin />
    case 'change': return <div className="flex flex-col gap-4"><h2 className="text-xl">{say('Changes that were')}</h2><Review /><Button onClick={home}>{say('The next look')}</Button></div>
    case 'look': return rest[0] ? <LaterLook day={rest[0]} weeks={weeks} onHome={home} /> : look
    case 'soon': return <Soon weeks={weeks} child={id} step={rest.slice(1).join(':')} />
    default: return look
  }
}

/** A look further ahead: nothing is known of it yet but what stands on the string then. */
function LaterLook({ day, weeks, onHome }: { day: string; weeks: Weeks; onHome: () => void }) {
  const there = weeks.looks.find((each) => each.day === day)
  const themes = weeks.themes.filter((each) => each.from_day <= day && day <= each.until_day)
  return (
    <div className="flex flex-col items-start gap-3">
      <h2 className="text-xl">{say('Look at the shelf, {day}', { day: weekDay(day) })}</h2>
      <p>{say('What it proposes is reckoned from the signs of the work until then. {part}{part2}', { part: there?.let_in ? say('The shelf is nearly empty now: one or two trays may be let in, as they are shown.') : '', part2: themes.length > 0 ? say('It falls into {themes}.', { themes: themes.map((each) => each.name).join(', ') }) : '' })}</p>
      <Button onClick={onHome}>{say('The next look')}</Button>
    </div>
  )
}

function Gone({ onHome }: { onHome: () => void }) {
  return <div className="flex flex-col items-start gap-3"><p className="text-ink-2">{say('It stands on the string no more.')}</p><Button onClick={onHome}>{say('The next look')}</Button></div>
}

function Soon({ weeks, child, step }: { weeks: Weeks; child: number; step: string }) {
  const found = weeks.soon.find((each) => each.child_id === child && `${each.key}:${each.level}` === step)
  if (!found) return null
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-xl">{found.step}</h2>
      <p>{say('Likely ready for {child} between {day} and {part}; half of such levels are by {day2}, in {days}. Four in five fall into the range.', { child: found.child, day: weekDay(found.earliest), part: found.latest ? weekDay(found.latest) : say('some day later'), day2: weekDay(found.median), days: say('{n, plural, one {# day} other {# days}}', { n: Math.max(0, daysBetween(weeks.today, found.median)) }) })}</p>
      <Link className="text-woad underline" to={`/ladders?child=${child}&step=${step}`}>{say('See it on its ladder')}</Link>
    </div>
  )
}

const nextMonday = (weeks: Weeks) => { const first = weeks.first; const gone = daysBetween(first, weeks.today); return addDays(first, gone - (gone % 7) + 7) }

import { say } from '@/lib/say'
import { addDays, daysText, shortDay } from '@/lib/days'
import { sentence } from '@/lib/words'
import type { Weeks } from './types'

/** The weeks on paper: what begins, what changes and what is to be done, week by week from this one on. */
export function PrintedWeeks({ weeks }: { weeks: Weeks }) {
  const monday = Array.from({ length: 12 }, (_, n) => addDays(weeks.first, 7 * n)).filter((day) => addDays(day, 6) >= weeks.today && day <= weeks.last)
  return (
    <div className="hidden print:block">
      <h1>{say('Weeks')}</h1>
      {monday.map((day) => {
        const last = addDays(day, 6)
        const within = (each: string) => each >= day && each <= last
        const lines = [
          ...weeks.absences.filter((away) => away.from_day <= last && away.until_day >= day).map((away) => say('Away: {away}, {daysText}', { away: away.name, daysText: daysText(away.from_day, away.until_day) })),
          ...weeks.themes.filter((theme) => theme.from_day <= last && theme.until_day >= day).map((theme) => say('Theme: {theme}{part}', { theme: theme.name, part: theme.question && within(theme.from_day) ? `, “${theme.question}”` : '' })),
          ...weeks.themes.flatMap((theme) => theme.trays.filter((tray) => tray.where && within(tray.day)).map((tray) => say('{day}: {tray} comes, {where}{part}', { day: shortDay(tray.day), tray: tray.name, where: tray.where, part: tray.goes ? say('; {goes} rests', { goes: tray.goes }) : '' }))),
          ...weeks.looks.filter((look) => !look.past && within(look.day)).map((look) => say('{day}: look at the shelves{part}', { day: shortDay(look.day), part: look.proposed ? say(': {out} out, {in_} in', { out: look.out.join(', '), in_: look.in_.join(', ') }) : '' })),
          ...(weeks.next_turn && within(weeks.next_turn) ? [say('{day}: turn the books', { day: shortDay(weeks.next_turn) })] : []),
          ...weeks.back.filter((book) => within(book.back_on)).map((book) => say('{day}: {book} goes back', { day: shortDay(book.back_on), book: book.title })),
          ...weeks.arrives.filter((each) => !each.arrived && within(each.day)).map((each) => say('{day}: {each} arrives', { day: shortDay(each.day), each: each.name })),
        ]
        const due = weeks.by_then.filter((line) => !line.done && within(line.due))
        if (lines.length + due.length === 0) return null
        return (
          <section key={day} className="mb-3 break-inside-avoid">
            <h2 className="border-b border-ink">{daysText(day, last)}</h2>
            <ul>{lines.map((line) => <li key={line}>{line}</li>)}{due.map((line) => <li key={line.id}>{say('☐ {kind} {line}{amount} by {day}', { kind: sentence(line.kind), line: line.name, amount: line.amount && ` (${line.amount})`, day: shortDay(line.due) })}</li>)}</ul>
          </section>
        )
      })}
    </div>
  )
}

import { addDays, daysText, shortDay } from '@/lib/days'
import { sentence } from '@/lib/words'
import type { Weeks } from './types'

/** The weeks on paper: what begins, what changes and what is to be done, week by week from this one on. */
export function PrintedWeeks({ weeks }: { weeks: Weeks }) {
  const monday = Array.from({ length: 12 }, (_, n) => addDays(weeks.first, 7 * n)).filter((day) => addDays(day, 6) >= weeks.today && day <= weeks.last)
  return (
    <div className="hidden print:block">
      <h1>Weeks</h1>
      {monday.map((day) => {
        const last = addDays(day, 6)
        const within = (each: string) => each >= day && each <= last
        const lines = [
          ...weeks.absences.filter((away) => away.from_day <= last && away.until_day >= day).map((away) => `Away: ${away.name}, ${daysText(away.from_day, away.until_day)}`),
          ...weeks.themes.filter((theme) => theme.from_day <= last && theme.until_day >= day).map((theme) => `Theme: ${theme.name}${theme.question && within(theme.from_day) ? `, “${theme.question}”` : ''}`),
          ...weeks.themes.flatMap((theme) => theme.trays.filter((tray) => tray.where && within(tray.day)).map((tray) => `${shortDay(tray.day)}: ${tray.name} comes, ${tray.where}${tray.goes ? `; ${tray.goes} rests` : ''}`)),
          ...weeks.looks.filter((look) => !look.past && within(look.day)).map((look) => `${shortDay(look.day)}: look at the shelves${look.proposed ? `: ${look.out.join(', ')} out, ${look.in_.join(', ')} in` : ''}`),
          ...(weeks.next_turn && within(weeks.next_turn) ? [`${shortDay(weeks.next_turn)}: turn the books`] : []),
          ...weeks.back.filter((book) => within(book.back_on)).map((book) => `${shortDay(book.back_on)}: ${book.title} goes back`),
          ...weeks.arrives.filter((each) => !each.arrived && within(each.day)).map((each) => `${shortDay(each.day)}: ${each.name} arrives`),
        ]
        const due = weeks.by_then.filter((line) => !line.done && within(line.due))
        if (lines.length + due.length === 0) return null
        return (
          <section key={day} className="mb-3 break-inside-avoid">
            <h2 className="border-b border-ink">{daysText(day, last)}</h2>
            <ul>{lines.map((line) => <li key={line}>{line}</li>)}{due.map((line) => <li key={line.id}>☐ {sentence(line.kind)} {line.name}{line.amount && ` (${line.amount})`} by {shortDay(line.due)}</li>)}</ul>
          </section>
        )
      })}
    </div>
  )
}

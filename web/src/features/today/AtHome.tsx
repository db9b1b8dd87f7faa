import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { GroupChoice } from '@/ui/GroupChoice'
import type { Schemas } from '@/lib/http'
import { todayQuery } from '@/lib/queries'
import { sentence } from '@/lib/words'

type AtHomeOut = Schemas['AtHomeOut']
/** So many lessons of a child are named; the rest is a tap away. */
const MOST = 3
const row = 'flex min-h-touch flex-wrap items-center justify-between gap-x-3 py-1.5 hover:text-woad print:min-h-0 print:py-0 print:text-[0.8125rem]'

/** What of the home's real work belongs on today: routines that come round, lessons that wait, the snack table. */
export function AtHome({ at_home }: { at_home: AtHomeOut }) {
  const { routines, words, table } = at_home
  if (routines.length + words.length === 0 && !table) return null
  const byChild = [...new Set(words.map((each) => each.child))].map((child) => [child, words.filter((each) => each.child === child)] as const)
  const on = table?.on_it.length ? table.on_it.join(', ') : say('not set yet')
  return (
    <section aria-label={say('At home')} className="panel p-4">
      <h2>{say('At home')}</h2>
      <ul className="mt-1 flex flex-col">
        {table && <li><Link className={row} to="/table"><span><strong>{say('The snack table')}</strong>: {word(table.stage)}{table.in_the_bowl > 0 && say(', {in_the_bowl} in the bowl', { in_the_bowl: table.in_the_bowl })}</span><span className="text-ink-2">{on}</span></Link></li>}
        {routines.map((each) => <li key={each.key} className="border-t border-line"><Link className={row} to="/routines"><span><strong>{sentence(each.name)}</strong>{' '}{say('comes round')}</span><span className="text-ink-2">{each.adults.join(', ')}</span></Link></li>)}
        {byChild.map(([child, waiting]) => (
          <li key={child} className="flex flex-wrap items-center gap-x-3 border-t border-line py-1 print:py-0 print:text-[0.8125rem]">
            <span className="font-semibold">{say('Words for {child}', { child })}</span>
            <span className="hidden print:inline">{waiting.slice(0, MOST).map((each) => each.name).join(', ')}</span>
            {waiting.slice(0, MOST).map((each) => <Link key={each.set_key} className="inline-flex min-h-touch items-center text-woad underline underline-offset-4 print:hidden" to={`/lesson?child=${each.child_id}&set=${each.set_key}`}>{each.name}<span className="sr-only">{' '}{say('for {child}', { child: each.child })}</span><span className="pl-1 text-sm text-ink-2 print:hidden">{each.talked_on ? say('talked of') : say('{due} due', { due: each.due })}</span></Link>)}
            {waiting.length > MOST && <Link className="text-sm text-ink-2 underline print:hidden" to={`/words?child=${waiting[0]?.child_id ?? 0}`}>{say('and {waiting} more', { waiting: waiting.length - MOST })}</Link>}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Today for the whole house, or for one group of children only: what is printed then names no other child. */
export function Groups({ today, group, onGroup }: { today: Schemas['TodayOut']; group: number | null; onGroup: (group: number | null) => void }) {
  const { data } = useQuery({ ...todayQuery(), enabled: group !== null })
  const groups = group === null ? today.groups : data?.groups ?? []
  return <GroupChoice label={say('Today for')} groups={groups} group={group} onGroup={onGroup} />
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { childrenQuery } from '@/lib/queries'
import { calendarDay, sentence } from '@/lib/words'
import { Given } from './Allowed'
import { Fold } from '@/ui/Fold'

/** Everything this house allows with an adult at the table, and what it withdrew. */
export function Permissions() {
  const { data } = useQuery(childrenQuery)
  const all = (data?.children ?? []).flatMap((child) => child.permissions.map((given) => ({ child, given })))
  const now = all.filter(({ given }) => given.withdrawn_on === null)
  const gone = all.filter(({ given }) => given.withdrawn_on !== null)
  return (
    <section className="panel p-4" aria-label={say('Allowed with an adult at the table')}>
      <h2>{say('Allowed with an adult at the table')}</h2>
      {now.length === 0 && <p className="mt-2 text-ink-2">{sayRich('Nothing. Where a rule could give way it asks at the tray; all of it stands under <a>Children</a>.', { a: (inner) => <Link className="text-woad underline" to="/children">{inner}</Link> })}</p>}
      <ul className="mt-2 flex flex-col gap-2">
        {now.map(({ child, given }) => <li key={given.id}><p className="font-semibold">{child.name}: {word(given.work)}</p><Given child={child} given={given} /></li>)}
      </ul>
      {gone.length > 0 && (
        <Fold title={say('Withdrawn')} className="mt-2" titleClass="text-woad">
          <ul className="text-[0.9375rem] text-ink-2">{gone.map(({ child, given }) => <li key={given.id}>{say('{child}: {work}, withdrawn {withdrawn_on}', { child: child.name, work: sentence(given.work), withdrawn_on: given.withdrawn_on && calendarDay(given.withdrawn_on) })}</li>)}</ul>
        </Fold>
      )}
    </section>
  )
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { saidQuery } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { Fold } from '@/ui/Fold'

/** What adults said that a child knows, apart from what was seen: asked, and what follows from it. */
export function Said({ child }: { child: { id: number; name: string } }) {
  const { data } = useQuery(saidQuery(child.id))
  if (!data) return null
  const asked = data.said.filter((each) => !each.concluded)
  const follows = data.said.filter((each) => each.concluded && each.answer === 'yes')
  const link = <Link className="inline-flex min-h-control items-center font-semibold text-woad underline underline-offset-4" to="/welcome?step=know">{asked.length ? say('Ask again') : say('Answer a few questions')}</Link>
  return (
    <section aria-label={say('What {child} is said to know', { child: child.name })} className="panel p-4">
      <h2>{say('Said to be known')}</h2>
      {asked.length === 0 ? <p className="mt-1 text-ink-2">{sayRich('Nothing was said yet. {link}', { link })}</p> : (
        <Fold title={<>{say('{answers} of yours, and {levels} taken as known from them. It counts until three tries say otherwise.', { answers: say('{n, plural, one {# answer} other {# answers}}', { n: asked.length }), levels: say('{n, plural, one {# level} other {# levels}}', { n: follows.length }) })}</>} titleClass="min-h-control py-2 text-ink-2">
          <ul className="text-[0.9375rem]">{asked.map((each) => <li key={`${each.key} ${each.level} ${each.word}`} className="flex justify-between gap-3 border-t border-line py-1"><span>{each.name}</span><span className="text-ink-2">{word(each.answer)}, {calendarDay(each.on)}{each.adult && `, ${each.adult}`}</span></li>)}</ul>
          {follows.length > 0 && <p className="mt-2 text-sm text-ink-2">{say('From these: {follows}.', { follows: follows.map((each) => each.name).join('; ') })}</p>}
          {link}
        </Fold>
      )}
    </section>
  )
}

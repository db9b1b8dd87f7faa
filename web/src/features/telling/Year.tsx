import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { yearQuery } from '@/lib/queries'
import { calendarDay, fixed, span } from '@/lib/words'

const FIRST = 12

/** The year in the house: which trays earned their place, drawn; what a use cost; what to pass on. */
export function Year() {
  const { data } = useQuery(yearQuery)
  const [all, setAll] = useState(false)
  if (!data) return null
  const most = Math.max(1, ...data.trays.map((each) => each.uses))
  const shown = all ? data.trays : data.trays.slice(0, FIRST)
  const priced = data.trays.some((each) => each.cost !== null)
  return (
    <section className="panel p-4" aria-label={say('The year in the house')}>
      <h2>{say('The year in the house')}</h2>
      <p className="mt-1 mb-3 text-[0.9375rem] text-ink-2">{say('Which trays earned their place, {day} to {day2}.{part}', { day: calendarDay(data.from_day), day2: calendarDay(data.until_day), part: !priced && say(' With prices beside the things in the cupboard, what a use cost stands here too.') })}</p>
      {data.trays.length === 0
        ? <p className="text-ink-2">{say('There is no tray yet.')}</p>
        : (
            <table className="w-full text-left text-[0.9375rem]">
              <thead className="text-sm text-ink-2"><tr><th scope="col" className="w-[34%] py-1 font-semibold">{say('Tray')}</th><th scope="col" className="font-semibold">{say('Taken up')}</th><th scope="col" className="px-3 font-semibold max-[700px]:hidden">{say('At work')}</th><th scope="col" className="px-3 font-semibold max-[700px]:hidden">{say('Children')}</th>{priced && <th scope="col" className="px-3 font-semibold">{say('A use cost')}</th>}<th scope="col" className="font-semibold">{say('To pass on')}</th></tr></thead>
              <tbody>
                {shown.map((each) => (
                  <tr key={each.tray} className="border-t border-line">
                    <th scope="row" className="py-1 pr-3 font-normal">{each.tray}</th>
                    <td><span className="flex items-center gap-2"><svg viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden className="h-2.5 w-28 shrink-0 max-[700px]:w-14"><rect width="100" height="8" rx="2" className="fill-woad-2" /><rect width={(100 * each.uses) / most} height="8" rx="2" className="fill-woad" /></svg><span className="tabular-nums">{each.uses}</span></span></td>
                    <td className="px-3 tabular-nums max-[700px]:hidden">{each.minutes ? span(each.minutes) : say('none')}</td><td className="px-3 tabular-nums max-[700px]:hidden">{each.children}</td>
                    {priced && <td className="px-3 tabular-nums">{each.cost_per_use === null ? say('not known') : fixed(each.cost_per_use, 2)}</td>}
                    <td className="text-sm text-ink-2">{each.pass_on}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
      {data.trays.length > FIRST && <Button look="quiet" className="mt-2" aria-expanded={all} onClick={() => setAll(!all)}>{all ? say('Only the first') : say('All {trays}', { trays: data.trays.length })}</Button>}
    </section>
  )
}

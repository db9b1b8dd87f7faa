import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'
import { calendarDay } from '@/lib/words'
import { keyOf, type StepKey } from './geometry'

/** What changed since an earlier day, as a list a parent can read. */
export function Grew({ grew, name, onPick }: { grew: Schemas['GrowthOut']; name: string; onPick: (step: StepKey) => void }) {
  return (
    <section aria-label={say('What changed since')} className="panel p-4">
      <h2>{say('{name} on {day}, and what changed since', { name, day: calendarDay(grew.since) })}</h2>
      {grew.changes.length === 0 ? <p className="text-ink-2">{say('Nothing that was written down.')}</p> : (
        <ul className="mt-1 columns-2 gap-6 max-[900px]:columns-1">
          {grew.changes.map((each) => (
            <li key={each.kind + keyOf(each.step)} className="break-inside-avoid py-0.5">
              <button type="button" className="min-h-control text-left hover:underline" onClick={() => onPick(keyOf(each.by ?? each.step))}>{each.said}</button>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

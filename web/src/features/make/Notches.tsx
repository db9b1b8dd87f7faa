import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'

type Dimension = Schemas['DimensionOut']
const drawn = (each: Dimension) => each.step > 0 || (each.nearest ?? 0) > 0

/** How hard it is, as a row of notches for every dimension that matters here, beside the nearest mastered tray. Never one number. */
export function Notches({ difficulty, nearest, compared }: { difficulty: readonly Dimension[]; nearest: string; compared: string }) {
  return (
    <section aria-label={say('Difficulty')} className="panel p-4">
      <h2>{say('Difficulty')}</h2>
      <p className="mb-2 text-[0.9375rem] text-ink-2">
        {nearest ? <>{sayRich('Beside the nearest mastered tray, {nearest}: <a>{compared}</a>.', { nearest, compared, a: (inner) => <strong className="text-ink">{inner}</strong> })}</> : say('No tray with known contents is mastered yet, so there is nothing to compare with.')}
      </p>
      <table className="w-full text-[0.9375rem]">
        <caption className="sr-only">{say('Steps of difficulty{nearest}', { nearest: nearest && say(', beside {nearest}', { nearest }) })}</caption>
        <tbody>
          {difficulty.filter(drawn).map((each) => (
            <tr key={each.name}>
              <th scope="row" className="w-24 py-0.5 text-left font-semibold">{each.name}</th>
              <td className="w-32"><String step={each.step} most={each.most} nearest={each.nearest} /></td>
              <td className="pl-3 text-ink-2">{each.text}<span className="sr-only">{say(', step {step} of {most}{part}', { step: each.step, most: each.most, part: each.nearest === null ? '' : say('; {nearest}: step {nearest2}', { nearest, nearest2: each.nearest }) })}</span></td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** A taut line with a notch for each step; a ring marks where the nearest mastered tray stands. */
function String({ step, most, nearest }: { step: number; most: number; nearest: number | null }) {
  return (
    <svg viewBox="0 0 120 22" aria-hidden="true" className="h-[1.375rem] w-30">
      <path d="M 4 11 H 116" stroke="var(--color-edge)" strokeWidth="1.5" />
      {Array.from({ length: most + 1 }, (_, n) => {
        const x = 6 + (n * 108) / most
        return <path key={n} d={`M ${x} ${n <= step ? 4 : 8} V ${n <= step ? 18 : 14}`} className={cx(n <= step ? 'stroke-woad' : 'stroke-edge')} strokeWidth={n <= step ? 4 : 1.5} />
      })}
      {nearest !== null && <circle cx={6 + (nearest * 108) / most} cy="11" r="6.5" fill="none" stroke="var(--color-ink)" strokeWidth="1.5" strokeDasharray="2.5 2" />}
    </svg>
  )
}

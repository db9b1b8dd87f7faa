import { say, word } from '@/lib/say'
import { Link } from 'react-router'
import { plain } from '@/lib/words'
import { Fold } from './Fold'

type Quantity = { label: string; value: number; unit: string; limit: number | null; needed: boolean }
type Reason = { rule: string; text: string; numbers: readonly Quantity[]; evidence: readonly string[]; source: string }

const amount = (q: Quantity) => (q.value > 0 && q.value < 0.005 ? say('under 0.01') : plain(q.value, 2))
const said = (q: Quantity) => `${amount(q)} ${word(q.unit)}`.trim() + (q.limit === null ? '' : q.needed ? say('; needed {limit}', { limit: plain(q.limit, 2) }) : say('; limit {limit}', { limit: plain(q.limit, 2) }))

type WhyProps = { reasons: readonly Reason[]; numbers?: boolean; folded?: boolean; more?: string }

/** The program's reasons: the sentence, the numbers with their limits, the source, and a way to what was seen. Folded,
 * the sentences alone can be read; `more` is reckoning that belongs to none of them. */
export function Why({ reasons, numbers = true, folded = false, more = '' }: WhyProps) {
  if (folded) return <Folded reasons={reasons} numbers={numbers} more={more} />
  return (
    <ul className="flex flex-col gap-3">
      {reasons.map((reason, at) => (
        <li key={at} className="flex flex-col gap-1">
          {reason.text && <p>{reason.text}</p>}
          <Reckoned reason={reason} numbers={numbers} />
        </li>
      ))}
    </ul>
  )
}

/** Sentences that can be read aloud one after the other, and all that is behind them in one place. */
function Folded({ reasons, numbers, more }: { reasons: readonly Reason[]; numbers: boolean; more: string }) {
  const behind = reasons.filter((each) => (numbers && each.numbers.length > 0) || each.evidence.length > 0 || each.source)
  return (
    <div className="flex flex-col gap-2">
      {reasons.map((reason, at) => <p key={at}>{reason.text}</p>)}
      {(behind.length > 0 || more) && (
        <Fold title={say('How this is reckoned')} className="text-sm" titleClass="text-ink-2">
          <ul className="flex flex-col gap-3 pt-1">{behind.map((reason, at) => <li key={at}>{behind.length > 1 && <p className="text-ink-2">{reason.text}</p>}<Reckoned reason={reason} numbers={numbers} /></li>)}</ul>
          {more && <p className="pt-2 text-ink-2">{more}</p>}
        </Fold>
      )}
    </div>
  )
}

function Reckoned({ reason, numbers }: { reason: Reason; numbers: boolean }) {
  return (
    <>
      {numbers && reason.numbers.length > 0 && (
        <dl className="text-sm">
          {reason.numbers.map((q) => (
            <div key={q.label} className="flex justify-between gap-4 border-t border-line py-1">
              <dt className="text-ink-2">{q.label}</dt>
              <dd className="text-right tabular-nums">{said(q)}</dd>
            </div>
          ))}
        </dl>
      )}
      <Grounds reason={reason} />
    </>
  )
}

function Grounds({ reason }: { reason: Reason }) {
  const seen = reason.evidence.filter((id) => id.startsWith('episode:')).map((id) => id.slice('episode:'.length))
  if (!reason.source && seen.length === 0) return null
  return (
    <p className="text-sm text-ink-3">
      {reason.source && <>{say('Source: {source}.', { source: reason.source })}{' '}</>}
      {seen.length > 0 && (
        <Link className="text-woad underline underline-offset-2" to={`/work?ids=${seen.join(',')}`}>
          {seen.length === 1 ? say('The work it rests on') : say('The {seen} pieces of work it rests on', { seen: seen.length })}
        </Link>
      )}
    </p>
  )
}

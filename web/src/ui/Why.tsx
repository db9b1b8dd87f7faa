import { Link } from 'react-router'
import { plain } from '@/lib/words'

type Quantity = { label: string; value: number; unit: string; limit: number | null; needed: boolean }
type Reason = { rule: string; text: string; numbers: readonly Quantity[]; evidence: readonly string[]; source: string }

const amount = (q: Quantity) => (q.value > 0 && q.value < 0.005 ? 'under 0.01' : plain(q.value, 2))
const said = (q: Quantity) => `${amount(q)} ${q.unit}`.trim() + (q.limit === null ? '' : `; ${q.needed ? 'needed' : 'limit'} ${plain(q.limit, 2)}`)

/** The program's reasons: the sentence, the numbers with their limits, the source, and a way to what was seen. */
export function Why({ reasons, numbers = true }: { reasons: readonly Reason[]; numbers?: boolean }) {
  return (
    <ul className="flex flex-col gap-3">
      {reasons.map((reason, at) => (
        <li key={at} className="flex flex-col gap-1">
          {reason.text && <p>{reason.text}</p>}
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
        </li>
      ))}
    </ul>
  )
}

function Grounds({ reason }: { reason: Reason }) {
  const seen = reason.evidence.filter((id) => id.startsWith('episode:')).map((id) => id.slice('episode:'.length))
  return (
    <p className="text-sm text-ink-3">
      {reason.source && <>Source: {reason.source}. </>}
      {seen.length > 0 && (
        <Link className="text-woad underline underline-offset-2" to={`/work?ids=${seen.join(',')}`}>
          {seen.length === 1 ? 'The work it rests on' : `The ${seen.length} pieces of work it rests on`}
        </Link>
      )}
    </p>
  )
}

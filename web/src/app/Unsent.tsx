import { say, word } from '@/lib/say'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { begin, forgetRefused, outbox, subscribe } from '@/lib/outbox'

/** Two tries did not bring it over. */
const SLOW_MS = 10_000
const FULL = say('This device cannot keep any more. Leave this page open, free some room on it, and come near the program: what is counted here is not sent yet.')

/** What this device has written down and the program has not taken yet: how much, why, and what was refused. */
export function Unsent() {
  const { waiting, refused, full, trouble: unwilling, away, unpaired } = useSyncExternalStore(subscribe, outbox)
  useEffect(begin, [])
  // What is on its way is not told at once: a line that comes and goes would move everything under the finger.
  const [slow, setSlow] = useState('')
  const oldest = waiting[0]?.at
  useEffect(() => {
    const timer = setTimeout(() => setSlow(oldest ?? ''), SLOW_MS)
    return () => clearTimeout(timer)
  }, [oldest])
  const trouble = full ? FULL : unwilling
  const late = oldest !== undefined && (away || slow === oldest)
  if (!late && refused.length === 0 && !trouble && !away) return null
  return (
    <div className="no-print flex flex-col gap-2 px-5 pt-3">
      {trouble && <Notice tone="must" role="alert">{waiting.length > 0 && say('{lines} not sent yet. ', { lines: say('{n, plural, one {# line} other {# lines}}', { n: waiting.length }) })}{trouble}{unpaired && <> <Link className="font-semibold underline underline-offset-4" to="/pair">{say('Pair this device')}</Link></>}</Notice>}
      {!trouble && late && <Notice tone="should" role="status">{say('{lines} not sent yet. What you write down is kept on this device and sent when the program answers.', { lines: say('{n, plural, one {# line} other {# lines}}', { n: waiting.length }) })}</Notice>}
      {!trouble && waiting.length === 0 && away && <Notice tone="note" role="status">{say('The program does not answer. Watch goes on; what you write down is kept on this device.')}</Notice>}
      {refused.length > 0 && (
        <Notice tone="must" role="alert">
          {say('{lines} could not be taken; what they say is kept here until you have read it.', { lines: say('{n, plural, one {# line} other {# lines}}', { n: refused.length }) })}
          <ul className="mt-1 list-disc pl-5">{refused.slice(0, 5).map((each) => <li key={each.sequence}>{[word(each.item.kind), 'cause' in each.item && word(each.item.cause), 'text' in each.item && each.item.text].filter(Boolean).join(', ')}: {word(each.why)}</li>)}</ul>
          <Button look="quiet" onClick={forgetRefused}>{say('Understood')}</Button>
        </Notice>
      )}
    </div>
  )
}

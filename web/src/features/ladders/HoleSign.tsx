import { say } from '@/lib/say'
import type { Hole } from './geometry'

type State = Hole['state']
type SignProps = { state: State; next?: boolean; implied?: boolean; almost?: boolean; stuck?: boolean; size?: number }

export const STATE_WORDS: Record<State, string> = {
  'not shown': say('not shown'), 'shown': say('shown'), 'said': say('said to be known'), 'working': say('at work'), 'alone': say('done alone'), 'mastered': say('known'), 'fading': say('known, may be slipping'),
}

/** A hole on a string: its state by form and colour. */
export function HoleSign({ state, next = false, implied = false, almost = false, stuck = false, size = 22 }: SignProps) {
  const known = state === 'mastered' || state === 'fading'
  const quiet = state === 'not shown' && !next
  return (
    <svg viewBox="-11 -11 22 22" width={size} height={size} aria-hidden="true" className="overflow-visible">
      <circle r={quiet ? 6 : 8} fill={state === 'mastered' ? 'var(--color-woad)' : 'var(--color-paper)'} stroke={quiet ? 'var(--color-edge)' : 'var(--color-woad)'} strokeWidth={quiet ? 1.5 : 2} strokeDasharray={(state === 'not shown' && almost) || state === 'fading' ? '3.2 2.4' : undefined} />
      {state === 'fading' && <circle r="4.6" fill="var(--color-woad)" />}
      {state === 'said' && <path d="M-5.4 -3H5.4M-6.5 0H6.5M-5.4 3H5.4" stroke="var(--color-woad)" strokeWidth="2" />}
      {state === 'alone' && <path d="M0 -8A8 8 0 0 0 0 8Z" fill="var(--color-woad)" />}
      {state === 'working' && <circle r="3.2" fill="var(--color-woad)" />}
      {state === 'shown' && <circle r="3.4" fill="none" stroke="var(--color-woad)" strokeWidth="1.6" />}
      {implied && !known && <circle r="2" fill="var(--color-edge)" />}
      {stuck && <path d="M-11 0H-8M8 0H11M-10 -5L-7.5 -3M10 -5L7.5 -3M-10 5L-7.5 3M10 5L7.5 3" stroke="var(--color-saffron)" strokeWidth="2.2" />}
    </svg>
  )
}

/** What the signs mean. */
export function Legend() {
  const signs: readonly [string, SignProps][] = [
    [say('known'), { state: 'mastered' }], [say('known, may be slipping'), { state: 'fading' }], [say('said to be known'), { state: 'said' }], [say('done alone'), { state: 'alone' }],
    [say('at work'), { state: 'working' }], [say('at work and stuck'), { state: 'working', stuck: true }], [say('shown'), { state: 'shown' }], [say('could be next'), { state: 'not shown', next: true }],
    [say('almost ready'), { state: 'not shown', next: true, almost: true }], [say('not yet'), { state: 'not shown' }], [say('passed over: something harder is known'), { state: 'not shown', implied: true }],
  ]
  return (
    <ul aria-label={say('What the signs mean')} className="flex flex-wrap gap-x-5 gap-y-1.5 text-sm text-ink-2">
      {signs.map(([means, sign]) => <li key={means} className="inline-flex items-center gap-1.5"><HoleSign {...sign} size={18} />{means}</li>)}
      <li className="inline-flex items-center gap-1.5">
        <svg viewBox="0 0 40 18" width="40" height="18" aria-hidden="true"><path d="M2 15Q20 0 38 15" fill="none" stroke="var(--color-saffron)" strokeWidth="2" strokeDasharray="4 3" /></svg>{say('a jump of two notches or more')}
      </li>
      <li className="inline-flex items-center gap-1.5">
        <svg viewBox="-8 -8 16 16" width="16" height="16" aria-hidden="true" stroke="var(--color-saffron)" strokeWidth="2"><circle r="6.5" fill="var(--color-paper)" /><path d="M-3 0H3M0 -3V3" /></svg>{say('a step between can be made')}
      </li>
    </ul>
  )
}

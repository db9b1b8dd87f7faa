import { say, word } from '@/lib/say'
import type { Schemas } from '@/lib/http'

type Childs = Schemas['ChildsMorningOut']
const WIDTH = 460
const LEFT = 4

/** The curve of one morning: a line that rises where the child works unbroken, higher the longer; the parts named under it. */
export function CurveDrawing({ each, length, clock }: { each: Childs; length: number; clock: (minutes: number) => string }) {
  const x = (minutes: number) => LEFT + (minutes / Math.max(length, 1)) * (WIDTH - 2 * LEFT)
  const longest = Math.max(...each.work.map((one) => one.to_min - one.from_min), 1)
  const height = (one: { from_min: number; to_min: number }) => 10 + 44 * ((one.to_min - one.from_min) / longest)
  const path = each.work.map((one) => `L${x(one.from_min)} 70C${x(one.from_min)} ${70 - height(one)} ${x(one.to_min)} ${70 - height(one)} ${x(one.to_min)} 70`).join('')
  const parts = [
    ...(each.settling_min !== null && each.settling_min > 1 ? [{ name: 'settling', from: 0, to: each.settling_min }] : []),
    ...(each.dip ? [{ name: 'restless', from: each.dip.from_min, to: each.dip.to_min }] : []),
    ...(each.great ? [{ name: say('great work'), from: each.great.from_min, to: each.great.to_min }] : []),
  ]
  const said = each.work.map((one) => say('{from_min} to {to_min}', { from_min: clock(one.from_min), to_min: clock(one.to_min) })).join(', ')
  return (
    <svg viewBox={`0 0 ${WIDTH} 104`} role="img" aria-label={say('At work {said}', { said })} className="block w-full">
      <path d={`M${LEFT} 70${path}L${WIDTH - LEFT} 70`} fill="var(--color-woad-2)" stroke="var(--color-woad)" strokeWidth="1.5" />
      {[LEFT, WIDTH - LEFT].map((end) => <circle key={end} cx={end} cy="70" r="3.5" fill="var(--color-paper)" stroke="var(--color-ink-2)" strokeWidth="1.5" />)}
      {parts.map((part, at) => (
        <g key={part.name}>
          <path d={`M${x(part.from)} ${79 + (at % 2)}H${Math.max(x(part.to), x(part.from) + 3)}`} stroke={part.name === 'restless' ? 'var(--color-saffron)' : 'var(--color-ink-2)'} strokeWidth="2" />
          <text x={Math.min(Math.max((x(part.from) + x(part.to)) / 2, 26), WIDTH - 34)} y={94 + 9 * (at % 2)} fontSize="11" textAnchor="middle" fill="var(--color-ink-2)">{word(part.name)}</text>
        </g>
      ))}
    </svg>
  )
}

/** The typical morning: for each quarter of an hour a bar from low to high, and a point at the share. */
export function TypicalDrawing({ bins, name, clock }: { bins: readonly Schemas['QuarterOut'][]; name: string; clock: (minutes: number) => string }) {
  const step = (WIDTH - 40) / bins.length
  const y = (share: number) => 76 - 66 * share
  const told = bins.map((bin) => say('from {from_min} {at_work} of {mornings}', { from_min: clock(bin.from_min), at_work: bin.at_work, mornings: bin.mornings })).join('; ')
  return (
    <svg viewBox={`0 0 ${WIDTH} 98`} role="img" aria-label={say('{name} at work {told}', { name, told })} className="block w-full">
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <path d={`M32 ${y(share)}H${WIDTH - 4}`} stroke="var(--color-line)" />
          <text x="28" y={y(share) + 4} fontSize="11" textAnchor="end" fill="var(--color-ink-3)">{100 * share} %</text>
        </g>
      ))}
      {bins.map((bin, at) => {
        const middle = 36 + step * (at + 0.5)
        return (
          <g key={bin.from_min}>
            <path d={`M${middle} ${y(bin.high)}V${y(bin.low)}`} stroke="var(--color-woad-2)" strokeWidth={Math.min(14, step * 0.6)} />
            <circle cx={middle} cy={y(bin.share)} r="3.5" fill="var(--color-woad)" />
            {at % 2 === 0 && <text x={middle} y="93" fontSize="11" textAnchor="middle" fill="var(--color-ink-3)">{clock(bin.from_min)}</text>}
          </g>
        )
      })}
    </svg>
  )
}

import { say, word } from '@/lib/say'
import { memo } from 'react'
import { useWidth } from '@/ui/useWidth'
import { timeOfDay } from '@/lib/words'
import { depth, rounds, stretches, swing, type Episode, type Spell } from '@/lib/record'

type Person = { id: number; name: string }
export type StringsProps = {
  people: readonly Person[]; episodes: readonly Episode[]; spells: readonly Spell[]; scales: readonly { child_id: number; own_p90_min: number | null }[]
  began: number; ended: number | null; now: number; zone: string; aside: (id: number) => string
}

const HALF_HOUR = 1_800_000
const LEFT = 118
const RIGHT = 26
const LANE = 88
/** Many children: lanes so low that all are seen together, without the names of their work. */
const LOW_LANE = 34
const LOW_FROM = 7
const TOP = 40

/** A vibrating stretch of string: waves under a bow, wider the longer the work was unbroken. */
function wave(x0: number, x1: number, y: number, half: number): string {
  const steps = Math.max(4, Math.round(x1 - x0))
  let path = `M${x0.toFixed(1)} ${y}`
  for (let n = 1; n <= steps; n += 1) {
    const t = n / steps
    const x = x0 + (x1 - x0) * t
    path += `L${x.toFixed(1)} ${(y + half * Math.sin(Math.PI * t) * Math.sin((x - x0) * 1.05)).toFixed(1)}`
  }
  return path
}

/** The morning as strings, one a child: where a child works, its string swings; a notch marks what broke it. */
export const Strings = memo(Drawn, (before, after) => KEPT.every((name) => before[name] === after[name]) && before.people.length === after.people.length)
const KEPT = ['episodes', 'spells', 'scales', 'began', 'ended', 'now', 'zone'] as const

function Drawn(props: StringsProps) {
  const { people, episodes, began, ended, now, zone } = props
  const { ref, width } = useWidth()
  const from = Math.floor(began / HALF_HOUR) * HALF_HOUR
  const to = Math.ceil(Math.max(ended ?? now, began + 4 * HALF_HOUR) / HALF_HOUR) * HALF_HOUR
  const x = (at: number) => LEFT + ((at - from) / (to - from)) * (width - LEFT - RIGHT)
  const marks = Array.from({ length: (to - from) / HALF_HOUR + 1 }, (_, n) => from + n * HALF_HOUR)
  const crowded = (width - LEFT) / marks.length < 46
  const low = people.length >= LOW_FROM
  const lane = low ? LOW_LANE : LANE
  const height = TOP + lane * people.length
  return (
    <div ref={ref}>
      <svg width={width} height={height} role="img" aria-label={spokenMorning(props)} className="block">
        {marks.map((at, n) => (
          <g key={at}>
            <path d={`M${x(at)} 22V${height}`} stroke="var(--color-line)" />
            {!(crowded && n % 2) && <text x={x(at)} y={15} fontSize="12.5" textAnchor="middle" fill="var(--color-ink-3)">{timeOfDay(at, zone)}</text>}
          </g>
        ))}
        {people.map((child, at) => (
          <Lane key={child.id} {...props} child={child} low={low} y={TOP + lane * at + lane / 2} x={x} right={width - RIGHT}
            own={episodes.filter((each) => each.child_id === child.id)}
          />
        ))}
        {ended === null && (
          <g>
            <path d={`M${x(now)} 22V${height}`} stroke="var(--color-madder)" strokeWidth="1.5" />
            <text x={x(now) + 6} y={32} fontSize="12.5" fontWeight="700" fill="var(--color-madder)">{timeOfDay(now, zone)}</text>
          </g>
        )}
      </svg>
    </div>
  )
}

type LaneProps = StringsProps & { child: Person; low: boolean; own: readonly Episode[]; y: number; x: (at: number) => number; right: number }

function Lane({ child, low, own, y, x, right, now, scales, spells, ended, aside }: LaneProps) {
  const p90 = scales.find((each) => each.child_id === child.id)?.own_p90_min ?? null
  return (
    <g>
      <text x="0" y={low ? y + 5 : y - 6} fontSize="15.5" fontWeight="700" fill="var(--color-ink)">{child.name.slice(0, 12)}</text>
      {!low && <text x="0" y={y + 13} fontSize="12.5" fill="var(--color-ink-2)">{aside(child.id)}</text>}
      <path d={`M${LEFT} ${y}H${right}`} stroke="var(--color-ink-2)" strokeWidth="1.5" />
      {[LEFT, right].map((end) => <circle key={end} cx={end} cy={y} r="4.5" fill="var(--color-paper)" stroke="var(--color-ink-2)" strokeWidth="1.5" />)}
      {spells.filter((each) => each.child_id === child.id).map((each) => <Rest key={each.began} spell={each} y={y} x={x} until={ended ?? now} />)}
      {labelled(own, x, now).map(({ episode, label, row, middle }) => <Swing key={episode.id} episode={episode} y={y} x={x} now={now} p90={p90} label={label} row={low ? null : row} middle={middle} low={low} />)}
    </g>
  )
}

/** What a child was at when not at work: the string lies still, dotted, with the word under it. */
function Rest({ spell, y, x, until }: { spell: Spell; y: number; x: (at: number) => number; until: number }) {
  const [from, to] = [x(Date.parse(spell.began)), x(spell.ended ? Date.parse(spell.ended) : until)]
  return (
    <g>
      <path d={`M${from} ${y}H${Math.max(to, from + 2)}`} stroke="var(--color-paper)" strokeWidth="3" strokeDasharray="2 4" />
      {to - from > 46 && <text x={(from + to) / 2} y={y + 18} fontSize="12" textAnchor="middle" fill="var(--color-ink-3)">{word(spell.state)}</text>}
    </g>
  )
}

type Labelled = { episode: Episode; label: string; row: 'above' | 'below' | null; middle: number }
const LETTER = 6.6

/** Where the name of each piece of work finds room: above its swing, else below, else nowhere rather than over another. */
function labelled(own: readonly Episode[], x: (at: number) => number, now: number): Labelled[] {
  const taken = { above: 0, below: 0 }
  return own.map((episode) => {
    const times = rounds(episode)
    const name = episode.tray.length > 20 ? `${episode.tray.slice(0, 19).trimEnd()}…` : episode.tray
    const at = (x(Date.parse(episode.began)) + x(episode.ended ? Date.parse(episode.ended) : now)) / 2
    for (const label of times > 1 ? [say('{name}, {times} repetitions', { name, times }), name] : [name]) {
      const half = (label.length * LETTER) / 2
      const middle = Math.max(at, LEFT + half - 20)
      for (const row of ['above', 'below'] as const) {
        if (middle - half < taken[row]) continue
        taken[row] = middle + half + 6
        return { episode, label, row, middle }
      }
    }
    return { episode, label: name, row: null, middle: at }
  })
}

type SwingProps = Labelled & { low: boolean; y: number; x: (at: number) => number; now: number; p90: number | null }

function Swing({ episode, label, row, middle, low, y, x, now, p90 }: SwingProps) {
  const parts = stretches(episode, now)
  const breaks = episode.events.filter((each) => each.kind === 'broken')
  return (
    <g>
      {parts.map(({ from, to }) => {
        const half = swing((to - from) / 60_000, p90, depth(episode)) * (low ? 0.5 : 1)
        const [x0, x1] = [x(from), Math.max(x(to), x(from) + 3)]
        return (
          <g key={from}>
            <path d={`M${x0} ${y}Q${(x0 + x1) / 2} ${y - 2 * half} ${x1} ${y}Q${(x0 + x1) / 2} ${y + 2 * half} ${x0} ${y}Z`} fill="var(--color-woad-2)" />
            <path d={wave(x0, x1, y, half)} fill="none" stroke="var(--color-woad)" strokeWidth="1.3" />
          </g>
        )
      })}
      {breaks.map((each) => <path key={each.at} d={`M${x(Date.parse(each.at)) - 5} ${y - 15}h10l-5 9z`} fill="var(--color-saffron)" />)}
      {row !== null && <text x={middle} y={row === 'below' ? y + 38 : y - 31} fontSize="12.5" textAnchor="middle" fill="var(--color-ink)">{label}</text>}
    </g>
  )
}

/** The same in words, for whoever does not see the drawing. */
function spokenMorning({ people, episodes, spells, zone }: StringsProps): string {
  const of = (child: Person) => episodes.filter((each) => each.child_id === child.id).map((each) =>
    say('{tray} from {time}{part}{part2}', { tray: each.tray, time: timeOfDay(each.began, zone), part: each.ended ? say(' to {time}', { time: timeOfDay(each.ended, zone) }) : '', part2: rounds(each) ? say(', {rounds} repetitions', { rounds: rounds(each) }) : '' }))
  const still = (child: Person) => spells.filter((each) => each.child_id === child.id).map((each) => say('{state} from {time}', { state: word(each.state), time: timeOfDay(each.began, zone) }))
  return people.map((child) => `${child.name}: ${[...of(child), ...still(child)].join('; ') || say('nothing yet')}.`).join(' ')
}

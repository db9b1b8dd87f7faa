import { say, word } from '@/lib/say'
import { BookOpen, Gift, Package } from 'lucide-react'
import { cx } from '@/lib/cx'
import { addDays, daysBetween, daysText, shortDay, weekDay } from '@/lib/days'
import { barOf, labelWidth, rowsOf, xOf, type Scale } from './geometry'
import { Mark } from './Mark'
import { KIND_WORDS, type At, type Line, type ThemeOn, type Weeks } from './types'

type LaneProps = { weeks: Weeks; scale: Scale; chosen: At; onPick: (at: At) => void }

const Taut = ({ y }: { y: number }) => <span aria-hidden="true" className="absolute inset-x-0 h-0.5 bg-ink-2" style={{ top: y }} />
const middle = (scale: Scale, day: string) => xOf(scale, day) + scale.perDay / 2

/** Themes as flags on the line; days away as dashed gaps; aims under them. */
export function ThemeLane({ weeks, scale, chosen, onPick }: LaneProps) {
  const aims = weeks.aims.map((aim) => ({ ...aim, until: aim.until_day ?? weeks.last }))
  const rows = rowsOf(aims.map((aim) => ({ x: barOf(scale, aim.from_day, aim.until).left, wide: Math.max(barOf(scale, aim.from_day, aim.until).width, labelWidth(aim.words) + 12) })))
  const deep = aims.length ? 22 * (Math.max(...rows) + 1) : 0
  return (
    <div style={{ height: 74 + deep }}>
      <Taut y={34} />
      {weeks.absences.map((away) => {
        const { left, width } = barOf(scale, away.from_day, away.until_day)
        return (
          <Mark key={`away:${away.id}`} at={`away:${away.id}`} chosen={chosen} onPick={onPick} label={say('Away: {away}, {daysText}', { away: away.name, daysText: daysText(away.from_day, away.until_day) })}
            carried={{ kind: 'away', id: away.id, day: away.from_day, name: away.name }} style={{ left, width, top: 12, height: 44 }}
            className="overflow-hidden border border-dashed border-edge bg-ground px-1.5 py-1 text-xs text-ink-2"
          >{away.name}
          </Mark>
        )
      })}
      {weeks.themes.map((theme) => {
        const { left, width } = barOf(scale, theme.from_day, theme.until_day)
        const running = theme.from_day <= weeks.today && weeks.today <= theme.until_day
        return (
          <Mark key={theme.id} at={`theme:${theme.id}`} chosen={chosen} onPick={onPick} label={say('{theme} {trays}, theme, {daysText}', { theme: theme.name, trays: trays(theme), daysText: daysText(theme.from_day, theme.until_day) })}
            carried={{ kind: 'theme', id: theme.id, day: theme.from_day, name: theme.name }} style={{ left, width, top: 12, height: 44 }}
          >
            <span aria-hidden="true" className={cx('block h-full overflow-hidden border py-1 pr-2.5 pl-1.5 [clip-path:polygon(0_0,100%_0,calc(100%-7px)_25%,100%_50%,calc(100%-7px)_75%,100%_100%,0_100%)]',
              running ? 'border-saffron bg-saffron-2' : theme.until_day < weeks.today ? 'border-edge bg-ground' : 'border-woad bg-woad-2', !theme.taken && 'border-dashed')}
            >
              <span className="block truncate text-[0.8125rem] leading-tight font-bold">{theme.name}</span>{' '}
              <span className="block truncate text-xs leading-tight text-ink-2">{trays(theme)}</span>
            </span>
          </Mark>
        )
      })}
      {aims.map((aim, at) => {
        const { left, width } = barOf(scale, aim.from_day, aim.until)
        return (
          <Mark key={`aim:${aim.id}`} at={`aim:${aim.id}`} chosen={chosen} onPick={onPick} label={say('Aim: {aim}, from {day}{part}', { aim: aim.words, day: shortDay(aim.from_day), part: aim.until_day ? say(' to {day}', { day: shortDay(aim.until_day) }) : '' })}
            carried={{ kind: 'aim', id: aim.id, day: aim.from_day, name: aim.words }} style={{ left, width, top: 64 + 22 * (rows[at] ?? 0), height: 18 }} className="border-b-4 border-woad text-xs leading-none whitespace-nowrap text-ink"
          >{aim.words}
          </Mark>
        )
      })}
    </div>
  )
}

const trays = (theme: ThemeOn) => (theme.trays.length === 0 ? say('not planned yet') : theme.at_hand === theme.trays.length ? say('{n, plural, one {# tray} other {# trays}}', { n: theme.trays.length }) : say('{at_hand} of {trays} trays at hand', { at_hand: theme.at_hand, trays: theme.trays.length }))

/** Looks at the shelf as holes: filled where something changed; the next with what it would propose; trays of themes. */
export function ShelfLane({ weeks, scale, chosen, onPick }: LaneProps) {
  const perDay = new Map<string, number>()
  const coming = weeks.themes.flatMap((theme) => (theme.taken ? theme.trays.filter((tray) => tray.where && tray.state !== 'came' && tray.day >= weeks.today).map((tray) => ({ theme, tray })) : []))
  const first = weeks.looks.findIndex((look) => !look.past)
  return (
    <div style={{ height: 78 + 15 * Math.max(0, most(coming.map(({ tray }) => tray.day)) - 1) }}>
      <Taut y={42} />
      {weeks.looks.map((look, at) => {
        const next = look.proposed > 0
        const said = look.past ? `${weekDay(look.day)}: ${[look.out.length ? say('{out} out', { out: look.out.join(', ') }) : '', look.in_.length ? say('{in_} in', { in_: look.in_.join(', ') }) : ''].filter(Boolean).join('; ')}`
          : next ? say('Look at the shelf {day}: {changes} proposed', { day: weekDay(look.day), changes: say('{n, plural, one {# change} other {# changes}}', { n: look.proposed }) }) : say('Look at the shelf {day}{part}', { day: weekDay(look.day), part: look.let_in ? say(': something may be let in') : '' })
        const size = look.past || next ? 16 : 11
        return (
          <div key={`${look.day}:${at}`}>
            <Mark at={look.past ? `change:${look.day}` : at === first ? 'look' : `look:${look.day}`} chosen={chosen} onPick={onPick} label={said} carried={look.past ? undefined : { kind: 'look', id: 0, day: look.day, name: say('The look at the shelf') }} style={{ left: middle(scale, look.day) - 12, top: 42 - 11, width: 24, height: 24 }} className="grid place-items-center rounded-full">
              <span className={cx('block rounded-full border-2', look.past ? 'border-woad bg-woad' : next ? 'border-saffron bg-paper border-[3px]' : 'border-edge bg-paper')} style={{ width: size, height: size }} />
            </Mark>
            {look.past && <Told x={Math.max(40, middle(scale, look.day))} above={look.out[0] ? say('{out} out', { out: look.out[0] }) : ''} below={look.in_[0] ? say('{in_} in', { in_: look.in_[0] }) : ''} />}
            {next && <Told x={middle(scale, look.day)} above={say('{proposed} proposed', { proposed: look.proposed })} below="" strong />}
          </div>
        )
      })}
      {coming.map(({ theme, tray }) => {
        const nth = perDay.get(tray.day) ?? 0
        perDay.set(tray.day, nth + 1)
        return (
          <Mark key={tray.id} at={`theme:${theme.id}:${tray.id}`} chosen={chosen} onPick={onPick} label={say('{theme}: {tray} comes {day}{part}', { theme: theme.name, tray: tray.name, day: weekDay(tray.day), part: tray.goes ? say(', {goes} rests', { goes: tray.goes }) : '' })}
            carried={{ kind: 'theme tray', id: tray.id, day: tray.day, name: tray.name, of: theme.id }} style={{ left: middle(scale, tray.day) - 6, top: 57 + 15 * nth, width: 12, height: 14 }} className="grid place-items-center"
          >
            <span className={cx('block size-2.5 border-2 border-woad', tray.state === 'not made' ? 'bg-paper' : 'bg-woad')} />
          </Mark>
        )
      })}
    </div>
  )
}

/** How many of some days fall together at most. */
const most = (days: readonly string[]) => Math.max(0, ...days.map((day) => days.filter((other) => other === day).length))

function Told({ x, above, below, strong = false }: { x: number; above: string; below: string; strong?: boolean }) {
  return (
    <>
      {above && <span aria-hidden="true" className={cx('pointer-events-none absolute top-2.5 max-w-24 -translate-x-1/2 truncate text-xs', strong ? 'font-bold text-saffron' : 'text-ink-2')} style={{ left: x }}>{above}</span>}
      {below && <span aria-hidden="true" className="pointer-events-none absolute top-15 max-w-24 -translate-x-1/2 truncate text-xs font-semibold" style={{ left: x }}>{below}</span>}
    </>
  )
}

/** Books on their ledge: a small row of backs at every turn, past and to come; the days borrowed ones go back. */
export function BooksLane({ weeks, scale, chosen, onPick }: LaneProps) {
  const next = weeks.next_turn
  const ahead = next ? Array.from({ length: 12 }, (_, n) => addDays(next, 7 * n)).filter((day) => day <= weeks.last) : []
  const backs = [...new Set(weeks.back.map((book) => book.back_on))].filter((day) => day >= weeks.first && day <= weeks.last)
  const texts = backs.map((day) => { const there = weeks.back.filter((book) => book.back_on === day).length; return say('{part} back', { part: there === 1 ? say('1 book') : say('{there} books', { there }) }) })
  const rows = rowsOf(backs.map((day, at) => ({ x: middle(scale, day), wide: labelWidth(texts[at] ?? '') + 18 })))
  const deep = 15 * Math.max(0, ...rows)
  return (
    <div className="relative" style={{ height: 68 + deep }}>
      <div className="absolute inset-x-0 bottom-0 h-17">
        <Taut y={46} />
        {weeks.turns.map((turn) => <Mark key={turn.day} at={`books:${turn.day}`} chosen={chosen} onPick={onPick} label={say('Books turned {day}: {came} came', { day: weekDay(turn.day), came: turn.came })} style={{ left: xOf(scale, turn.day), top: 18, width: 28, height: 30 }}><Backs many={turn.came} /></Mark>)}
        {ahead.map((day, n) => <Mark key={day} at={n === 0 ? 'books' : `books:${day}`} chosen={chosen} onPick={onPick} label={n === 0 ? say('Books to turn {day}', { day: weekDay(day) }) : say('Books again {day}', { day: weekDay(day) })} carried={n === 0 ? { kind: 'books', id: 0, day, name: say('The turn of the books') } : undefined} style={{ left: xOf(scale, day), top: 18, width: 28, height: 30 }}><Backs many={3} pale={n > 0} /></Mark>)}
        {weeks.back.length === 0 && weeks.next_turn === null && <p className="absolute top-5 left-1 text-xs text-ink-3">{say('No books entered yet.')}</p>}
      </div>
      {backs.map((day, at) => {
        const there = weeks.back.filter((book) => book.back_on === day)
        const text = texts[at] ?? ''
        return (
          <Mark key={`back:${day}`} at={`books:${day}`} chosen={chosen} onPick={onPick} label={`${text} ${weekDay(day)}: ${there.map((book) => book.title).join(', ')}`} carried={there.length === 1 && there[0] ? { kind: 'book back', id: there[0].id, day, name: there[0].title } : undefined}
            style={{ left: middle(scale, day) - 8, top: 2 + 15 * (rows[at] ?? 0) }} className="flex items-center gap-1 text-xs whitespace-nowrap text-saffron"
          ><BookOpen size={14} aria-hidden />{text}
          </Mark>
        )
      })}
    </div>
  )
}

const BACKS = [22, 28, 20, 26, 24] as const

function Backs({ many, pale = false }: { many: number; pale?: boolean }) {
  return (
    <svg width="28" height="30" aria-hidden="true" className={cx(pale && 'opacity-45')}>
      {BACKS.slice(0, Math.max(1, Math.min(3, many))).map((high, at) => <rect key={at} x={1 + at * 9} y={29 - high} width="7" height={high} rx="1" fill={at === 1 ? 'var(--color-edge)' : 'var(--color-birch-2)'} stroke="var(--color-grain)" strokeWidth="0.75" />)}
    </svg>
  )
}

/** What comes ready: four in five between the ends, half by the tick. */
export function SoonLane({ weeks, scale, chosen, onPick }: LaneProps) {
  const shown = weeks.soon.filter((each) => each.earliest <= weeks.last)
  return (
    <div style={{ height: Math.max(44, 10 + 24 * shown.length) }}>
      {shown.length === 0 && <p className="absolute top-3 left-1 text-xs text-ink-3">{say('Nothing is near enough to tell.')}</p>}
      {shown.map((each, at) => {
        const { left, width } = barOf(scale, each.earliest, each.latest ?? weeks.last)
        const text = `${each.child}: ${each.step}`
        const outside = labelWidth(text) > width - 8
        return (
          <Mark key={`${each.child_id}:${each.key}:${each.level}`} at={`soon:${each.child_id}:${each.key}:${each.level}`} chosen={chosen} onPick={onPick}
            label={say('{text}, likely ready {day} to {part}, half by {day2}', { text, day: shortDay(each.earliest), part: each.latest ? shortDay(each.latest) : say('later'), day2: shortDay(each.median) })} style={{ left, width, top: 8 + 24 * at, height: 18 }} className="rounded-full bg-woad-2"
          >
            <span aria-hidden="true" className="absolute -bottom-0.5 h-2 w-1 rounded-sm bg-woad" style={{ left: Math.min(width - 2, Math.max(0, xOf(scale, each.median) - left)) }} />
            <span aria-hidden="true" className={cx('pointer-events-none absolute top-0 truncate text-xs leading-[18px] whitespace-nowrap', outside ? 'left-full pl-1.5' : 'inset-x-2')}>{text}</span>
          </Mark>
        )
      })}
    </div>
  )
}

/** What arrives, as boxes on the line. */
export function ArrivesLane({ weeks, scale, chosen, onPick }: LaneProps) {
  const texts = weeks.arrives.map((each) => (each.arrived && each.waiting ? say('{each}: {waiting} wait', { each: each.name, waiting: each.waiting }) : each.name))
  const rows = rowsOf(weeks.arrives.map((each, at) => ({ x: middle(scale, each.day) - 14, wide: labelWidth(texts[at] ?? '') })))
  return (
    <div style={{ height: 50 + 15 * (Math.max(0, ...rows) + 1) }}>
      <Taut y={26} />
      {weeks.arrives.map((each, at) => {
        const Icon = each.every_days === null ? Gift : Package
        const first = weeks.arrives.findIndex((other) => other.id === each.id) === at
        return (
          <div key={`${each.id}:${each.day}`}>
            <Mark at={`arrival:${each.id}`} chosen={chosen} onPick={onPick} label={`${each.arrived ? say('Arrived') : say('Arrives')} ${weekDay(each.day)}: ${texts[at]}`} carried={each.arrived || !first ? undefined : { kind: 'arrival', id: each.id, day: each.day, name: each.name }}
              style={{ left: middle(scale, each.day) - 14, top: 12, width: 28, height: 28 }} className={cx('grid place-items-center border bg-paper', each.arrived ? 'border-birch-2 bg-birch text-ink' : 'border-edge text-ink-2')}
            ><Icon size={18} aria-hidden />
            </Mark>
            {first && <span aria-hidden="true" className="pointer-events-none absolute text-xs whitespace-nowrap text-ink-2" style={{ left: middle(scale, each.day) - 14, top: 43 + 15 * (rows[at] ?? 0) }}>{texts[at]}</span>}
          </div>
        )
      })}
      {weeks.arrives.length === 0 && <p className="absolute top-8 left-1 text-xs text-ink-3">{say('Nothing is on its way.')}</p>}
    </div>
  )
}

const tone = (line: Line, today: string) => (line.done ? 'edge' : daysBetween(today, line.due) <= 2 ? 'madder' : line.kind === 'make' || line.kind === 'print' ? 'saffron' : 'ink-2')
const colour = { 'edge': 'text-ink-3', 'madder': 'text-madder', 'saffron': 'text-saffron', 'ink-2': 'text-ink-2' } as const

const LONGEST = 220

/** What is to be done by a day. */
export function ByThenLane({ weeks, scale, chosen, onPick }: LaneProps) {
  const lines = weeks.by_then.filter((line) => line.due >= weeks.first && line.due <= weeks.last)
  const texts = lines.map((line) => `${word(KIND_WORDS[line.kind])} ${word(line.name)}`)
  const rows = rowsOf(lines.map((line, at) => ({ x: xOf(scale, line.due), wide: Math.min(LONGEST, labelWidth(texts[at] ?? '')) + 18 })))
  return (
    <div style={{ height: Math.max(44, 14 + 20 * (Math.max(0, ...rows) + 1)) }}>
      {lines.length === 0 && <p className="absolute top-3 left-1 text-xs text-ink-3">{say('Nothing to make, buy or print.')}</p>}
      {lines.map((line, at) => (
        <Mark key={line.id} at={`line:${line.id}`} chosen={chosen} onPick={onPick} label={say('{part}{KIND_WORDS} {line} by {day}{part2}', { part: line.done ? say('Done: ') : '', KIND_WORDS: KIND_WORDS[line.kind], line: line.name, day: weekDay(line.due), part2: line.amount ? `, ${line.amount}` : '' })}
          carried={line.done ? undefined : { kind: 'by then', id: line.id, day: line.due, name: line.name }} style={{ left: middle(scale, line.due) - 8, top: 8 + 20 * (rows[at] ?? 0), height: 20 }}
          className={cx('flex items-center gap-1 text-xs whitespace-nowrap', colour[tone(line, weeks.today)], line.done ? 'line-through' : 'font-semibold')}
        >
          <svg width="16" height="18" viewBox="-8 -9 16 18" aria-hidden="true" className="shrink-0"><path d="M0 -8L6.5 0L0 8L-6.5 0Z" fill={line.done ? 'currentColor' : 'var(--color-paper)'} stroke="currentColor" strokeWidth="1.75" /></svg>
          <span className="truncate" style={{ maxWidth: LONGEST }}>{texts[at]}</span>
        </Mark>
      ))}
    </div>
  )
}

const MOST_HIGH = 40

/** Minutes to make and prepare, day by day; what is over the minutes there are is marked and numbered. */
export function MinutesLane({ weeks, scale }: LaneProps) {
  const most = Math.max(20, ...weeks.minutes.map((each) => Math.max(each.needed, each.there)))
  const full = weeks.minutes.filter((each) => each.needed > each.there)
  const said = say('Minutes to make and prepare: {part}', { part: full.length === 0 ? say('every day has enough') : say('{full} days need more than there is: {slice}', { full: full.length, slice: full.slice(0, 4).map((each) => `${weekDay(each.day)} ${each.needed} of ${each.there}`).join('; ') }) })
  return (
    <div className="h-16" role="img" aria-label={said}>
      <svg width={scale.days * scale.perDay} height="64" aria-hidden="true">
        <path d={`M0 60H${scale.days * scale.perDay}`} stroke="var(--color-ink-2)" strokeWidth="1.5" />
        {weeks.minutes.map((each) => {
          const high = (MOST_HIGH * each.needed) / most
          const over = each.needed > each.there
          return each.needed > 0 && (
            <g key={each.day}>
              <rect x={xOf(scale, each.day) + 1.5} y={60 - high} width={Math.max(3, scale.perDay - 3)} height={high} fill={over ? 'var(--color-saffron)' : 'var(--color-edge)'} />
              {over && <text x={xOf(scale, each.day) + scale.perDay / 2} y={55 - high} textAnchor="middle" fontSize="12" fontWeight="700" fill="var(--color-saffron)">{each.needed}</text>}
            </g>
          )
        })}
      </svg>
    </div>
  )
}

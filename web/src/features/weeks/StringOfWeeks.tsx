import { say } from '@/lib/say'
import { DndContext, KeyboardSensor, MouseSensor, TouchSensor, useSensor, useSensors, type Announcements, type DragEndEvent, type KeyboardCoordinateGetter, type Modifier } from '@dnd-kit/core'
import { useLayoutEffect, useMemo, useRef, type ReactNode } from 'react'
import { cx } from '@/lib/cx'
import { addDays, daysBetween, shortDay, weekDay } from '@/lib/days'
import { useWidth } from '@/ui/useWidth'
import { xOf, type Scale } from './geometry'
import { ArrivesLane, BooksLane, ByThenLane, MinutesLane, ShelfLane, SoonLane, ThemeLane } from './lanes'
import type { Carried } from './Mark'
import type { At, Weeks } from './types'

const LABELS = 108
const LEAST_PER_DAY = 9

type StringProps = { weeks: Weeks; chosen: At; onPick: (at: At) => void; onMove: (what: Carried, day: string) => void }

/** The weeks on a taut line: lanes under each other, today across them; what can be moved is carried along its lane. */
export function StringOfWeeks({ weeks, chosen, onPick, onMove }: StringProps) {
  const { ref, width } = useWidth(900)
  const stacked = width < 620
  const days = daysBetween(weeks.first, weeks.last) + 1
  const perDay = Math.max(LEAST_PER_DAY, (width - (stacked ? 0 : LABELS)) / days)
  const scrolls = days * perDay + (stacked ? 0 : LABELS) > width
  const scale: Scale = useMemo(() => ({ first: weeks.first, days, perDay }), [weeks.first, days, perDay])
  const wide = days * perDay
  const box = useRef<HTMLDivElement>(null)
  const today = xOf(scale, weeks.today)
  useLayoutEffect(() => { if (box.current && stacked) box.current.scrollLeft = Math.max(0, today - 60) }, [today, stacked])
  const lane = { weeks, scale, chosen, onPick }
  return (
    <div ref={ref} className="min-w-0">
      <DndContext {...useHands(scale, onMove)}>
        <div ref={box} className={cx('relative', scrolls && 'overflow-x-auto')} role="group" aria-label={say('The string of weeks')}>
          <div className="relative" style={{ width: wide + (stacked ? 0 : LABELS) }}>
            <Rules scale={scale} today={weeks.today} left={stacked ? 0 : LABELS} />
            <Lane title={say('Theme')} says={say('trays, books, songs')} stacked={stacked} wide={wide}><ThemeLane {...lane} /></Lane>
            <Lane title={say('Shelf')} says={say('what went and came')} stacked={stacked} wide={wide}><ShelfLane {...lane} /></Lane>
            <Lane title={say('Books')} says={say('turned weekly')} stacked={stacked} wide={wide}><BooksLane {...lane} /></Lane>
            <Lane title={say('Ready soon')} says={say('range, 8 in 10')} stacked={stacked} wide={wide}><SoonLane {...lane} /></Lane>
            <Lane title={say('Arrives')} says={say('waits in a bin')} stacked={stacked} wide={wide}><ArrivesLane {...lane} /></Lane>
            <Lane title={say('By then')} says={say('make, buy, print')} stacked={stacked} wide={wide}><ByThenLane {...lane} /></Lane>
            <Lane title={say('Minutes')} says={say('to make and prepare')} stacked={stacked} wide={wide}><MinutesLane {...lane} /></Lane>
          </div>
        </div>
      </DndContext>
    </div>
  )
}

function Lane({ title, says, stacked, wide, children }: { title: string; says: string; stacked: boolean; wide: number; children: ReactNode }) {
  return (
    <section aria-label={title} className={cx('relative border-t border-line/60', !stacked && 'flex')}>
      <div className={cx('pt-2 leading-tight', stacked ? 'sticky left-0 w-40' : 'shrink-0 self-center pb-2')} style={stacked ? undefined : { width: LABELS }}>
        <h2 className="text-[0.9375rem]">{title}</h2>
        <p className="text-xs text-ink-3">{says}</p>
      </div>
      <div className="relative" style={{ width: wide }}>{children}</div>
    </section>
  )
}

/** The days along the top, and a thin line at every Monday. */
function Rules({ scale, today, left }: { scale: Scale; today: string; left: number }) {
  const mondays = Array.from({ length: Math.ceil(scale.days / 7) }, (_, n) => addDays(scale.first, 7 * n))
  const near = (day: string) => Math.abs(daysBetween(today, day)) * scale.perDay < 30
  return (
    <>
      <div className="relative h-9 text-xs text-ink-2" style={{ marginLeft: left }} aria-hidden="true">
        {mondays.map((day) => <span key={day} className={cx('absolute top-0 whitespace-nowrap', near(day) && 'font-bold text-ink')} style={{ left: xOf(scale, day) }}>{shortDay(day)}</span>)}
        <span className="absolute top-4 -translate-x-1/2 rounded bg-paper px-1 font-bold text-madder" style={{ left: xOf(scale, today) + scale.perDay / 2 }}>{say('today')}</span>
      </div>
      <div aria-hidden="true" className="pointer-events-none absolute inset-y-0" style={{ left }}>
        {mondays.map((day) => <span key={day} className="absolute top-6 bottom-0 w-px bg-line" style={{ left: xOf(scale, day) }} />)}
        <span className="absolute top-8 bottom-0 w-0.5 bg-madder" style={{ left: xOf(scale, today) + scale.perDay / 2 }} />
      </div>
    </>
  )
}

/** The keyboard picks up with space, so that enter chooses, as a tap does. */
const KEYS = { start: ['Space'], end: ['Space', 'Enter'], cancel: ['Escape'] }
const HOW = say('Press enter to open it. Press space to pick it up, the left and right arrows to carry it by days, up and down by weeks, space to put it down, escape to leave it where it was.')
const STEPS: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowUp: -7, ArrowDown: 7 }

/** How things are carried along the string: day by day, with mouse, finger and keys. */
function useHands(scale: Scale, onMove: (what: Carried, day: string) => void) {
  const { perDay } = scale
  const byDays: KeyboardCoordinateGetter = (event, { currentCoordinates }) => {
    const step = STEPS[event.code]
    if (!step) return undefined
    event.preventDefault()
    return { ...currentCoordinates, x: currentCoordinates.x + step * perDay }
  }
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
    useSensor(KeyboardSensor, { keyboardCodes: KEYS, coordinateGetter: byDays, scrollBehavior: 'auto' }),
  )
  const alongTheLine: Modifier = ({ transform }) => ({ ...transform, x: Math.round(transform.x / perDay) * perDay, y: 0 })
  const dayAfter = (what: Carried, dx: number) => addDays(what.day, Math.round(dx / perDay))
  const announcements: Announcements = {
    onDragStart: ({ active }) => say('{current} picked up, {day}.', { current: (active.data.current as Carried).name, day: weekDay((active.data.current as Carried).day) }),
    onDragMove: ({ active: { data, rect: { current: { initial, translated } } } }) => (initial && translated ? weekDay(dayAfter(data.current as Carried, translated.left - initial.left)) : undefined),
    onDragOver: () => undefined,
    onDragEnd: ({ active }) => say('{current} put down.', { current: (active.data.current as Carried).name }),
    onDragCancel: ({ active }) => say('{current} stays where it was.', { current: (active.data.current as Carried).name }),
  }
  return {
    sensors, modifiers: [alongTheLine], accessibility: { announcements, screenReaderInstructions: { draggable: HOW } },
    onDragEnd: ({ active, delta }: DragEndEvent) => {
      const what = active.data.current as Carried
      const day = dayAfter(what, delta.x)
      if (day !== what.day) onMove(what, day)
    },
  }
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { aheadQuery } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { Slider } from '@/ui/Slider'
import type { Child, Unit } from './types'

const STEPS = [0, 3, 6, 12] as const

/** The children's reach as it will be: the same shelf in some months. */
export function useAhead(months: number, people: readonly Child[]) {
  const { data } = useQuery(aheadQuery(months))
  return months === 0 || !data ? { people, data: undefined } : { people: data.children, data }
}

type AheadProps = { months: number; set: (months: number) => void; ahead: ReturnType<typeof useAhead>; unit: Unit }

/** A slider through the year to come, and what each child comes to reach on this unit. */
export function Ahead({ months, set, ahead, unit }: AheadProps) {
  const at = STEPS.findIndex((each) => each === months)
  const here = ahead.data?.reached.filter((each) => each.unit === unit.id) ?? []
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.9375rem]">
      <span className="font-semibold" aria-hidden="true">{say('Reach')}</span>
      <Slider label={say('Reach')} min={0} max={STEPS.length - 1} step={1} value={at} className="w-40" onChange={(step) => set(STEPS[step] ?? 0)}
        says={months ? say('in {months}', { months: say('{n, plural, one {# month} other {# months}}', { n: months }) }) : say('today')}
      />
      <output>{months === 0 ? say('today') : say('in {months}{part}', { months: say('{n, plural, one {# month} other {# months}}', { n: months }), part: ahead.data ? `, ${calendarDay(ahead.data.on)}` : '' })}</output>
      {months > 0 && <p role="status" className="text-ink-2">{here.length ? here.map((each) => each.words).join(' ') : say('Nobody comes to reach another board of the {unit} by then.', { unit: unit.name })}</p>}
    </div>
  )
}

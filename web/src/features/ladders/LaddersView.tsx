import { inOrder, say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import { useSearchParams } from 'react-router'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { Slider } from '@/ui/Slider'
import { Field } from '@/ui/Field'
import { useNarrow } from '@/ui/useNarrow'
import { useWidth } from '@/ui/useWidth'
import type { Schemas } from '@/lib/http'
import { growthQuery, laddersQuery, makeableStepsQuery } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { Covered } from './Covered'
import { Grew } from './Grew'
import { Legend } from './HoleSign'
import { PrintedLadders } from './PrintedLadders'
import { StepMargin } from './StepMargin'
import { StringRow } from './StringRow'
import { Ties } from './Ties'
import { keyOf, restOf, type Hole, type StepKey, type Strung } from './geometry'
import { Option, SelectField } from '@/ui/Select'

type Person = Schemas['ChildOut']
type Shown = 'all' | 'next' | 'out' | 'makeable'
const SHOWN: readonly { value: Shown; label: string }[] = [
  { value: 'all', label: say('Everything') }, { value: 'next', label: say('Only what is next') }, { value: 'out', label: say('Only what stands out') }, { value: 'makeable', label: say('Can be made now') },
]
const DAY = 86_400_000
const dayBefore = (day: string, days: number) => new Date(Date.parse(`${day}T00:00:00Z`) - days * DAY).toISOString().slice(0, 10)
const NONE: ReadonlySet<StepKey> = new Set()
const begun = (string: Strung) => string.holes.some((hole) => hole.state !== 'not shown')

/** Where each child stands in each sequence, and the next single step. */
export function LaddersView({ people, today }: { people: readonly Person[]; today: string }) {
  const [search, setSearch] = useSearchParams()
  const child = people.find((each) => each.id === Number(search.get('child'))) ?? people[0]
  const chosen = (search.get('step') as StepKey | null) ?? null
  const [all, setAll] = useState(false)
  const [area, setArea] = useState('')
  const [shown, setShown] = useState<Shown>('all')
  const [thread, setThread] = useState('')
  const [tied, setTied] = useState(false)
  const [ago, setAgo] = useState(0)
  const { data: map, error } = useQuery(laddersQuery(child?.id ?? 0, all, useDeferredValue(thread.trim())))
  const { data: makeable } = useQuery(makeableStepsQuery(child?.id ?? 0, map !== undefined))
  const since = dayBefore(today, ago)
  const { data: grew } = useQuery(growthQuery(child?.id ?? 0, since, ago > 0))
  const pick = useCallback((step: StepKey) => setSearch((now) => { now.set('step', step); return now }, { replace: true }), [setSearch])
  const close = () => setSearch((now) => { now.delete('step'); return now }, { replace: true })
  const drawn = useMemo(() => (map ? filtered(map.strings, area, shown, makeable) : []), [map, area, shown, makeable])
  const bridged = useMemo(() => new Set((makeable?.steps ?? []).filter((each) => each.between).map(keyOf)), [makeable])
  const asThen = useMemo(() => (ago > 0 && grew?.since === since ? drawn.map((each) => then(each, grew.then)) : drawn), [drawn, ago, grew, since])
  if (!child) return null
  if (!map) return <Waiting error={error} />
  const span = map.begun_on ? Math.round((Date.parse(today) - Date.parse(map.begun_on)) / DAY) : 0
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)_21.5rem] items-start max-[1100px]:grid-cols-1 print:block">
      <div className="flex min-w-0 flex-col gap-4 px-5 py-4 max-[500px]:px-3 print:hidden">
        <Heading title={say('Ladders')} aside={<Button onClick={() => window.print()}>{say('Print')}</Button>}>
          {say('{child}, {age} · {known} known, {at_work} at work, a next step on {next} of {ladders}', { child: child.name, age: map.age, known: map.known, at_work: map.at_work, next: map.next, ladders: say('{n, plural, one {# ladder} other {# ladders}}', { n: map.strings.length }) })}
        </Heading>
        {map.problems.map((text) => <Notice key={text} tone="should">{text}</Notice>)}
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
          <ChoiceRow label={say('Child')} choices={people.map((each) => ({ value: String(each.id), label: each.name }))} value={String(child.id)} onChange={(id) => { setAgo(0); setSearch({ child: id }, { replace: true }) }} />
          <SelectField label={say('Area')} value={area} onChoose={setArea}>
            <Option value="">{say('every area')}</Option>
            {[...new Set(map.strings.map((each) => each.area))].sort((a, b) => inOrder(word(a), word(b))).map((each) => <Option key={each} value={each}>{word(each)}</Option>)}
          </SelectField>
          <SelectField label={say('Show')} value={shown} onChoose={(picked) => setShown(picked as Shown)}>
            {SHOWN.map((each) => <Option key={each.value} value={each.value}>{each.label.toLowerCase()}</Option>)}
          </SelectField>
          <Field label={say('A thread')} className="w-30" placeholder={say('five, orange')} value={thread} maxLength={80} onChange={(event) => setThread(event.target.value)} />
          {span > 7 && <Then span={span} ago={ago} since={since} onAgo={setAgo} />}
        </div>
        {ago > 0 && grew && <Grew grew={grew} name={child.name} onPick={pick} />}
        <Strings strings={asThen} bridged={ago > 0 ? NONE : bridged} chosen={chosen} onPick={pick} ties={tied ? map.ties : []} empty={shown === 'all' && !area && !thread} name={child.name} />
        <div className="flex flex-wrap gap-3">
          {map.further.length > 0 && <Button onClick={() => setAll(true)}>{say('{ladders} more, not near yet', { ladders: say('{n, plural, one {# ladder} other {# ladders}}', { n: map.further.length }) })}</Button>}
          {all && <Button onClick={() => setAll(false)}>{say('Only what is near')}</Button>}
          {map.ties.length > 0 && <Button pressed={tied} onClick={() => setTied(!tied)}>{say('{tied} what waits for another ladder', { tied: tied ? say('Hide') : say('Show') })}</Button>}
        </div>
        <Legend />
        <Covered coverage={map.coverage} name={child.name} />
      </div>
      <StepMargin child={child} step={chosen} today={today} onPick={pick} onClose={close} />
      <PrintedLadders map={map} people={people} chosen={chosen} />
    </div>
  )
}

/** Then and now: how the child stood on an earlier day. */
function Then({ span, ago, since, onAgo }: { span: number; ago: number; since: string; onAgo: (days: number) => void }) {
  return (
    <div className="flex min-w-40 flex-1 flex-col gap-1">
      <span className="text-sm"><span className="font-semibold">{say('Then and now')}</span> <span className="text-ink-2">{ago === 0 ? say('today') : calendarDay(since)}</span></span>
      <Slider label={say('The day it is drawn for')} min={-span} max={0} step={7} value={-ago} onChange={(value) => onAgo(-value)} says={ago === 0 ? say('today') : say('{ago} days ago, {since}', { ago, since })} />
    </div>
  )
}

type StringsProps = { strings: readonly Strung[]; chosen: StepKey | null; bridged: ReadonlySet<StepKey>; onPick: (step: StepKey) => void; ties: readonly Schemas['TieOut'][]; empty: boolean; name: string }

/** The strings under each other; arrows go along one and between them. */
function Strings({ strings, chosen, bridged, onPick, ties, empty, name }: StringsProps) {
  const { ref, width } = useWidth(720)
  const list = useRef<HTMLDivElement>(null)
  const wide = !useNarrow(1100)
  const first = strings.flatMap((each) => each.holes).find((hole) => keyOf(hole) === chosen) ?? strings.map((each) => restOf(each.holes)).find(Boolean)
  const reach = first ? keyOf(first) : null
  const move = useCallback((from: StepKey, dx: number, dy: number) => {
    const row = strings.findIndex((each) => each.holes.some((hole) => keyOf(hole) === from))
    const to = strings[Math.min(Math.max(row + dy, 0), strings.length - 1)]
    if (row < 0 || !to) return
    const at = strings[row]?.holes.findIndex((hole) => keyOf(hole) === from) ?? 0
    const hole = dy === 0 ? to.holes[Math.min(Math.max(at + dx, 0), to.holes.length - 1)] : restOf(to.holes)
    if (!hole) return
    if (wide) onPick(keyOf(hole))
    list.current?.querySelector<HTMLElement>(`[data-step="${keyOf(hole)}"]`)?.focus()
  }, [strings, onPick, wide])
  const groups = [[say('Begun'), strings.filter(begun)], [say('Could begin'), strings.filter((each) => !begun(each))]] as const
  if (strings.length === 0)
    return <p ref={ref} className="panel p-5 text-ink-2">{empty ? say('No ladder is near {name} yet. Take cards of the catalogue under Make, or say what {name} knows under Children.', { name }) : say('Nothing fits these filters. Show everything, or choose another area.')}</p>
  return (
    <div ref={ref} className="relative">
      <div ref={list} className="relative flex flex-col gap-2">
        <Ties ties={ties} within={list} width={width} />
        {groups.map(([title, of]) => of.length > 0 && (
          <section key={title} aria-label={title}>
            <h2 className="mb-1 border-b border-line pb-1 text-ink-2">{title}</h2>
            {of.map((string) => (
              <div key={string.name} className="flex items-start gap-2 [content-visibility:auto] max-[700px]:flex-col max-[700px]:gap-0" style={{ containIntrinsicSize: `auto ${width < 700 ? 124 : 96}px` }}>
                <div className="w-40 shrink-0 pt-3.5 max-[700px]:w-full max-[700px]:pt-1"><span className="block leading-tight font-semibold">{string.name}</span><span className="text-xs text-ink-2">{word(string.area)}</span></div>
                <StringRow string={string} width={width < 700 ? width : width - 168} chosen={chosen} reach={reach} bridged={bridged} onPick={onPick} onMove={move} />
              </div>
            ))}
          </section>
        ))}
      </div>
    </div>
  )
}

function filtered(strings: readonly Strung[], area: string, shown: Shown, makeable: Schemas['CanMakeStepsOut'] | undefined): Strung[] {
  const can = new Set((makeable?.steps ?? []).filter((each) => each.ready).map(keyOf))
  const fits: Record<Shown, (hole: Hole) => boolean> = {
    all: () => true, next: (hole) => hole.next, out: (hole) => hole.out, makeable: (hole) => can.has(keyOf(hole)),
  }
  return strings.filter((each) => (!area || each.area === area) && each.holes.some(fits[shown]))
}

/** A string as it stood on an earlier day: only what was seen or said by then. */
function then(string: Strung, stood: Schemas['GrowthOut']['then']): Strung {
  const states = new Map(stood.map((each) => [keyOf(each), each.state]))
  return { ...string, holes: string.holes.map((hole) => ({ ...hole, state: states.get(keyOf(hole)) ?? 'not shown', next: false, implied: false, stuck: false, easy: false })) }
}

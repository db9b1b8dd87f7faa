import { say, word } from '@/lib/say'
import { closestCenter, DndContext, DragOverlay, KeyboardSensor, MouseSensor, pointerWithin, TouchSensor, useSensor, useSensors,
  type Announcements, type CollisionDetection, type DragEndEvent } from '@dnd-kit/core'
import { useMemo, useState, type ReactNode } from 'react'
import { useSearchParams } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { cx } from '@/lib/cx'
import { type Lengths } from '@/lib/words'
import { ClashNotice } from './ClashNotice'
import { Ahead, useAhead } from './Ahead'
import { Drawn } from './Drawn'
import { Margin } from './Margin'
import { banned, pinned, type Arranged } from './plan/asked'
import { asPlanned, marksOf } from './plan/planned'
import { PlanMargin } from './plan/PlanMargin'
import { usePlan } from './plan/usePlan'
import { PrintedShelf } from './PrintedShelf'
import { BINS, spotId, spotOf, toNextSpot } from './spots'
import { Bins, type Pick } from './Trays'
import type { Shelf, Unit } from './types'
import { UnitForm } from './UnitForm'
import { useShelf } from './useShelf'

const trayOf = (id: string | number): number => Number(String(id).replace('tray:', ''))
const collide: CollisionDetection = (args) => (args.pointerCoordinates ? pointerWithin(args) : closestCenter(args))

/** The keyboard picks up with space, so that enter chooses, as a tap does. */
const KEYS = { start: ['Space'], end: ['Space', 'Enter'], cancel: ['Escape'] }

function useHands() {
  return useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 160, tolerance: 8 } }),
    useSensor(KeyboardSensor, { keyboardCodes: KEYS, coordinateGetter: toNextSpot }),
  )
}

const HOW = say('Press space to pick the tray up, the arrows to carry it from place to place, space to put it down, escape to leave it where it was. Press enter to see why.')

function spoken(shelf: Shelf): Announcements {
  const name = (id: string | number) => shelf.trays.find((each) => each.id === trayOf(id))?.name ?? say('The tray')
  const where = (id: string | number) => {
    const spot = spotOf(String(id))
    if (!spot) return say('the bins')
    const unit = shelf.units.find((each) => each.id === spot.unit_id)
    return say('{unit}, board {board} from the top, place {place}', { unit: unit?.name ?? '', board: spot.board + 1, place: spot.place + 1 })
  }
  return {
    onDragStart: ({ active }) => say('{name} picked up.', { name: name(active.id) }),
    onDragOver: ({ active, over }) => (over ? say('{name} over {where}.', { name: name(active.id), where: where(over.id) }) : undefined),
    onDragEnd: ({ active, over }) => (over ? say('{name} put down: {where}.', { name: name(active.id), where: where(over.id) }) : say('{name} stays where it was.', { name: name(active.id) })),
    onDragCancel: ({ active }) => say('{name} stays where it was.', { name: name(active.id) }),
  }
}

/** Shelf: what stands where, to scale, and whether it is right for everyone who can reach it; or as it could stand. */
export function ShelfView({ lengths }: { lengths: Lengths }) {
  const { shelf, error, ...asking } = useShelf()
  if (!shelf) return <Waiting error={error} />
  return <Loaded shelf={shelf} lengths={lengths} asking={asking} />
}

type LoadedProps = { shelf: Shelf; lengths: Lengths; asking: Omit<ReturnType<typeof useShelf>, 'shelf' | 'error'> }

function Loaded({ shelf: now, lengths, asking: { ask, clash, failed, settle } }: LoadedProps) {
  const hands = useHands()
  const [params, setParams] = useSearchParams()
  const [carried, setCarried] = useState<number | null>(null)
  const [form, setForm] = useState<Unit | 'new' | null>(null)
  const [months, setMonths] = useState(0)
  const planning = usePlan(now.placements.length)
  const arranging = params.get('arrange') === '1'
  const plan = arranging ? planning.solve?.plan ?? null : null
  const shelf = useMemo(() => (plan ? asPlanned(now, plan) : now), [now, plan])
  const marks = useMemo(() => marksOf(plan, planning.asked), [plan, planning.asked])
  const ahead = useAhead(months, now.children)
  const chosen = Number(params.get('tray')) || null
  const standing = shelf.placements.find((each) => each.tray_id === chosen)
  const unitId = Number(params.get('unit')) || standing?.spot.unit_id
  const unit = shelf.units.find((each) => each.id === unitId) ?? shelf.units[0]
  const go = (next: Record<string, string>) => setParams({ ...(arranging ? { arrange: '1' } : {}), ...next }, { replace: true })
  const pick: Pick = { chosen, choose: (id, unitId) => {
    const there = unitId ?? shelf.placements.find((each) => each.tray_id === id)?.spot.unit_id ?? unit?.id
    go({ ...(there ? { unit: String(there) } : {}), tray: String(id) })
  } }
  const put = ({ active, over: target }: DragEndEvent) => {
    setCarried(null)
    if (!target) return
    const tray = trayOf(active.id)
    const here = shelf.placements.find((each) => each.tray_id === tray)
    const to = target.id === BINS ? null : spotOf(String(target.id))
    if (here && to ? spotId(here.spot) === target.id : !here && !to) return
    if (arranging) void planning.start.run(to ? pinned(planning.asked, tray, to) : banned(planning.asked, tray))
    else void ask({ kind: 'move', tray, to, byHand: here?.by_hand ?? false })
  }
  const out = new Set(shelf.placements.map((each) => each.tray_id))
  return (
    <DndContext sensors={hands} collisionDetection={collide} accessibility={{ announcements: spoken(shelf), screenReaderInstructions: { draggable: HOW } }}
      onDragStart={({ active }) => setCarried(trayOf(active.id))} onDragEnd={put} onDragCancel={() => setCarried(null)}
    >
      <div className="no-print grid flex-1 grid-cols-[minmax(0,1fr)_minmax(18rem,22.5rem)] max-[900px]:grid-cols-1">
        <div className="flex min-w-0 flex-col">
          <div className="flex flex-1 flex-col gap-3 px-5 pt-4">
            <Heading title={unit ? unit.name.charAt(0).toUpperCase() + unit.name.slice(1) : say('Shelf')}
              aside={<Actions unit={unit} arranging={arranging} onArrange={(id) => setParams({ arrange: '1', unit: String(id) })} onForm={setForm} />}
            >
              {unit && <Count shelf={shelf} unit={unit} />}
            </Heading>
            <UnitTabs shelf={shelf} unit={unit} plan={plan} onGo={(id) => go({ unit: String(id) })} />
            {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
            {clash && <ClashNotice clash={clash} onKeep={settle} onAgain={() => { settle(); void ask(clash.ask) }} />}
            {unit ? <Drawn shelf={shelf} unit={unit} people={ahead.people} lengths={lengths} pick={pick} marks={marks} /> : <NoUnit onAdd={() => setForm('new')} />}
            {unit && <Ahead months={months} set={setMonths} ahead={ahead} unit={unit} />}
          </div>
          <Bins trays={shelf.trays.filter((each) => !out.has(each.id))} pick={pick} />
        </div>
        <Aside label={arranging ? say('The plan and why') : say('Why')}>
          {arranging
            ? <PlanMargin shelf={now} planning={planning} chosen={chosen} choose={pick.choose} onLeave={() => { planning.forget(); setParams(unit ? { unit: String(unit.id) } : {}) }} />
            : <Margin key={chosen} shelf={shelf} unit={unit} chosen={chosen} ask={ask} lengths={lengths} choose={pick.choose} />}
        </Aside>
      </div>
      <Carried name={carried === null ? undefined : shelf.trays.find((each) => each.id === carried)?.name} />
      {form && <UnitForm unit={form === 'new' ? null : form} shelf={shelf} lengths={lengths} onClose={() => setForm(null)} onSaved={(id) => { setForm(null); go({ unit: String(id) }) }} />}
      {unit && <PrintedShelf shelf={shelf} unit={unit} lengths={lengths} />}
    </DndContext>
  )
}

type ActionsProps = { unit: Unit | undefined; arranging: boolean; onArrange: (id: number) => void; onForm: (form: Unit | 'new') => void }

function Actions({ unit, arranging, onArrange, onForm }: ActionsProps) {
  return (
    <>
      {unit && !arranging && <Button look="main" onClick={() => onArrange(unit.id)}>{say('Arrange for me')}</Button>}
      {unit && <Button onClick={() => onForm(unit)}>{say('Measure and change')}</Button>}
      <Button onClick={() => onForm('new')}>{say('Add a unit')}</Button>
      <Button onClick={() => window.print()}>{say('Print')}</Button>
    </>
  )
}

/** What is being carried, under the pointer. */
function Carried({ name }: { name: string | undefined }) {
  return (
    <DragOverlay dropAnimation={null}>
      {name !== undefined && <span className="inline-block rounded-control border-2 border-woad bg-paper px-3 py-2 font-semibold">{name}</span>}
    </DragOverlay>
  )
}

function Aside({ label, children }: { label: string; children: ReactNode }) {
  return (
    <aside aria-label={label} className="sticky top-0 flex max-h-screen flex-col gap-4 self-stretch overflow-y-auto border-l border-line bg-paper p-5 max-[900px]:static max-[900px]:max-h-none max-[900px]:border-t max-[900px]:border-l-0">
      {children}
    </aside>
  )
}

function Count({ shelf, unit }: { shelf: Shelf; unit: Unit }) {
  const places = unit.boards.reduce((sum, board) => sum + board.places, 0)
  const taken = new Set(shelf.placements.filter((each) => each.spot.unit_id === unit.id).map((each) => spotId(each.spot))).size
  const coming = shelf.children.filter((child) => unit.comes.includes(child.id)).map((child) => child.name)
  return <>{say('{taken} of {places}; {part}{barrier}', { taken, places: say('{n, plural, one {# place} other {# places}}', { n: places }), part: coming.length ? say('{coming} {part} here', { coming: coming.join(', '), part: coming.length === 1 ? say('comes') : say('come') }) : say('no child comes here'), barrier: unit.barrier !== 'none' && ` (${unit.barrier})` })}</>
}

function UnitTabs({ shelf, unit, plan, onGo }: { shelf: Shelf; unit: Unit | undefined; plan: Arranged | null; onGo: (id: number) => void }) {
  if (shelf.units.length < 2) return null
  const rooms = [...new Set(shelf.units.map((each) => each.room))]
  return (
    <nav aria-label={say('Units')} className="flex flex-wrap items-center gap-x-4 gap-y-2">
      {rooms.map((room) => (
        <div key={room} className="flex flex-wrap items-center gap-2">
          {room && rooms.length > 1 && <span className="text-sm text-ink-2">{word(room)}</span>}
          {shelf.units.filter((each) => each.room === room).map((each) => <UnitTab key={each.id} each={each} here={each.id === unit?.id} shelf={shelf} plan={plan} onGo={onGo} />)}
        </div>
      ))}
    </nav>
  )
}

function UnitTab({ each, here, shelf, plan, onGo }: { each: Unit; here: boolean; shelf: Shelf; plan: Arranged | null; onGo: (id: number) => void }) {
  const different = plan?.stands.filter((one) => one.what !== 'stays' && one.spot?.unit_id === each.id).length ?? 0
  const musts = shelf.findings.filter((f) => f.severity === 'must' && f.spot.unit_id === each.id).length
  return (
    <button type="button" aria-current={here} onClick={() => onGo(each.id)}
      className={cx('min-h-control rounded-full border px-3.5 text-[0.9375rem]', here ? 'border-woad bg-woad-2 font-semibold' : 'border-edge bg-paper')}
    >
      {each.name}{musts > 0 && <span className="ml-1.5 font-semibold text-madder">{say('{n, plural, one {# finding} other {# findings}}', { n: musts })}</span>}
      {different > 0 && <span className="ml-1.5 font-semibold text-woad">{say('{n, plural, one {# difference} other {# differences}}', { n: different })}</span>}
    </button>
  )
}

function NoUnit({ onAdd }: { onAdd: () => void }) {
  return (
    <div className="panel mx-auto my-8 max-w-md p-6">
      <h2>{say('No shelf yet')}</h2>
      <p className="my-3 text-ink-2">{say('Measure a shelf, a windowsill or a place on the floor. It is drawn to scale as you type, with each child’s reach beside it.')}</p>
      <Button look="main" onClick={onAdd}>{say('Add a unit')}</Button>
    </div>
  )
}

import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Popover } from 'radix-ui'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Field } from '@/ui/Field'
import { Notice, Waiting } from '@/ui/Notice'
import { useNarrow } from '@/ui/useNarrow'
import { useWrite } from '@/ui/useWrite'
import { Why } from '@/ui/Why'
import { cx } from '@/lib/cx'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { composeQuery, refresh, stepQuery } from '@/lib/queries'
import { calendarDay, sentence } from '@/lib/words'
import { TrayFromAbove } from '@/ui/drawing/TrayFromAbove'
import { STATE_WORDS } from './HoleSign'
import { TieSteps } from './TieSteps'
import { keyOf, KNOWN, type StepKey } from './geometry'

type Step = Schemas['LadderStepOut']
type Person = Schemas['ChildOut']
type Bridge = Schemas['BridgeOut']
type MarginProps = { child: Person; step: StepKey | null; today: string; onPick: (step: StepKey) => void; onClose: () => void }

const main = 'inline-flex min-h-control flex-1 items-center justify-center rounded-control border border-woad bg-woad px-3.5 font-semibold text-paper hover:bg-ink'
const plainLink = 'inline-flex min-h-control items-center justify-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2'

/** Everything about one step, in the margin; where there is no room for a margin, over the page. */
export function StepMargin({ child, step, today, onPick, onClose }: MarginProps) {
  const small = useNarrow(1100)
  const [key, level] = step?.split(':') ?? ['', '']
  const { data, error } = useQuery(stepQuery(child.id, key ?? '', Number(level)))
  const found = data && keyOf(data) === step ? data : null
  const inside = found ? <AboutStep step={found} child={child} today={today} onPick={onPick} /> : <Waiting error={error} />
  if (small) return step ? <Dialog title={found?.title ?? say('One moment…')} open onClose={onClose}><div className="flex flex-col gap-4">{inside}</div></Dialog> : null
  return (
    <aside aria-label={say('The step')} className="sticky top-0 flex max-h-screen min-w-0 flex-col gap-4 self-stretch overflow-y-auto border-l border-line bg-paper p-5 print:hidden">
      {found && <h2 className="text-xl leading-tight">{found.title}</h2>}
      {step ? inside : <p className="text-ink-2">{say('Choose a hole on a string: what the tray holds, what is new in it, and what can be made of your cupboard stands here.')}</p>}
    </aside>
  )
}

function AboutStep({ step, child, today, onPick }: { step: Step; child: Person; today: string; onPick: (step: StepKey) => void }) {
  return (
    <>
      <div className="-mt-2">
        <p className="text-sm text-ink-2">{say('{string} · step {number} of {of}', { string: step.string, number: step.number, of: step.of })}</p>
        <p className="text-[0.9375rem] text-ink-2">{say('{stateOf}. From {from_months} to {to_months} months.', { stateOf: sentence(stateOf(step)), from_months: step.from_months, to_months: step.to_months })}</p>
      </div>
      {step.remedy && <Notice tone="should"><p className="font-semibold">{say('{child} is stuck here.', { child: child.name })}</p><p>{step.remedy.text}</p>{step.remedy.passed.map((text) => <p key={text} className="text-sm text-ink-2">{text}</p>)}</Notice>}
      {step.easy && !KNOWN.includes(step.state) && <Notice tone="note">{say('Too easy: the first tries were all right at once. Go on to the next step.')}</Notice>}
      <Tray child={child} step={step} />
      <Changed step={step} />
      {(step.between.length > 0 || step.lacking.length > 0) && <Between step={step} child={child} />}
      <Actions key={keyOf(step)} step={step} child={child} today={today} />
      <When step={step} name={child.name} />
      <section><h3 className="mb-1">{step.state === 'not shown' ? say('Why it waits, or not') : say('What was seen')}</h3><Why reasons={step.reasons} folded />
        {step.notes.map((note) => <p key={note.day + note.text} className="said mt-1">“{note.text}” <span className="font-sans text-sm text-ink-3 not-italic">{calendarDay(note.day)}</span></p>)}
      </section>
      <Others step={step} onPick={onPick} />
      <TieSteps key={`tie ${keyOf(step)}`} step={step} />
    </>
  )
}

function stateOf(step: Step): string {
  if (step.state !== 'not shown') return STATE_WORDS[step.state]
  if (step.implied) return say('passed over: something harder is known')
  return { ready: say('ready to be shown'), almost: say('almost ready'), later: say('not yet'), past: say('past its age'), known: say('known') }[step.verdict]
}

/** The tray as it would lie, and what stands against it for anybody in the house. */
function Tray({ child, step }: { child: Person; step: Step }) {
  const { data: made } = useQuery(composeQuery({ key: step.key, level: step.level, child_id: child.id, instead_of: step.trays.find((each) => !each.between)?.id ?? null }))
  if (!made || made.card.key !== step.key || made.level !== step.level) return null
  const checks = made.checks.filter((each) => each.severity === 'must' || each.severity === 'should')
  return (
    <section aria-label={say('The tray')} className="flex flex-col gap-2">
      {made.plan && <TrayFromAbove plan={made.plan} laid={made.laid} title={step.title} />}
      <p className="text-sm text-ink-2">{made.short.length > 0 ? say('Missing for it: {short}.', { short: made.short.map((role) => (role === 'container' ? say('something to lie on') : role)).join(', ') }) : step.trays.length > 0 ? say('As it lies on your tray.') : say('As it would lie, from what is free in the cupboard.')}</p>
      {checks.length > 0 && <ul className="flex flex-col gap-1.5">{checks.map((each) => <li key={each.reason.text}><Notice tone={each.severity === 'must' ? 'must' : 'should'}>{each.reason.text}</Notice></li>)}</ul>}
    </section>
  )
}

/** What changes from the step below, in words and notches; and what may be expected. */
function Changed({ step }: { step: Step }) {
  const rises = step.changes.filter((each) => each.notches > 0)
  return (
    <section aria-label={say('What changes')}>
      <h3 className={cx(step.jump && 'text-saffron')}>{step.below ? (rises.length === 0 ? say('No harder than {title}', { title: step.below.title }) : say('{n, plural, one {# notch} other {# notches}} above {title}', { n: step.notches, title: step.below.title })) : say('Here something begins anew')}</h3>
      <table className="mt-1 w-full text-[0.9375rem]">
        <caption className="sr-only">{say('Every difficulty, below and here')}</caption>
        <tbody>
          {step.changes.map((each) => (
            <tr key={each.name} className="border-t border-line">
              <th scope="row" className="py-1 pr-2 text-left align-top font-normal text-ink-2">{each.name}</th>
              <td className={cx('py-1 text-right font-semibold', each.notches > 0 && 'text-saffron')}>
                {each.notches === 0 || !each.below ? each.here : `${each.below} → ${each.here}`}
                {each.notches > 0 && <span className="block text-xs font-normal">{say('{notchs} harder', { notchs: say('{n, plural, one {# notch} other {# notches}}', { n: each.notches }) })}</span>}
                {each.notches < 0 && <span className="block text-xs font-normal text-ink-2">{say('easier')}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {step.serves_as && <p className="mt-2 text-[0.9375rem] text-ink-2">{say('Too far as it is meant; at this age it still serves as “{serves_as}”.', { serves_as: step.serves_as })}</p>}
      {step.expects && <p className="mt-2 text-[0.9375rem]"><span className="font-semibold">{say('Expect:')}</span> {step.expects}</p>}
      {step.not_yet && <p className="text-[0.9375rem]"><span className="font-semibold">{say('Not yet:')}</span> {step.not_yet}</p>}
    </section>
  )
}

const wishOf = (each: Bridge, step: Step) => encodeURIComponent(JSON.stringify({ fixed: each.fixed, counts: each.counts, left_out: each.left_out, eased: each.eased, toward: keyOf(step) }))

/** What is missing, and where it could come from. */
function said(thing: Schemas['LackingThingOut']): string {
  const what = thing.role === 'container' ? say('something to lie on') : `${word(thing.role)} (${word(thing.kind)})`
  if (thing.on.length > 0) return say('{what}, which lies on {slice}', { what, slice: thing.on.slice(0, 2).join(say(' and ')) })
  return thing.made_at_home ? say('{what}, which can be made at home: {made_at_home}', { what, made_at_home: thing.made_at_home }) : what
}

/** A step between, from this cupboard; or what is missing for one. */
function Between({ step, child }: { step: Step; child: Person }) {
  return (
    <section aria-label={say('A step between')} className="flex flex-col gap-2">
      <h3>{step.between.length > 0 ? say('A step between, from your cupboard') : say('No step between can be made now')}</h3>
      {step.between.map((each, at) => (
        <div key={at} className="rounded-control border border-line bg-ground p-3 text-[0.9375rem]">
          <p className="font-semibold">{each.title}</p>
          {each.how.map((how) => <p key={how}>{how}</p>)}
          <p className="text-sm text-ink-2">{sentence(each.from_below)}. {each.fetch.length > 0 && say('Free: {fetch}.', { fetch: each.fetch.join(', ') })}</p>
          <Link className={cx(plainLink, 'mt-2')} to={`/make?card=${each.key}&level=${each.level}&child=${child.id}&wish=${wishOf(each, step)}`}>{say('Make this step between')}</Link>
        </div>
      ))}
      {step.lacking.map((each) => (
        <p key={each.title} className="text-[0.9375rem] text-ink-2"><span className="font-semibold text-ink">{each.title}</span>{' '}{say('would lie between. {missing} {against}', { missing: each.missing.length > 0 && say('Missing: {missing}.', { missing: each.missing.map(said).join('; ') }), against: each.against.join(' ') })}</p>
      ))}
    </section>
  )
}

function Actions({ step, child, today }: { step: Step; child: Person; today: string }) {
  const tray = step.trays.find((each) => !each.between)
  const said = useWrite(async (told: Schemas['SaidStepIn']['answer']) => { await answer(client.PUT('/api/ladders/said', { body: { child_id: child.id, key: step.key, level: step.level, answer: told } })); await refresh() })
  const show = useWrite(async (tray_id: number) => { await answer(client.POST('/api/showings', { body: { child_id: child.id, tray_id, day: today, reason: '' } })); await refresh() })
  const choose = useWrite(async (from_day: string | null, weeks: number | null) => { await answer(client.POST('/api/ladders/chosen', { body: { child_id: child.id, key: step.key, level: step.level, from_day, weeks } })); await refresh() })
  const drop = useWrite(async (aim_id: number) => { await answer(client.DELETE('/api/aims/{aim_id}', { params: { path: { aim_id } } })); await refresh() })
  const [planned, setPlanned] = useState<number | null>(null)
  const failed = said.failed ?? show.failed ?? choose.failed ?? drop.failed
  const known = KNOWN.includes(step.state)
  return (
    <section aria-label={say('What you can do')} className="flex flex-col gap-2">
      {failed instanceof Problem && <Notice tone="must" role="alert">{failed.message}</Notice>}
      {tray ? <Link className={main} to={`/make?tray=${tray.id}`}>{say('Open the tray in Make')}</Link> : <Link className={main} to={`/make?card=${step.key}&level=${step.level}&child=${child.id}`}>{say('Make this step')}</Link>}
      <div className="grid grid-cols-2 gap-2">
        {step.trays.map((each) => <Button key={each.id} className="col-span-2" disabled={show.busy || planned === each.id} onClick={() => void show.run(each.id).then((done) => { if (done) setPlanned(each.id) })}>{planned === each.id ? say('On Today, to be shown') : say('Show it today{part}{part2}', { part: each.between ? `: ${each.name}` : '', part2: each.out ? '' : say(' (bring it out)') })}</Button>)}
        {step.chosen ? (
          <p className="col-span-2 flex items-center justify-between gap-2 rounded-control border border-line px-3 py-1 text-[0.9375rem]"><span>{say('Chosen from {day}{until_day}: it comes before every other.', { day: calendarDay(step.chosen.from_day), until_day: step.chosen.until_day && say(' to {day}', { day: calendarDay(step.chosen.until_day) }) })}</span><Button look="quiet" className="shrink-0 whitespace-nowrap" onClick={() => { if (step.chosen) void drop.run(step.chosen.id) }}>{say('Take it back')}</Button></p>
        ) : <><Button disabled={choose.busy} onClick={() => void choose.run(null, null)}>{say('Take this instead next time')}</Button><InWeeks today={today} onChoose={(day, weeks) => void choose.run(day, weeks)} /></>}
        {step.said && <p className="col-span-2 text-sm text-ink-2">{say('Said{adult}: {ANSWERS}, {day}.', { adult: step.said.adult && say(' by {adult}', { adult: step.said.adult }), ANSWERS: ANSWERS[step.said.answer], day: calendarDay(step.said.on) })}</p>}
        {!known && <Button disabled={said.busy} onClick={() => void said.run('yes')}>{say('{child} knows this', { child: child.name })}</Button>}
        {(known || step.said?.answer === 'yes') && <Button disabled={said.busy} onClick={() => void said.run('not yet')}>{say('Not yet known')}</Button>}
        {step.said && <Button disabled={said.busy} onClick={() => void said.run(null)}>{say('Take the word back')}</Button>}
      </div>
    </section>
  )
}

const ANSWERS: Record<Schemas['StepSaidOut']['answer'], string> = { 'yes': say('known'), 'with help': say('with help'), 'not yet': say('not yet'), 'never tried': say('never tried') }

/** Put a step in weeks to come. */
function InWeeks({ today, onChoose }: { today: string; onChoose: (day: string, weeks: number) => void }) {
  const [day, setDay] = useState(today)
  const [weeks, setWeeks] = useState('2')
  const [open, setOpen] = useState(false)
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild><Button>{say('Put it in Weeks')}</Button></Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" sideOffset={4} className="z-50 w-72 max-w-[92vw] rounded-panel border border-edge bg-paper p-4 text-ink shadow-lg">
          <form className="flex flex-col gap-2" onSubmit={(event) => { event.preventDefault(); onChoose(day, Number(weeks)); setOpen(false) }}>
            <Field label={say('From')} type="date" min={today} value={day} onChange={(event) => setDay(event.target.value)} required />
            <Field label={say('For so many weeks')} type="number" min={1} max={26} value={weeks} onChange={(event) => setWeeks(event.target.value)} required />
            <p className="text-sm text-ink-2">{say('At the looks of those weeks it comes before every other, if nothing speaks against it.')}</p>
            <Button type="submit" look="main">{say('Put it there')}</Button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** When it is likely to be ready, or known; as a range, and from what. */
function When({ step, name }: { step: Step; name: string }) {
  const likely = step.ready_by ?? step.known_by
  if (!likely && !step.again_on) return null
  const from = step.own_spans >= 10 ? say('from {own_spans} levels of this house', { own_spans: step.own_spans }) : step.own_spans > 0 ? say('from {own_spans} levels of this house and the usual', { own_spans: step.own_spans }) : say('from the usual alone')
  return (
    <section><h3>{say('When')}</h3>
      {likely && <p>{step.ready_by ? say('Likely ready') : say('Likely known')} {calendarDay(likely.median)} <span className="text-ink-2">{say('({day} to {part}; four in five, {from})', { day: calendarDay(likely.earliest), part: likely.latest ? calendarDay(likely.latest) : say('much later'), from })}</span></p>}
      {step.again_on && <p className="text-ink-2">{say('To be seen again with {name} from {day} on, if it is not taken before.', { name, day: calendarDay(step.again_on) })}</p>}
    </section>
  )
}

function Others({ step, onPick }: { step: Step; onPick: (step: StepKey) => void }) {
  const rows: [string, Step['before']][] = [[say('Before it'), step.before], [say('It leads to'), step.after], [say('One notch from it, on other ladders'), step.beside]]
  return (
    <>{step.way.length > 0 && (
      <section><h3>{say('The way there')}</h3>
        <ol className="list-decimal pl-5">{step.way.map((each) => (
          <li key={keyOf(each)}><PickButton onClick={() => onPick(keyOf(each))}>{each.title}</PickButton>{each.by.length > 0 && <span className="text-sm text-saffron">{' '}{say('a jump: {by}', { by: each.by.map((rise) => `${rise.name}, ${say('{n, plural, one {# notch} other {# notches}}', { n: rise.notches })}`).join('; ') })}</span>}</li>
        ))}
        </ol>
      </section>
    )}{rows.map(([title, of]) => of.length > 0 && <section key={title}><h3>{title}</h3><ul>{of.map((each) => <li key={keyOf(each)}><PickButton onClick={() => onPick(keyOf(each))}>{each.title}</PickButton> <span className="text-sm text-ink-2">{STATE_WORDS[each.state]}</span></li>)}</ul></section>)}
    </>
  )
}

function PickButton({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return <button type="button" onClick={onClick} className="min-h-control text-left text-woad underline underline-offset-4">{children}</button>
}

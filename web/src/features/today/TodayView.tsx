import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { cx } from '@/lib/cx'
import { answer, client, type Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { refresh, todayQuery } from '@/lib/queries'
import { AtHome, Groups } from './AtHome'
import { calendarDay, dayOf, sentence, timeOfDay } from '@/lib/words'

type Today = Schemas['TodayOut']
type Task = Schemas['TaskOut']

/** Today: what to set out, what to mind, what to show; one page on the fridge. */
export function TodayView({ questions, zone, before, group, onGroup }: { group: number | null; onGroup: (group: number | null) => void; questions: (today: Today) => ReactNode; zone: string; before?: ReactNode }) {
  const { data: today, error } = useQuery(todayQuery(group))
  if (!today) return <Waiting error={error} />
  const bare = today.tasks.length + today.by_hand.length + today.mind.length + today.to_show.length + today.complete.length + today.out.length + today.weeks.length + today.at_home.routines.length + today.at_home.words.length === 0
  return (
    <div className="by-thumb flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Today')} aside={<><Link className={aside} to="/routines">{say('Routines')}</Link><Link className={aside} to="/words">{say('Words')}</Link><Link className={aside} to="/evening">{say('Evening')}</Link><Link className={aside} to="/paper?kind=set-up-list">{say('On paper')}</Link><Button onClick={() => window.print()}>{say('Print')}</Button></>}>{calendarDay(today.day)}</Heading>
      <Groups today={today} group={group} onGroup={onGroup} />
      {group === null && before}
      <ChangeLine today={today} />
      {bare && <Nothing />}
      <div className="grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] items-start gap-4 max-[820px]:grid-cols-1 print:grid-cols-2">
        <div className="flex flex-col gap-4">
          <div className="contents print:hidden"><FromWeeks lines={today.weeks} /></div>
          <SetUp tasks={today.tasks} />
          <Listed title={say('Kept away; you bring it')} lines={today.by_hand} />
          <Listed title={say('Prepare')} lines={today.prepare} />
          <Complete today={today} zone={zone} />
          <ToShow today={today} />
          <OutNow out={today.out} />
        </div>
        <div className="flex flex-col gap-4">
          <Mind today={today} />
          <div className="hidden print:contents"><FromWeeks lines={today.weeks} /></div>
          <Listed title={say('New on the shelf')} note={say('The first reaction says most.')} lines={today.new} />
          <AtHome at_home={today.at_home} />
          <div className="no-print">{questions(today)}</div>
        </div>
      </div>
    </div>
  )
}

function ChangeLine({ today }: { today: Today }) {
  const link = 'font-semibold text-woad underline underline-offset-4'
  const now = today.look_on === today.day
  return (
    <div className="flex flex-col gap-1 text-ink-2">
      {now && today.would_change
        ? <p><Link className={link} to="/weeks">{say('{changes} proposed', { changes: say('{n, plural, one {# change} other {# changes}}', { n: today.change_waits }) })}</Link>{say(', by the signs of {cycles}. {would_change}', { cycles: say('{n, plural, one {# whole work cycle} other {# whole work cycles}}', { n: today.seen_mornings }), would_change: today.would_change })}</p>
        : <p>{say('The next look at the shelves: {day}.', { day: dayOf(`${today.look_on}T12:00:00Z`, 'UTC') })}{' '}{today.would_change ? <>{say('As things stand: {would_change}', { would_change: today.would_change })} <Link className={link} to="/weeks">{say('Look now')}</Link></> : <>{say('Nothing should change as things stand.')}{' '}<Link className={link} to="/weeks">{say('Why not?')}</Link></>}</p>}
      <p className="no-print"><Link className={link} to="/watch">{say('Begin a work cycle in Watch')}</Link></p>
    </div>
  )
}

function Nothing() {
  return (
    <section className="panel max-w-2xl p-5">
      <h2>{say('Nothing to set out')}</h2>
      <p className="mt-2 text-ink-2">
        {sayRich('When a change is accepted, what to pull from which bin and where to put it stands here, to be ticked off as it is done. Begin on the <a>Shelf</a> with a few trays, then watch a work cycle.', { a: (inner) => <Link className="text-woad underline" to="/shelf">{inner}</Link> })}
      </p>
    </section>
  )
}

const panel = 'panel p-4'
const aside = 'inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2'

function SetUp({ tasks }: { tasks: readonly Task[] }) {
  if (tasks.length === 0) return null
  const left = tasks.filter((task) => !task.done).length
  return (
    <section aria-label={say('Set out')} className={panel}>
      <h2 className="flex justify-between gap-2">{say('Set out')}{' '}<span className="font-normal text-ink-2">{left === 0 ? say('all done') : say('{left} to do', { left })}</span></h2>
      <ul className="mt-2 flex flex-col">{tasks.map((task) => <li key={task.id} className="border-t border-line first:border-0"><Line task={task} /></li>)}</ul>
    </section>
  )
}

function Line({ task }: { task: Task }) {
  const tick = useWrite(async (done: boolean) => {
    await answer(client.POST('/api/tasks/{task_id}/tick', { params: { path: { task_id: task.id } }, body: { done } }))
    await refresh()
  })
  return (
    <>
      <button type="button" role="checkbox" aria-checked={task.done} disabled={tick.busy} onClick={() => void tick.run(!task.done)}
        className="flex min-h-touch w-full items-start gap-3 py-2.5 text-left"
      >
        <span className={cx('mt-0.5 grid size-6 shrink-0 place-items-center rounded-md border-2', task.done ? 'border-moss bg-moss text-paper' : 'border-edge')}>{task.done && <Check size={16} aria-hidden />}</span>
        <span>
          <span className={cx('block font-semibold', task.done && 'text-ink-2 line-through')}>{task.text}</span>
          {task.where && <span className="block text-ink-2">{task.kind === 'put' && say('to the ')}{task.where}</span>}
          {task.condition && <span className="block text-[0.9375rem] text-saffron">{task.condition}</span>}
        </span>
      </button>
      {tick.failed && <Notice tone="must" role="alert">{tick.failed.message}</Notice>}
    </>
  )
}

/** What of the string of weeks belongs on today. */
function FromWeeks({ lines }: { lines: Today['weeks'] }) {
  if (lines.length === 0) return null
  return (
    <section aria-label={say('From the weeks')} className={panel}>
      <h2>{say('From the weeks')}</h2>
      <ul className="mt-1 flex flex-col">
        {lines.map((line) => (
          <li key={line.text} className="border-t border-line first:border-0">
            <Link to={`/weeks?at=${line.at}`} className="flex min-h-touch items-center gap-2 py-2 hover:text-woad print:min-h-0 print:py-0 print:text-[0.8125rem]">
              <span aria-hidden className={cx('size-2.5 shrink-0 rotate-45 border-2', line.pressing ? 'border-madder bg-madder' : 'border-woad')} />{line.text}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Listed({ title, note, lines }: { title: string; note?: string; lines: readonly Schemas['LineOut'][] }) {
  if (lines.length === 0) return null
  return (
    <section aria-label={title} className={panel}>
      <h2>{title}</h2>
      {note && <p className="text-sm text-ink-2">{note}</p>}
      <ul className="mt-2 flex flex-col gap-2">
        {lines.map((line, at) => <li key={at}><p className="font-semibold">{line.tray}</p>{line.text && <p className="text-[0.9375rem] text-ink-2">{line.text}</p>}</li>)}
      </ul>
    </section>
  )
}

function OutNow({ out }: { out: Today['out'] }) {
  if (out.length === 0) return null
  return (
    <section aria-label={say('Stands out')} className={panel}>
      <h2>{say('Stands out')}</h2>
      <p className="text-sm text-ink-2">{say('From the top left, for whoever sets to rights.')}</p>
      <dl className="mt-2 flex flex-col gap-2">
        {out.map((each) => <div key={each.unit}><dt className="font-semibold">{sentence(each.unit)}</dt><dd className="text-[0.9375rem] text-ink-2">{each.trays.join(' · ')}</dd></div>)}
      </dl>
    </section>
  )
}

function ToShow({ today }: { today: Today }) {
  if (today.to_show.length + today.showings.length === 0) return null
  return (
    <section aria-label={say('To show')} className={panel}>
      <h2>{say('To show')}</h2>
      <p className="text-sm text-ink-2">{say('Few a day, and not to a tired child.')}</p>
      <ul className="mt-2 flex flex-col gap-3 print:gap-1">
        {today.to_show.map((each) => (
          <li key={`${each.child_id}:${each.tray_id}`} className="flex flex-wrap items-center justify-between gap-2">
            <span className="min-w-56 flex-1"><strong>{each.tray}</strong>{' '}{say('to {child}{again}', { child: each.child, again: each.again && say(', again') })}<span className="block text-sm text-ink-2 print:hidden">{each.reasons[0]?.text}</span></span>
            <span className="no-print flex flex-wrap gap-2">
              <Link className="inline-flex min-h-touch items-center rounded-control border border-edge bg-paper px-3 font-semibold hover:bg-woad-2" to={`/show?child=${each.child_id}&tray=${each.tray_id}`}>{say('Script')}<span className="sr-only">{' '}{say('of {tray}', { tray: each.tray })}</span></Link>
              <Button size="touch" onClick={() => write({ kind: 'showed', child_id: each.child_id, tray_id: each.tray_id })}>{say('I showed this')}</Button>
            </span>
          </li>
        ))}
      </ul>
      {today.showings.map((each) => (
        <div key={each.child} className="no-print mt-2 text-sm text-ink-2">
          {each.waiting.length > 0 && <p>{say('For {child} also wait for a showing: {waiting}.', { child: each.child, waiting: each.waiting.join(', ') })}</p>}
          {each.open.length > 0 && <p>{say('Open for {child} to find without a showing: {open}.', { child: each.child, open: each.open.join(', ') })}</p>}
        </div>
      ))}
    </section>
  )
}

/** Trays from which something was missing in the work: one line each until they are complete. */
function Complete({ today, zone }: { today: Today; zone: string }) {
  const done = useWrite(async (tray_id: number) => {
    await answer(client.POST('/api/trays/{tray_id}/complete', { params: { path: { tray_id } } }))
    await refresh()
  })
  if (today.complete.length === 0) return null
  return (
    <section aria-label={say('Complete')} className={panel}>
      <h2>{say('Complete')}</h2>
      <p className="text-sm text-ink-2">{say('Something was missing, and the work broke off.')}</p>
      <ul className="mt-2 flex flex-col gap-2">
        {today.complete.map((each) => (
          <li key={each.tray_id} className="flex flex-wrap items-center justify-between gap-2">
            <span className="min-w-56 flex-1"><strong>{each.tray}</strong><span className="block text-sm text-ink-2">{each.child}, {dayOf(each.at, zone)} {timeOfDay(each.at, zone)}</span>{each.note && <span className="said block">{each.note}</span>}</span>
            <span className="no-print"><Button size="touch" onClick={() => void done.run(each.tray_id)}>{say('It is complete')}<span className="sr-only">: {each.tray}</span></Button></span>
          </li>
        ))}
      </ul>
      {done.failed && <Notice tone="must" role="alert">{done.failed.message}</Notice>}
    </section>
  )
}

function Mind({ today }: { today: Today }) {
  return (
    <section aria-label={say('Watch out')} className={panel}>
      <h2>{say('Watch out')}</h2>
      {today.mind.length === 0 && (
        <p className="mt-1 text-ink-2">{say('No finding on the shelves. Checked: known hazards against each child’s reach, fit, load and height; it does not replace your eyes.')}</p>
      )}
      <ul className="mt-2 flex flex-col gap-2 print:gap-1">
        {today.mind.map((line, at) => (
          <li key={at}><Notice tone={line.severity as 'must' | 'should' | 'note'}>{line.tray !== today.mind[at - 1]?.tray && <span className="block font-semibold">{sentence(line.tray)}</span>}<span className="block text-[0.9375rem]">{line.text}</span></Notice></li>
        ))}
      </ul>
      {today.mind.length > 0 && <p className="no-print mt-3"><Link className="text-woad underline underline-offset-4" to="/shelf">{say('See what cures it on the Shelf')}</Link></p>}
    </section>
  )
}

import { say } from '@/lib/say'
import { fixed } from '@/lib/words'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { addDays, daysText, shortDay } from '@/lib/days'
import { Problem, type Schemas } from '@/lib/http'
import { themesQuery } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { Progress } from '@/ui/Progress'
import { Why } from '@/ui/Why'
import { usePlanTheme, type ThemeAsk, type ThemePlan } from './usePlanTheme'
import { Fold } from '@/ui/Fold'
import { Option, OptionGroup, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Told = { key: string; name: string; question: string; words: string; from: string; until: string }
type PlannerProps = { today: string; first: string; theme?: Schemas['ThemeOut'] | undefined; onTaken: (theme: number) => void; onClose: () => void }

/** Plan a theme: from the catalogue or of one's own words; then what the planner chose, to be ticked and put on the string. */
export function ThemePlanner({ today, first, theme, onTaken, onClose }: PlannerProps) {
  const planning = usePlanTheme()
  const [told, setTold] = useState<Told>(() => theme
    ? { key: theme.theme.key, name: theme.theme.name, question: theme.theme.question, words: theme.words.join(', '), from: theme.theme.from_day, until: theme.theme.until_day }
    : { key: '', name: '', question: '', words: '', from: first, until: addDays(first, 13) })
  const { solve, working, start } = planning
  const problem = start.failed instanceof Problem ? start.failed : null
  const ask = (more: Partial<ThemeAsk> = {}) => void start.run({
    key: told.key, name: told.name, question: told.question, words: told.words.split(',').map((word) => word.trim()).filter(Boolean), from_day: told.from, until_day: told.until,
    theme_id: theme?.theme.id ?? 0, forced: [], bans: [], days: {}, ...more,
  })
  return (
    <section aria-label={say('Plan a theme')} className="flex flex-col gap-4">
      <div className="flex items-start justify-between gap-2"><h2 className="text-xl">{theme ? say('Plan {theme} again', { theme: theme.theme.name }) : say('Plan a theme')}</h2><Button look="quiet" onClick={onClose}>{say('Close')}</Button></div>
      <Question told={told} set={setTold} problem={problem} today={today} onAsk={() => ask()} working={working} again={solve?.plan !== undefined && solve.plan !== null} />
      {problem && problem.errors.length === 0 && <Notice tone="must" role="alert">{problem.message}</Notice>}
      {working && <div className="flex flex-col gap-2"><Progress label={solve && solve.best > 0 ? say('Planning, the best so far has {trays}', { trays: say('{n, plural, one {# tray} other {# trays}}', { n: solve.best }) }) : say('Planning the theme')} usualS={3} /><Button onClick={() => void planning.stop.run()}>{say('Stop, and take the best so far')}</Button></div>}
      {solve && (solve.status === 'stopped' || solve.status === 'failed') && <Notice tone="should" role="status">{solve.message}</Notice>}
      {solve?.plan && !working && <Planned key={solve.id} plan={solve.plan} seconds={solve.seconds} planning={planning} onAsk={ask} onTaken={onTaken} />}
    </section>
  )
}

type QuestionProps = { told: Told; set: (told: Told) => void; problem: Problem | null; today: string; onAsk: () => void; working: boolean; again: boolean }

function Question({ told, set, problem, today, onAsk, working, again }: QuestionProps) {
  const { data } = useQuery(themesQuery)
  const patterns = data?.themes ?? []
  const choose = (key: string) => {
    const found = patterns.find((each) => each.key === key)
    set({ ...told, key, name: found?.name ?? '', question: found?.question ?? '', words: found ? found.words.map((each) => each.word).join(', ') : '' })
  }
  const of = (name: string) => problem?.of(name)
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); onAsk() }}>
      <SelectField label={say('Theme')} value={told.key} onChoose={(picked) => choose(picked)}>
        <Option value="">{say('of our own words')}</Option>
        {patterns.some((each) => each.now) && <OptionGroup label={say('These months')}>{patterns.filter((each) => each.now).map((each) => <Option key={each.key} value={each.key}>{each.name}</Option>)}</OptionGroup>}
        <OptionGroup label={say('At any time')}>{patterns.filter((each) => !each.now).map((each) => <Option key={each.key} value={each.key}>{each.name}</Option>)}</OptionGroup>
      </SelectField>
      <Field label={say('Name')} value={told.name} maxLength={80} error={of('name')} onChange={(event) => set({ ...told, name: event.target.value })} />
      <Field label={say('The question it begins with')} value={told.question} maxLength={200} error={of('question')} onChange={(event) => set({ ...told, question: event.target.value })} />
      <Field label={say('A few words')} value={told.words} hint={say('With commas between: bread, dough, flour.')} error={of('words')} onChange={(event) => set({ ...told, words: event.target.value })} />
      <div className="grid grid-cols-2 gap-2">
        <Field label={say('From')} type="date" min={today} value={told.from} error={of('from_day')} onChange={(event) => set({ ...told, from: event.target.value })} />
        <Field label={say('To')} type="date" min={told.from} value={told.until} error={of('until_day')} onChange={(event) => set({ ...told, until: event.target.value })} />
      </div>
      <Button type="submit" look={again ? 'plain' : 'main'} disabled={working || !told.name.trim() || !told.from || !told.until}>{again ? say('Plan it again') : say('Plan it')}</Button>
    </form>
  )
}

type PlannedProps = { plan: ThemePlan; seconds: number; planning: ReturnType<typeof usePlanTheme>; onAsk: (more: Partial<ThemeAsk>) => void; onTaken: (theme: number) => void }

function Planned({ plan, seconds, planning, onAsk, onTaken }: PlannedProps) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [song, setSong] = useState(plan.lists.songs[0] ?? '')
  const [outing, setOuting] = useState(plan.lists.outing)
  const taken = plan.trays.filter((tray) => !left.has(tray.ref))
  const owned = plan.trays.filter((tray) => !tray.to_do).length
  const asked = planning.asked
  const flip = (ref: string) => setLeft((now) => { const next = new Set(now); if (!next.delete(ref)) next.add(ref); return next })
  return (
    <div role="region" aria-label={say('The planned theme')} className="flex flex-col gap-4">
      <div>
        <p className="text-sm text-ink-2">{daysText(plan.from_day, plan.until_day)}</p>
        <h3 className="text-lg">{plan.name}</h3>
        {plan.question && <p className="said">“{plan.question}”</p>}
      </div>
      {plan.trays.length === 0 ? <Notice tone="should">{say('No tray of this theme fits the shelf in these days. What was left out, and why, stands below.')}</Notice> : (
        <section aria-label={say('Trays of the theme')}>
          <h3>{say('Trays, {owned} of {trays} from what you own', { owned, trays: plan.trays.length })}</h3>
          <ul className="flex flex-col">
            {plan.trays.map((tray) => (
              <li key={tray.ref} className="border-t border-line py-1.5">
                <div className="flex items-start justify-between gap-2">
                  <Tick label={<span className="font-semibold">{tray.name}</span>} checked={!left.has(tray.ref)} onChange={() => flip(tray.ref)} />
                  <span className={`pt-2 text-right text-sm font-semibold ${tray.to_do ? 'text-saffron' : 'text-ink-2'}`}>{tray.status}</span>
                </div>
                <p className="pl-7 text-sm text-ink-2">{tray.children.join(', ')} · {shortDay(tray.day)}{tray.where ? `, ${tray.by_hand ? say('kept away, you bring it') : tray.where}` : ''}{tray.goes ? say('; {goes} rests', { goes: tray.goes }) : ''}</p>
                <Fold title={say('Why')} className="pl-7 text-sm" titleClass="text-ink-2"><Why reasons={tray.reasons} folded /></Fold>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Also plan={plan} />
      <Field label={say('Song or rhyme')} value={song} maxLength={120} onChange={(event) => setSong(event.target.value)} />
      <Field label={say('Outing')} value={outing} maxLength={200} onChange={(event) => setOuting(event.target.value)} />
      <p className="text-sm text-ink-2">{said(plan, seconds)}</p>
      {planning.take.failed && <Notice tone="must" role="alert">{planning.take.failed.message}</Notice>}
      <Button look="main" size="touch" disabled={planning.take.busy} onClick={() => void planning.take.run(taken.map((tray) => tray.ref), song, outing, onTaken)}>{say('Put it on the string')}</Button>
      {plan.left.length > 0 && asked && (
        <Fold title={say('Left out, and why ({left})', { left: plan.left.length })} titleClass="font-semibold">
          <ul className="flex flex-col">
            {plan.left.map((each) => (
              <li key={each.ref} className="flex items-start justify-between gap-2 border-t border-line py-1.5 text-[0.9375rem]">
                <span><span className="block font-semibold">{each.name}</span>{each.reason.text}</span>
                <Button aria-label={say('Ask for {each}', { each: each.name })} onClick={() => onAsk({ forced: [...(asked.forced ?? []), each.ref] })}>{say('Ask for it')}</Button>
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </div>
  )
}

const said = (plan: ThemePlan, seconds: number) => [
  plan.complete_on ? `Complete on ${shortDay(plan.complete_on)}; nothing loved leaves.` : '',
  plan.proven ? say('Proven best, in {seconds} s.', { seconds: fixed(seconds, 1) }) : say('At most {part} % short of the best there could be.', { part: fixed(100 * plan.gap, 1) }),
].filter(Boolean).join(' ')

/** Everything beside the trays: books, words with their days, what is used up, the cautions, and what comes later. */
function Also({ plan: { lists } }: { plan: ThemePlan }) {
  return (
    <section aria-label={say('Also')} className="flex flex-col gap-1">
      <h3>{say('Also')}</h3>
      <dl className="text-[0.9375rem]">
        <Row name="books">{lists.books.length ? lists.books.map((each) => each.title).join(', ') : say('none of yours carries this theme')}</Row>
        {lists.routines.length > 0 && <Row name="work of the house">{lists.routines.join(', ')}</Row>}
        {lists.words.map((each) => <Row key={each.day} name={`words, ${shortDay(each.day)}`}>{each.words.map((word) => (word.second ? `${word.word} (${word.second})` : word.word)).join(', ')}</Row>)}
        {lists.lines.filter((line) => line.kind === 'buy').map((line) => <Row key={line.name} name={say('buy by {day}', { day: shortDay(line.due) })}>{line.name}: {line.amount}</Row>)}
        {lists.lines.filter((line) => line.kind !== 'buy').map((line, at) => <Row key={at} name={say('{kind} by {day}', { kind: line.kind, day: shortDay(line.due) })}>{line.name}{line.minutes ? say(', {minutes} min', { minutes: line.minutes }) : ''}</Row>)}
      </dl>
      {lists.minds.length > 0 && <Fold title={say('Watch out')} open titleClass="font-semibold"><ul className="list-disc pl-5 text-[0.9375rem]">{lists.minds.map((each) => <li key={each}>{each}</li>)}</ul></Fold>}
      {lists.not_yet.length > 0 && <Fold title={say('Comes later, and serves all the same')} titleClass="font-semibold"><ul className="text-[0.9375rem]">{lists.not_yet.map((each) => <li key={each.child + each.name} className="border-t border-line py-1"><strong>{each.child}</strong>, {each.name}: {each.expects}</li>)}</ul></Fold>}
    </section>
  )
}

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return <div className="flex justify-between gap-4 border-t border-line py-1"><dt className="shrink-0 text-ink-2">{name}</dt><dd className="text-right">{children}</dd></div>
}

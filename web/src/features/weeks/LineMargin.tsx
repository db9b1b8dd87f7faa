import { say, word } from '@/lib/say'
import { Check } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { daysBetween, weekDay } from '@/lib/days'
import { answer, client } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { cx } from '@/lib/cx'
import { sentence } from '@/lib/words'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import type { Line } from './types'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

/** What is to be done by a day, to be ticked as it is done. */
export function LineList({ title, lines, today }: { title: string; lines: readonly Line[]; today: string }) {
  const left = lines.filter((line) => !line.done)
  const minutes = left.reduce((sum, line) => sum + line.minutes, 0)
  return (
    <section aria-label={title}>
      <h3 className="flex justify-between gap-2">{title}<span className="font-normal text-ink-2">{left.length === 0 ? say('all done') : say('{left} to do{minutes}', { left: left.length, minutes: minutes ? say(', {minutes} min', { minutes }) : '' })}</span></h3>
      <ul className="flex flex-col">{lines.map((line) => <li key={line.id} className="border-t border-line"><OneLine line={line} today={today} /></li>)}</ul>
    </section>
  )
}

function OneLine({ line, today }: { line: Line; today: string }) {
  const tick = useWrite(async (done: boolean) => {
    await answer(client.POST('/api/by-then/{line_id}/tick', { params: { path: { line_id: line.id } }, body: { done } }))
    await refresh()
  })
  const days = daysBetween(today, line.due)
  const when = line.done ? 'done' : days < 0 ? say('{days} late', { days: say('{n, plural, one {# day} other {# days}}', { n: -days }) }) : days === 0 ? 'today' : days === 1 ? 'tomorrow' : say('by {day}', { day: weekDay(line.due) })
  return (
    <>
      <button type="button" role="checkbox" aria-checked={line.done} disabled={tick.busy} onClick={() => void tick.run(!line.done)} className="flex min-h-touch w-full items-start gap-3 py-2 text-left">
        <span className={cx('mt-0.5 grid size-6 shrink-0 place-items-center rounded-md border-2', line.done ? 'border-moss bg-moss text-paper' : 'border-edge')}>{line.done && <Check size={16} aria-hidden />}</span>
        <span className="min-w-0 flex-1">
          <span className={cx('flex justify-between gap-2 font-semibold', line.done && 'text-ink-2 line-through')}><span>{sentence(line.kind)}: {line.name}</span><span className={cx('shrink-0 text-sm', !line.done && days <= 2 ? 'text-madder' : 'text-ink-2')}>{when}</span></span>
          <span className="block text-sm text-ink-2">{[line.amount, line.minutes ? say('{minutes} min', { minutes: line.minutes }) : ''].filter(Boolean).join(' · ')}</span>
        </span>
      </button>
      {tick.failed && <Notice tone="must" role="alert">{tick.failed.message}</Notice>}
    </>
  )
}

/** One line of the string in the margin: tick it, see to it, take it off; and all that is open beside it. */
export function LineMargin({ line, lines, today, onGone }: { line: Line | undefined; lines: readonly Line[]; today: string; onGone: () => void }) {
  const drop = useWrite(async () => {
    if (line) {
      await answer(client.DELETE('/api/by-then/{line_id}', { params: { path: { line_id: line.id } } }))
      onGone()
      await refresh()
    }
  })
  const to = line && placeOf(line.ref)
  return (
    <div className="flex flex-col gap-4">
      <h2 className="text-xl">{say('By then')}</h2>
      {line && <LineList title={line.name} lines={[line]} today={today} />}
      {line && <div className="flex flex-wrap gap-2">{to && <Link className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2" to={to.path}>{to.words}</Link>}<Button look="warn" disabled={drop.busy} onClick={() => void drop.run()}>{say('Take it off')}</Button></div>}
      <LineList title={say('Everything to do')} lines={lines.filter((each) => each.id !== line?.id)} today={today} />
      <AddLine today={today} />
    </div>
  )
}

/** Where a line is seen to. */
function placeOf(ref: string): { path: string; words: string } | null {
  const [what, key, level] = ref.split(':')
  if (what === 'step') return { path: `/make?card=${key ?? ''}&level=${level ?? ''}`, words: say('Make it') }
  if (what === 'series') return { path: '/talks', words: say('The series') }
  if (what === 'books') return { path: '/weeks?at=books', words: say('The books') }
  if (what === 'recipe' || what === 'mark') return { path: '/cupboard?part=making', words: say('How it is made') }
  return what === 'thing' || what === 'kind' ? { path: '/cupboard', words: say('In the cupboard') } : null
}

function AddLine({ today }: { today: string }) {
  const [kind, setKind] = useState<Line['kind']>('buy')
  const [name, setName] = useState('')
  const [due, setDue] = useState(today)
  const add = useWrite(async () => {
    await answer(client.POST('/api/by-then', { body: { kind, name, amount: '', due, minutes: 0 } }))
    setName('')
    await refresh()
  })
  return (
    <Fold title={say('Something else to do by a day')} titleClass="font-semibold">
      <form className="mt-2 flex flex-col gap-2" onSubmit={(event) => { event.preventDefault(); void add.run() }}>
        <SelectField label={say('What')} value={kind} onChoose={(picked) => setKind(picked as Line['kind'])}>{(['make', 'buy', 'print', 'wash', 'fetch', 'show'] as const).map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        <Field label={say('Name')} value={name} maxLength={80} onChange={(event) => setName(event.target.value)} error={add.failed?.message} />
        <Field label={say('By')} type="date" min={today} value={due} onChange={(event) => setDue(event.target.value)} />
        <Button type="submit" disabled={!name.trim() || !due || add.busy}>{say('Add it')}</Button>
      </form>
    </Fold>
  )
}

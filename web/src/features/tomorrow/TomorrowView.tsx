import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { GroupChoice } from '@/ui/GroupChoice'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { PatternMark, type Pattern } from '@/ui/PatternMark'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { groupsQuery, invitationsQuery, refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'
import { KIND_WORDS, placeOf } from './words'
import { Option, SelectField } from '@/ui/Select'

type ChildsDay = Schemas['ChildsDayOut']

/** What each child is invited to tomorrow: moved, left out, added to, printed for the fridge. */
export function TomorrowView() {
  const [group, setGroup] = useState<number | null>(null)
  const { data, error } = useQuery(invitationsQuery(null, group))
  const { data: known } = useQuery(groupsQuery)
  if (!data) return <Waiting error={error} />
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4 max-[500px]:px-3">
      <Heading title={say('Tomorrow')} aside={<Button onClick={() => window.print()}>{say('Print')}</Button>}>{say('{day}, child by child', { day: calendarDay(data.day) })}</Heading>
      <p className="text-ink-2">{say('Invitations, never orders. What is new stands where the child is usually settled; the first is an easy one.')}</p>
      <GroupChoice label={say('For')} groups={known?.groups ?? []} group={group} onGroup={setGroup} />
      {data.children.length === 0 && <p className="panel p-5 text-ink-2">{sayRich('No children yet. Add one under <a>Children</a>.', { a: (inner) => <Link className="text-woad underline" to="/children">{inner}</Link> })}</p>}
      <div className="grid grid-cols-[repeat(auto-fill,minmax(19rem,1fr))] items-start gap-4 print:grid-cols-2">
        {data.children.map((each) => <Childs key={each.child_id} of={each} day={data.day} />)}
      </div>
    </div>
  )
}

function Childs({ of, day }: { of: ChildsDay; day: string }) {
  const keep = useWrite(async (refs: string[] | null) => {
    await answer(client.PUT('/api/invitations', { body: { child_id: of.child_id, day, refs } }))
    await refresh()
  })
  const refs = of.items.map((each) => each.ref)
  const swap = (at: number, by: number) => { const next = [...refs]; next.splice(at + by, 0, ...next.splice(at, 1)); void keep.run(next) }
  return (
    <section aria-label={of.child} className="panel flex flex-col gap-2 p-4">
      <h2 className="flex items-center gap-2"><PatternMark pattern={of.pattern as Pattern} />{of.child}</h2>
      {keep.failed instanceof Problem && <Notice tone="must" role="alert">{keep.failed.message}</Notice>}
      {of.items.length === 0 && <p className="text-ink-2">{of.chosen ? say('Nothing: an open day.') : say('Nothing to propose yet: put a few trays out on the Shelf, and watch a work cycle.')}</p>}
      <ol className="flex flex-col">
        {of.items.map((each, at) => (
          <li key={each.ref} className="flex items-start gap-2 border-t border-line py-2 first:border-0">
            <span className="w-5 pt-0.5 text-right text-ink-3 tabular-nums">{at + 1}</span>
            <div className="min-w-0 flex-1">
              <Link className="font-semibold underline-offset-4 hover:underline" to={placeOf(each.ref, of.child_id)}>{each.title}</Link>
              <p className="text-sm text-ink-2">{KIND_WORDS[each.kind]} · {word(each.area)}{each.minutes !== null && say(' · about {minutes} min', { minutes: each.minutes })}</p>
              <p className="text-[0.9375rem]">{each.reason.text}</p>
              {each.condition && <p className="text-[0.9375rem] text-saffron">{each.condition}</p>}
              {each.prepare && <p className="text-sm text-ink-2">{say('Beforehand: {prepare}', { prepare: each.prepare })}</p>}
            </div>
            <div className="no-print flex">
              <Move label={say('{each} earlier', { each: each.title })} disabled={at === 0 || keep.busy} onClick={() => swap(at, -1)}><ArrowUp size={18} aria-hidden /></Move>
              <Move label={say('{each} later', { each: each.title })} disabled={at === of.items.length - 1 || keep.busy} onClick={() => swap(at, 1)}><ArrowDown size={18} aria-hidden /></Move>
              <Move label={say('Leave out {each}', { each: each.title })} disabled={keep.busy} onClick={() => void keep.run(refs.filter((ref) => ref !== each.ref))}><X size={18} aria-hidden /></Move>
            </div>
          </li>
        ))}
      </ol>
      <div className="no-print flex flex-wrap items-end gap-2">
        {of.others.length > 0 && (
          <SelectField label={say('Add')} value="" disabled={keep.busy} onChoose={(picked) => { if (picked) void keep.run([...refs, picked]) }}>
            <Option value="">{say('choose something')}</Option>
            {of.others.map((each) => <Option key={each.ref} value={each.ref}>{each.title} ({KIND_WORDS[each.kind]})</Option>)}
          </SelectField>
        )}
        {of.chosen ? <Button look="quiet" onClick={() => void keep.run(null)}>{say('Propose it again')}</Button> : of.items.length > 0 && <Button disabled={keep.busy} onClick={() => void keep.run(refs)}>{say('Keep it so')}</Button>}
      </div>
    </section>
  )
}

function Move({ label, disabled, onClick, children }: { label: string; disabled: boolean; onClick: () => void; children: ReactNode }) {
  return <button type="button" aria-label={label} disabled={disabled} onClick={onClick} className="grid size-control place-items-center rounded-control text-ink-2 hover:bg-woad-2 disabled:opacity-40">{children}</button>
}

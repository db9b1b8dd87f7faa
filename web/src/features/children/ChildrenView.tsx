import { WEEKDAYS } from '@/lib/days'
import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Field } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { PatternMark } from '@/ui/PatternMark'
import { Sure } from '@/ui/Sure'
import { useWrite } from '@/ui/useWrite'
import { cx } from '@/lib/cx'
import { answer, client, type Schemas } from '@/lib/http'
import { childrenQuery, refresh } from '@/lib/queries'
import { mass } from '@/lib/measure'
import { length, type Lengths } from '@/lib/words'
import { Allowed } from './Allowed'
import { ChildForm } from './ChildForm'
import { Groups } from './Groups'
import { Record } from './Record'
import { Said } from './Said'
import { Fold } from '@/ui/Fold'

type Child = Schemas['ChildOut']
type ChildrenViewProps = { lengths: Lengths; zone: string; today: string; adults: readonly { id: number; name: string }[] }

/** Children: one child at a time, never beside another. */
export function ChildrenView({ lengths, zone, today, adults }: ChildrenViewProps) {
  const { data, error } = useQuery(childrenQuery)
  const [params, setParams] = useSearchParams()
  const [form, setForm] = useState<Child | 'new' | null>(null)
  if (!data) return <Waiting error={error} />
  const child = data.children.find((each) => each.id === Number(params.get('child'))) ?? data.children[0]
  const used = data.children.map((each) => each.pattern)
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Children')} aside={<Button onClick={() => setForm('new')}>{say('Add a child')}</Button>} />
      <nav aria-label={say('Which child')} className="flex flex-wrap gap-2">
        {data.children.map((each) => (
          <button key={each.id} type="button" aria-current={each.id === child?.id} onClick={() => setParams({ child: String(each.id) })}
            className={cx('inline-flex min-h-control items-center gap-2 rounded-full border px-4', each.id === child?.id ? 'border-woad bg-woad-2 font-semibold' : 'border-edge bg-paper')}
          >
            <PatternMark pattern={each.pattern} />{each.name}
          </button>
        ))}
      </nav>
      {child ? <><About child={child} lengths={lengths} onEdit={() => setForm(child)} /><Said child={child} /><Allowed child={child} /><Record key={child.id} child={child} zone={zone} /></>
        : <p className="panel max-w-md p-5 text-ink-2">{say('No child yet. The youngest of the house sets what may stand open: add every child, also the one who only crawls past.')}</p>}
      <Groups people={data.children} adults={adults} />
      <Archived gone={data.archived} />
      {form && (
        <Dialog title={form === 'new' ? say('Add a child') : say('Change {form}', { form: form.name })} open onClose={() => setForm(null)}>
          <ChildForm child={form === 'new' ? null : form} used={used} lengths={lengths} today={today} onSaved={(id) => { setForm(null); setParams({ child: String(id) }) }} />
          {form !== 'new' && <Leaving child={form} onDone={() => setForm(null)} />}
        </Dialog>
      )}
    </div>
  )
}

function About({ child, lengths, onEdit }: { child: Child; lengths: Lengths; onEdit: () => void }) {
  const facts = [
    child.age, word(child.mobility), child.still_mouths ? say('still mouths') : '', child.reach && say('lifts to {comfort_high}', { comfort_high: length(child.reach.comfort_high, lengths) }),
    child.reach && say('could get at things to {climb}', { climb: length(child.reach.climb, lengths) }), child.carry_g === null ? say('works where things stand') : say('carries to {mass}', { mass: mass(child.carry_g) }),
    child.allergies.length ? say('allergic to {allergies}', { allergies: child.allergies.join(', ') }) : '', child.passions.length ? say('loves {passions}', { passions: child.passions.join(', ') }) : '', child.comes.length ? say('comes on {comes}', { comes: child.comes.map((day) => WEEKDAYS[day]).join(', ') }) : '',
    child.months > 96 ? say('recorded only: windows and judgements end at eight years') : '',
  ].filter(Boolean)
  return <p className="flex flex-wrap items-center gap-3 text-ink-2">{facts.join(' · ')}<Button onClick={onEdit}>{say('Change {child}', { child: child.name })}</Button><Link className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2" to={`/telling?child=${child.id}`}>{say('{child}’s story', { child: child.name })}</Link></p>
}

function Leaving({ child, onDone }: { child: Child; onDone: () => void }) {
  const [name, setName] = useState('')
  const archive = useWrite(async () => {
    await answer(client.POST('/api/children/{child_id}/archive', { params: { path: { child_id: child.id } }, body: { archived: true } }))
    await refresh(); onDone()
  })
  const remove = useWrite(async () => {
    await answer(client.POST('/api/children/{child_id}/delete', { params: { path: { child_id: child.id } }, body: { name } }))
    await refresh(); onDone()
  })
  return (
    <div className="mt-5 flex flex-col gap-3 border-t border-line pt-4">
      <Button className="self-start" onClick={() => void archive.run()}>{say('Archive {child}, with the record', { child: child.name })}</Button>
      <Fold title={say('Delete for good')} titleClass="text-madder">
        <p className="my-2 text-sm text-ink-2">{say('Everything written about {child} is deleted, and the undo list with it. This cannot be undone. Pictures of the work {child} is in go too. Copies of the house made before still hold {child}; the last of them is let go of in two months, here and in the second folder. Copies you made yourself, and files you saved, are yours to delete.', { child: child.name })}</p>
        <div className="flex flex-wrap items-end gap-2">
          <Field label={say('Write {child} to delete', { child: child.name })} value={name} error={remove.failed?.message} onChange={(event) => setName(event.target.value)} />
          <Sure title={say('Delete {child} for good?', { child: child.name })} what={say('Nothing brings it back.')} does={say('Delete {child}', { child: child.name })} onSure={() => void remove.run()}
            trigger={<Button look="warn" disabled={name !== child.name || remove.busy}>{say('Delete for good')}</Button>}
          />
        </div>
      </Fold>
      {archive.failed && <Notice tone="must" role="alert">{archive.failed.message}</Notice>}
    </div>
  )
}

function Archived({ gone }: { gone: readonly Child[] }) {
  const back = useWrite(async (id: number) => {
    await answer(client.POST('/api/children/{child_id}/archive', { params: { path: { child_id: id } }, body: { archived: false } }))
    await refresh()
  })
  if (gone.length === 0) return null
  return (
    <section aria-label={say('Archived children')} className="flex flex-wrap items-center gap-2">
      <h2>{say('Archived')}</h2>
      {gone.map((each) => <Button key={each.id} onClick={() => void back.run(each.id)}>{say('Bring back {each}', { each: each.name })}</Button>)}
    </section>
  )
}

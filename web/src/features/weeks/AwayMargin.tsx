import { say, word } from '@/lib/say'
import { useState } from 'react'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Away = Schemas['AbsenceOut']
const KINDS: readonly Away['kind'][] = ['holiday', 'visitors', 'outing', 'illness']

/** Days on which no work cycle is expected; judgements wait for them. */
export function AwayMargin({ away, people, today, onGone }: { away: Away | undefined; people: readonly { id: number; name: string }[]; today: string; onGone: (at: string) => void }) {
  const [told, setTold] = useState({ kind: away?.kind ?? 'holiday', name: away?.name ?? '', from: away?.from_day ?? today, until: away?.until_day ?? today })
  const [children, setChildren] = useState<readonly number[]>(away?.children ?? [])
  const save = useWrite(async () => {
    const kept = await answer(client.POST('/api/absences', { body: { id: away?.id ?? 0, kind: told.kind, name: told.name, from_day: told.from, until_day: told.until, children: [...children], uid: '' } }))
    await refresh()
    onGone(`away:${kept.id ?? 0}`)
  })
  const drop = useWrite(async () => { await answer(client.DELETE('/api/absences/{absence_id}', { params: { path: { absence_id: away?.id ?? 0 } } })); onGone('look'); await refresh() })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-3" aria-label={say('Days away')} onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <h2 className="text-xl">{away ? away.name : say('Days away')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{say('No work cycle is expected on these days, nothing is proposed, and judgements wait. An outing leaves the rest of the day as it is.')}</p>
      <SelectField label={say('What')} value={told.kind} onChoose={(picked) => setTold({ ...told, kind: picked as Away['kind'] })}>{KINDS.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
      <Field label={say('Name')} value={told.name} maxLength={80} error={problem?.of('name')} onChange={(event) => setTold({ ...told, name: event.target.value })} />
      <div className="grid grid-cols-2 gap-2">
        <Field label={say('From')} type="date" value={told.from} error={problem?.of('from_day')} onChange={(event) => setTold({ ...told, from: event.target.value })} />
        <Field label={say('To')} type="date" min={told.from} value={told.until} error={problem?.of('until_day')} onChange={(event) => setTold({ ...told, until: event.target.value })} />
      </div>
      <fieldset><legend className="text-sm font-semibold">{say('For')}{' '}{children.length === 0 && <span className="font-normal text-ink-2">{say('everybody')}</span>}</legend>
        <div className="flex flex-wrap gap-x-4">{people.map((each) => <Tick key={each.id} label={each.name} checked={children.includes(each.id)} onChange={() => setChildren(children.includes(each.id) ? children.filter((id) => id !== each.id) : [...children, each.id])} />)}</div>
      </fieldset>
      {save.failed && !problem?.errors.length && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={save.busy || !told.name.trim()}>{away ? say('Keep it') : say('Put it on the string')}</Button>
        {away && <Button look="warn" disabled={drop.busy} onClick={() => void drop.run()}>{say('Take it off')}</Button>}
      </div>
    </form>
  )
}

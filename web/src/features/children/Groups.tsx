import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Tick } from '@/ui/Tick'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { groupsQuery, refresh } from '@/lib/queries'

type Group = Schemas['GroupOut']
type Person = { id: number; name: string }
type GroupsProps = { people: readonly Person[]; adults: readonly Person[] }

/** Groups of children with the adults who know them: attendance, Watch and Today go by them. */
export function Groups({ people, adults }: GroupsProps) {
  const { data } = useQuery(groupsQuery)
  const [form, setForm] = useState<Group | null>(null)
  if (!data || people.length < 2) return null
  const names = (ids: readonly number[], all: readonly Person[]) => ids.map((id) => all.find((each) => each.id === id)?.name).filter(Boolean).join(', ')
  return (
    <section aria-label={say('Groups')} className="panel flex flex-col gap-3 p-4">
      <div className="flex flex-wrap items-center justify-between gap-2"><h2>{say('Groups')}</h2><Button aria-expanded={form !== null} onClick={() => setForm({ id: 0, name: '', children: [], adults: [] })}>{say('Make a group')}</Button></div>
      {data.groups.length === 0 && !form && <p className="text-ink-2">{say('For a co-op or two families: who is together on a day, with the adults who know them. A home needs none.')}</p>}
      {form && <GroupForm key={form.id} group={form} people={people} adults={adults} onClose={() => setForm(null)} />}
      <ul className="flex flex-col">
        {data.groups.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center justify-between gap-2 border-t border-line py-1.5 first:border-0">
            <span><strong>{each.name}</strong>: {names(each.children, people) || say('nobody yet')}{each.adults.length > 0 && <span className="text-ink-2">{' '}{say('· with {names}', { names: names(each.adults, adults) })}</span>}</span>
            <Button look="quiet" onClick={() => setForm(each)}>{say('Change {each}', { each: each.name })}</Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

function GroupForm({ group, people, adults, onClose }: GroupsProps & { group: Group; onClose: () => void }) {
  const [name, setName] = useState(group.name)
  const [children, setChildren] = useState<readonly number[]>(group.children)
  const [know, setKnow] = useState<readonly number[]>(group.adults)
  const turn = (list: readonly number[], id: number) => (list.includes(id) ? list.filter((each) => each !== id) : [...list, id])
  const save = useWrite(async () => {
    await answer(client.POST('/api/groups', { body: { id: group.id, name, children: [...children], adults: [...know] } }))
    await refresh()
    onClose()
  })
  const drop = useWrite(async () => {
    await answer(client.DELETE('/api/groups/{group_id}', { params: { path: { group_id: group.id } } }))
    await refresh()
    onClose()
  })
  return (
    <form aria-label={group.id ? say('Change {group}', { group: group.name }) : say('A group')} className="flex flex-col gap-2" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <Field label={say('Name of the group')} value={name} maxLength={80} error={save.failed?.message} onChange={(event) => setName(event.target.value)} />
      <fieldset className="flex flex-wrap gap-x-4"><legend className="text-sm font-semibold">{say('Its children')}</legend>{people.map((each) => <Tick key={each.id} label={each.name} checked={children.includes(each.id)} onChange={() => setChildren(turn(children, each.id))} />)}</fieldset>
      {adults.length > 0 && <fieldset className="flex flex-wrap gap-x-4"><legend className="text-sm font-semibold">{say('Who knows them')}</legend>{adults.map((each) => <Tick key={each.id} label={each.name} checked={know.includes(each.id)} onChange={() => setKnow(turn(know, each.id))} />)}</fieldset>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={save.busy || !name.trim()}>{say('Keep the group')}</Button>
        <Button onClick={onClose}>{say('Leave it')}</Button>
        {group.id > 0 && <Button look="warn" disabled={drop.busy} onClick={() => void drop.run()}>{say('Take the group away')}</Button>}
      </div>
      {drop.failed && <Notice tone="must" role="alert">{drop.failed.message}</Notice>}
    </form>
  )
}

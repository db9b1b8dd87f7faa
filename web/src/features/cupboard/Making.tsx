import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Tick } from '@/ui/Tick'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { makingQuery, refresh } from '@/lib/queries'
import { calendarDay } from '@/lib/words'

type Begun = Schemas['MakingOut']
const WORN: Record<string, string> = { worn: say('worn'), wash: say('to be washed'), renew: say('to be renewed') }

/** What is sewn, glued, cut and printed at home, checked before a child gets it; and what is worn. */
export function Making() {
  const { data, error } = useQuery(makingQuery)
  const begin = useWrite(async (recipe: string) => { await answer(client.POST('/api/making', { body: { recipe, wanted_for: '' } })); await refresh() })
  const seen = useWrite(async (mark_id: number) => { await answer(client.POST('/api/marks/{mark_id}/done', { params: { path: { mark_id } } })); await refresh() })
  if (!data) return <Waiting error={error} />
  return (
    <div className="flex flex-col gap-4">
      {[begin.failed, seen.failed].map((each, at) => each && <Notice key={at} tone="must" role="alert">{each.message}</Notice>)}
      {data.marks.length > 0 && (
        <section aria-label={say('Worn, wash, renew')} className="panel p-4"><h2 className="mb-1">{say('Worn, wash, renew')}</h2>
          <ul className="divide-y divide-line">{data.marks.map((each) => (
            <li key={each.id} className="flex flex-wrap items-center justify-between gap-2 py-1.5">
              <span><span className="font-semibold">{each.name}</span>: {WORN[each.what]}{each.note && `, ${each.note}`} <span className="text-sm text-ink-3">{say('since {day}{marked_by}', { day: calendarDay(each.marked_on), marked_by: each.marked_by && `, ${each.marked_by}` })}</span></span>
              <Button aria-label={say('Done: {each}', { each: each.name })} onClick={() => void seen.run(each.id)}>{say('Done')}</Button>
            </li>
          ))}
          </ul>
        </section>
      )}
      {data.begun.map((each) => <Work key={each.id} making={each} />)}
      {data.begun.length === 0 && <p className="text-ink-2">{say('Nothing is being made. What could be stands below, what most cards ask for first.')}</p>}
      <section aria-label={say('What could be made')} className="flex flex-col gap-2"><h2>{say('What could be made')}</h2>
        <ul className="grid grid-cols-2 gap-3 max-[800px]:grid-cols-1">{data.suggested.map(({ recipe, cards }) => (
          <li key={recipe.key} className="panel grid grid-cols-[minmax(0,1fr)_auto] items-start gap-3 p-4">
            <div className="min-w-0"><p className="font-semibold">{recipe.name}</p>
              <p className="text-sm text-ink-2">{say('{work} · about {minutes} minutes{cards}', { work: recipe.work, minutes: recipe.minutes, cards: cards > 0 && say('{n, plural, one { · # card asks for it} other { · # cards ask for it}}', { n: cards }) })}</p>
              <p className="text-sm text-ink-2">{recipe.materials.join('; ')}</p>
            </div>
            <Button disabled={begin.busy} aria-label={say('Make it: {recipe}', { recipe: recipe.name })} onClick={() => void begin.run(recipe.key)}>{say('Make it')}</Button>
          </li>
        ))}
        </ul>
      </section>
    </div>
  )
}

function Work({ making }: { making: Begun }) {
  const { recipe } = making
  const path = { params: { path: { making_id: making.id } } }
  const [name, setName] = useState(making.name)
  const [count, setCount] = useState('1')
  const [by, setBy] = useState(making.checked_by)
  const go = useWrite(async (done: number[], checked: string[]) => { await answer(client.PUT('/api/making/{making_id}', { ...path, body: { done, checked, checked_by: by } })); await refresh() })
  const give = useWrite(async () => {
    await answer(client.PUT('/api/making/{making_id}', { ...path, body: { done: making.done, checked: making.checked, checked_by: by } }))
    await answer(client.POST('/api/making/{making_id}/give', { ...path, body: { name, count: Number(count) || 1 } }))
    await refresh()
  })
  const leave = useWrite(async () => { await answer(client.DELETE('/api/making/{making_id}', path)); await refresh() })
  const flip = <T,>(list: readonly T[], one: T): T[] => (list.includes(one) ? list.filter((each) => each !== one) : [...list, one])
  return (
    <section aria-label={making.name} className="panel flex flex-col gap-3 p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-2"><h2>{making.name}</h2><p className="text-sm text-ink-2">{say('{work}, about {minutes} minutes; begun {day}', { work: recipe.work, minutes: recipe.minutes, day: calendarDay(making.begun_on) })}</p></div>
      <p className="text-[0.9375rem]"><strong>{say('You need')}</strong> {recipe.materials.join('; ')}.</p>
      <div className="grid grid-cols-2 gap-x-6 gap-y-2 max-[800px]:grid-cols-1">
        <fieldset><legend className="font-semibold">{say('Steps')}</legend>{recipe.steps.map((step, at) => <div key={step}><Tick label={step} checked={making.done.includes(at)} onChange={() => void go.run(flip(making.done, at), making.checked)} /></div>)}</fieldset>
        <fieldset><legend className="font-semibold">{say('Checked before a child gets it')}</legend>{recipe.checks.map((each) => <div key={each.key}><Tick label={each.text} checked={making.checked.includes(each.key)} onChange={() => void go.run(making.done, flip(making.checked, each.key))} /></div>)}
          <Field label={say('Checked by')} value={by} onChange={(event) => setBy(event.target.value)} />
        </fieldset>
      </div>
      {[go.failed, give.failed, leave.failed].map((each, at) => each && <Notice key={at} tone="must" role="alert">{each.message}</Notice>)}
      <div className="flex flex-wrap items-end gap-3 border-t border-line pt-3">
        <Field label={say('Its name in the cupboard')} value={name} onChange={(event) => setName(event.target.value)} />
        <Field label={say('How many')} className="w-24" inputMode="numeric" value={count} onChange={(event) => setCount(event.target.value)} />
        <Button look="main" disabled={give.busy} onClick={() => void give.run()}>{say('It is made and checked')}</Button>
        <Button onClick={() => void leave.run()}>{say('Leave it')}</Button>
      </div>
    </section>
  )
}

/** Marks a thing or a tray; it then stands on the making list and on Today. */
export function Marks({ component_id = null, tray_id = null }: { component_id?: number | null; tray_id?: number | null }) {
  const [said, setSaid] = useState('')
  const mark = useWrite(async (what: 'worn' | 'wash' | 'renew') => {
    await answer(client.POST('/api/marks', { body: { what, component_id, tray_id, note: '' } }))
    await refresh()
    setSaid(say('Marked: {WORN}. It stands on Today and on the making list.', { WORN: WORN[what] ?? what }))
  })
  return (
    <div role="group" aria-label={say('Mark it')} className="flex flex-wrap items-center gap-2">
      {(['worn', 'wash', 'renew'] as const).map((what) => <Button key={what} disabled={mark.busy} onClick={() => void mark.run(what)}>{what === 'worn' ? say('It is worn') : what === 'wash' ? say('To be washed') : say('To be renewed')}</Button>)}
      <p role="status" className="text-sm text-ink-2">{mark.failed ? mark.failed.message : said}</p>
    </div>
  )
}

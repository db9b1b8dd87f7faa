import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { fromLocalField, localField } from '@/lib/words'
import { Option, SelectField } from '@/ui/Select'

type Episode = Schemas['EpisodeOut']
type Body = Schemas['EpisodeIn']
type Named = { id: number; name: string }
const WORKS = ['done right', 'done, mended by the child', 'done with a mistake left', 'not finished'] as const
const PLACES = ['put back', 'left out'] as const
const EFFORTS = ['', 'tried hard', 'careful', 'hasty', 'careless'] as const
const HELPS = ['', 'prompted', 'shown again', 'together'] as const
/** Parts as they are typed, with commas between. */
const named = (typed: string, done: boolean) => typed.split(',').map((each) => each.trim()).filter(Boolean).map((name) => ({ name, done }))
const choices = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: word(value) }))

type Draft = { child: string; tray: string; began: string; ended: string; work: (typeof WORKS)[number]; place: (typeof PLACES)[number]; rounds: string; helped: (typeof HELPS)[number]; effort: (typeof EFFORTS)[number]; parts: string; notYet: string; note: string }

function draftFrom(episode: Episode | null, child: number | null, people: readonly Named[], zone: string, now: string): Draft {
  const began = localField(episode?.began ?? now, zone)
  return {
    child: String(episode?.child_id ?? child ?? people[0]?.id ?? ''), tray: String(episode?.tray_id ?? ''), began,
    ended: episode ? (episode.ended ? localField(episode.ended, zone) : '') : began, work: episode?.work ?? 'done right', place: episode?.place ?? 'put back',
    rounds: String(episode?.events.filter((each) => each.kind === 'round').length ?? 0), helped: '', effort: '', parts: '', notYet: '', note: '',
  }
}

type EpisodeFormProps = { episode: Episode | null; child: number | null; people: readonly Named[]; trays: readonly Named[]; zone: string; now: string; onSaved: () => void }

/** A past piece of work, entered or mended; an overlap is refused with the clash shown. */
export function EpisodeForm({ episode, child, people, trays, zone, now, onSaved }: EpisodeFormProps) {
  const [draft, setDraft] = useState(() => draftFrom(episode, child, people, zone, now))
  const set = (part: Partial<Draft>) => setDraft({ ...draft, ...part })
  const save = useWrite(async () => {
    const began = fromLocalField(draft.began, zone)
    const ended = fromLocalField(draft.ended, zone)
    if (!began || !ended || !draft.tray || !draft.child)
      throw new Problem(422, say('A child, a tray, a beginning and an end are needed.'), [])
    const body: Body = { child_id: Number(draft.child), tray_id: Number(draft.tray), began, ended, work: draft.work, place: draft.place, rounds: Number(draft.rounds) || 0, helped: draft.helped, effort: draft.effort, parts: [...named(draft.parts, true), ...named(draft.notYet, false)], note: draft.note }
    await (episode ? answer(client.PUT('/api/episodes/{episode_id}', { params: { path: { episode_id: episode.id } }, body })) : answer(client.POST('/api/episodes', { body })))
    await refresh()
    onSaved()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form className="flex flex-col gap-3" noValidate onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <div className="grid grid-cols-2 gap-3">
        <SelectField label={say('Child')} value={draft.child} onChoose={(picked) => set({ child: picked })}>{people.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</SelectField>
        <SelectField label={say('Tray')} value={draft.tray} onChoose={(picked) => set({ tray: picked })}>
          <Option value="">{say('Choose a tray')}</Option>{trays.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
        </SelectField>
        <Field label={say('Began')} type="datetime-local" step="1" value={draft.began} error={problem?.of('began')} onChange={(event) => set({ began: event.target.value })} />
        <Field label={say('Ended')} type="datetime-local" step="1" value={draft.ended} error={problem?.of('ended')} onChange={(event) => set({ ended: event.target.value })} />
        <Field label={say('Repetitions')} inputMode="numeric" value={draft.rounds} error={problem?.of('rounds')} onChange={(event) => set({ rounds: event.target.value })} />
        <SelectField label={say('Helped')} value={draft.helped} onChoose={(picked) => set({ helped: picked as Draft['helped'] })}>{HELPS.map((each) => <Option key={each} value={each}>{word(each) || (episode ? say('no more than is written') : say('not at all'))}</Option>)}</SelectField>
      </div>
      <ChoiceRow label={say('The work')} choices={choices(WORKS)} value={draft.work} onChange={(work) => set({ work })} />
      <ChoiceRow label={say('Its things')} choices={choices(PLACES)} value={draft.place} onChange={(place) => set({ place })} />
      <div className="grid grid-cols-3 gap-3 max-[600px]:grid-cols-1">
        <SelectField label={say('Effort')} value={draft.effort} onChoose={(picked) => set({ effort: picked as Draft['effort'] })}>{EFFORTS.map((each) => <Option key={each} value={each}>{word(each) || say('not said')}</Option>)}</SelectField>
        <Field label={say('Parts that went')} placeholder={say('zip, buckle')} value={draft.parts} onChange={(event) => set({ parts: event.target.value })} />
        <Field label={say('Parts not yet')} placeholder={say('bow')} value={draft.notYet} onChange={(event) => set({ notYet: event.target.value })} />
      </div>
      <Field label={say('A line of words')} value={draft.note} onChange={(event) => set({ note: event.target.value })} />
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" className="self-start" disabled={save.busy}>{say('Write it down')}</Button>
    </form>
  )
}

import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Heading } from '@/ui/Heading'
import { Notice, Waiting } from '@/ui/Notice'
import { TakePicture } from '@/ui/TakePicture'
import { useWrite } from '@/ui/useWrite'
import { cx } from '@/lib/cx'
import { answer, client, sendFile, type Schemas } from '@/lib/http'
import { episodesQuery, refresh, traceQuery, type EpisodeFilter } from '@/lib/queries'
import { dayOf, plain, timeOfDay } from '@/lib/words'
import { EpisodeForm } from './EpisodeForm'
import { Option, SelectField } from '@/ui/Select'

type Episode = Schemas['EpisodeOut']
type Named = { id: number; name: string }
type WorkViewProps = { people: readonly Named[]; trays: readonly Named[]; zone: string; now: string }

function filterFrom(params: URLSearchParams): EpisodeFilter {
  const number = (name: string) => Number(params.get(name)) || undefined
  const [child, tray, day, ids] = [number('child'), number('tray'), params.get('day'), params.get('ids')]
  return { ...(child ? { child } : {}), ...(tray ? { tray } : {}), ...(day ? { day } : {}), ...(ids ? { ids } : {}) }
}

/** The record, piece by piece: to be read, mended, struck out, with a trace of who changed what. */
export function WorkView({ people, trays, zone, now }: WorkViewProps) {
  const [params, setParams] = useSearchParams()
  const filter = filterFrom(params)
  const { data, error } = useQuery(episodesQuery(filter))
  const [form, setForm] = useState<Episode | null>(null)
  const adding = params.has('new')
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(params)
    next.delete('ids')
    if (value) next.set(name, value); else next.delete(name)
    setParams(next, { replace: true })
  }
  const close = () => { setForm(null); set('new', '') }
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Work seen')} aside={<Button look="main" onClick={() => set('new', '1')}>{say('Enter past work')}</Button>}>{data && say('{n, plural, one {# piece} other {# pieces}}', { n: data.episodes.length })}</Heading>
      <div className="flex flex-wrap items-end gap-3">
        <SelectField label={say('Child')} value={filter.child ?? ''} onChoose={(picked) => set('child', picked)}><Option value="">{say('any')}</Option>{people.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</SelectField>
        <SelectField label={say('Tray')} value={filter.tray ?? ''} onChoose={(picked) => set('tray', picked)}><Option value="">{say('any')}</Option>{trays.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}</SelectField>
        {(filter.ids ?? filter.child ?? filter.tray) !== undefined && <Button onClick={() => setParams({})}>{say('Show all')}</Button>}
      </div>
      {!data && <Waiting error={error} />}
      {data?.episodes.length === 0 && <p className="panel max-w-lg p-5 text-ink-2">{say('No work written down here. Log it live in Watch, enter it afterwards, or bring in a file in the Cupboard.')}</p>}
      {data && data.episodes.length > 0 && (
        <ul className="panel divide-y divide-line">{data.episodes.map((each) => <li key={each.id}><Line episode={each} people={people} zone={zone} onMend={() => setForm(each)} /></li>)}</ul>
      )}
      {(form ?? adding) && people.length > 0 && trays.length > 0 && (
        <Dialog title={form ? say('Mend this piece of work') : say('Enter past work')} open onClose={close}>
          <EpisodeForm episode={form} child={filter.child ?? null} people={people} trays={trays} zone={zone} now={now} onSaved={close} />
        </Dialog>
      )}
    </div>
  )
}

function Line({ episode, people, zone, onMend }: { episode: Episode; people: readonly Named[]; zone: string; onMend: () => void }) {
  const [open, setOpen] = useState(false)
  const [events, setEvents] = useState(false)
  const strike = useWrite(async () => {
    await answer(client.POST('/api/episodes/{episode_id}/strike', { params: { path: { episode_id: episode.id } }, body: { struck: !episode.struck } }))
    await refresh()
  })
  const times = episode.events.filter((each) => each.kind === 'round').length
  const helped = episode.events.filter((each) => each.kind === 'helped').map((each) => word(each.cause)).join(', ')
  const breaks = episode.events.filter((each) => each.kind === 'broken').map((each) => word(each.cause) || say('something')).join(', ')
  const mended = episode.events.filter((each) => each.kind === 'mended').length
  const deep = episode.events.filter((each) => each.kind === 'depth').map((each) => word(each.cause)).join(', ')
  const facts = [word(episode.work), word(episode.place), times && say('{n, plural, one {# repetition} other {# repetitions}}', { n: times }), helped ? say('helped: {helped}', { helped }) : say('alone'), mended > 0 && say('self-corrected {times}', { times: say('{n, plural, one {# time} other {# times}}', { n: mended }) }), breaks && say('interrupted by {breaks}', { breaks }), deep,
    episode.longest_min !== null && say('longest {longest_min} min', { longest_min: plain(episode.longest_min, 0) }), episode.adult && say('seen by {adult}', { adult: episode.adult })].filter(Boolean)
  return (
    <article className={cx('flex flex-wrap items-start justify-between gap-3 p-3', episode.struck && 'text-ink-3')}>
      <div className="min-w-0 flex-1">
        <h2 className={cx('text-base', episode.struck && 'line-through')}>{people.find((each) => each.id === episode.child_id)?.name ?? say('A child')}: {episode.tray}</h2>
        <p className="text-[0.9375rem] text-ink-2">{say('{day}, {time} to {part} · {facts}', { day: dayOf(episode.began, zone), time: timeOfDay(episode.began, zone), part: episode.ended ? timeOfDay(episode.ended, zone) : say('not said'), facts: facts.join(' · ') })}</p>
        {episode.events.filter((each) => each.kind === 'note').map((each) => <p key={each.at + each.text} className="said mt-1">{each.text}</p>)}
        {events && <Events episode={episode} zone={zone} />}
        {open && <Trace id={episode.id} zone={zone} />}
        {strike.failed && <Notice tone="must" role="alert">{strike.failed.message}</Notice>}
      </div>
      <div className="flex flex-wrap gap-2">
        {!episode.struck && <Button onClick={onMend}>{say('Mend')}</Button>}
        <Button onClick={() => void strike.run()}>{episode.struck ? say('Bring back') : say('Remove')}</Button>
        <Button aria-expanded={events} onClick={() => setEvents(!events)}>{say('Its events')}</Button>
        <Picture episode={episode} />
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>{say('Trace')}</Button>
      </div>
    </article>
  )
}

/** A photograph of a piece of work, taken with the device's camera or chosen. */
function Picture({ episode }: { episode: Episode }) {
  const add = useWrite(async (file: File) => {
    await sendFile('POST', `/api/pictures?${new URLSearchParams({ children: String(episode.child_id), episode: episode.id }).toString()}`, file)
    await refresh()
  })
  return (
    <>
      <TakePicture label={say('A picture of {tray}', { tray: episode.tray })} says={say('A picture')} busy={add.busy} onFile={(file) => void add.run(file)} />
      {add.failed && <p role="alert" className="text-sm font-semibold text-madder">{add.failed.message}</p>}
    </>
  )
}

const SAID: Record<string, string> = { start: say('taken'), round: say('a repetition'), broken: say('interrupted'), back: say('returned'), helped: say('helped'), mended: say('self-corrected'), finish: say('finished') }
const saidOf = (each: Episode['events'][number]) => (each.kind === 'part' ? `${each.text}: ${word(each.cause)}` : [SAID[each.kind] ?? '', word(each.cause), each.text].filter(Boolean).join(', '))

/** Every event of a piece of work; each but the beginning and the end can be taken back, and undo brings it back. */
function Events({ episode, zone }: { episode: Episode; zone: string }) {
  const back = useWrite(async (event_id: number) => {
    await answer(client.POST('/api/events/{event_id}/strike', { params: { path: { event_id } }, body: { struck: true } }))
    await refresh()
  })
  return (
    <>
      <ol className="mt-2 text-sm text-ink-2">
        {episode.events.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center gap-x-2">
            {timeOfDay(each.at, zone)} {saidOf(each)}
            {each.kind !== 'start' && each.kind !== 'finish' && <Button look="quiet" aria-label={say('Take back {saidOf}, {time}', { saidOf: saidOf(each), time: timeOfDay(each.at, zone) })} onClick={() => void back.run(each.id)}>{say('Take back')}</Button>}
          </li>
        ))}
      </ol>
      {back.failed && <Notice tone="must" role="alert">{back.failed.message}</Notice>}
    </>
  )
}

const plainText = (value: unknown): string => (value === null || value === undefined ? 'nothing' : JSON.stringify(value))

function Trace({ id, zone }: { id: string; zone: string }) {
  const { data, error } = useQuery(traceQuery(id))
  if (!data) return <Waiting error={error} />
  if (data.lines.length === 0) return <p className="mt-2 text-sm text-ink-2">{say('Nothing was changed since it came in.')}</p>
  const differs = (line: Schemas['TraceOut']) => Object.keys(line.after).filter((key) => key !== 'id' && Object.keys(line.before).length > 0 && line.before[key] !== line.after[key])
    .map((key) => say('{part} from {plainText} to {plainText2}', { part: key, plainText: plainText(line.before[key]), plainText2: plainText(line.after[key]) })).join('; ')
  return (
    <ol className="mt-2 text-sm text-ink-2">
      {data.lines.map((line, at) => <li key={at}>{dayOf(line.at, zone)} {timeOfDay(line.at, zone)}{line.adult && `, ${line.adult}`}{line.device && `, ${line.device}`}: {line.label}. {differs(line)}</li>)}
    </ol>
  )
}

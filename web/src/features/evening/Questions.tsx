import { say } from '@/lib/say'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { fromLocalField, localField, timeOfDay } from '@/lib/words'

type Episode = Schemas['EpisodeOut']
type QuestionsProps = { questions: readonly Episode[]; people: readonly { id: number; name: string }[]; zone: string; most?: number }

/** What was left open is asked once, with the likely answer offered; no hour is invented. `most`: the rest waits for the evening. */
export function Questions({ questions, people, zone, most = Infinity }: QuestionsProps) {
  if (questions.length === 0) return null
  return (
    <section aria-label={say('To be answered')} className="panel flex flex-col gap-3 p-4">
      <h2>{say('To be answered')}</h2>
      <ul className="flex flex-col gap-4">
        {questions.slice(0, most).map((each) => (
          <li key={each.id}><Question episode={each} name={people.find((child) => child.id === each.child_id)?.name ?? ''} zone={zone} /></li>
        ))}
      </ul>
      {questions.length > most && <Link className="text-woad underline underline-offset-4" to="/evening">{say('{questions} more, in the evening', { questions: say('{n, plural, one {# question} other {# questions}}', { n: questions.length - most }) })}</Link>}
    </section>
  )
}

function Question({ episode, name, zone }: { episode: Episode; name: string; zone: string }) {
  const likely = episode.likely_end ?? episode.ended ?? episode.began
  const [other, setOther] = useState<string | null>(null)
  const end = useWrite(async (ended: string) => {
    const { id, child_id, tray_id, began, work, place } = episode
    await answer(client.PUT('/api/episodes/{episode_id}', { params: { path: { episode_id: id } },
      body: { child_id, tray_id, began, ended, work: work ?? 'done right', place: place ?? 'put back' } }))
    await refresh()
  })
  const strike = useWrite(async () => {
    await answer(client.POST('/api/episodes/{episode_id}/strike', { params: { path: { episode_id: episode.id } }, body: { struck: true } }))
    await refresh()
  })
  const failed = end.failed ?? strike.failed
  return (
    <div className="flex flex-col gap-2">
      <p><strong>{name}</strong>{' '}{say('took {tray} at {time}{part}', { tray: episode.tray, time: timeOfDay(episode.began, zone), part: episode.ended ? say(', and something else overlaps it.') : say(', and nobody saw the end.') })}</p>
      <div className="flex flex-wrap items-end gap-2">
        <Button look="main" size="touch" disabled={end.busy} onClick={() => void end.run(likely)}>{say('It ended about {time}', { time: timeOfDay(likely, zone) })}</Button>
        <Button size="touch" onClick={() => setOther(other === null ? localField(likely, zone) : null)}>{say('Another time')}</Button>
        <Button size="touch" look="warn" onClick={() => void strike.run()}>{say('Remove')}</Button>
      </div>
      {other !== null && (
        <form className="flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); const at = fromLocalField(other, zone); if (at) void end.run(at) }}>
          <Field label={say('It ended')} type="datetime-local" step="1" value={other} onChange={(event) => setOther(event.target.value)} />
          <Button type="submit">{say('Write it down')}</Button>
        </form>
      )}
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </div>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { Bar } from '@/ui/Progress'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { copiesQuery, queryClient, refresh, restoringQuery } from '@/lib/queries'
import { dayOf, calendarDay, fixed, timeOfDay } from '@/lib/words'

type Copy = Schemas['CopyOut']
type Contents = Schemas['ContentsOut']

const FIRST = 5

/** The copies that can be gone back to, what one would change, and how far it is. */
export function Copies({ zone }: { zone: string }) {
  const { data } = useQuery(copiesQuery)
  const [chosen, setChosen] = useState<Copy | null>(null)
  const [all, setAll] = useState(false)
  if (!data) return null
  const shown = all ? data.copies : data.copies.slice(0, FIRST)
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('Going back to a copy')}>
      <h2>{say('Going back to a copy')}</h2>
      {data.copies.length === 0 && <p className="text-ink-2">{say('There is no copy yet. The first is made today.')}</p>}
      <ul className="flex flex-col">
        {shown.map((copy) => (
          <li key={copy.key} className="flex flex-wrap items-center justify-between gap-2 border-t border-line py-1.5 first:border-0">
            <span>{dayOf(copy.at, zone)}, {timeOfDay(copy.at, zone)} <span className="text-sm text-ink-2">{say('{why}{max} MB', { why: why(copy), max: fixed(Math.max(copy.mb, 0.1), 1) })}</span></span>
            <Button aria-label={say('What it would change: {part}', { part: copy.key })} onClick={() => setChosen(copy)}>{say('What it would change')}</Button>
          </li>
        ))}
      </ul>
      {data.copies.length > FIRST && <Button look="quiet" className="self-start" aria-expanded={all} onClick={() => setAll(!all)}>{all ? say('Only the newest') : say('All {copies}', { copies: data.copies.length })}</Button>}
      {chosen && <Chosen key={chosen.key} copy={chosen} onClose={() => setChosen(null)} />}
      <Restoring />
    </section>
  )
}

/** Where a copy lies, and why it was made if it was not for its day. */
function why(copy: Copy): string {
  const made = copy.key.includes('before-restore') ? say('before going back, ') : copy.key.includes('before-import') ? say('before a household came in, ') : copy.key.includes('before-family') ? say('before a family came in, ') : copy.key.includes('before-') ? say('before an update, ') : ''
  return `${made}${copy.second ? say('second folder, ') : ''}${copy.sealed ? say('sealed, ') : ''}`
}

function Chosen({ copy, onClose }: { copy: Copy; onClose: () => void }) {
  const [words, setWords] = useState('')
  const [found, setFound] = useState<Schemas['CopyPreviewOut'] | null>(null)
  const body = { key: copy.key, passphrase: words }
  const look = useWrite(async () => { setFound(await answer(client.POST('/api/copies/look', { body }))) })
  const back = useWrite(async () => {
    queryClient.setQueryData(restoringQuery.queryKey, await answer(client.POST('/api/copies/restore', { body })))
    await queryClient.invalidateQueries(restoringQuery)
    onClose()
  })
  const { run } = look
  useEffect(() => { if (!copy.sealed) void run() }, [copy.sealed]) // eslint-disable-line react-hooks/exhaustive-deps -- once, when it is chosen
  return (
    <Notice tone="should">
      {copy.sealed && !found && (
        <form className="flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); void look.run() }}>
          <Field label={say('Its passphrase')} type="password" value={words} onChange={(event) => setWords(event.target.value)} />
          <Button type="submit" disabled={look.busy}>{say('Open it')}</Button>
        </form>
      )}
      {look.busy && <p role="status">{say('Looking into it…')}</p>}
      {look.failed && <p role="alert">{look.failed.message}</p>}
      {found && (
        <>
          <Compared then={found.then} now={found.now} />
          <p className="mt-2">{say('Everything written down since would be gone from here. What is here now is kept as a copy first.')}</p>
          <div className="mt-2 flex flex-wrap gap-2"><Button look="warn" disabled={back.busy} onClick={() => void back.run()}>{say('Go back to it')}</Button><Button onClick={onClose}>{say('Leave all as it is')}</Button></div>
        </>
      )}
      {back.failed && <p role="alert">{back.failed.message}</p>}
    </Notice>
  )
}

function Compared({ then, now }: { then: Contents; now: Contents | null }) {
  const rows: [string, (each: Contents) => string][] = [
    [say('House'), (each) => each.name || say('none yet')], [say('Children'), (each) => String(each.children)], [say('Trays'), (each) => String(each.trays)],
    [say('Things'), (each) => String(each.things)], [say('Pieces of work'), (each) => String(each.works)], [say('The newest'), (each) => (each.newest ? calendarDay(each.newest) : 'none')],
  ]
  return (
    <table className="w-full text-left text-[0.9375rem]">
      <caption className="sr-only">{say('What the copy holds, and what is here now')}</caption>
      <thead><tr><td /><th scope="col">{say('In the copy')}</th><th scope="col">{say('Here now')}</th></tr></thead>
      <tbody>{rows.map(([name, told]) => <tr key={name}><th scope="row" className="pr-3 font-normal text-ink-2">{name}</th><td className={now && told(then) !== told(now) ? 'font-bold' : ''}>{told(then)}</td><td>{now ? told(now) : say('cannot be read')}</td></tr>)}</tbody>
    </table>
  )
}

/** How far going back is; once it is done everything is read anew. */
function Restoring() {
  const { data } = useQuery(restoringQuery)
  const state = data?.state
  useEffect(() => { if (state === 'done') void refresh() }, [state])
  if (!data || state === 'none') return null
  if (state === 'running') {
    const share = Math.round(data.share * 100)
    return <div role="status" className="flex flex-col gap-1"><p>{say('Going back: {step}', { step: data.step })}</p><Bar label={say('Going back, {percents}', { percents: say('{n, plural, one {# percent} other {# percent}}', { n: share }) })} percent={share} /></div>
  }
  return state === 'done'
    ? <Notice tone="note" role="status">{say('Done. What was here before is kept as {kept}.', { kept: data.kept })}</Notice>
    : <Notice tone="must" role="alert">{data.message}</Notice>
}

import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { daysText } from '@/lib/days'
import { answer, client, sendFile, type Schemas } from '@/lib/http'
import { feedQuery, refresh } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Notice } from '@/ui/Notice'
import { SaveLink } from '@/ui/SaveLink'
import { useWrite } from '@/ui/useWrite'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type Away = Schemas['AwayOut']
const KINDS: readonly Away['kind'][] = ['holiday', 'visitors', 'outing', 'illness']

/** Calendar files: the weeks to be read elsewhere, once or as a feed; and days away read in. */
export function CalendarDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog title={say('Calendar files')} open={open} onClose={onClose} wide note={say('Everything stays in the house: the feed is read over the home network, by whoever knows its address.')}>
      <div className="flex flex-col gap-5">
        <section aria-label={say('Out')}>
          <h3>{say('The weeks as a file')}</h3>
          <p className="mb-2 text-[0.9375rem] text-ink-2">{say('Looks, themes, books back, what to buy and make by when, arrivals, showings, and who prepares on which days.')}</p>
          <SaveLink href="/api/export/weeks.ics">{say('Save the file')}</SaveLink>
        </section>
        {open && <Feed />}
        <ReadIn />
      </div>
    </Dialog>
  )
}

function Feed() {
  const { data, error } = useQuery(feedQuery)
  const renew = useWrite(async (on: boolean) => { await answer(client.POST('/api/calendar/renew', { body: { on } })); await refresh() })
  const failed = renew.failed ?? error
  return (
    <section aria-label={say('Feed')}>
      <h3>{say('A feed for the home network')}</h3>
      {failed && <Notice tone="note">{failed.message}</Notice>}
      {data?.path ? <p className="my-2 rounded border border-line bg-ground p-2 text-sm break-all select-all">{`${location.origin}${data.path}`}</p> : !failed && <p className="my-2 text-[0.9375rem] text-ink-2">{say('There is no feed yet.')}</p>}
      {data && <div className="flex flex-wrap gap-2"><Button disabled={renew.busy} onClick={() => void renew.run(true)}>{data.path ? say('Give it another address') : say('Make a feed')}</Button>{data.path && <Button look="warn" disabled={renew.busy} onClick={() => void renew.run(false)}>{say('End the feed')}</Button>}</div>}
    </section>
  )
}

/** A file of holidays and outings: looked at first, then the ticked days are taken. */
function ReadIn() {
  const [days, setDays] = useState<readonly Away[] | null>(null)
  const [not, setNot] = useState<ReadonlySet<string>>(new Set())
  const read = useWrite(async (file: File) => {
    const found = await sendFile<Schemas['AwaysOut']>('POST', '/api/calendar/read', file)
    setDays(found.days)
    setNot(new Set(found.days.filter((each) => each.there).map(keyOf)))
  })
  const chosen = (days ?? []).filter((each) => !not.has(keyOf(each)))
  const take = useWrite(async () => {
    await answer(client.POST('/api/calendar/take', { body: { days: chosen.map(({ kind, name, from_day, until_day, uid }) => ({ id: 0, kind, name, from_day, until_day, children: [], uid })) } }))
    setDays(null)
    await refresh()
  })
  const flip = (key: string) => setNot((now) => { const next = new Set(now); if (!next.delete(key)) next.add(key); return next })
  return (
    <section aria-label={say('In')}>
      <h3>{say('Days away from a file')}</h3>
      <p className="mb-2 text-[0.9375rem] text-ink-2">{say('Holidays and outings of another calendar, as an .ics file. Nothing is kept before you say so.')}</p>
      <label className="flex flex-col gap-1 text-sm font-semibold">{say('The file')}<input type="file" accept=".ics,text/calendar" className="font-normal" onChange={(event) => { const file = event.target.files?.[0]; if (file) void read.run(file) }} /></label>
      {read.failed && <Notice tone="must" role="alert">{read.failed.message}</Notice>}
      {days?.length === 0 && <p role="status" className="mt-2">{say('No days to come stand in this file.')}</p>}
      {days && days.length > 0 && (
        <>
          <ul className="my-2 max-h-72 overflow-y-auto">
            {days.map((each, at) => (
              <li key={keyOf(each)} className="flex flex-wrap items-center justify-between gap-2 border-t border-line py-1">
                <Tick label={<><strong>{each.name}</strong> {daysText(each.from_day, each.until_day)}{each.there && <span className="text-ink-2">{' '}{say('· there already')}</span>}</>} checked={!not.has(keyOf(each))} onChange={() => flip(keyOf(each))} />
                <SelectField hideLabel label={say('What {each} is', { each: each.name })} value={each.kind} onChoose={(picked) => setDays(days.map((day, n) => (n === at ? { ...day, kind: picked as Away['kind'] } : day)))}>{KINDS.map((kind) => <Option key={kind} value={kind}>{word(kind)}</Option>)}</SelectField>
              </li>
            ))}
          </ul>
          {take.failed && <Notice tone="must" role="alert">{take.failed.message}</Notice>}
          <Button look="main" disabled={take.busy || chosen.length === 0} onClick={() => void take.run()}>{say('Put {entrys} on the string', { entrys: say('{n, plural, one {# entry} other {# entries}}', { n: chosen.length }) })}</Button>
        </>
      )}
    </section>
  )
}

const keyOf = (each: Away) => `${each.uid}:${each.from_day}`

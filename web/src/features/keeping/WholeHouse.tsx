import { say } from '@/lib/say'
import { useState, type ChangeEvent } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { SaveLink } from '@/ui/SaveLink'
import { useWrite } from '@/ui/useWrite'
import { sendFile, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'

type Taken = Schemas['HouseholdFileOut']

/** The whole household as one file, out and in. What is here is copied aside before another takes its place. */
export function WholeHouse({ name }: { name: string }) {
  const [file, setFile] = useState<File | null>(null)
  const [found, setFound] = useState<Taken | null>(null)
  const [done, setDone] = useState<Taken | null>(null)
  const look = useWrite(async (chosen: File) => { setFound(await sendFile<Taken>('POST', '/api/import/household/check', chosen)); setFile(chosen) })
  const take = useWrite(async () => {
    if (file) {
      setDone(await sendFile<Taken>('POST', '/api/import/household', file))
      setFound(null)
      await refresh()
    }
  })
  const chosen = (event: ChangeEvent<HTMLInputElement>) => {
    const one = event.target.files?.[0]
    event.target.value = ''
    setFound(null)
    setDone(null)
    if (one) void look.run(one)
  }
  const holds = (each: Taken) => `${each.name}: ${say('{n, plural, one {# child} other {# children}}', { n: each.children })}, ${say('{n, plural, one {# tray} other {# trays}}', { n: each.trays })}, ${say('{n, plural, one {# photograph} other {# photographs}}', { n: each.photos })}`
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('The household as a file')}>
      <h2>{say('The household as one file')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{say('Everything that was entered and seen, in a file other programs can read too; the photographs are only in the ZIP. It holds your children’s records: keep it as you would a diary.')}</p>
      <div className="flex flex-wrap gap-2">
        <SaveLink href="/api/export/household.zip">{say('Save with photographs (ZIP)')}</SaveLink>
        <SaveLink href="/api/export/household.json">{say('Save without (JSON)')}</SaveLink>
        <a className="inline-flex min-h-control items-center text-woad underline underline-offset-4" href="/api/export/household.schema.json" download>{say('Its JSON Schema')}</a>
      </div>
      <label className="inline-flex min-h-control cursor-pointer items-center self-start rounded-control border border-edge px-3.5 text-[0.9375rem] font-semibold has-focus-visible:outline-3 has-focus-visible:outline-woad">
        {say('Bring a household in')}<input type="file" accept=".json,.zip,application/json,application/zip" className="sr-only" onChange={chosen} />
      </label>
      {look.busy && <p role="status" className="text-ink-3">{say('Checking the whole file…')}</p>}
      {look.failed && <Notice tone="must" role="alert">{say('{message} Nothing was changed.', { message: look.failed.message })}</Notice>}
      {found && (
        <Notice tone="should">
          <p>{say('{holds}. It would stand in the place of {name}. A copy of {name} is kept beside the database first.', { holds: holds(found), name })}</p>
          <div className="mt-2 flex gap-2"><Button look="warn" disabled={take.busy} onClick={() => void take.run()}>{say('Put it in the place of {name}', { name })}</Button><Button onClick={() => setFound(null)}>{say('Leave it')}</Button></div>
        </Notice>
      )}
      {take.failed && <Notice tone="must" role="alert">{take.failed.message}</Notice>}
      {done && <Notice tone="note" role="status">{holds(done)}. {done.kept_copy && say('What was here before is in the data folder as {kept_copy}.', { kept_copy: done.kept_copy })}</Notice>}
    </section>
  )
}

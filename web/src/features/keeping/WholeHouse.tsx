import { say } from '@/lib/say'
import { Button } from '@/ui/Button'
import { FileChoice } from '@/ui/FileChoice'
import { Notice } from '@/ui/Notice'
import { SaveLink } from '@/ui/SaveLink'
import { HOUSEHOLD_FILES, useTakingIn } from '@/ui/useTakingIn'
import type { Schemas } from '@/lib/http'

type Taken = Schemas['HouseholdFileOut']

/** The whole household as one file, out and in. What is here is copied aside before another takes its place. */
export function WholeHouse({ name }: { name: string }) {
  const { found, done, look, take, choose, leave } = useTakingIn<Taken>('/api/import/household')
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
      <FileChoice label={say('Bring a household in')} accept={HOUSEHOLD_FILES} onChoose={choose} />
      {look.busy && <p role="status" className="text-ink-3">{say('Checking the whole file…')}</p>}
      {look.failed && <Notice tone="must" role="alert">{say('{message} Nothing was changed.', { message: look.failed.message })}</Notice>}
      {found && (
        <Notice tone="should">
          <p>{say('{holds}. It would stand in the place of {name}. A copy of {name} is kept beside the database first.', { holds: holds(found), name })}</p>
          <div className="mt-2 flex gap-2"><Button look="warn" disabled={take.busy} onClick={() => void take.run()}>{say('Put it in the place of {name}', { name })}</Button><Button onClick={leave}>{say('Leave it')}</Button></div>
        </Notice>
      )}
      {take.failed && <Notice tone="must" role="alert">{take.failed.message}</Notice>}
      {done && <Notice tone="note" role="status">{holds(done)}. {done.kept_copy && say('What was here before is in the data folder as {kept_copy}.', { kept_copy: done.kept_copy })}</Notice>}
    </section>
  )
}

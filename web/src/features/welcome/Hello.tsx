import { language, LANGUAGES, say, speak } from '@/lib/say'
import { useState, type ChangeEvent } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Progress } from '@/ui/Progress'
import { useWrite } from '@/ui/useWrite'
import { answer, client, sendFile, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'

const DEMO_S = 8

/** Beside the first question: somebody else's house to look at, or one's own that comes back in a file. */
export function Hello({ onLeft }: { onLeft: () => void }) {
  const [found, setFound] = useState<{ file: File; holds: Schemas['HouseholdFileOut'] } | null>(null)
  const look = useWrite(async (file: File) => { setFound({ file, holds: await sendFile<Schemas['HouseholdFileOut']>('POST', '/api/import/household/check', file) }) })
  const take = useWrite(async () => {
    if (found) {
      await sendFile('POST', '/api/import/household', found.file)
      await refresh()
      onLeft()
    }
  })
  const demo = useWrite(async () => { await answer(client.POST('/api/demo/look')); await refresh(); onLeft() })
  const chosen = (event: ChangeEvent<HTMLInputElement>) => { const file = event.target.files?.[0]; event.target.value = ''; if (file) void look.run(file) }
  if (demo.busy) return <Progress label={say('Moving an invented household in, with sixteen weeks of work')} usualS={DEMO_S} />
  return (
    <div className="flex flex-col gap-2">
      <nav aria-label={say('Language')} className="flex flex-wrap gap-2">{Object.entries(LANGUAGES).map(([code, name]) => <Button key={code} lang={code} size="touch" look={code === language() ? 'main' : 'plain'} pressed={code === language()} onClick={() => void speak(code)}>{name}</Button>)}</nav>
      <div className="flex flex-wrap items-center gap-2">
        <Button size="touch" onClick={() => void demo.run()}>{say('Look at a demo house first')}</Button>
        <label className="inline-flex min-h-touch cursor-pointer items-center rounded-control border border-edge bg-paper px-3.5 font-semibold has-focus-visible:outline-3 has-focus-visible:outline-woad">
          {say('Bring a household in')}<input type="file" accept=".json,.zip,application/json,application/zip" className="sr-only" onChange={chosen} />
        </label>
        <span className="text-sm text-ink-2">{say('Everything stays on this machine.')}</span>
      </div>
      {found && <Notice tone="note"><p>{found.holds.name}: {say('{n, plural, one {# child} other {# children}}', { n: found.holds.children })}, {say('{n, plural, one {# tray} other {# trays}}', { n: found.holds.trays })}.</p><Button look="main" disabled={take.busy} onClick={() => void take.run()}>{say('Move in with it')}</Button></Notice>}
      {[look.failed, take.failed, demo.failed].map((each, at) => each && <Notice key={at} tone="must" role="alert">{each.message}</Notice>)}
    </div>
  )
}

import { language, LANGUAGES, say, speak } from '@/lib/say'
import { Button } from '@/ui/Button'
import { FileChoice } from '@/ui/FileChoice'
import { Notice } from '@/ui/Notice'
import { Progress } from '@/ui/Progress'
import { HOUSEHOLD_FILES, useTakingIn } from '@/ui/useTakingIn'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'

const DEMO_S = 8

/** Beside the first question: somebody else's house to look at, or one's own that comes back in a file. */
export function Hello({ onLeft }: { onLeft: () => void }) {
  const { found, look, take, choose } = useTakingIn<Schemas['HouseholdFileOut']>('/api/import/household', onLeft)
  const demo = useWrite(async () => { await answer(client.POST('/api/demo/look')); await refresh(); onLeft() })
  if (demo.busy) return <Progress label={say('Moving an invented household in, with sixteen weeks of work')} usualS={DEMO_S} />
  return (
    <div className="flex flex-col gap-2">
      <nav aria-label={say('Language')} className="flex flex-wrap gap-2">{Object.entries(LANGUAGES).map(([code, name]) => <Button key={code} lang={code} size="touch" look={code === language() ? 'main' : 'plain'} pressed={code === language()} onClick={() => void speak(code)}>{name}</Button>)}</nav>
      <div className="flex flex-wrap items-center gap-2">
        <Button size="touch" onClick={() => void demo.run()}>{say('Look at a demo house first')}</Button>
        <FileChoice touch label={say('Bring a household in')} accept={HOUSEHOLD_FILES} onChoose={choose} />
        <span className="text-sm text-ink-2">{say('Everything stays on this machine.')}</span>
      </div>
      {found && <Notice tone="note"><p>{found.name}: {say('{n, plural, one {# child} other {# children}}', { n: found.children })}, {say('{n, plural, one {# tray} other {# trays}}', { n: found.trays })}.</p><Button look="main" disabled={take.busy} onClick={() => void take.run()}>{say('Move in with it')}</Button></Notice>}
      {[look.failed, take.failed, demo.failed].map((each, at) => each && <Notice key={at} tone="must" role="alert">{each.message}</Notice>)}
    </div>
  )
}

import { say, word } from '@/lib/say'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Button } from './Button'
import { useWrite } from './useWrite'

/** What the household may decide, asked where the rule stands in the way: once for this child, then kept away. */
export function Decide({ ask }: { ask: Schemas['DecideOut'] }) {
  const allow = useWrite(async () => {
    await answer(client.POST('/api/children/{child_id}/permissions', { params: { path: { child_id: ask.child_id } }, body: { kind: ask.kind, note: '' } }))
    await refresh()
  })
  return (
    <div role="group" aria-label={say('For {child}: {work}', { child: ask.child, work: ask.work })} className="mt-2 flex flex-col items-start gap-2 border-t border-current/25 pt-2 text-ink">
      <p className="font-semibold">{say('You sit with {child}: allow {work}?', { child: ask.child, work: ask.work })}</p>
      <p className="text-[0.9375rem]">{ask.caution}</p>
      <p className="text-[0.9375rem] text-ink-2">{word(ask.then)}</p>
      <Button disabled={allow.busy} onClick={() => void allow.run()}>{say('Allow it for {child}', { child: ask.child })}</Button>
      {allow.failed && <p role="alert" className="text-madder">{allow.failed.message}</p>}
    </div>
  )
}

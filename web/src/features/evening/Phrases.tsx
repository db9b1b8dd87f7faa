import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client } from '@/lib/http'
import { refresh } from '@/lib/queries'

/** The lines this household writes often: one tap each in Watch. */
export function Phrases({ phrases }: { phrases: readonly string[] }) {
  const [text, setText] = useState('')
  const keep = useWrite(async (next: readonly string[]) => {
    await answer(client.PUT('/api/phrases', { body: { phrases: [...next] } }))
    setText('')
    await refresh()
  })
  return (
    <section aria-label={say('Phrases')} className="panel flex flex-col gap-3 p-4">
      <div><h2>{say('Phrases of this house')}</h2><p className="text-sm text-ink-2">{say('What you write often is one tap under Note in Watch; twelve at most.')}</p></div>
      <ul className="flex flex-wrap gap-2">{phrases.map((each) => <li key={each} className="flex items-center rounded-control border border-line pl-3"><span className="said">{each}</span><Button look="quiet" size="touch" aria-label={say('Take away {each}', { each })} onClick={() => void keep.run(phrases.filter((other) => other !== each))}>{say('Take away')}</Button></li>)}</ul>
      <form className="flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); void keep.run([...phrases, text.trim()]) }}>
        <Field label={say('Another phrase')} maxLength={80} value={text} onChange={(event) => setText(event.target.value)} />
        <Button type="submit" disabled={!text.trim() || phrases.length >= 12}>{say('Add')}</Button>
      </form>
      {keep.failed && <Notice tone="must" role="alert">{keep.failed.message}</Notice>}
    </section>
  )
}

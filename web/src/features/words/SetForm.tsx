import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

const KINDS = ['words', 'numerals', 'colours', 'sounds', 'shapes', 'quantities'] as const
type Kind = NonNullable<Schemas['WordSetIn']['kind']>
const lines = (text: string) => text.split('\n').map((line) => line.trim()).filter(Boolean)
const area = 'said min-h-28 w-full rounded-control border border-edge bg-paper p-3'

/** A set of words of one's own: a word a line, with the label of the other language of the family behind it. */
export function SetForm({ onSaved }: { onSaved: () => void }) {
  const [name, setName] = useState('')
  const [kind, setKind] = useState<Kind>('words')
  const [words, setWords] = useState('')
  const [apart, setApart] = useState('')
  const [by, setBy] = useState('')
  const [pairs, setPairs] = useState(false)
  const save = useWrite(async () => {
    await answer(client.POST('/api/words', { body: { name, kind, words: lines(words), apart: lines(apart), by, in_pairs: pairs } }))
    await refresh()
    onSaved()
  })
  return (
    <form aria-label={say('A set of your own')} className="panel flex max-w-3xl flex-col gap-3 p-4" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <div className="grid grid-cols-2 gap-3 max-[700px]:grid-cols-1">
        <Field label={say('Name')} value={name} onChange={(event) => setName(event.target.value)} />
        <SelectField label={say('Kind')} value={kind} onChoose={(picked) => setKind(picked as Kind)}>{KINDS.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}</SelectField>
        <Field label={say('Shown by')} hint={say('Objects before pictures: the things themselves, a basket, cards.')} value={by} onChange={(event) => setBy(event.target.value)} />
        <div className="self-end"><Tick label={say('Two at a time, the pair before again')} checked={pairs} onChange={setPairs} /></div>
        <label className="flex flex-col gap-1 text-sm font-semibold">{say('Words, one a line, “jug = jarra”')}<textarea className={area} value={words} onChange={(event) => setWords(event.target.value)} /></label>
        <label className="flex flex-col gap-1 text-sm font-semibold">{say('Easily taken for one another, “pink / purple”')}<textarea className={area} value={apart} onChange={(event) => setApart(event.target.value)} /></label>
      </div>
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" className="self-start" disabled={save.busy || !name.trim() || lines(words).length < 2}>{say('Keep the set')}</Button>
    </form>
  )
}

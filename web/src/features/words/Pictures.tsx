import { say } from '@/lib/say'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, sendFile, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

type Words = Schemas['WordSetOut']

/** The photographs a set is shown by: things of the house, as the child knows them; they go onto its word cards. */
export function Pictures({ words }: { words: Words }) {
  const with_ = words.words.filter((each) => each.photo).length
  return (
    <Fold title={<>{say('Pictures: {with_} of {words}', { with_, words: words.words.length })}<span className="sr-only">, {words.name}</span></>} className="text-[0.9375rem]" titleClass="text-woad">
      <p className="my-1 text-sm text-ink-2">{say('Photographs of your own things. They stay on this machine.')}{' '}<Link className="text-woad underline" to={`/paper?kind=word-cards&key=set:${words.key}`}>{say('Word cards of {words}', { words: words.name })}</Link></p>
      <ul className="flex flex-col gap-1.5">{words.words.map((each) => <li key={each.key}><One set={words.key} word={each} /></li>)}</ul>
    </Fold>
  )
}

function One({ set, word }: { set: string; word: Words['words'][number] }) {
  const path = `/api/word-photos/${encodeURIComponent(set)}/${encodeURIComponent(word.key)}`
  const add = useWrite(async (file: File) => { await sendFile('PUT', path, file); await refresh() })
  const drop = useWrite(async () => { await answer(client.DELETE('/api/word-photos/{key}/{word}', { params: { path: { key: set, word: word.key } } })); await refresh() })
  const failed = add.failed ?? drop.failed
  return (
    <div className="flex flex-wrap items-center gap-2">
      {word.photo && <img src={`${path}/photo.jpg`} alt={say('What {part} is shown by', { part: word.key })} className="size-12 rounded border border-line object-cover" />}
      <span className="said flex-1">{word.key}</span>
      <label className="inline-flex min-h-control cursor-pointer items-center rounded-control border border-edge px-3 text-sm has-focus-visible:outline-3 has-focus-visible:outline-woad">
        {word.photo ? say('Another') : say('Add')}<span className="sr-only">{' '}{say('photograph of {part}', { part: word.key })}</span>
        <input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" className="sr-only" onChange={(event) => { const file = event.target.files?.[0]; if (file) void add.run(file) }} />
      </label>
      {word.photo && <Button aria-label={say('Take off the photograph of {part}', { part: word.key })} onClick={() => void drop.run()}>{say('Take off')}</Button>}
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </div>
  )
}

import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useId, useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { ThingPicture } from '@/ui/drawing/ThingPicture'
import { answer, client, Problem } from '@/lib/http'
import { readQuery, refresh } from '@/lib/queries'
import { Chips, KindSearch } from './Chips'
import { bodyFor, type Line, type Thing } from './thing'

const PAUSE_MS = 220

/** What was typed, once the typing pauses. */
function usePaused(text: string): string {
  const [paused, setPaused] = useState(text)
  useEffect(() => {
    const later = setTimeout(() => setPaused(text), PAUSE_MS)
    return () => clearTimeout(later)
  }, [text])
  return paused
}

type Kept = Record<number, { thing: Thing; told: readonly string[] }>
type SayItProps = { kinds: readonly string[]; subjects: readonly string[]; bins: readonly string[]; onMend: (id: number) => void }

/** A thing, said as people say it; what was understood stands beneath, to be tapped and changed before it is added. */
export function SayIt({ kinds, subjects, bins, onMend }: SayItProps) {
  const [typed, setTyped] = useState('')
  const [bin, setBin] = useState('')
  const [mended, setMended] = useState<{ typed: string; kept: Kept }>({ typed: '', kept: {} })
  const [added, setAdded] = useState<{ id: number; names: readonly string[] } | null>(null)
  const paused = usePaused(typed.trim())
  const { data, error } = useQuery(readQuery(paused))
  const listId = useId()
  const lines = typed.trim() && paused === typed.trim() ? data?.lines ?? [] : []
  const kept = mended.typed === paused ? mended.kept : {}
  const keep = (at: number, thing: Thing, told: readonly string[]) => setMended({ typed: paused, kept: { ...kept, [at]: { thing, told } } })
  const things = lines.map((line, at) => kept[at]?.thing ?? line.thing)
  const clear = lines.length > 0 && things.every((each) => each !== null)
  const add = useWrite(async () => {
    const done = await (Object.keys(kept).length > 0
      ? answer(client.POST('/api/things/mended', { body: { things: things.flatMap((thing) => (thing ? [bodyFor(thing)] : [])), bin } }))
      : answer(client.POST('/api/things/quick', { body: { typed: paused, kind: '', bin } })))
    setAdded({ id: done.id, names: things.flatMap((each) => (each ? [each.count > 1 ? `${each.count} ${each.name}` : each.name] : [])) })
    setTyped('')
    await refresh()
  })
  // Whoever presses Enter before the reading is shown has it read and added in one go; what is not clear is then asked.
  const quick = useWrite(async () => {
    const done = await answer(client.POST('/api/things/quick', { body: { typed, kind: '', bin } }))
    setAdded({ id: done.id, names: [typed.trim()] })
    setTyped('')
    await refresh()
  })
  const asked = quick.failed instanceof Problem && quick.failed.of('kind') !== undefined
  const choose = useWrite(async (at: number, line: Line, kind: string) => {
    keep(at, await answer(client.POST('/api/things/guess', { body: { typed: line.typed, kind } })), [...line.told, 'kind'])
  })
  const input = 'min-h-control rounded-control border border-edge bg-paper px-3 text-base font-normal'
  return (
    <form aria-label={say('Add a thing')} className="panel flex flex-col gap-3 p-4" onSubmit={(event) => { event.preventDefault(); if (clear) void add.run(); else if (typed.trim() && lines.length === 0) void quick.run() }}>
      <div className="flex flex-wrap items-end gap-3">
        <label className="flex min-w-56 flex-1 flex-col gap-1 text-sm font-semibold">{say('A thing, as you would say it')}
          <input value={typed} maxLength={200} placeholder={say('6 red felt balls of 6 cm · 2 jugs and 3 bowls · 1 kg of rice')} onChange={(event) => { setTyped(event.target.value); setAdded(null) }} className={input} />
        </label>
        <label className="flex w-40 flex-col gap-1 text-sm font-semibold">{say('Bin')}
          <input list={listId} value={bin} onChange={(event) => setBin(event.target.value)} className={input} />
        </label>
        <datalist id={listId}>{bins.map((each) => <option key={each} value={each}>{word(each)}</option>)}</datalist>
        <Button type="submit" look="main" disabled={add.busy || quick.busy || (!clear && lines.length > 0) || !typed.trim()}>{lines.length > 1 ? say('Add {lines}', { lines: lines.length }) : say('Add')}</Button>
      </div>
      {lines.map((line, at) => {
        const mine = kept[at]
        const thing = mine?.thing ?? line.thing
        return thing
          ? <Chips key={`${paused} ${at} ${thing.kind}`} thing={thing} told={mine?.told ?? line.told} kinds={kinds} subjects={subjects} onChange={(next) => keep(at, next, mine?.told ?? line.told)} onKind={(kind) => void choose.run(at, line, kind)} />
          : <Which key={`${paused} ${at}`} line={line} kinds={kinds} onThing={(next) => keep(at, next, line.told)} onKind={(kind) => void choose.run(at, line, kind)} />
      })}
      {[add.failed, asked ? null : quick.failed, choose.failed, error].map((each, at) => each && <Notice key={at} tone="should" role="alert">{each.message}</Notice>)}
      {added && !add.failed && !typed && (
        <p role="status" className="text-[0.9375rem] text-ink-2">{say('Added: {names}. What nobody said is assumed of its kind.', { names: added.names.join(', ') })}{' '}<button type="button" className="min-h-control font-semibold text-woad underline underline-offset-4" onClick={() => onMend(added.id)}>{say('Measure it')}</button></p>
      )}
    </form>
  )
}

function Which({ line, kinds, onThing, onKind }: { line: Line; kinds: readonly string[]; onThing: (thing: Thing) => void; onKind: (kind: string) => void }) {
  return (
    <section aria-label={say('What kind of thing is {line}?', { line: line.name })} className="flex flex-col gap-2">
      <p><span className="said font-semibold">{line.name}</span>{say(': what kind of thing is it? What you said of number and size is kept.')}</p>
      <ul className="flex flex-wrap gap-2">
        {line.likely.map((each) => (
          <li key={each.kind}><Button onClick={() => onThing(each)} className="flex-col gap-1 py-2"><ThingPicture thing={each} size={48} />{word(each.kind)}</Button></li>
        ))}
      </ul>
      <div className="max-w-sm"><KindSearch kinds={kinds} value="" onKind={onKind} /></div>
    </section>
  )
}

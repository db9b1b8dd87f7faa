import { say } from '@/lib/say'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { fromMm, toMm, type Lengths } from '@/lib/words'
import { Tick } from '@/ui/Tick'

type Bin = Schemas['BinOut']

/** The bins: what rests in each, where it stands and whether it is locked; judged like an open shelf unless it is. */
export function Bins({ bins, lengths, start }: { bins: readonly Bin[]; lengths: Lengths; start: number | null }) {
  if (bins.length === 0) return null
  return (
    <section aria-label={say('Bins')} className="panel p-4">
      <div className="flex flex-wrap items-center justify-between gap-3"><h2>{say('Bins')}</h2><Link className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2" to={`/paper?kind=bin-labels&ids=${bins.map((each) => each.id).join(',')}`}>{say('Labels on paper')}</Link></div>
      <p className="mb-2 text-sm text-ink-2">{say('A bin is judged like an open shelf at its height, unless it is locked. A lid keeps nobody out.')}</p>
      <ul className="divide-y divide-line">{bins.map((bin) => <li key={bin.id}><Line bin={bin} lengths={lengths} start={bin.id === start} /></li>)}</ul>
    </section>
  )
}

function Line({ bin, lengths, start }: { bin: Bin; lengths: Lengths; start: boolean }) {
  const line = useRef<HTMLFormElement>(null)
  // The code on a label leads here: to this bin, and not to the top of the list.
  useEffect(() => { if (start) { line.current?.scrollIntoView({ block: 'center' }); line.current?.focus() } }, [start])
  const [place, setPlace] = useState(bin.place)
  const [height, setHeight] = useState(bin.height_mm === null ? '' : String(fromMm(bin.height_mm, lengths)))
  const [locked, setLocked] = useState(bin.locked)
  const [most, setMost] = useState(bin.most === null ? '' : String(bin.most))
  const save = useWrite(async () => {
    const height_mm = height.trim() ? toMm(Number(height.replace(',', '.')), lengths) : null
    await answer(client.PUT('/api/bins/{bin_id}', { params: { path: { bin_id: bin.id } }, body: { place, height_mm, lid: bin.lid, locked, most: most.trim() ? Number(most) : null } }))
    await refresh()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  return (
    <form ref={line} tabIndex={-1} aria-label={bin.name} aria-current={start || undefined} className="flex flex-col gap-2 rounded-control py-3 outline-offset-4 aria-[current]:bg-woad-2 aria-[current]:px-3" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <p><strong>{bin.name}</strong> <span className="text-ink-2">{bin.holds.length ? say('Trays: {holds}.', { holds: bin.holds.join(', ') }) : say('No tray.')} {bin.things.length ? say('Things: {things}.', { things: bin.things.join(', ') }) : say('No loose thing.')}</span></p>
      {bin.found.map((each) => <Notice key={each.text} tone="must">{each.text}</Notice>)}
      <div className="flex flex-wrap items-end gap-3">
        <Field label={say('Where {bin} stands', { bin: bin.name })} value={place} error={problem?.of('place')} onChange={(event) => setPlace(event.target.value)} />
        <Field label={say('Above the floor')} unit={lengths} className="w-40" inputMode="decimal" value={height} error={problem?.of('height_mm')} onChange={(event) => setHeight(event.target.value)} />
        <Field label={say('Takes at most')} className="w-32" inputMode="numeric" value={most} error={problem?.of('most')} onChange={(event) => setMost(event.target.value)} />
        <Tick label={say('Locked')} checked={locked} onChange={setLocked} />
        <Button type="submit" disabled={save.busy}>{say('Save {bin}', { bin: bin.name })}</Button>
      </div>
      {bin.height_mm === null && !bin.locked && <p className="text-sm text-ink-2">{say('Not judged yet: say how high it stands.')}</p>}
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
    </form>
  )
}

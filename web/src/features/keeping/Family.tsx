import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { FileChoice } from '@/ui/FileChoice'
import { Tick } from '@/ui/Tick'
import { Notice } from '@/ui/Notice'
import { useTakingIn } from '@/ui/useTakingIn'
import { useWrite } from '@/ui/useWrite'
import { saveFile, type Schemas } from '@/lib/http'
import { childrenQuery } from '@/lib/queries'

type Found = Schemas['FamilyFileOut']

/** A family that leaves takes its children's years along, and another house takes them in. */
export function Family() {
  const { data } = useQuery(childrenQuery)
  const [chosen, setChosen] = useState<readonly number[]>([])
  const { found, done, look, take, choose, leave } = useTakingIn<Found>('/api/import/family')
  const save = useWrite(async () => { await saveFile('/api/export/family.zip', { children: [...chosen] }) })
  const holds = (each: Found) => say('{part}, from {house}: {pieces} of work with {trays}, {photographs}', { part: each.children.join(', '), house: each.house, pieces: say('{n, plural, one {# piece} other {# pieces}}', { n: each.works }), trays: say('{n, plural, one {# tray} other {# trays}}', { n: each.trays }), photographs: say('{n, plural, one {# photograph} other {# photographs}}', { n: each.photos }) })
  const toggle = (id: number) => setChosen(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id])
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('A family')}>
      <h2>{say('A family that leaves, or comes')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{say('Its children as one file of their own: everything that was seen of them, and the trays they worked with. Nobody else is in it; other children’s names are taken out of notes.')}</p>
      <fieldset className="flex flex-wrap gap-x-4">
        <legend className="sr-only">{say('Whose file')}</legend>
        {[...(data?.children ?? []), ...(data?.archived ?? [])].map((child) => <Tick key={child.id} label={child.name} checked={chosen.includes(child.id)} onChange={() => toggle(child.id)} />)}
      </fieldset>
      <Button className="self-start" disabled={save.busy || chosen.length === 0} onClick={() => void save.run()}>{say('Save their file')}</Button>
      <FileChoice label={say('Take a family in')} accept=".zip,application/zip" onChoose={choose} />
      {look.busy && <p role="status" className="text-ink-3">{say('Checking the whole file…')}</p>}
      {found && (
        <Notice tone="should">
          <p>{say('{holds}. They would be added to the children of this house; trays come as a record, put away.', { holds: holds(found) })}</p>
          <div className="mt-2 flex gap-2"><Button disabled={take.busy} onClick={() => void take.run()}>{say('Take them in')}</Button><Button onClick={leave}>{say('Leave it')}</Button></div>
        </Notice>
      )}
      {done && <Notice tone="note" role="status">{say('{holds}. They are here now. As it was before is kept as {kept_copy}.', { holds: holds(done), kept_copy: done.kept_copy })}</Notice>}
      {(save.failed ?? look.failed ?? take.failed) && <Notice tone="must" role="alert">{(save.failed ?? look.failed ?? take.failed)?.message}</Notice>}
    </section>
  )
}

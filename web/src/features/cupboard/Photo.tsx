import { say } from '@/lib/say'
import type { ChangeEvent } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, sendFile } from '@/lib/http'
import { refresh } from '@/lib/queries'

/** A photograph of a finished tray or of a thing, from a file or the camera. It stays on this machine, without where and when. */
export function Photo({ what, id, name, photo }: { what: 'trays' | 'things'; id: number; name: string; photo: number | null }) {
  const path = `/api/${what}/${id}/photo`
  const add = useWrite(async (file: File) => { await sendFile('PUT', path, file); await refresh() })
  const drop = useWrite(async () => {
    await (what === 'trays' ? answer(client.DELETE('/api/trays/{tray_id}/photo', { params: { path: { tray_id: id } } }))
      : answer(client.DELETE('/api/things/{component_id}/photo', { params: { path: { component_id: id } } })))
    await refresh()
  })
  const chosen = (event: ChangeEvent<HTMLInputElement>) => { const file = event.target.files?.[0]; if (file) void add.run(file) }
  return (
    <section aria-label={say('Photograph')} className="mt-4 flex flex-wrap items-center gap-3 border-t border-line pt-4">
      {photo !== null && <img src={`${path}.jpg?v=${photo}`} alt={what === 'trays' ? say('{name}, as it is set out', { name }) : name} className="max-h-52 rounded-control border border-line" />}
      <label className="inline-flex min-h-control cursor-pointer items-center rounded-control border border-edge px-3.5 text-[0.9375rem] font-semibold has-focus-visible:outline-3 has-focus-visible:outline-woad">
        {photo === null ? say('Add a photograph') : say('Another photograph')}
        <input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" className="sr-only" onChange={chosen} />
      </label>
      {photo !== null && <Button onClick={() => void drop.run()}>{say('Take it off')}</Button>}
      {add.busy && <p role="status" className="text-ink-3">{say('Making it small…')}</p>}
      {add.failed && <Notice tone="must" role="alert">{add.failed.message}</Notice>}
    </section>
  )
}

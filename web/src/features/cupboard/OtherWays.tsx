import { say } from '@/lib/say'
import { Camera, Footprints } from 'lucide-react'
import { useState, type ChangeEvent } from 'react'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { sendFile } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Walk } from './Walk'

/** Other ways to say what is there: a walk through the rooms, or a photograph that is described later. */
export function OtherWays({ onMend }: { onMend: (id: number) => void }) {
  const [walking, setWalking] = useState(false)
  const shot = useWrite(async (file: File) => {
    const done = await sendFile<{ id: number }>('POST', '/api/things/photographed', file)
    await refresh()
    onMend(done.id)
  })
  const chosen = (event: ChangeEvent<HTMLInputElement>) => { const file = event.target.files?.[0]; if (file) void shot.run(file) }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button onClick={() => setWalking(true)}><Footprints size={18} aria-hidden />{' '}{say('Walk through the house')}</Button>
      <label className="inline-flex min-h-control cursor-pointer items-center gap-2 rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2 has-focus-visible:outline-3 has-focus-visible:outline-woad">
        <Camera size={18} aria-hidden />{' '}{say('Photograph first, describe later')}
        <input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" className="sr-only" onChange={chosen} />
      </label>
      {shot.busy && <p role="status" className="text-ink-3">{say('Making it small…')}</p>}
      {shot.failed && <Notice tone="must" role="alert">{shot.failed.message}</Notice>}
      {walking && <Dialog title={say('What is in the house')} open onClose={() => setWalking(false)} wide note={say('Room by room: tick what there is, and mend the number. A minute a room.')}><Walk onDone={() => setWalking(false)} /></Dialog>}
    </div>
  )
}

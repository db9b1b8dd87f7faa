import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client } from '@/lib/http'
import { flush } from '@/lib/outbox'
import { refresh, renewToken } from '@/lib/queries'

/** A device that is not of the house yet: it comes in by a code from the machine the program runs on. */
export function Pair({ said, onPaired }: { said?: string; onPaired?: () => void }) {
  const [code, setCode] = useState('')
  const [name, setName] = useState('')
  const pair = useWrite(async () => {
    await answer(client.POST('/api/pair', { body: { code: code.trim(), name: name.trim() } }))
    await renewToken()
    await refresh()
    await flush()
    onPaired?.()
  })
  return (
    <div className="mx-auto flex max-w-md flex-col gap-4 p-6">
      <h1>{say('Pair this device')}</h1>
      {said?.includes('barred') && <Notice tone="must" role="alert">{said}</Notice>}
      <p>{say('{part} the machine the program runs on, open House and choose “Pair a device”: it shows a code for one device, for ten minutes.', { part: said?.includes('barred') ? say('It can be paired anew: on') : say('This device is not paired. On') })}</p>
      <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); void pair.run() }}>
        <Field label={say('Code')} inputMode="numeric" autoComplete="one-time-code" value={code} onChange={(event) => setCode(event.target.value)} />
        <Field label={say('What this device is called')} placeholder={say('tablet in the room')} value={name} onChange={(event) => setName(event.target.value)} />
        <Button type="submit" look="main" size="touch" disabled={pair.busy || !code.trim() || !name.trim()}>{say('Pair this device')}</Button>
      </form>
      {pair.failed && <Notice tone="must" role="alert">{pair.failed.message}</Notice>}
      <p className="text-ink-2"><a className="text-woad underline underline-offset-4" href="/trust">{say('How this device comes to trust the program')}</a></p>
    </div>
  )
}

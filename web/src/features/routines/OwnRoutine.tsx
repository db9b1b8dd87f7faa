import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client } from '@/lib/http'
import { refresh } from '@/lib/queries'

/** A routine of one's own: a step a line, and behind a bar the minutes of its timer. */
export function OwnRoutine({ onSaved }: { onSaved: () => void }) {
  const [name, setName] = useState('')
  const [invitation, setInvitation] = useState('')
  const [steps, setSteps] = useState('')
  const save = useWrite(async () => {
    await answer(client.POST('/api/routines', { body: { name, invitation, steps: steps.split('\n').filter((line) => line.trim()) } }))
    await refresh()
    onSaved()
  })
  return (
    <form aria-label="A routine of your own" className="panel no-print flex max-w-2xl flex-col gap-3 p-4" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <Field label="Name" value={name} onChange={(event) => setName(event.target.value)} />
      <Field label="The invitation" hint="As you would say it. It may be declined." value={invitation} onChange={(event) => setInvitation(event.target.value)} />
      <label className="flex flex-col gap-1 text-sm font-semibold">Steps, one a line; “let it rest | 40 min” starts a timer
        <textarea className="said min-h-32 w-full rounded-control border border-edge bg-paper p-3" value={steps} onChange={(event) => setSteps(event.target.value)} />
      </label>
      {save.failed && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <Button type="submit" look="main" className="self-start" disabled={save.busy || !name.trim() || !steps.trim()}>Keep the routine</Button>
    </form>
  )
}

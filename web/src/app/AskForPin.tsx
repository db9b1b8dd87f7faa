import { say } from '@/lib/say'
import { useEffect, useRef, useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { Field } from '@/ui/Field'
import { useWrite } from '@/ui/useWrite'
import { answer, chosenAdult, client, onLocked } from '@/lib/http'
import { lockQuery, queryClient } from '@/lib/queries'
import { Option, SelectField } from '@/ui/Select'

/** Asks for a PIN where what is done wants one, and lets it go on once it was given. */
export function AskForPin({ adults }: { adults: readonly { id: number; name: string }[] }) {
  const [open, setOpen] = useState(false)
  const waiting = useRef<((given: boolean) => void)[]>([])
  useEffect(() => onLocked(() => new Promise((resolve) => { waiting.current.push(resolve); setOpen(true) })), [])
  // A page may ask for two things that want one: all of them go on with what is given once.
  const done = (given: boolean) => { setOpen(false); waiting.current.splice(0).forEach((settle) => settle(given)) }
  return (
    <Dialog title={say('This asks for a PIN')} open={open} onClose={() => done(false)}>
      <Asked adults={adults} onGiven={() => done(true)} />
    </Dialog>
  )
}

function Asked({ adults, onGiven }: { adults: readonly { id: number; name: string }[]; onGiven: () => void }) {
  const { data: lock } = useQuery({ ...lockQuery, refetchOnMount: 'always' })
  const [chosen, setChosen] = useState<number | null>(null)
  const [pin, setPin] = useState('')
  const have = adults.filter((each) => lock?.adults.includes(each.id))
  const who = chosen ?? have.find((each) => each.id === chosenAdult())?.id ?? have[0]?.id ?? 0
  const give = useWrite(async () => {
    await answer(client.POST('/api/lock/open', { body: { adult_id: who, pin } }))
    await queryClient.invalidateQueries(lockQuery)
    onGiven()
  })
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); void give.run() }}>
      <p className="text-ink-2">{say('What changes the house does, in a house where an adult has a PIN. What is recorded does not.')}</p>
      <SelectField label={say('Whose PIN')} value={String(who)} onChoose={(picked) => setChosen(Number(picked))}>
        {have.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
      </SelectField>
      <Field label={say('PIN')} type="password" inputMode="numeric" autoComplete="off" value={pin} error={give.failed?.message} onChange={(event) => setPin(event.target.value)} />
      <Button type="submit" look="main" disabled={give.busy || !pin}>{say('Go on')}</Button>
    </form>
  )
}

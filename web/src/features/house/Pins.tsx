import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { lockQuery, refresh } from '@/lib/queries'

/** A PIN for an adult: once there is one, what changes the house asks for it, on every device. */
export function Pins({ adults }: { adults: readonly Schemas['AdultOut'][] }) {
  const { data: lock } = useQuery(lockQuery)
  const close = useWrite(async () => { await answer(client.POST('/api/lock')); await refresh() })
  if (!lock) return null
  return (
    <details className="border-t border-line py-1">
      <summary className="py-1 text-[0.9375rem]"><strong>PINs</strong> <span className="text-ink-2">{lock.adults.length ? 'what changes the house asks for one' : 'none: whoever is at a keeper’s device may change the house'}</span></summary>
      <p className="py-1 text-sm text-ink-2">Against small hands and guests, not against burglars. Recording never asks for one. Who forgot it: <code>zither-awl forget-pin</code> on this machine.</p>
      {adults.map((each) => <Pin key={each.id} adult={each} has={lock.adults.includes(each.id)} />)}
      {lock.adults.length > 0 && !lock.wanted && <Button onClick={() => void close.run()}>Ask again from now on</Button>}
    </details>
  )
}

function Pin({ adult, has }: { adult: Schemas['AdultOut']; has: boolean }) {
  const [pin, setPin] = useState('')
  const [old, setOld] = useState('')
  const keep = useWrite(async (told: string) => {
    await answer(client.PUT('/api/adults/{who}/pin', { params: { path: { who: adult.id } }, body: { pin: told, old } }))
    setPin(''); setOld('')
    await refresh()
  })
  return (
    <form className="flex flex-wrap items-end gap-2 py-2" aria-label={`PIN of ${adult.name}`} onSubmit={(event) => { event.preventDefault(); void keep.run(pin) }}>
      {has && <Field className="w-32" label={`${adult.name}: PIN now`} type="password" inputMode="numeric" autoComplete="off" value={old} onChange={(event) => setOld(event.target.value)} />}
      <Field className="w-32" label={has ? 'Another PIN' : `${adult.name}: a PIN`} type="password" inputMode="numeric" autoComplete="new-password" value={pin} onChange={(event) => setPin(event.target.value)} />
      <Button type="submit" disabled={keep.busy || !pin}>Keep it</Button>
      {has && <Button disabled={keep.busy || !old} onClick={() => void keep.run('')}>No PIN</Button>}
      {keep.failed && <p role="alert" className="w-full text-sm font-semibold text-madder">{keep.failed.message}</p>}
    </form>
  )
}

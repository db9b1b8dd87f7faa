import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { lockQuery, refresh } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

/** A PIN for an adult: once there is one, what changes the house asks for it, on every device. */
export function Pins({ adults }: { adults: readonly Schemas['AdultOut'][] }) {
  const { data: lock } = useQuery(lockQuery)
  const close = useWrite(async () => { await answer(client.POST('/api/lock')); await refresh() })
  if (!lock) return null
  return (
    <Fold title={<><strong>{say('PINs')}</strong> <span className="text-ink-2">{lock.adults.length ? say('what changes the house asks for one') : say('none: whoever is at a keeper’s device may change the house')}</span></>} className="border-t border-line py-1" titleClass="py-1 text-[0.9375rem]">
      <p className="py-1 text-sm text-ink-2">{sayRich('Against small hands and guests, not against burglars. Recording never asks for one. Who forgot it: <a>zither-awl forget-pin</a> on this machine.', { a: (inner) => <code>{inner}</code> })}</p>
      {adults.map((each) => <Pin key={each.id} adult={each} has={lock.adults.includes(each.id)} />)}
      {lock.adults.length > 0 && !lock.wanted && <Button onClick={() => void close.run()}>{say('Ask again from now on')}</Button>}
    </Fold>
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
    <form className="flex flex-wrap items-end gap-2 py-2" aria-label={say('PIN of {adult}', { adult: adult.name })} onSubmit={(event) => { event.preventDefault(); void keep.run(pin) }}>
      {has && <Field className="w-32" label={say('{adult}: PIN now', { adult: adult.name })} type="password" inputMode="numeric" autoComplete="off" value={old} onChange={(event) => setOld(event.target.value)} />}
      <Field className="w-32" label={has ? say('Another PIN') : say('{adult}: a PIN', { adult: adult.name })} type="password" inputMode="numeric" autoComplete="new-password" value={pin} onChange={(event) => setPin(event.target.value)} />
      <Button type="submit" disabled={keep.busy || !pin}>{say('Keep it')}</Button>
      {has && <Button disabled={keep.busy || !old} onClick={() => void keep.run('')}>{say('No PIN')}</Button>}
      {keep.failed && <p role="alert" className="w-full text-sm font-semibold text-madder">{keep.failed.message}</p>}
    </form>
  )
}

import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { homeQuery, refresh } from '@/lib/queries'
import { dayOf, timeOfDay } from '@/lib/words'

/** The tablets of the house: how they reach the program, how they come to trust it, and who may come in. */
export function Devices({ zone }: { zone: string }) {
  const { data: home } = useQuery(homeQuery)
  const [code, setCode] = useState<Schemas['CodeOut'] | null>(null)
  const give = useWrite(async () => { setCode(await answer(client.POST('/api/home/code'))) })
  const bar = useWrite(async (device_id: string, barred: boolean) => {
    await answer(client.POST('/api/home/devices/{device_id}/bar', { params: { path: { device_id } }, body: { barred } }))
    await refresh()
  })
  const raise = useWrite(async (device_id: string, keeper: boolean) => {
    await answer(client.POST('/api/home/devices/{device_id}/keeper', { params: { path: { device_id } }, body: { keeper } }))
    await refresh()
  })
  if (!home) return null
  const failed = give.failed ?? bar.failed ?? raise.failed
  return (
    <section className="panel p-4" aria-label="Devices">
      <h2>Devices of the house</h2>
      {!home.serving && <p className="mt-2 text-ink-2">Tablets and telephones cannot come in now: the program listens on this machine only. Start it with <code>zither-awl serve --home</code> to let them in over the home network.</p>}
      {home.serving && (
        <>
          <p className="mt-2">On the device, open <strong className="break-all">{home.addresses[0]}</strong></p>
          <p className="mt-1 text-[0.9375rem] text-ink-2">It comes to trust the program at <span className="break-all">{home.addresses[0]}/trust</span>, by this fingerprint:</p>
          <p className="mt-1 text-sm break-all">{home.fingerprint}</p>
          {home.here && <Button className="mt-3" onClick={() => void give.run()}>Pair a device</Button>}
          {code && <p className="mt-3" role="status">The code for one device, until {timeOfDay(code.until, zone)}: <strong className="text-2xl tracking-widest tabular-nums">{code.digits.slice(0, 4)} {code.digits.slice(4)}</strong></p>}
        </>
      )}
      <ul className="mt-3 flex flex-col gap-2">
        {home.devices.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center justify-between gap-2">
            <span>{each.name} <span className="text-sm text-ink-2">since {dayOf(each.paired_at, zone)}{each.barred ? ', barred' : each.keeper ? ', a keeper’s: it may change the house' : ', watches: it records, and changes nothing else'}</span></span>
            {home.here && (
              <span className="flex flex-wrap gap-2">
                {!each.barred && <Button aria-label={`${each.keeper ? 'Let only watch' : 'Make it a keeper’s'}: ${each.name}`} onClick={() => void raise.run(each.id, !each.keeper)}>{each.keeper ? 'Let it only watch' : 'Make it a keeper’s'}</Button>}
                <Button aria-label={`${each.barred ? 'Let in again' : 'Bar'}: ${each.name}`} onClick={() => void bar.run(each.id, !each.barred)}>{each.barred ? 'Let in again' : 'Bar'}</Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </section>
  )
}

import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
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
    <section className="panel p-4" aria-label={say('Devices')}>
      <h2>{say('Devices of the house')}</h2>
      {!home.serving && <p className="mt-2 text-ink-2">{sayRich('Tablets and telephones cannot come in now: the program listens on this machine only. Start it with <a>zither-awl serve --home</a> to let them in over the home network.', { a: (inner) => <code>{inner}</code> })}</p>}
      {home.serving && (
        <>
          <p className="mt-2">{say('On the device, open')}{' '}<strong className="break-all">{home.addresses[0]}</strong></p>
          <p className="mt-1 text-[0.9375rem] text-ink-2">{sayRich('It comes to trust the program at <a>{addresses}/trust</a>, by this fingerprint:', { addresses: home.addresses[0], a: (inner) => <span className="break-all">{inner}</span> })}</p>
          <p className="mt-1 text-sm break-all">{home.fingerprint}</p>
          {home.here && <Button className="mt-3" onClick={() => void give.run()}>{say('Pair a device')}</Button>}
          {code && <p className="mt-3" role="status">{say('The code for one device, until {time}:', { time: timeOfDay(code.until, zone) })}{' '}<strong className="text-2xl tracking-widest tabular-nums">{code.digits.slice(0, 4)} {code.digits.slice(4)}</strong></p>}
        </>
      )}
      <ul className="mt-3 flex flex-col gap-2">
        {home.devices.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center justify-between gap-2">
            <span>{each.name} <span className="text-sm text-ink-2">{say('since {day}{part}', { day: dayOf(each.paired_at, zone), part: each.barred ? say(', barred') : each.keeper ? say(', a keeper’s: it may change the house') : say(', watches: it records, and changes nothing else') })}</span></span>
            {home.here && (
              <span className="flex flex-wrap gap-2">
                {!each.barred && <Button aria-label={`${each.keeper ? say('Let only watch') : say('Make it a keeper’s')}: ${each.name}`} onClick={() => void raise.run(each.id, !each.keeper)}>{each.keeper ? say('Let it only watch') : say('Make it a keeper’s')}</Button>}
                <Button aria-label={`${each.barred ? say('Let in again') : say('Bar')}: ${each.name}`} onClick={() => void bar.run(each.id, !each.barred)}>{each.barred ? say('Let in again') : say('Bar')}</Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
    </section>
  )
}

import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { watchQuery } from '@/lib/queries'
import { append, flush, outbox, subscribe, type NewEvent } from './outbox'
import { fold } from './record'

const RETRY_MS = 5000

/** The instant by the server's clock, once a second. The clock here is only carried on from it, so a nap does no harm. */
function useNow(skewMs: number): number {
  const [now, setNow] = useState(() => Date.now() + skewMs)
  useEffect(() => {
    const tick = () => setNow(Date.now() + skewMs)
    tick()
    const timer = setInterval(tick, 1000)
    return () => clearInterval(timer)
  }, [skewMs])
  return now
}

/** The morning with this device's unsent events in it, and one way to write an event down. */
export function useWatch() {
  const { data: watch, error } = useQuery(watchQuery)
  const box = useSyncExternalStore(subscribe, outbox)
  const skew = watch?.clockSkewMs ?? 0
  const now = useNow(skew)
  useEffect(() => {
    void flush()
    const timer = setInterval(() => void flush(), RETRY_MS)
    return () => clearInterval(timer)
  }, [])
  const episodes = useMemo(() => {
    const name = (id: number) => watch?.offers.find((each) => each.tray_id === id)?.name ?? 'A tray'
    const unsent = [...box.sent, ...box.waiting].map((event) => ({ cause: '', text: '', ...event }))
    return fold(watch?.episodes ?? [], unsent, name)
  }, [watch, box])
  const write = useMemo(() => (event: NewEvent) => append(event, Date.now() + skew), [skew])
  return { watch, error, episodes, now, box, write }
}

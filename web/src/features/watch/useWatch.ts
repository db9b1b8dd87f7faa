import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { outbox, subscribe } from '@/lib/outbox'
import { watchQuery } from '@/lib/queries'
import { programNow } from '@/lib/time'
import { fold, foldMorning, foldSpells } from '@/lib/record'

/** The program's time, once a second, and when it has just been told. */
function useNow(toldAt: number): number {
  const [now, setNow] = useState(programNow)
  useEffect(() => {
    const tick = () => setNow(programNow())
    tick()
    const timer = setInterval(tick, 1000)
    return () => clearInterval(timer)
  }, [toldAt])
  return now
}

/** The morning with what this device has written down since in it. */
export function useWatch() {
  const { data: watch, error, dataUpdatedAt } = useQuery(watchQuery)
  const box = useSyncExternalStore(subscribe, outbox)
  const now = useNow(dataUpdatedAt)
  const told = useMemo(() => {
    const name = (id: number) => watch?.offers.find((each) => each.tray_id === id)?.name ?? say('A tray')
    const unsent = [...box.sent, ...box.waiting]
    const { morning, last } = foldMorning(watch?.morning ?? null, watch?.last ?? null, unsent)
    // What is known of an older day, kept for when the program is away, is not of the morning begun since.
    const began = morning ?? last
    const ofThis = (watch?.episodes ?? []).filter((each) => !began || Date.parse(each.began) >= Date.parse(began.began) - 1)
    const episodes = fold(ofThis, unsent, name).filter((each) => !began || Date.parse(each.began) >= Date.parse(began.began) - 1)
    return { morning, last, episodes, spells: foldSpells(watch?.spells ?? [], unsent, episodes) }
  }, [watch, box])
  return { watch, error, now, ...told }
}

import { useEffect } from 'react'
import { write } from '@/lib/outbox'
import { offerAt, type Offer, type Open } from './lane'
import { brokenBy, type Episode } from '@/lib/record'

const OFF = 'zither-awl:keys-off'
export const keysOn = (): boolean => localStorage.getItem(OFF) === null
export const switchKeys = (on: boolean): void => { if (on) localStorage.removeItem(OFF); else localStorage.setItem(OFF, '1') }

export type KeyHands = {
  on: boolean; child: number | null; episode: Episode | undefined; offers: readonly Offer[]
  take: (tray: number) => void; rest: (episode: Episode) => void; setOpen: (open: Open) => void
}

/** Whether a key was meant for something that has the focus. */
const meant = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, select, button, a, summary, [role="dialog"]') !== null

/** Single keys act on the active lane, only while no field or button has the focus, and can be switched off. */
export function useKeys(hands: KeyHands): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!hands.on || event.ctrlKey || event.metaKey || event.altKey || meant(event.target) || hands.child === null) return
      if (act(event.key.toLowerCase(), event.target, hands)) event.preventDefault()
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [hands])
}

/** Space is also the page's own key: it counts a round only inside the active lane. */
const inLane = (target: EventTarget | null, child: number | null): boolean =>
  target instanceof HTMLElement && target.closest(`[data-lane="${String(child)}"]`) !== null

function act(key: string, target: EventTarget | null, { episode, child, offers, take, rest, setOpen }: KeyHands): boolean {
  if (/^[0-9]$/.test(key) && child !== null && !episode) {
    const offer = offerAt(offers, child, (Number(key) + 9) % 10)
    if (offer) take(offer.tray_id)
    return offer !== undefined
  }
  if (!episode) return false
  const work = { episode_id: episode.id, child_id: episode.child_id }
  switch (key) {
    case ' ':
      if (!inLane(target, child)) return false
      write({ kind: 'round', ...work })
      return true
    case 'i': if (brokenBy(episode)) write({ kind: 'back', ...work }); else setOpen('broken'); return true
    case 'h': setOpen('helped'); return true
    case 'm': write({ kind: 'mended', ...work }); return true
    case 't': setOpen('part'); return true
    case 'd': setOpen('depth'); return true
    case 'n': setOpen('note'); return true
    case 'p': write({ kind: 'finish', ...work, work: 'done right', place: 'put back' }); return true
    case 'e': rest(episode); return true
    default: return false
  }
}

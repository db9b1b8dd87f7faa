import { say } from '@/lib/say'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { Button } from '@/ui/Button'
import { programNow } from '@/lib/time'
import { lateness, ringDue, stop, subscribe, timers } from '@/lib/timers'
import { clock } from '@/lib/words'

/** Three soft tones. A browser that lets a page make no sound leaves the words on screen. */
function sound(): void {
  try {
    const context = new AudioContext()
    for (const at of [0, 0.5, 1]) {
      const [tone, gain] = [context.createOscillator(), context.createGain()]
      tone.frequency.value = 660
      gain.gain.setValueAtTime(0.2, context.currentTime + at)
      gain.gain.exponentialRampToValueAtTime(0.001, context.currentTime + at + 0.4)
      tone.connect(gain).connect(context.destination)
      tone.start(context.currentTime + at)
      tone.stop(context.currentTime + at + 0.4)
    }
  } catch { /* no sound here */ }
}

/** The timers of this device, on whatever page: running ones count down, rung ones wait to be put away. */
export function Timers() {
  const all = useSyncExternalStore(subscribe, timers)
  const [now, setNow] = useState(programNow)
  useEffect(() => {
    if (all.length === 0) return
    const tick = () => { setNow(programNow()); if (ringDue(programNow()).length) sound() }
    tick()
    const timer = setInterval(tick, 1000)
    return () => clearInterval(timer)
  }, [all.length])
  if (all.length === 0) return null
  return (
    <section aria-label={say('Timers')} className="no-print flex flex-wrap items-center gap-2 px-5 pt-3">
      {all.map((each) => (
        <span key={each.id} className={each.rangAt === null ? 'inline-flex items-center gap-2 rounded-control border border-line bg-paper pl-3' : 'inline-flex items-center gap-2 rounded-control border-2 border-saffron bg-saffron-2 pl-3'}>
          {each.name}
          {each.rangAt === null ? <strong className="tabular-nums" role="timer">{clock(each.endsAt - now)}</strong> : <strong role="alert">{say('done{lateness}', { lateness: lateness(each) && `, ${lateness(each)}` })}</strong>}
          <Button size="touch" look="quiet" aria-label={say('{part} the timer {each}', { part: each.rangAt === null ? say('Stop') : say('Put away'), each: each.name })} onClick={() => stop(each.id)}>{each.rangAt === null ? say('Stop') : say('Put away')}</Button>
        </span>
      ))}
      <span className="text-sm text-ink-2">{say('A timer rings only while this page is open and awake, on this device.')}</span>
    </section>
  )
}

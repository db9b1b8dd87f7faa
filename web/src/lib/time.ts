/** The program's time on this device. */
import { looked, measured, opened, type Clock } from './clock'

const SKEW = 'zither-awl:skew'
let clock: Clock = opened(Number(localStorage.getItem(SKEW)) || 0, Date.now(), performance.now())

/** The program's clock as this device knows it now. */
export function readClock(): Clock {
  clock = looked(clock, Date.now(), performance.now())
  return clock
}

/** The program's time, in ms since 1970. */
export const programNow = (): number => {
  const { wall, skewMs } = readClock()
  return wall + skewMs
}

/** The program said its time just now. */
export function toldTime(program: string): void {
  clock = measured(Date.parse(program), Date.now(), performance.now())
  localStorage.setItem(SKEW, String(clock.skewMs))
}

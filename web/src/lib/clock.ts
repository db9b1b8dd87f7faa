/** The program's time, carried on by this device's two clocks: one that can be set, and one that only runs on. Pure. */

/** `skewMs`: the program's time less the wall clock. `doubt`: the wall clock moved and nobody knows why. */
export type Clock = { skewMs: number; wall: number; mono: number; doubt: boolean }

const SLACK_MS = 2000

/** The program said its time. */
export const measured = (program: number, wall: number, mono: number): Clock => ({ skewMs: program - wall, wall, mono, doubt: false })

/** A page that has just been opened: what was known before is believed until the program says otherwise. */
export const opened = (skewMs: number, wall: number, mono: number): Clock => ({ skewMs, wall, mono, doubt: true })

/**
 * The clock after another look at both. A wall clock that fell behind was set back: no sleep can do that, and the skew
 * makes up for it. One that ran ahead was set on, or the device slept: that stays in doubt until the program is asked.
 */
export function looked(clock: Clock, wall: number, mono: number): Clock {
  const jump = wall - clock.wall - (mono - clock.mono)
  if (jump < -SLACK_MS) return { ...clock, skewMs: clock.skewMs - jump, wall, mono }
  return { ...clock, wall, mono, doubt: clock.doubt || jump > SLACK_MS }
}

/** The instant of something written down in doubt, once the program has said its time; `at` where there was none. */
export const settled = (item: { at: number; wall: number; doubt: boolean }, skewMs: number): number =>
  item.doubt && Math.abs(item.wall + skewMs - item.at) > SLACK_MS ? item.wall + skewMs : item.at

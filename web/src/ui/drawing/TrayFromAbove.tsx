import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'
import { Form, Inside, shownOf, stands } from './forms'

export type LaidThing = Schemas['LaidOut']

/** What lies in a thing, and in that. */
export const within = (role: string, all: readonly LaidThing[]): LaidThing[] => all.filter((each) => each.lies_in === role).flatMap((each) => [each, ...within(each.role, all)])

/** A thing from above with everything that lies in it. */
export function Filled({ laid, all }: { laid: LaidThing; all: readonly LaidThing[] }) {
  const box = { w: laid.width_mm, d: laid.depth_mm }
  const here = all.filter((each) => each.lies_in === laid.role)
  const loose = here.filter((each) => !stands(each))
  const pieces = (of: readonly LaidThing[]) => of.reduce((sum, each) => sum + shownOf(each), 0)
  return (
    <>
      <Form laid={laid} />
      {loose.map((each, at) => <Inside key={each.role} laid={each} box={box} vessel={laid.drawn} before={pieces(loose.slice(0, at))} all={pieces(loose)} />)}
      {here.filter(stands).map((each) => <g key={each.role} transform={`translate(${(box.w - each.width_mm) / 2} ${(box.d - each.depth_mm) / 2})`}><Filled laid={each} all={all} /></g>)}
    </>
  )
}

/** A tray as it would lie, from above and to scale; to look at only. */
export function TrayFromAbove({ plan, laid, title }: { plan: Schemas['PlanOut']; laid: readonly LaidThing[]; title: string }) {
  const rim = Math.max((plan.width_mm - plan.inner_width_mm) / 2, 4)
  const placed = laid.filter((each) => each.x_mm !== null && each.y_mm !== null)
  return (
    <svg viewBox={`${-rim - 2} ${-rim - 2} ${plan.inner_width_mm + 2 * rim + 4} ${plan.inner_depth_mm + 2 * rim + 4}`} role="img" aria-label={say('{title}, from above: {placed}', { title, placed: placed.map((each) => (each.count > 1 ? `${each.count} ${each.name}` : each.name)).join(', ') })} className="max-h-44 w-full">
      <rect x={-rim} y={-rim} width={plan.inner_width_mm + 2 * rim} height={plan.inner_depth_mm + 2 * rim} rx="12" fill="var(--color-birch-2)" stroke="#6d5a3a" strokeWidth="1.4" />
      <rect width={plan.inner_width_mm} height={plan.inner_depth_mm} rx="7" fill="var(--color-birch)" stroke="#b99f68" strokeWidth="1" />
      {placed.map((each) => <g key={each.role} transform={`translate(${each.x_mm ?? 0} ${plan.inner_depth_mm - (each.y_mm ?? 0) - each.depth_mm})`}><Filled laid={each} all={laid} /></g>)}
    </svg>
  )
}

/** Measures as the household has them: one place that says how a length, a mass or a volume is written and read. */
import { say } from './say'
import { plain, type Lengths } from './words'

let units: Lengths = 'cm'

/** The household's units, told once when the house is read. */
export const measureIn = (told: Lengths): void => { units = told }

const OZ = 28.35
const LB = 453.6
const FL_OZ = 29.57

/** A small size, as of a thing: "60 mm", "2.4 in". */
export const small = (mm: number): string => (units === 'in' ? say('{mm} in', { mm: plain(mm / 25.4, 1) }) : say('{mm} mm', { mm: plain(mm, 0) }))

/** The sides of a thing: "60 × 40 × 20 mm". */
export const sides = (mm: readonly number[]): string =>
  units === 'in' ? say('{mm} in', { mm: mm.map((each) => plain(each / 25.4, 1)).join(' × ') }) : say('{mm} mm', { mm: mm.map((each) => plain(each, 0)).join(' × ') })

/** A mass: "740 g", "1.3 kg", "1.6 lb". */
export function mass(g: number): string {
  if (units === 'in') return g >= LB ? say('{g} lb', { g: plain(g / LB, 1) }) : say('{g} oz', { g: plain(g / OZ, 1) })
  return g >= 1000 ? say('{g} kg', { g: plain(g / 1000, 1) }) : `${plain(g, 0)} g`
}

/** A volume: "250 ml", "1.5 l", "8.5 fl oz". */
export function volume(ml: number): string {
  if (units === 'in') return say('{ml} fl oz', { ml: plain(ml / FL_OZ, 1) })
  return ml >= 1000 ? `${plain(ml / 1000, 2)} l` : say('{ml} ml', { ml: plain(ml, 0) })
}

type Kind = 'mm' | 'g' | 'ml'
const FACTOR: Record<Kind, { metric: string; imperial: string; each: number }> = {
  mm: { metric: 'mm', imperial: 'in', each: 25.4 }, g: { metric: 'g', imperial: 'oz', each: OZ }, ml: { metric: 'ml', imperial: say('fl oz'), each: FL_OZ },
}

/** The unit a field is filled in with. */
export const unitOf = (kind: Kind): string => (units === 'in' ? FACTOR[kind].imperial : FACTOR[kind].metric)

/** A kept number as a field shows it. */
export const shownIn = (kind: Kind, value: number): number => Number((units === 'in' ? value / FACTOR[kind].each : value).toFixed(2))

/** A field's number as it is kept. */
export const keptFrom = (kind: Kind, value: number): number => Math.round((units === 'in' ? value * FACTOR[kind].each : value) * 100) / 100

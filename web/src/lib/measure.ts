/** Measures as the household has them: one place that says how a length, a mass or a volume is written and read. */
import type { Lengths } from './words'

let units: Lengths = 'cm'

/** The household's units, told once when the house is read. */
export const measureIn = (told: Lengths): void => { units = told }

const plain = (value: number, decimals: number): string => String(Number(value.toFixed(decimals)))
const OZ = 28.35
const LB = 453.6
const FL_OZ = 29.57

/** A small size, as of a thing: "60 mm", "2.4 in". */
export const small = (mm: number): string => (units === 'in' ? `${plain(mm / 25.4, 1)} in` : `${plain(mm, 0)} mm`)

/** The sides of a thing: "60 × 40 × 20 mm". */
export const sides = (mm: readonly number[]): string =>
  units === 'in' ? `${mm.map((each) => plain(each / 25.4, 1)).join(' × ')} in` : `${mm.map((each) => plain(each, 0)).join(' × ')} mm`

/** A mass: "740 g", "1.3 kg", "1.6 lb". */
export function mass(g: number): string {
  if (units === 'in') return g >= LB ? `${plain(g / LB, 1)} lb` : `${plain(g / OZ, 1)} oz`
  return g >= 1000 ? `${plain(g / 1000, 1)} kg` : `${plain(g, 0)} g`
}

/** A volume: "250 ml", "1.5 l", "8.5 fl oz". */
export function volume(ml: number): string {
  if (units === 'in') return `${plain(ml / FL_OZ, 1)} fl oz`
  return ml >= 1000 ? `${plain(ml / 1000, 2)} l` : `${plain(ml, 0)} ml`
}

type Kind = 'mm' | 'g' | 'ml'
const FACTOR: Record<Kind, { metric: string; imperial: string; each: number }> = {
  mm: { metric: 'mm', imperial: 'in', each: 25.4 }, g: { metric: 'g', imperial: 'oz', each: OZ }, ml: { metric: 'ml', imperial: 'fl oz', each: FL_OZ },
}

/** The unit a field is filled in with. */
export const unitOf = (kind: Kind): string => (units === 'in' ? FACTOR[kind].imperial : FACTOR[kind].metric)

/** A kept number as a field shows it. */
export const shownIn = (kind: Kind, value: number): number => Number((units === 'in' ? value / FACTOR[kind].each : value).toFixed(2))

/** A field's number as it is kept. */
export const keptFrom = (kind: Kind, value: number): number => Math.round((units === 'in' ? value * FACTOR[kind].each : value) * 100) / 100

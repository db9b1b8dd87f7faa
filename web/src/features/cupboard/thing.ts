/** A thing as a form holds it: texts, until it is sent. Pure. */
import type { Schemas } from '@/lib/http'
import { keptFrom, shownIn } from '@/lib/measure'
import { keyOf, word } from '@/lib/say'

export type Thing = Schemas['ComponentOut']
export type Line = Schemas['ThingLineOut']
export const COLOURS = ['red', 'blue', 'green', 'yellow', 'orange', 'purple', 'pink', 'brown', 'black', 'white', 'grey', 'gold', 'clear', 'mixed'] as const
export const MATERIALS = ['wood', 'plastic', 'metal', 'glass', 'china', 'clay', 'felt', 'wool', 'cotton', 'linen', 'silk', 'paper', 'card', 'leather', 'rubber', 'silicone', 'cork', 'willow', 'stone', 'wax', 'foam'] as const

/** A thing with something said of it that was assumed before. */
export const said = (thing: Thing, field: string, values: Partial<Thing>): Thing => ({ ...thing, ...values, assumed: thing.assumed.filter((each) => each !== field) })

export type Draft = Record<
  'name' | 'kind' | 'count' | 'shape' | 'sizes' | 'mass_g' | 'softness' | 'material' | 'inside_depth' | 'inside_top' | 'inside_bottom'
  | 'inside_across' | 'marks' | 'density_g_ml' | 'stock_ml' | 'per_use' | 'sealed' | 'cord_mm' | 'cost' | 'came_from' | 'bin' | 'colours'
  | 'subject' | 'box_months', string> & { allergens: string[]; dangers: string[]; breakable: boolean; magnet: boolean; cell: boolean }

const text = (value: number | null | undefined): string => (value === null || value === undefined ? '' : String(Math.round(value * 100) / 100))
type Unit = Parameters<typeof shownIn>[0]
const shown = (unit: Unit, value: number | null | undefined): string => (value === null || value === undefined ? '' : String(shownIn(unit, value)))

/** The form's texts for a thing. */
export const draftOf = (thing: Thing): Draft => ({
  name: thing.name, kind: thing.kind, count: String(thing.count), shape: thing.shape.shape,
  sizes: thing.shape.sizes_mm.map((mm) => shown('mm', mm)).join(' x '), mass_g: shown('g', thing.mass_g), softness: thing.softness, material: word(thing.material),
  inside_depth: shown('mm', thing.inside?.depth_mm), inside_top: shown('mm', thing.inside?.top_mm), inside_bottom: shown('mm', thing.inside?.bottom_mm),
  inside_across: shown('mm', thing.inside?.across_mm), marks: (thing.inside?.marks ?? []).map((mark) => `${shown('ml', mark.ml)}:${shown('mm', mark.mm)}`).join(', '),
  density_g_ml: text(thing.density_g_ml), stock_ml: shown('ml', thing.stock_ml), per_use: text(thing.per_use), sealed: thing.sealed,
  cord_mm: shown('mm', thing.cord_mm), subject: word(thing.subject), box_months: text(thing.box_months), cost: text(thing.cost), came_from: thing.came_from, bin: thing.bin, colours: thing.colours.map(word).join(', '),
  allergens: thing.allergens, dangers: thing.dangers, breakable: thing.breakable, magnet: thing.magnet, cell: thing.cell,
})

const number = (written: string): number | null => (written.trim() === '' ? null : Number(written.trim().replace(',', '.')))
const kept = (unit: Unit, written: string): number | null => { const read = number(written); return read === null ? null : keptFrom(unit, read) }
const list = (words: string): string[] => words.split(',').map((each) => each.trim()).filter(Boolean)
/** Which assumed value each field of the form mends. */
const MENDS: Partial<Record<keyof Draft, string>> = {
  shape: 'shape', sizes: 'shape', inside_depth: 'inside', inside_top: 'inside', inside_bottom: 'inside', inside_across: 'inside', marks: 'inside',
}

/** What is sent: what was changed by hand is no longer assumed. */
export function bodyOf(draft: Draft, thing: Thing): Schemas['ComponentIn'] {
  const before = draftOf(thing)
  const mended = new Set((Object.keys(draft) as (keyof Draft)[]).filter((key) => String(draft[key]) !== String(before[key])).map((key) => MENDS[key] ?? key))
  const depth = kept('mm', draft.inside_depth)
  const top = kept('mm', draft.inside_top)
  return {
    name: draft.name, kind: draft.kind, count: number(draft.count) ?? 1, material: keyOf(draft.material), breakable: draft.breakable, magnet: draft.magnet,
    shape: { shape: draft.shape as 'ball', sizes_mm: draft.sizes === before.sizes ? thing.shape.sizes_mm : draft.sizes.split(/[x×]/).map((part) => kept('mm', part) ?? 0) },
    mass_g: draft.mass_g === before.mass_g ? thing.mass_g : kept('g', draft.mass_g) ?? 0, softness: draft.softness as 'firm', cell: draft.cell,
    inside: (['inside_depth', 'inside_top', 'inside_bottom', 'inside_across', 'marks'] as const).every((each) => draft[each] === before[each]) ? thing.inside : depth === null || top === null ? null : {
      depth_mm: depth, top_mm: top, bottom_mm: kept('mm', draft.inside_bottom), across_mm: kept('mm', draft.inside_across),
      marks: list(draft.marks).map((pair) => { const [ml, mm] = pair.split(':'); return { ml: kept('ml', ml ?? '') ?? 0, mm: kept('mm', mm ?? '') ?? 0 } }),
    },
    density_g_ml: number(draft.density_g_ml), stock_ml: draft.stock_ml === before.stock_ml ? thing.stock_ml : kept('ml', draft.stock_ml), per_use: number(draft.per_use),
    sealed: draft.sealed as '', cord_mm: draft.cord_mm === before.cord_mm ? thing.cord_mm : kept('mm', draft.cord_mm), subject: keyOf(draft.subject), box_months: number(draft.box_months), cost: number(draft.cost), came_from: draft.came_from, bin: draft.bin,
    colours: list(draft.colours).map(keyOf), allergens: draft.allergens, dangers: draft.dangers,
    assumed: thing.assumed.filter((name) => !mended.has(name)),
  }
}

/** A thing that is not kept yet, as it is sent. */
export const bodyFor = (thing: Thing): Schemas['ComponentIn'] => bodyOf(draftOf(thing), thing)

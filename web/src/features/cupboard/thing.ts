/** A thing as a form holds it: texts, until it is sent. Pure. */
import type { Schemas } from '@/lib/http'

type Thing = Schemas['ComponentOut']
export type Draft = Record<
  'name' | 'kind' | 'count' | 'shape' | 'sizes' | 'mass_g' | 'softness' | 'material' | 'inside_depth' | 'inside_top' | 'inside_bottom' |
  'inside_across' | 'marks' | 'density_g_ml' | 'stock_ml' | 'per_use' | 'sealed' | 'cord_mm' | 'cost' | 'came_from' | 'bin' | 'colours' |
  'allergens' | 'dangers', string> & { breakable: boolean; magnet: boolean; cell: boolean }

const text = (value: number | null | undefined): string => (value === null || value === undefined ? '' : String(Math.round(value * 100) / 100))

/** The form's texts for a thing. */
export const draftOf = (thing: Thing): Draft => ({
  name: thing.name, kind: thing.kind, count: String(thing.count), shape: thing.shape.shape,
  sizes: thing.shape.sizes_mm.map((mm) => text(mm)).join(' x '), mass_g: text(thing.mass_g), softness: thing.softness, material: thing.material,
  inside_depth: text(thing.inside?.depth_mm), inside_top: text(thing.inside?.top_mm), inside_bottom: text(thing.inside?.bottom_mm),
  inside_across: text(thing.inside?.across_mm), marks: (thing.inside?.marks ?? []).map((mark) => `${mark.ml}:${mark.mm}`).join(', '),
  density_g_ml: text(thing.density_g_ml), stock_ml: text(thing.stock_ml), per_use: text(thing.per_use), sealed: thing.sealed,
  cord_mm: text(thing.cord_mm), cost: text(thing.cost), came_from: thing.came_from, bin: thing.bin, colours: thing.colours.join(', '),
  allergens: thing.allergens.join(', '), dangers: thing.dangers.join(', '), breakable: thing.breakable, magnet: thing.magnet, cell: thing.cell,
})

const number = (word: string): number | null => (word.trim() === '' ? null : Number(word.trim().replace(',', '.')))
const list = (words: string): string[] => words.split(',').map((word) => word.trim()).filter(Boolean)
/** Which assumed value each field of the form mends. */
const MENDS: Partial<Record<keyof Draft, string>> = {
  shape: 'shape', sizes: 'shape', inside_depth: 'inside', inside_top: 'inside', inside_bottom: 'inside', inside_across: 'inside', marks: 'inside',
}

/** What is sent: what was changed by hand is no longer assumed. */
export function bodyOf(draft: Draft, thing: Thing): Schemas['ComponentIn'] {
  const before = draftOf(thing)
  const mended = new Set((Object.keys(draft) as (keyof Draft)[]).filter((key) => draft[key] !== before[key]).map((key) => MENDS[key] ?? key))
  const depth = number(draft.inside_depth)
  const top = number(draft.inside_top)
  return {
    name: draft.name, kind: draft.kind, count: number(draft.count) ?? 1, material: draft.material, breakable: draft.breakable, magnet: draft.magnet,
    shape: { shape: draft.shape as 'ball', sizes_mm: draft.sizes.split(/[x×]/).map((part) => number(part) ?? 0) },
    mass_g: number(draft.mass_g) ?? 0, softness: draft.softness as 'firm', cell: draft.cell,
    inside: depth === null || top === null ? null : {
      depth_mm: depth, top_mm: top, bottom_mm: number(draft.inside_bottom), across_mm: number(draft.inside_across),
      marks: list(draft.marks).map((pair) => { const [ml, mm] = pair.split(':'); return { ml: number(ml ?? '') ?? 0, mm: number(mm ?? '') ?? 0 } }),
    },
    density_g_ml: number(draft.density_g_ml), stock_ml: number(draft.stock_ml), per_use: number(draft.per_use),
    sealed: draft.sealed as '', cord_mm: number(draft.cord_mm), cost: number(draft.cost), came_from: draft.came_from, bin: draft.bin,
    colours: list(draft.colours), allergens: list(draft.allergens), dangers: list(draft.dangers),
    assumed: thing.assumed.filter((name) => !mended.has(name)),
  }
}

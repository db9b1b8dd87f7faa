import { Things } from './fronts'

type Drawn = { name: string; drawn: string; kind: string; colours: readonly string[]; shape: { shape: string; sizes_mm: readonly number[] }; photo?: number | null; id?: number }

/** Flat things, seen as they are held up. */
const FLAT = ['card', 'picture', 'numeral', 'letter', 'leaf', 'feather', 'frame', 'puzzle', 'pegboard', 'shirt', 'trousers', 'sock', 'purse', 'button', 'key', 'knife', 'brush', 'pencil', 'scrub', 'lens', 'banana', 'flower']

/** Width and height of a thing as it stands, from its sides. */
function front({ shape, drawn }: Drawn): { w: number; h: number } {
  const [a = 60, b = a, c = b] = shape.sizes_mm
  if (shape.shape === 'ball') return { w: a, h: a }
  if (shape.shape === 'cylinder') return b >= 3 * a && drawn !== 'cup' && drawn !== 'jar' ? { w: b, h: a } : { w: a, h: b }
  if (drawn === 'spoon' || drawn === 'tongs' || drawn === 'scissors' || drawn === 'rod') return { w: Math.max(a, b, c), h: Math.min(a, Math.max(c, 12)) }
  if (FLAT.includes(drawn)) return { w: a, h: b === c ? a : b }
  if (drawn === 'cloth') return { w: a, h: Math.max(b * 0.7, 12) }
  return { w: Math.max(a, b), h: c }
}

/** One thing, drawn by itself in a square of so many pixels: its photograph where there is one. */
export function ThingPicture({ thing, size = 44 }: { thing: Drawn; size?: number }) {
  if (thing.photo && thing.id) return <img src={`/api/things/${thing.id}/photo.jpg?v=${thing.photo}`} alt="" width={size} height={size} className="shrink-0 rounded-control object-cover" style={{ width: size, height: size }} />
  const { w, h } = front(thing)
  const side = Math.max(w, h, 10) * 1.16
  return (
    <svg viewBox={`${(w - side) / 2} ${-(h + side) / 2} ${side} ${side}`} width={size} height={size} aria-hidden="true" className="shrink-0">
      <Things things={[{ name: thing.name, drawn: thing.drawn, count: 1, left_mm: 0, base_mm: 0, width_mm: w, height_mm: h, colours: thing.colours, filling: null }]} />
    </svg>
  )
}

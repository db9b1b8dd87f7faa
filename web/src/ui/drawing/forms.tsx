import type { ReactNode } from 'react'
import { Glyph, hasGlyph } from '@/ui/drawing/glyphs'
import { colourOf } from '@/ui/drawing/fronts'

// Physical things have the colours of wood, cloth, glass and china; nothing else in the program does.
const LINE = '#6d5a3a'
const WOOD = '#d9bd8a'
const WOOD_2 = '#c39a5f'
const CHINA = '#f4f2ec'
const GLASS = '#e0edf2'
const METAL = '#c9cfd2'
const CLOTH = ['#9fb7a6', '#c9b48a', '#91a9ba', '#c99a88'] as const
const NAMED: Record<string, string> = {
  red: '#c0614f', blue: '#7d9db3', green: '#93ad8f', yellow: '#d9bd62', white: CHINA, grey: '#b4babc', brown: '#a07b52',
  orange: '#d08f52', clear: GLASS, black: '#5b5f62',
}

export type Laid = {
  name: string; drawn: string; count: number; width_mm: number; depth_mm: number; piece_mm: number; turned: boolean
  colours: readonly string[]; medium: boolean; material?: string; made?: string
}
const colour = (laid: Laid, at: number, otherwise: string) => NAMED[laid.colours[at % Math.max(laid.colours.length, 1)] ?? ''] ?? laid.made ?? otherwise

type Box = { w: number; d: number }
type Form = (box: Box, laid: Laid, at: number) => ReactNode
const round = ({ w, d }: Box, fill: string, inner: string | null): ReactNode => (
  <>
    <ellipse cx={w / 2} cy={d / 2} rx={w / 2} ry={d / 2} fill={fill} stroke={LINE} strokeWidth="1.2" />
    {inner && <ellipse cx={w / 2} cy={d / 2} rx={w * 0.4} ry={d * 0.4} fill={inner} stroke={LINE} strokeWidth="0.7" />}
  </>
)
/** Long things lie along the longer side. */
const along = (box: Box, draw: (length: number, across: number) => ReactNode): ReactNode =>
  box.d >= box.w ? draw(box.d, box.w) : <g transform={`translate(0 ${box.d}) rotate(-90)`}>{draw(box.w, box.d)}</g>

/** The round hollow of a vessel within its box. */
function hollow(drawn: string, { w, d }: Box): { cx: number; cy: number; r: number } {
  if (drawn !== 'jug') return { cx: w / 2, cy: d / 2, r: Math.min(w, d) / 2 }
  const r = Math.min(Math.max(w, d) * 0.36, Math.min(w, d) / 2 - 3)
  return d > w ? { cx: w / 2, cy: r + 6, r } : { cx: w - r - 6, cy: d / 2, r }
}

const FORMS: Record<string, Form> = {
  // The handle is at the left, or nearest the child when the jug is turned.
  jug: ({ w, d }, laid) => {
    const { cx, cy, r } = hollow('jug', { w, d })
    const away = d > w ? 90 : 0
    return (
      <g transform={`translate(${cx} ${cy}) rotate(${-away})`}>
        <path d={`M ${-r * 0.8} ${-r * 0.4} Q ${-r * 1.75} ${-r * 0.5} ${-r * 1.7} 0 Q ${-r * 1.75} ${r * 0.5} ${-r * 0.8} ${r * 0.4}`} fill="none" stroke={LINE} strokeWidth="5" />
        <path d={`M ${r * 0.86} -9 L ${r + 6} 0 L ${r * 0.86} 9 Z`} fill={colour(laid, 0, GLASS)} stroke={LINE} strokeWidth="1" />
        <circle r={r} fill={colour(laid, 0, GLASS)} stroke={LINE} strokeWidth="1.2" />
        <circle r={r * 0.84} fill="#ffffff" fillOpacity="0.55" stroke={LINE} strokeWidth="0.7" />
      </g>
    )
  },
  cup: (box, laid) => round(box, colour(laid, 0, GLASS), '#ffffff'),
  bowl: (box, laid) => round(box, colour(laid, 0, CHINA), '#ffffff'),
  jar: (box, laid) => round(box, colour(laid, 0, METAL), colour(laid, 0, GLASS)),
  dish: (box, laid) => round(box, colour(laid, 0, CHINA), null),
  ball: (box, laid, at) => round(box, colour(laid, at, CLOTH[at % CLOTH.length] ?? WOOD), null),
  box: ({ w, d }, laid) => <><rect width={w} height={d} rx="3" fill={colour(laid, 0, WOOD)} stroke={LINE} strokeWidth="1.2" /><rect x="5" y="5" width={Math.max(w - 10, 1)} height={Math.max(d - 10, 1)} rx="2" fill="none" stroke={LINE} strokeWidth="0.7" /></>,
  divided: ({ w, d }, laid) => (
    <>
      <rect width={w} height={d} rx="4" fill={colour(laid, 0, WOOD)} stroke={LINE} strokeWidth="1.2" />
      {[0, 1, 2].map((n) => (w >= d
        ? <rect key={n} x={6 + n * ((w - 6) / 3)} y="6" width={(w - 6) / 3 - 6} height={d - 12} rx="3" fill="#ffffff" fillOpacity="0.6" stroke={LINE} strokeWidth="0.7" />
        : <rect key={n} x="6" y={6 + n * ((d - 6) / 3)} width={w - 12} height={(d - 6) / 3 - 6} rx="3" fill="#ffffff" fillOpacity="0.6" stroke={LINE} strokeWidth="0.7" />))}
    </>
  ),
  spoon: (box) => along(box, (l, a) => (
    <>
      <rect x={a / 2 - Math.max(a * 0.11, 2)} y="0" width={Math.max(a * 0.22, 4)} height={l * 0.7} rx="2" fill={METAL} stroke={LINE} strokeWidth="1" />
      <ellipse cx={a / 2} cy={l * 0.82} rx={a / 2} ry={l * 0.18} fill={METAL} stroke={LINE} strokeWidth="1.2" />
      <ellipse cx={a / 2} cy={l * 0.82} rx={a * 0.34} ry={l * 0.12} fill="#ffffff" fillOpacity="0.5" />
    </>
  )),
  tongs: (box) => along(box, (l, a) => (
    <path d={`M ${a * 0.5} 4 Q ${a * 0.1} 4 ${a * 0.12} ${l * 0.3} L ${a * 0.05} ${l - 2} M ${a * 0.5} 4 Q ${a * 0.9} 4 ${a * 0.88} ${l * 0.3} L ${a * 0.95} ${l - 2}`} fill="none" stroke={WOOD_2} strokeWidth={Math.max(a * 0.16, 3)} strokeLinecap="round" />
  )),
  scissors: (box) => along(box, (l, a) => (
    <>
      <circle cx={a * 0.24} cy={l * 0.16} r={a * 0.2} fill="none" stroke="#a3564a" strokeWidth="6" />
      <circle cx={a * 0.76} cy={l * 0.16} r={a * 0.2} fill="none" stroke="#a3564a" strokeWidth="6" />
      <path d={`M ${a * 0.34} ${l * 0.3} L ${a * 0.56} ${l - 2} M ${a * 0.66} ${l * 0.3} L ${a * 0.44} ${l - 2}`} stroke={METAL} strokeWidth="7" strokeLinecap="round" />
    </>
  )),
  rod: (box, laid) => along(box, (l, a) => <rect x="0" y="0" width={a} height={l} rx={Math.min(a, l) / 2.5} fill={colour(laid, 0, WOOD_2)} stroke={LINE} strokeWidth="1.1" />),
  cloth: ({ w, d }, laid, at) => (
    <>
      <rect width={w} height={d} rx="3" fill={colour(laid, at, CLOTH[at % CLOTH.length] ?? WOOD)} stroke={LINE} strokeWidth="1.1" />
      <path d={`M 0 ${d * 0.5} H ${w}`} stroke={LINE} strokeWidth="0.6" strokeDasharray="4 4" />
    </>
  ),
  card: ({ w, d }) => <><rect width={w} height={d} rx="3" fill="#fdfcf7" stroke={LINE} strokeWidth="1.1" /><rect x={w * 0.14} y={d * 0.14} width={w * 0.72} height={d * 0.72} fill="none" stroke={LINE} strokeWidth="0.6" /></>,
}
FORMS.tray = FORMS.box as Form
FORMS.book = FORMS.card as Form
FORMS.drum = FORMS.bowl as Form
FORMS.bell = FORMS.cup as Form

/** Where the pieces of a block stand: in rows as square as its sides ask for. */
export function places(laid: Laid): { x: number; y: number; w: number; d: number }[] {
  const { width_mm: w, depth_mm: d, count } = laid
  if (PILES.includes(laid.drawn) || count === 1) {
    const pile = Math.min(count, 4)
    return Array.from({ length: pile }, (_, at) => ({ x: (pile - 1 - at) * 2, y: (pile - 1 - at) * 2, w: w - (pile - 1) * 2, d: d - (pile - 1) * 2 }))
  }
  const columns = Math.max(1, Math.min(count, Math.round(w / Math.max(w / count, Math.min(laid.piece_mm, w)))))
  const rows = Math.ceil(count / columns)
  return Array.from({ length: count }, (_, at) => ({
    x: (at % columns) * (w / columns), y: Math.floor(at / columns) * (d / rows), w: w / columns, d: d / rows,
  }))
}

const ROUND = ['ring', 'button', 'bead', 'fruit', 'egg', 'globe', 'clock', 'knob', 'cone', 'flower', 'plant', 'plush', 'shell']
const PILES = ['cloth', 'card', 'picture', 'numeral', 'letter']
const coloured = (laid: Laid): Laid => { const made = laid.colours.length === 0 ? colourOf([], 0, laid.material) : null; return made ? { ...laid, made } : laid }

/** A form of its own, upright within its box; the round ones stay round. */
function Upright({ box, laid, at }: { box: Box; laid: Laid; at: number }) {
  const fill = colourOf(laid.colours, at, laid.material)
  const side = Math.min(box.w, box.d)
  const [w, d] = ROUND.includes(laid.drawn) ? [side, side] : [box.w, box.d]
  return <g transform={`translate(${(box.w - w) / 2} ${(box.d - d) / 2})`}><Glyph form={laid.drawn} w={w} h={d} colour={fill} /></g>
}

/** A thing from above, in a box whose near left corner is at the origin and whose y grows towards the far side. */
export function Form({ laid }: { laid: Laid }) {
  const glyph = hasGlyph(laid.drawn)
  const draw = FORMS[laid.drawn] ?? (FORMS.box as Form)
  return <>{places(laid).map((box, at) => <g key={at} transform={`translate(${box.x} ${box.y})`}>{glyph ? <Upright box={box} laid={laid} at={at} /> : draw(box, coloured(laid), at)}</g>)}</>
}

const VESSELS = ['jug', 'cup', 'bowl', 'jar', 'dish', 'box']
/** Whether it stands in or on another thing as a vessel of its own. */
export const stands = (laid: Laid): boolean => laid.count === 1 && !laid.medium && VESSELS.includes(laid.drawn)

const MOST_SHOWN = 8
/** How many pieces of a thing are drawn in a vessel. */
export const shownOf = (laid: Laid): number => (laid.medium ? 0 : Math.min(laid.count, MOST_SHOWN))

/** What lies in a vessel: a heap of a medium, or loose pieces in a ring of `all`, of which `before` are other things. Drawn within its box. */
export function Inside({ laid, box, vessel, before, all }: { laid: Laid; box: Box; vessel: string; before: number; all: number }) {
  const { cx, cy, r } = hollow(vessel, box)
  if (laid.medium) {
    const water = laid.piece_mm <= 1 && laid.name.toLowerCase().includes('water')
    return (
      <>
        <circle cx={cx} cy={cy} r={r * 0.72} fill={water ? '#a9cbd9' : '#c99a5b'} fillOpacity={water ? 0.75 : 0.9} />
        {!water && Array.from({ length: 16 }, (_, n) => {
          const at = n * 2.4
          const far = r * 0.66 * Math.sqrt((n + 0.5) / 16)
          return <circle key={n} cx={cx + far * Math.cos(at)} cy={cy + far * Math.sin(at)} r={Math.max(Math.min(laid.piece_mm / 2, 5), 1.2)} fill="#b98a4e" stroke={LINE} strokeWidth="0.5" />
        })}
      </>
    )
  }
  const shown = shownOf(laid)
  const size = Math.min(laid.piece_mm / 2, r * (all > shown ? 0.3 : 0.45))
  return (
    <>
      {Array.from({ length: shown }, (_, n) => {
        const far = all === 1 ? 0 : Math.min(r * 0.5, r - size * 0.8)
        const at = ((before + n) / all) * 2 * Math.PI
        const each: Box = { w: size * 2, d: size * 2 }
        return <g key={n} transform={`translate(${cx + far * Math.cos(at) - size} ${cy + far * Math.sin(at) - size})`}>{hasGlyph(laid.drawn) ? <Upright box={each} laid={laid} at={n} /> : (FORMS[laid.drawn] ?? (FORMS.ball as Form))(each, coloured(laid), n)}</g>
      })}
    </>
  )
}

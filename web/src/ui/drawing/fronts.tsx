import type { ReactNode } from 'react'
import { Glyph, hasGlyph } from './glyphs'

/** A thing on a tray as it is seen from the front. Sizes are millimetres. */
export type FrontThing = {
  material?: string; name: string; drawn: string; count: number; left_mm: number; base_mm: number; width_mm: number; height_mm: number; colours: readonly string[]
  filling: { drawn: string; count: number; piece_mm: number; share: number; colours: readonly string[]; medium: boolean; water: boolean } | null
}

// Physical things have the colours of wood, cloth, glass and china; nothing else in the program does.
export const LINE = '#6d5a3a'
const WOOD = ['#cfae77', '#c99a5b', '#b98a4e'] as const
const CLOTH = ['#9fb7a6', '#c9b48a', '#91a9ba', '#c99a88', '#b3a1b8'] as const
const CHINA = '#f8f6f0'
const GLASS = '#e3eff4'
const METAL = '#cfd5d8'
const WATER = '#a8c6d6'
const NAMED: Record<string, string> = {
  red: '#c0614f', blue: '#7d9db3', green: '#93ad8f', yellow: '#d9bd62', white: CHINA, grey: '#b4babc', brown: '#a07b52', orange: '#d08f52', clear: GLASS, black: '#5b5f62', purple: '#94839f', pink: '#d3a3a0', gold: '#cfae5b',
}
const MADE_OF: Record<string, string> = {
  wood: '#cfae77', birch: '#dcc294', ash: '#d6bd90', beech: '#cfae77', willow: '#c99a5b', metal: METAL, enamel: '#dfe6ea', glass: GLASS, china: CHINA, clay: '#b9764f', plastic: '#b9c7cf',
  felt: '#b3a1b8', wool: '#c99a88', cotton: '#9fb7a6', linen: '#c9b48a', silk: '#c7b3c9', paper: '#fdfcf7', card: '#e6d9bd', leather: '#9c7350', rubber: '#a1706a', stone: '#b4b0a8', cork: '#c9a377', wax: '#e3d3a0',
}
const pick = (colours: readonly string[], at: number, otherwise: string): string => { const said = colours[at % Math.max(colours.length, 1)] ?? ''; return NAMED[said] ?? MADE_OF[said] ?? otherwise }
const cloth = (n: number) => CLOTH[Math.abs(n) % CLOTH.length] ?? CLOTH[0]
const times = (n: number, draw: (at: number) => ReactNode) => Array.from({ length: n }, (_, at) => draw(at))
const LOOK = { stroke: LINE, strokeWidth: 1.6 }

/** What a form is drawn in: w by h, its floor at y = 0, y growing downwards (up is negative). */
type Form = (w: number, h: number, thing: FrontThing) => ReactNode

const side = (w: number, h: number, fill: string, rows: number, colours: readonly string[], count: number) => {
  const per = Math.ceil(Math.min(count, 12) / rows)
  const each = Math.min(w / per, h / rows)
  return times(Math.min(count, 12), (at) => <rect key={at} x={(at % per) * (w / per) + 1} y={-(Math.floor(at / per) + 1) * each} width={Math.max(w / per - 2, 2)} height={Math.max(each - 1, 2)} rx="2" fill={pick(colours, at, fill)} {...LOOK} />)
}

const FORMS: Record<string, Form> = {
  jug: (w, h, { colours }) => (
    <>
      <path d={`M${w * 0.06} ${-h * 0.82}q${-w * 0.02} ${h * 0.4} ${w * 0.2} ${h * 0.52}`} fill="none" stroke={LINE} strokeWidth="4.5" />
      <path d={`M${w * 0.24} 0L${w * 0.18} ${-h * 0.62}Q${w * 0.22} ${-h * 0.82} ${w * 0.2} ${-h * 0.96}L${w} ${-h}L${w * 0.84} ${-h * 0.84}Q${w * 0.84} ${-h * 0.7} ${w * 0.92} ${-h * 0.5}L${w * 0.84} 0Z`} fill={pick(colours, 0, GLASS)} {...LOOK} />
    </>
  ),
  cup: (w, h, { colours }) => <path d={`M${w * 0.12} 0L${w * 0.02} ${-h}H${w * 0.98}L${w * 0.88} 0Z`} fill={pick(colours, 0, GLASS)} {...LOOK} />,
  bowl: (w, h, { colours }) => <path d={`M0 ${-h}H${w}Q${w * 0.94} ${-h * 0.1} ${w * 0.68} 0H${w * 0.32}Q${w * 0.06} ${-h * 0.1} 0 ${-h}Z`} fill={pick(colours, 0, CHINA)} {...LOOK} />,
  jar: (w, h, { colours }) => (
    <>
      <rect x={w * 0.04} y={-h * 0.84} width={w * 0.92} height={h * 0.84} rx={w * 0.08} fill={pick(colours, 0, GLASS)} {...LOOK} />
      <rect x={w * 0.1} y={-h} width={w * 0.8} height={h * 0.17} rx="3" fill={METAL} {...LOOK} />
    </>
  ),
  dish: (w, h, { colours }) => <path d={`M0 ${-Math.max(h, 10)}H${w}L${w * 0.78} 0H${w * 0.22}Z`} fill={pick(colours, 0, CHINA)} {...LOOK} />,
  ball: (w, h, { colours, count }) => {
    const shown = Math.min(count, 7)
    const r = Math.min(w / shown / 2, h / 2)
    return times(shown, (at) => <circle key={at} cx={(at + 0.5) * (w / shown)} cy={-r} r={r} fill={pick(colours, at, cloth(at))} {...LOOK} />)
  },
  piece: (w, h, { colours, count }) => side(w, h, WOOD[0], 1, colours, count),
  box: (w, h, { colours, count }) => (count > 1 ? side(w, h, WOOD[1], Math.max(1, Math.round(h / Math.max(w / 4, 20))), colours, count) : <rect x="0" y={-h} width={w} height={h} rx="3" fill={pick(colours, 0, WOOD[0])} {...LOOK} />),
  divided: (w, h, { colours }) => (
    <>
      <rect x="0" y={-h} width={w} height={h} rx="4" fill={pick(colours, 0, WOOD[0])} {...LOOK} />
      <path d={`M${w / 3} ${-h}V${-h * 0.3}M${(2 * w) / 3} ${-h}V${-h * 0.3}`} {...LOOK} />
    </>
  ),
  spoon: (w, h) => (w > 2.2 * h
    ? <><rect x={w * 0.3} y={-h * 0.62} width={w * 0.7} height={Math.max(h * 0.22, 4)} rx="2" fill={METAL} {...LOOK} /><ellipse cx={w * 0.16} cy={-h * 0.42} rx={w * 0.16} ry={Math.max(h * 0.4, 5)} fill={METAL} {...LOOK} /></>
    : <ellipse cx={w / 2} cy={-Math.max(h, 12) / 2} rx={w / 2} ry={Math.max(h, 12) / 2} fill={METAL} {...LOOK} />),
  tongs: (w, h) => <path d={`M2 ${-h * 0.5}Q${w * 0.5} ${-h * 1.3} ${w - 2} ${-h * 0.5}M2 ${-h * 0.5}Q${w * 0.5} ${-h * 0.1} ${w - 2} -3`} fill="none" stroke={WOOD[2]} strokeWidth={Math.max(h * 0.2, 4)} strokeLinecap="round" />,
  scissors: (w, h) => (
    <>
      <circle cx={w * 0.16} cy={-h * 0.5} r={Math.max(Math.min(w * 0.13, h * 0.5), 6)} fill="none" stroke="#a3564a" strokeWidth="5" />
      <path d={`M${w * 0.3} ${-h * 0.5}H${w - 2}`} stroke={METAL} strokeWidth={Math.max(h * 0.3, 5)} strokeLinecap="round" />
    </>
  ),
  rod: (w, h, { colours, count }) => {
    const shown = Math.min(count, 6)
    if (shown === 1) return <rect x="0" y={-h} width={w} height={h} rx={Math.min(w, h) / 2.5} fill={pick(colours, 0, WOOD[1])} {...LOOK} />
    return times(shown, (at) => <rect key={at} x={at * (w / shown) + 1} y={-h} width={w / shown - 2} height={h} rx="3" fill={pick(colours, at, WOOD[at % 3] ?? WOOD[0])} {...LOOK} />)
  },
  cloth: (w, h, { colours, count }) => {
    const pile = Math.min(count, 4)
    const tall = Math.max(h, 6 * pile)
    return times(pile, (at) => <rect key={at} x={at * 1.5} y={-((at + 1) * tall) / pile} width={Math.max(w - at * 3, 4)} height={Math.max(tall / pile - 1, 3)} rx="3" fill={pick(colours, at, cloth(at))} {...LOOK} />)
  },
  card: (w, h, { count }) => times(Math.min(count, 4), (at) => <rect key={at} x={at * 2} y={-Math.max(h, 4) - at * 3} width={Math.max(w - 6, 4)} height="3.4" rx="1" fill="#fdfcf7" {...LOOK} />),
  book: (w, h, { count, colours }) => {
    const shown = Math.min(count, 6)
    return times(shown, (at) => <rect key={at} x={at * (w / shown)} y={-h * (at % 3 === 1 ? 0.86 : 1)} width={Math.max(w / shown - 3, 4)} height={h * (at % 3 === 1 ? 0.86 : 1)} rx="2" fill={pick(colours, at, cloth(at))} {...LOOK} />)
  },
  drum: (w, h) => (
    <>
      <rect x="0" y={-h * 0.94} width={w} height={h * 0.94} rx="4" fill="#b5654c" {...LOOK} />
      <ellipse cx={w / 2} cy={-h * 0.94} rx={w / 2} ry={h * 0.08} fill="#f3e8d2" {...LOOK} />
      <path d={`M4 ${-h * 0.2}L${w * 0.25} ${-h * 0.8}L${w * 0.5} ${-h * 0.2}L${w * 0.75} ${-h * 0.8}L${w - 4} ${-h * 0.2}`} fill="none" stroke="#f3e8d2" strokeWidth="2" />
    </>
  ),
  bell: (w, h) => (
    <>
      <path d={`M0 ${-h * 0.14}Q${w * 0.14} ${-h * 0.2} ${w * 0.2} ${-h * 0.6}Q${w * 0.3} ${-h * 0.84} ${w * 0.5} ${-h * 0.86}Q${w * 0.7} ${-h * 0.84} ${w * 0.8} ${-h * 0.6}Q${w * 0.86} ${-h * 0.2} ${w} ${-h * 0.14}Z`} fill="#d9bd62" {...LOOK} />
      <circle cx={w / 2} cy={-h * 0.08} r={w * 0.08} fill={WOOD[2]} /><rect x={w * 0.44} y={-h} width={w * 0.12} height={h * 0.15} rx="2" fill={WOOD[2]} />
    </>
  ),
  basket: (w, h) => {
    const rim = h * 0.62
    return (
      <>
        <path d={`M0 ${-rim}H${w}L${w * 0.93} 0H${w * 0.07}Z`} fill={WOOD[1]} {...LOOK} />
        <path d={`M${w * 0.03} ${-rim * 0.66}H${w * 0.97}M${w * 0.05} ${-rim * 0.33}H${w * 0.95}`} stroke={LINE} strokeWidth="1.4" strokeDasharray="12 6" />
      </>
    )
  },
  // The rim in front is drawn as one looks over it, or flat things would be hidden behind it.
  tray: (w, h) => {
    const rim = Math.min(h, 13)
    return (
      <>
        <rect x="0" y={-rim} width={w} height={rim} rx="5" fill={WOOD[0]} {...LOOK} />
        <path d={`M0 ${-rim}V${-h}M${w} ${-rim}V${-h}`} {...LOOK} strokeWidth="5" stroke={WOOD[1]} strokeLinecap="round" />
      </>
    )
  },
}

/** What lies in a vessel, seen at its rim: a heap of pieces or of a medium, or water through the glass. */
function Filling({ thing }: { thing: FrontThing }) {
  const { filling: of, width_mm: w, height_mm: h } = thing
  if (!of) return null
  if (of.water) return <path d={`M${w * 0.24} -3L${w * 0.2} ${-h * 0.86 * of.share}H${w * 0.88}L${w * 0.84} -3Z`} fill={WATER} fillOpacity="0.85" />
  if (of.medium) return <path d={`M${w * 0.1} ${-h}Q${w * 0.5} ${-h - Math.max(8, h * 0.5 * of.share)} ${w * 0.9} ${-h}Z`} fill="#c58b45" {...LOOK} />
  const shown = Math.min(of.count, 5)
  const r = Math.min(of.piece_mm / 2, w / shown / 2, h * 0.6)
  return <>{times(shown, (at) => <circle key={at} cx={w / 2 + (at - (shown - 1) / 2) * r * 1.7} cy={-h - r * (at % 2 ? 0.55 : 0.15)} r={r} fill={pick(of.colours, at, cloth(at))} {...LOOK} />)}</>
}

/** The colour of a thing: its own, else that of what it is made of. */
export const colourOf = (colours: readonly string[], at: number, material = ''): string | null => NAMED[colours[at % Math.max(colours.length, 1)] ?? ''] ?? MADE_OF[material] ?? null

/** A thing with no colour of its own is drawn in the colour of what it is made of. */
const coloured = (thing: FrontThing): FrontThing => (thing.colours.length === 0 && thing.material && thing.material in MADE_OF ? { ...thing, colours: [thing.material] } : thing)

/** Several of one form in a row, at most five. */
function Row({ thing }: { thing: FrontThing }) {
  const { width_mm: w, height_mm: h, count, drawn, colours, material } = thing
  const shown = Math.min(count, 5)
  const each = w / shown
  const tall = Math.min(Math.max(h, Math.min(each, 60) * 0.7), Math.max(h, 14))
  return <>{times(shown, (at) => <g key={at} transform={`translate(${at * each + each * 0.03} ${-tall})`}><Glyph form={drawn} w={each * 0.94} h={tall} colour={colourOf(colours, at, material)} /></g>)}</>
}

/** A tray's own things from the front, back to front; its container last, low enough to be looked over. */
export function Things({ things }: { things: readonly FrontThing[] }) {
  return (
    <>
      {things.map((thing, at) => (
        <g key={at} transform={`translate(${thing.left_mm} ${-thing.base_mm})`}>
          {thing.drawn !== 'jug' && thing.drawn !== 'cup' && <Filling thing={thing} />}
          {hasGlyph(thing.drawn) ? <Row thing={thing} /> : (FORMS[thing.drawn] ?? FORMS.box)?.(thing.width_mm, thing.height_mm, coloured(thing))}
          {(thing.drawn === 'jug' || thing.drawn === 'cup') && <Filling thing={thing} />}
        </g>
      ))}
    </>
  )
}

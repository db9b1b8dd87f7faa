import type { ReactNode } from 'react'
import { Things, type FrontThing } from './fronts'

/** What a form is drawn from. Sizes are millimetres. */
export type FormTray = {
  id: number; width_mm: number; height_mm: number; pieces: number; tags: readonly string[]; liquid: boolean; softness: string
  card: { area: string }; piece: { shape: string; sizes_mm: readonly number[] } | null; front?: readonly FrontThing[]; photo?: number | null
}

// Physical things have the colours of wood, cloth and glass; nothing else in the program does.
const WOOD = ['#cfae77', '#c99a5b', '#b98a4e'] as const
const CLOTH = ['#9fb7a6', '#c9b48a', '#91a9ba', '#c99a88', '#b3a1b8'] as const
const GLASS = '#e3eff4'
const LINE = '#6d5a3a'
const BASE_MM = 20

type Kind = 'books' | 'blocks' | 'puzzle' | 'basket' | 'crayons' | 'jug' | 'drum' | 'cloths' | 'heap' | 'balls' | 'rods' | 'bricks'

function kindOf(tray: FormTray): Kind {
  const has = (tag: string) => tray.tags.includes(tag)
  if (has('books')) return 'books'
  if (has('open-ended')) return 'blocks'
  if (has('puzzle')) return 'puzzle'
  if (has('basket')) return 'basket'
  if (has('paper and crayons')) return 'crayons'
  if (tray.liquid) return 'jug'
  if (tray.card.area === 'music') return 'drum'
  if (tray.softness === 'cloth') return 'cloths'
  if (tray.piece?.shape === 'ball') return (tray.piece.sizes_mm[0] ?? 0) < 20 ? 'heap' : 'balls'
  if (tray.piece?.shape === 'cylinder') return 'rods'
  return 'bricks'
}

type Area = { w: number; h: number; id: number; n: number; size: number }
const cloth = (n: number) => CLOTH[Math.abs(n) % CLOTH.length] ?? CLOTH[0]
const wood = (n: number) => WOOD[Math.abs(n) % WOOD.length] ?? WOOD[0]
const row = (n: number, draw: (at: number) => ReactNode) => Array.from({ length: n }, (_, at) => draw(at))

// Each form is drawn in a box of w by h with its floor at y = 0 and y growing downwards (negative is up).
const forms: Record<Kind, (a: Area) => ReactNode> = {
  books: ({ w, h, id, n }) => row(Math.min(n, 6), (at) => {
    const each = (w - 16) / Math.min(n, 6)
    return <rect key={at} x={8 + at * each} y={-h * ((at * 7 + id) % 3 === 0 ? 1 : 0.86)} width={each - 5} height={h * ((at * 7 + id) % 3 === 0 ? 1 : 0.86)} fill={cloth(at + id)} stroke={LINE} strokeWidth="1.5" />
  }),
  blocks: ({ w, h, id }) => {
    const s = Math.min(w / 5, h / 2.6)
    const at = [[0, 0], [1, 0], [2.3, 0], [3.5, 0], [0.5, 1], [2.3, 1], [0.6, 2]] as const
    return at.map(([x, y], n) => <rect key={n} x={8 + x * s} y={-(y + 1) * s} width={s - 2} height={s - 2} fill={wood(n + id)} stroke={LINE} strokeWidth="1.5" />)
  },
  puzzle: ({ w, h, id, n }) => (
    <>
      <rect x="4" y={-h} width={w - 8} height={h} rx="3" fill={wood(id)} stroke={LINE} strokeWidth="1.5" />
      {row(Math.min(n, 5), (at) => {
        const x = 4 + ((at + 0.5) * (w - 8)) / Math.min(n, 5)
        return <g key={at}><rect x={x - 14} y={-h - 4} width="28" height="6" rx="3" fill={cloth(at + id)} /><circle cx={x} cy={-h - 12} r="9" fill={WOOD[2]} stroke={LINE} /></g>
      })}
    </>
  ),
  basket: ({ w, h, id }) => (
    <>
      {row(5, (at) => <circle key={at} cx={w * 0.2 + at * w * 0.15} cy={-h * 0.68} r={w * 0.075} fill={at % 2 ? wood(at) : cloth(at + id)} stroke={LINE} />)}
      <path d={`M6 ${-h * 0.66} Q${w * 0.1} 0 ${w * 0.18} 0 H${w * 0.82} Q${w * 0.9} 0 ${w - 6} ${-h * 0.66} Z`} fill={WOOD[1]} stroke={LINE} strokeWidth="2" />
      <path d={`M${w * 0.07} ${-h * 0.44}H${w * 0.93}M${w * 0.1} ${-h * 0.22}H${w * 0.9}`} stroke={LINE} strokeWidth="1.5" strokeDasharray="14 6" />
    </>
  ),
  crayons: ({ w, h, id }) => (
    <>
      <rect x={w * 0.06} y={-h * 0.3} width={w * 0.5} height={h * 0.3} fill="#fdfbf4" stroke={LINE} strokeWidth="1.5" />
      <rect x={w * 0.64} y={-h * 0.55} width={w * 0.28} height={h * 0.55} fill={GLASS} stroke={LINE} strokeWidth="1.5" />
      {row(4, (at) => <rect key={at} x={w * 0.66 + at * w * 0.065} y={-h} width={w * 0.05} height={h * 0.6} rx="3" fill={cloth(at + id)} stroke={LINE} />)}
    </>
  ),
  jug: ({ w, h }) => (
    <>
      <path d={`M${w * 0.14} 0V${-h * 0.86}L${w * 0.08} ${-h}H${w * 0.42}V0Z`} fill={GLASS} stroke={LINE} strokeWidth="2" />
      <path d={`M${w * 0.42} ${-h * 0.8}q${w * 0.14} ${h * 0.02} 0 ${h * 0.5}`} fill="none" stroke={LINE} strokeWidth="4" />
      <rect x={w * 0.14} y={-h * 0.42} width={w * 0.28} height={h * 0.42} fill="#a8c6d6" />
      <path d={`M${w * 0.64} 0L${w * 0.61} ${-h * 0.55}H${w * 0.89}L${w * 0.86} 0Z`} fill={GLASS} stroke={LINE} strokeWidth="2" />
      <path d={`M${w * 0.62} ${-h * 0.36}H${w * 0.88}`} stroke="#5a86a0" strokeWidth="3" strokeDasharray="8 5" />
    </>
  ),
  drum: ({ w, h }) => (
    <>
      <rect x={w * 0.08} y={-h * 0.92} width={w * 0.5} height={h * 0.92} fill="#b5654c" stroke={LINE} strokeWidth="2" />
      <ellipse cx={w * 0.33} cy={-h * 0.92} rx={w * 0.25} ry={h * 0.08} fill="#f3e8d2" stroke={LINE} strokeWidth="2" />
      <path d={`M${w * 0.68} 0L${w * 0.84} ${-h * 0.9}M${w * 0.8} 0L${w * 0.95} ${-h * 0.9}`} stroke="#8a6a3c" strokeWidth="9" strokeLinecap="round" />
    </>
  ),
  cloths: ({ w, h, id, n }) => row(Math.min(n, 4), (at) => {
    const each = h / Math.min(n, 4)
    return <rect key={at} x={w * 0.14 + at * 3} y={-(at + 1) * each} width={w * 0.72 - at * 6} height={each - 3} rx="5" fill={at % 2 ? '#e9eef0' : cloth(id)} stroke={LINE} strokeWidth="1.5" />
  }),
  heap: ({ w, h }) => (
    <>
      <path d={`M${w * 0.1} ${-h * 0.5}Q${w * 0.25} ${-h * 1.05} ${w * 0.4} ${-h * 0.5}Z`} fill="#c58b45" stroke={LINE} />
      <path d={`M${w * 0.06} ${-h * 0.5}H${w * 0.44}Q${w * 0.4} 0 ${w * 0.25} 0Q${w * 0.1} 0 ${w * 0.06} ${-h * 0.5}Z`} fill="#faf9f5" stroke={LINE} strokeWidth="2" />
      <path d={`M${w * 0.48} 0L${w * 0.58} ${-h}`} stroke="#8a6a3c" strokeWidth="9" strokeLinecap="round" />
      <path d={`M${w * 0.6} ${-h * 0.5}H${w * 0.96}Q${w * 0.92} 0 ${w * 0.78} 0Q${w * 0.63} 0 ${w * 0.6} ${-h * 0.5}Z`} fill="#faf9f5" stroke={LINE} strokeWidth="2" />
    </>
  ),
  balls: ({ w, h, id, n, size }) => {
    const count = Math.min(n, 4)
    const r = Math.min(size / 2, h / 2, (w - 12) / count / 2)
    return row(count, (at) => <circle key={at} cx={w / 2 + (at - (count - 1) / 2) * r * 2.05} cy={-r} r={r} fill={cloth(at + id)} stroke={LINE} strokeWidth="1.5" />)
  },
  rods: ({ w, h, id, n }) => {
    const count = Math.min(n, 5)
    const each = (w - 16) / count
    return row(count, (at) => {
      const tall = count > 1 ? h * (0.55 + (0.45 * at) / (count - 1)) : h * 0.6
      return <g key={at}><rect x={10 + at * each} y={-tall + 12} width={each - 8} height={tall - 12} fill={wood(id + at)} stroke={LINE} strokeWidth="1.5" /><circle cx={6 + (at + 0.5) * each} cy={-tall + 8} r="8" fill={WOOD[2]} stroke={LINE} /></g>
    })
  },
  bricks: ({ w, h, id, n }) => {
    const count = Math.min(n, 3)
    const each = (w - 20) / count
    return row(count, (at) => <rect key={at} x={10 + at * each} y={-h * (at % 2 ? 0.75 : 1)} width={each - 10} height={h * (at % 2 ? 0.75 : 1)} rx="6" fill={at % 2 ? wood(at) : cloth(at + id)} stroke={LINE} strokeWidth="1.5" />)
  },
}

/** A tray as it looks from the front, in its own size: put it in an SVG whose unit is the millimetre, floor at y = 0. */
export function TrayFront({ tray }: { tray: FormTray }) {
  if (tray.photo) return <image href={`/api/trays/${tray.id}/photo.jpg?v=${tray.photo}`} x="0" y={-tray.height_mm} width={tray.width_mm} height={tray.height_mm} preserveAspectRatio="xMidYMid slice" />
  if (tray.front?.length) return <Things things={tray.front} />
  const w = tray.width_mm
  const h = Math.max(tray.height_mm - BASE_MM, 24)
  const bare = tray.tags.includes('basket')
  const draw = forms[kindOf(tray)]
  return (
    <g>
      {!bare && <rect x="0" y={-BASE_MM} width={w} height={BASE_MM} rx="6" fill={wood(tray.id)} stroke={LINE} strokeWidth="2" />}
      <g transform={`translate(${w * 0.06} ${bare ? 0 : -BASE_MM})`}>
        {draw({ w: w * 0.88, h: bare ? tray.height_mm : h, id: tray.id, n: tray.pieces, size: tray.piece?.sizes_mm[0] ?? 40 })}
      </g>
    </g>
  )
}

const PX_PER_MM = 0.42

/** A tray drawn by itself, to the same scale as every other. */
export function TrayPicture({ tray }: { tray: FormTray }) {
  const tall = Math.max(tray.height_mm, 60) + 12
  return (
    <svg viewBox={`-6 ${-tall} ${tray.width_mm + 12} ${tall + 6}`} width={(tray.width_mm + 12) * PX_PER_MM} aria-hidden="true" className="shrink-0">
      <TrayFront tray={tray} />
    </svg>
  )
}

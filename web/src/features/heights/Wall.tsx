import { say } from '@/lib/say'
import { length, type Lengths } from '@/lib/words'
import type { Aid } from './HeightsView'

type WallProps = { aids: readonly Aid[]; name: string; counterMm: number | null; basinMm: number | null; lengths: Lengths }

const LINE = '#6d5a3a'
const WOOD = 'var(--color-birch)'
const LOOK = { fill: WOOD, stroke: LINE, strokeWidth: 3 }
const LEFT = 130
const TOP_MM = 1320
const WIDTH = 2500
const COUNTER_MM = 900
const BASIN_MM = 850

/** A wall of the house to scale: each thing at the height that suits this child now. */
export function Wall({ aids, name, counterMm, basinMm, lengths }: WallProps) {
  const at = (key: string) => aids.find((aid) => aid.key === key)?.now ?? null
  const step = lengths === 'cm' ? 100 : 152.4
  return (
    <svg viewBox={`0 ${-TOP_MM} ${LEFT + WIDTH} ${TOP_MM + 70}`} role="img" aria-label={say('A wall to scale with a hook, a mirror, a table and more at {name}\'s heights; the list beside it says the same', { name })} className="w-full rounded-control bg-paper">
      <g stroke="var(--color-edge)" strokeWidth="2.5" fill="var(--color-ink-3)" fontSize="34">
        <path d={`M${LEFT - 30} 0V${-TOP_MM + 40}`} />
        {Array.from({ length: Math.floor((TOP_MM - 60) / step) + 1 }, (_, n) => (
          <g key={n}><path d={`M${LEFT - 50} ${-n * step}h${n % 2 ? 20 : 34}`} />{n % 2 === 0 && <text x={LEFT - 60} y={-n * step + 12} textAnchor="end" stroke="none">{lengths === 'cm' ? n * 10 : n * 6}</text>}</g>
        ))}
      </g>
      <g transform={`translate(${LEFT} 0)`}>
        <Hook x={120} mm={at('hook')?.high} label={say('hook')} lengths={lengths} />
        <Bench x={40} w={300} mm={at('bench')?.high} label={say('bench')} lengths={lengths} />
        <Mirror x={420} span={at('mirror')} lengths={lengths} />
        <Hook x={732} mm={at('cloth')?.high} label={say('cloth')} lengths={lengths} cloth />
        <Surface x={850} w={300} top={basinMm ?? BASIN_MM} stool={at('basin')?.high} label={say('basin')} lengths={lengths} />
        <Table x={1180} table={at('table')?.high} chair={at('chair')?.high} lengths={lengths} />
        <Surface x={1640} w={420} top={counterMm ?? COUNTER_MM} stool={at('counter')?.high} label={say('counter')} lengths={lengths} />
        <Rail x={2120} w={330} mm={at('rail')?.high} lengths={lengths} />
      </g>
      <path d={`M0 0H${LEFT + WIDTH}`} stroke="var(--color-ink)" strokeWidth="5" />
    </svg>
  )
}

function Label({ x, y, children }: { x: number; y: number; children: string }) {
  return <text x={x} y={y} textAnchor="middle" fontSize="36" fill="var(--color-ink)">{children}</text>
}

type Placed = { x: number; mm: number | undefined; label: string; lengths: Lengths }

function Hook({ x, mm, label, lengths, cloth = false }: Placed & { cloth?: boolean }) {
  if (mm === undefined) return null
  return (
    <g>
      <path d={`M${x - 45} ${-mm - 30}h90`} stroke={LINE} strokeWidth="16" strokeLinecap="round" />
      <path d={`M${x} ${-mm - 30}v26q0 22 24 18`} fill="none" stroke={LINE} strokeWidth="10" strokeLinecap="round" />
      {cloth && <path d={`M${x - 40} ${-mm + 4}h90v190h-90Z`} fill="#9fb7a6" stroke={LINE} strokeWidth="3" />}
      <Label x={x} y={-mm - 58}>{`${label} ${length(mm, lengths)}`}</Label>
    </g>
  )
}

function Bench({ x, w, mm, label, lengths }: Placed & { w: number }) {
  if (mm === undefined) return null
  return (
    <g>
      <path d={`M${x + 18} 0V${-mm + 20}M${x + w - 18} 0V${-mm + 20}`} stroke={LINE} strokeWidth="18" />
      <rect x={x} y={-mm} width={w} height="26" rx="6" {...LOOK} />
      <Label x={x + w / 2} y={-mm - 18}>{`${label} ${length(mm, lengths)}`}</Label>
    </g>
  )
}

function Mirror({ x, span, lengths }: { x: number; span: Aid['now']; lengths: Lengths }) {
  if (!span) return null
  return (
    <g>
      <rect x={x} y={-span.high} width="200" height={span.high - span.low} rx="10" fill="#e3eff4" stroke={LINE} strokeWidth="8" />
      <path d={`M${x + 40} ${-span.low - 90}l110 -110M${x + 90} ${-span.low - 80}l70 -70`} stroke="#b9cfd8" strokeWidth="6" />
      <Label x={x + 100} y={-span.high - 18}>{say('mirror to {high}', { high: length(span.high, lengths) })}</Label>
    </g>
  )
}

/** A counter or a basin as it is, and the step that makes up for it. */
function Surface({ x, w, top, stool, label, lengths }: { x: number; w: number; top: number; stool: number | undefined; label: string; lengths: Lengths }) {
  return (
    <g>
      <rect x={x} y={-top} width={w} height="34" rx="4" fill="#d9dedd" stroke={LINE} strokeWidth="3" />
      <path d={`M${x + w - 20} 0V${-top + 34}M${x + 20} ${-top + 34}V${-top + 34}`} stroke="#b4babc" strokeWidth="22" />
      {stool !== undefined && stool > 0 && (
        <>
          <path d={`M${x + 20} 0L${x + 34} ${-stool + 20}M${x + 200} 0L${x + 186} ${-stool + 20}`} stroke={LINE} strokeWidth="14" />
          <rect x={x + 14} y={-stool} width="192" height="24" rx="6" {...LOOK} />
          <path d={`M${x + 30} ${-stool}v-330q0 -40 40 -40h40`} fill="none" stroke={LINE} strokeWidth="12" strokeLinecap="round" />
          <Label x={x + 140} y={-stool - 18}>{say('step {stool}', { stool: length(stool, lengths) })}</Label>
        </>
      )}
      <Label x={x + w / 2} y={-top - 20}>{`${label} ${length(top, lengths)}`}</Label>
    </g>
  )
}

function Table({ x, table, chair, lengths }: { x: number; table: number | undefined; chair: number | undefined; lengths: Lengths }) {
  return (
    <g>
      {chair !== undefined && (
        <g>
          <path d={`M${x + 14} 0V${-chair - 220}M${x + 150} 0V${-chair + 18}`} stroke={LINE} strokeWidth="16" strokeLinecap="round" />
          <rect x={x} y={-chair} width="166" height="22" rx="5" {...LOOK} />
          <Label x={x + 70} y={-chair - 240}>{say('chair {chair}', { chair: length(chair, lengths) })}</Label>
        </g>
      )}
      {table !== undefined && (
        <g>
          <path d={`M${x + 200} 0V${-table + 20}M${x + 395} 0V${-table + 20}`} stroke={LINE} strokeWidth="16" />
          <rect x={x + 180} y={-table} width="236" height="26" rx="5" {...LOOK} />
          <Label x={x + 300} y={-table - 18}>{say('table {table}', { table: length(table, lengths) })}</Label>
        </g>
      )}
    </g>
  )
}

function Rail({ x, w, mm, lengths }: { x: number; w: number; mm: number | undefined; lengths: Lengths }) {
  if (mm === undefined) return null
  return (
    <g>
      <path d={`M${x + 12} 0V${-mm - 40}M${x + w - 12} 0V${-mm - 40}`} stroke={LINE} strokeWidth="18" />
      <path d={`M${x} ${-mm}H${x + w}`} stroke={LINE} strokeWidth="14" strokeLinecap="round" />
      <path d={`M${x + 60} ${-mm + 16}h90l20 220h-130ZM${x + 190} ${-mm + 16}h80l16 190h-112Z`} fill="#91a9ba" stroke={LINE} strokeWidth="3" />
      <Label x={x + w / 2} y={-mm - 62}>{say('rail {mm}', { mm: length(mm, lengths) })}</Label>
    </g>
  )
}

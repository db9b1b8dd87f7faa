type Drawn = { kind: string; width_mm: number; height_mm: number; boards: readonly { height_mm: number; places: number; divided: boolean }[] }
const WALL_MM = 1100
const BOARD_MM = 26

/** A place where trays can stand, drawn small and to one scale with the others. */
export function PlacePicture({ unit, size = 84 }: { unit: Drawn; size?: number }) {
  const { width_mm: width, height_mm: height, boards, kind } = unit
  const boxed = kind === 'shelf'
  const wide = 1560
  const left = (wide - width) / 2
  return (
    <svg viewBox={`0 ${-WALL_MM} ${wide} ${WALL_MM + 40}`} width={size} height={(size * (WALL_MM + 40)) / wide} aria-hidden="true" className="shrink-0">
      <path d={`M0 0H${wide}`} stroke="var(--color-edge)" strokeWidth="14" />
      <g fill="var(--color-birch)" stroke="var(--color-birch-2)" strokeWidth="8">
        {boxed && <rect x={left} y={-height} width={width} height={height} fillOpacity="0.45" />}
        {boards.map((board, at) => <rect key={at} x={left} y={-board.height_mm - BOARD_MM / 2} width={width} height={BOARD_MM} />)}
        {boxed && <rect x={left} y={-height} width={width} height={BOARD_MM} />}
        {boxed && boards[0]?.divided && Array.from({ length: boards[0].places - 1 }, (_, n) => <rect key={n} x={left + ((n + 1) * width) / (boards[0]?.places ?? 1) - 12} y={-height} width="24" height={height} />)}
        {kind === 'table' && [left + 30, left + width - 70].map((x) => <rect key={x} x={x} y={-height} width="40" height={height} />)}
        {kind === 'sill' && <rect x={left + 60} y={-height - 330} width={width - 120} height="320" fill="var(--color-woad-2)" stroke="var(--color-edge)" />}
        {kind === 'wall' && [0.18, 0.58].map((share) => <path key={share} d={`M${left + share * width} 0l-40 -190h${0.3 * width}l-40 190z`} />)}
        {kind === 'floor' && <rect x={left} y="-34" width={width} height="34" rx="16" />}
      </g>
    </svg>
  )
}

export type Pattern = 'ring' | 'dot' | 'stripe' | 'cross' | 'chevron'

/** A person's mark: a pattern, never a colour, so that it survives grey print. */
export function PatternMark({ pattern, size = 18 }: { pattern: Pattern; size?: number }) {
  return (
    <svg viewBox="0 0 20 20" width={size} height={size} aria-hidden="true" className="shrink-0">
      <circle cx="10" cy="10" r="8.5" fill="var(--color-paper)" stroke="currentColor" strokeWidth="2" />
      {pattern === 'ring' && <circle cx="10" cy="10" r="6" fill="none" stroke="currentColor" strokeWidth="4" />}
      {pattern === 'dot' && <circle cx="10" cy="10" r="3.5" fill="currentColor" />}
      {pattern === 'stripe' && <path d="M4 7h12M2.5 10.5h15M4 14h12" stroke="currentColor" strokeWidth="2" />}
      {pattern === 'cross' && <path d="M10 4v12M4 10h12" stroke="currentColor" strokeWidth="3" />}
      {pattern === 'chevron' && <path d="M5 8l5 4 5-4M5 12.5l5 4 5-4" fill="none" stroke="currentColor" strokeWidth="2" />}
    </svg>
  )
}

/** The same pattern as an SVG fill, for the reach beside a drawing. Use as `url(#id)`. */
export function PatternFill({ id, pattern }: { id: string; pattern: Pattern }) {
  return (
    <pattern id={id} width="8" height="8" patternUnits="userSpaceOnUse">
      <rect width="8" height="8" fill="var(--color-paper)" />
      <g fill="none" stroke="var(--color-ink)" strokeWidth="1">
        {pattern === 'ring' && <circle cx="4" cy="4" r="2.2" />}
        {pattern === 'dot' && <circle cx="4" cy="4" r="1.1" fill="var(--color-ink)" />}
        {pattern === 'stripe' && <path d="M0 4h8" strokeWidth="1.6" />}
        {pattern === 'cross' && <path d="M4 1.5v5M1.5 4h5" />}
        {pattern === 'chevron' && <path d="M0 3l4 3 4-3" />}
      </g>
    </pattern>
  )
}

export type Moving = 'lies or sits' | 'crawls' | 'pulls up' | 'walks' | 'climbs'

const FIGURES: Record<Moving, string> = {
  'lies or sits': 'M6 27h12c3 0 5-2 5-5v-8M23 14a4.2 4.2 0 1 0-.1 0M23 19l7 4',
  'crawls': 'M8 29v-6c0-3 2-5 5-5h12M25 18l5 10M14 18l3 11M29 14a4.2 4.2 0 1 0-.1 0',
  'pulls up': 'M32 8v22M20 30v-8l-1-6c0-2 2-3 4-3l9 1M23 30v-7M20 9a4.2 4.2 0 1 0-.1 0',
  'walks': 'M20 10a4.2 4.2 0 1 0-.1 0M20 10v11l-6 9M20 21l6 9M20 14l-7 5M20 14l7 4',
  'climbs': 'M28 4v28M34 4v28M28 11h6M28 18h6M28 25h6M18 9a4.2 4.2 0 1 0-.1 0M18 10l2 11 8 1M20 21l-4 10M19 14l9-4',
}

/** How a child moves, as a small drawing. */
export function MovesMark({ moves, size = 44 }: { moves: Moving; size?: number }) {
  return (
    <svg viewBox="0 0 40 34" width={size} height={size * 0.85} aria-hidden="true" className="shrink-0">
      <path d="M2 32h36" stroke="currentColor" strokeWidth="1.2" opacity="0.5" />
      <path d={FIGURES[moves]} fill="none" stroke="currentColor" strokeWidth="2.4" strokeLinecap="round" strokeLinejoin="round" />
    </svg>
  )
}

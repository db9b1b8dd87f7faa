import { useLayoutEffect, useRef, type RefObject } from 'react'
import type { Schemas } from '@/lib/http'
import { keyOf } from './geometry'

type Tie = Schemas['TieOut']

/** What waits for a step on another ladder: a dotted line from one to the other, where both are drawn. */
export function Ties({ ties, within, width }: { ties: readonly Tie[]; within: RefObject<HTMLDivElement | null>; width: number }) {
  const drawing = useRef<SVGSVGElement>(null)
  useLayoutEffect(() => {
    const box = within.current
    if (!box) return
    const origin = box.getBoundingClientRect()
    const at = (step: Tie['step']) => {
      const found = box.querySelector(`[data-step="${keyOf(step)}"]`)?.getBoundingClientRect()
      return found ? { x: found.left - origin.left + found.width / 2, y: found.top - origin.top + found.height / 2 } : null
    }
    ties.forEach((tie, n) => {
      const [from, to, path] = [at(tie.before), at(tie.step), drawing.current?.children[n]]
      path?.setAttribute('d', from && to ? `M${from.x} ${from.y}C${from.x} ${(from.y + to.y) / 2} ${to.x} ${(from.y + to.y) / 2} ${to.x} ${to.y}` : '')
    })
  }, [ties, within, width])
  if (ties.length === 0) return null
  return (
    <svg ref={drawing} aria-hidden="true" className="pointer-events-none absolute inset-0 size-full overflow-visible">
      {ties.map((tie) => <path key={keyOf(tie.step) + keyOf(tie.before)} fill="none" stroke={tie.own ? 'var(--color-woad)' : 'var(--color-ink-3)'} strokeWidth="1.5" strokeDasharray="1.5 4" strokeLinecap="round" />)}
    </svg>
  )
}

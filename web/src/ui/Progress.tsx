import { Progress as Radix } from 'radix-ui'
import { useEffect, useState } from 'react'

type ProgressProps = { label: string; share?: number; usualS?: number }

/** How far long work is: by what is done (`share`, 0 to 1), or by how long it usually takes, never quite to the end. */
export function Progress({ label, share, usualS }: ProgressProps) {
  const guessed = useGuessed(usualS ?? 0)
  const value = Math.round(100 * (share ?? guessed))
  return (
    <div className="flex flex-col gap-2">
      <p>{label}…</p>
      <Bar label={label} percent={value} />
    </div>
  )
}

/** The bar alone; with no `percent` it is not known how far the work is. */
export function Bar({ label, percent }: { label: string; percent: number | null }) {
  return (
    <Radix.Root value={percent} aria-label={label} className="h-3 overflow-hidden rounded-full border border-edge bg-paper">
      <Radix.Indicator className="h-full bg-woad transition-[width] duration-200 data-[state=indeterminate]:animate-pulse" style={{ width: `${percent ?? 100}%` }} />
    </Radix.Root>
  )
}

/** A share that nears the whole with time: two thirds when the usual time is over. */
function useGuessed(usualS: number): number {
  const [passed, setPassed] = useState(0)
  useEffect(() => {
    if (!usualS) return undefined
    const began = performance.now()
    const timer = setInterval(() => setPassed((performance.now() - began) / 1000), 200)
    return () => clearInterval(timer)
  }, [usualS])
  return usualS ? 1 - Math.exp(-1.1 * (passed / usualS)) : 0
}

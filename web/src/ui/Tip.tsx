import { Tooltip } from 'radix-ui'
import type { ReactNode } from 'react'

/** What a button without words does, told when it is pointed at or reached by key. */
export function Tip({ says, children }: { says: string; children: ReactNode }) {
  return (
    <Tooltip.Provider delayDuration={400}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content sideOffset={6} collisionPadding={8} className="no-print z-50 max-w-[20rem] rounded-control bg-ink px-3 py-1.5 text-sm text-paper">{says}</Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  )
}

import { ChevronRight } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import { useState, type ReactNode } from 'react'
import { cx } from '@/lib/cx'

type FoldProps = { title: ReactNode; children: ReactNode; className?: string; titleClass?: string; open?: boolean; onOpen?: (open: boolean) => void }

/** What is read only by who wants it, behind its title. What a screen reader hears is Radix's; what is folded is not made,
 * for Radix measures even that. */
export function Fold({ title, children, className, titleClass, open = false, onOpen }: FoldProps) {
  const [opened, setOpened] = useState(open)
  return (
    <Collapsible.Root className={className} open={opened} onOpenChange={(now) => { setOpened(now); onOpen?.(now) }}>
      <Collapsible.Trigger className={cx('group inline-flex min-h-control max-w-full items-center gap-1 text-left', titleClass)}>
        <ChevronRight size={14} aria-hidden className="no-print shrink-0 transition-transform group-data-[state=open]:rotate-90" />
        <span className="min-w-0">{title}</span>
      </Collapsible.Trigger>
      {opened && <Collapsible.Content>{children}</Collapsible.Content>}
    </Collapsible.Root>
  )
}

import { ChevronRight } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import type { ReactNode } from 'react'
import { cx } from '@/lib/cx'

type FoldProps = { title: ReactNode; children: ReactNode; className?: string; titleClass?: string; open?: boolean; onOpen?: (open: boolean) => void }

/** What is read only by who wants it, behind its title. What a screen reader hears is Radix's. */
export function Fold({ title, children, className, titleClass, open = false, onOpen }: FoldProps) {
  return (
    <Collapsible.Root className={className} defaultOpen={open} onOpenChange={(now) => onOpen?.(now)}>
      <Collapsible.Trigger className={cx('group inline-flex min-h-6 max-w-full items-baseline gap-1 text-left', titleClass)}>
        <ChevronRight size={14} aria-hidden className="no-print mt-1 shrink-0 self-start transition-transform group-data-[state=open]:rotate-90" />
        <span className="min-w-0">{title}</span>
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  )
}

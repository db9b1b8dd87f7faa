import { say } from '@/lib/say'
import { Dialog as Radix } from 'radix-ui'
import { X } from 'lucide-react'
import type { ReactNode } from 'react'

type DialogProps = { title: string; open: boolean; onClose: () => void; children: ReactNode; note?: string; wide?: boolean }

/** A dialog for what a margin cannot hold. Focus, escape and the page behind are Radix's. */
export function Dialog({ title, open, onClose, children, note, wide }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => { if (!next) onClose() }}>
      <Radix.Portal>
        <Radix.Overlay className="no-print fixed inset-0 z-40 bg-shade/60" />
        <Radix.Content {...(note ? {} : { 'aria-describedby': undefined })}
          className={`no-print fixed top-1/2 left-1/2 z-50 max-h-[92vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto
            rounded-panel border border-line bg-paper p-5 ${wide ? 'max-w-[52rem]' : 'max-w-[34rem]'}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="text-lg font-bold">{title}</Radix.Title>
            <Radix.Close aria-label={say('Close')} className="grid size-control shrink-0 place-items-center rounded-control border border-edge">
              <X size={18} aria-hidden />
            </Radix.Close>
          </div>
          {note && <Radix.Description className="mb-3 text-ink-2">{note}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

import { say } from '@/lib/say'
import { AlertDialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { Button } from './Button'

type SureProps = { title: string; what: string; does: string; onSure: () => void; trigger: ReactNode }

/** Asks once more before what cannot be undone. Focus begins at the way back; escape leaves everything as it is. */
export function Sure({ title, what, does, onSure, trigger }: SureProps) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="no-print fixed inset-0 z-50 bg-shade/60" />
        <AlertDialog.Content className="no-print fixed top-1/2 left-1/2 z-50 w-[94vw] max-w-[30rem] -translate-x-1/2 -translate-y-1/2 rounded-panel border border-madder bg-paper p-5">
          <AlertDialog.Title className="text-lg font-bold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="my-3 text-ink-2">{what}</AlertDialog.Description>
          <div className="flex flex-wrap justify-end gap-2">
            <AlertDialog.Cancel asChild><Button>{say('Leave it as it is')}</Button></AlertDialog.Cancel>
            <AlertDialog.Action asChild><Button look="warn" onClick={onSure}>{does}</Button></AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}

import { Check } from 'lucide-react'
import { Checkbox, Switch as Radix } from 'radix-ui'
import { memo, useId, type ReactNode } from 'react'

type TickProps = { label: ReactNode; checked: boolean; onChange: (checked: boolean) => void; disabled?: boolean }

/** A tick box with its label beside it: what is ticked counts once the form is kept. */
export function Tick({ label, checked, onChange, disabled = false }: TickProps) {
  const id = useId()
  return (
    <span className="inline-flex min-h-control items-center gap-2">
      <Checkbox.Root id={id} checked={checked} disabled={disabled} onCheckedChange={(now) => onChange(now === true)}
        className="relative grid size-5 shrink-0 after:absolute after:-inset-2.5 place-items-center rounded border border-edge bg-paper text-paper disabled:opacity-60 data-[state=checked]:border-woad data-[state=checked]:bg-woad"
      >
        <Checkbox.Indicator><Check size={16} strokeWidth={3} aria-hidden /></Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id}>{label}</label>
    </span>
  )
}

/** A switch with its label beside it: it acts at once. Radix's draws itself twice, so it is not drawn again for nothing. */
export const Switch = memo(function Switch({ label, checked, onChange, disabled = false }: TickProps) {
  const id = useId()
  return (
    <span className="inline-flex min-h-control items-center gap-2">
      <Radix.Root id={id} checked={checked} disabled={disabled} onCheckedChange={onChange}
        className="relative h-6 w-10 shrink-0 after:absolute after:-inset-2 rounded-full border border-edge bg-paper px-0.5 disabled:opacity-60 data-[state=checked]:border-woad data-[state=checked]:bg-woad"
      >
        <Radix.Thumb className="block size-4 rounded-full bg-edge transition-transform data-[state=checked]:translate-x-4.5 data-[state=checked]:bg-paper" />
      </Radix.Root>
      <label htmlFor={id}>{label}</label>
    </span>
  )
})

import { Check, ChevronDown, ChevronUp } from 'lucide-react'
import { Select as Radix } from 'radix-ui'
import { Children, isValidElement, useId, useState, type ReactNode } from 'react'
import { cx } from '@/lib/cx'
import { control, described, Wrap, type Wrapped } from './Field'

/** Radix keeps the empty word for "nothing chosen yet"; ours means a choice like any other: none, any, the house's. */
const NONE = ' '
const kept = (value: string | number) => String(value) || NONE

type Choosing = { value: string | number; onChoose: (value: string) => void; disabled?: boolean; className?: string; children: ReactNode }
type SelectProps = Choosing & { 'id'?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string; 'aria-label'?: string }

const scroll = 'grid h-6 place-items-center bg-paper text-ink-3'

/** The chosen one of what is between the tags, however it is grouped. */
function chosenIn(children: ReactNode, value: string): ReactNode {
  for (const each of Children.toArray(children)) {
    if (!isValidElement<{ value?: string | number; children?: ReactNode }>(each)) continue
    if (each.type === Option) {
      if (kept(each.props.value ?? '') === value) return each
    } else {
      const found = chosenIn(each.props.children, value)
      if (found) return found
    }
  }
  return null
}

/** One of several, behind a button that tells which. Arrows, type-ahead, focus and what a screen reader hears are Radix's. */
export function Select({ value, onChoose, disabled, className, children, ...rest }: SelectProps) {
  // Until somebody comes near, the chosen one will do: a list of four hundred kinds is not drawn to show one.
  const [near, setNear] = useState(false)
  return (
    <Radix.Root value={kept(value)} onOpenChange={() => setNear(true)} disabled={disabled ?? false} onValueChange={(next) => { if (next) onChoose(next === NONE ? '' : next) }}>
      <Radix.Trigger {...rest} onFocus={() => setNear(true)} className={cx(control, 'flex items-center justify-between gap-2 text-left', className)}>
        <span className="min-w-0 truncate"><Radix.Value /></span>
        <Radix.Icon className="shrink-0 text-ink-3"><ChevronDown size={16} aria-hidden /></Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content position="popper" sideOffset={4} collisionPadding={8}
          className="no-print z-50 max-h-[min(26rem,var(--radix-select-content-available-height))] max-w-[94vw] min-w-(--radix-select-trigger-width) overflow-hidden rounded-control border border-edge bg-paper text-ink shadow-lg"
        >
          <Radix.ScrollUpButton className={scroll}><ChevronUp size={16} aria-hidden /></Radix.ScrollUpButton>
          <Radix.Viewport className="p-1">{near ? children : chosenIn(children, kept(value))}</Radix.Viewport>
          <Radix.ScrollDownButton className={scroll}><ChevronDown size={16} aria-hidden /></Radix.ScrollDownButton>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

/** One of what can be chosen. */
export function Option({ value, disabled, lang, children }: { value: string | number; disabled?: boolean; lang?: string; children: ReactNode }) {
  return (
    <Radix.Item value={kept(value)} disabled={disabled ?? false} lang={lang}
      className="grid min-h-control cursor-pointer grid-cols-[1.25rem_1fr] items-center gap-1 rounded px-2 py-1 outline-none data-disabled:cursor-default data-disabled:opacity-60 data-highlighted:bg-woad-2 data-[state=checked]:font-semibold"
    >
      <span><Radix.ItemIndicator><Check size={16} aria-hidden /></Radix.ItemIndicator></span>
      <Radix.ItemText>{children}</Radix.ItemText>
    </Radix.Item>
  )
}

/** Some of what can be chosen, under a heading. */
export function OptionGroup({ label, children }: { label: string; children: ReactNode }) {
  return <Radix.Group><Radix.Label className="px-2 pt-2 pb-1 text-sm font-semibold text-ink-3">{label}</Radix.Label>{children}</Radix.Group>
}

/** A labelled choice, whose error stands at it. */
export function SelectField({ label, hint, error, unit, className, hideLabel = false, ...rest }: Wrapped & Choosing) {
  const id = useId()
  const wrapped = { label, hint, error, hideLabel, ...(unit ? { unit } : {}), ...(className ? { className } : {}) }
  return <Wrap {...wrapped} id={id}><Select {...rest} {...described(id, wrapped)} id={id} className={cx(error && 'border-2 border-madder')} /></Wrap>
}

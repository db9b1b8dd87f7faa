import { useId, type InputHTMLAttributes, type ReactNode, type TextareaHTMLAttributes } from 'react'
import { cx } from '@/lib/cx'

export const control = 'min-h-control w-full rounded-control border border-edge bg-paper px-3 text-ink disabled:opacity-60'

export type Wrapped = { label: string; hint?: string | undefined; error?: string | undefined; unit?: string; className?: string; hideLabel?: boolean }

/** A field under its label, with its hint or its error. */
export function Wrap({ label, hint, error, unit, className, hideLabel = false, id, children }: Wrapped & { id: string; children: ReactNode }) {
  return (
    <div className={cx('flex min-w-0 flex-col gap-1', className)}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'text-sm font-semibold'}>
        {label}{unit && <span className="font-normal text-ink-3"> ({unit})</span>}
      </label>
      {children}
      {hint && !error && <p id={`${id}-hint`} className="text-sm text-ink-3">{hint}</p>}
      {error && <p id={`${id}-error`} role="alert" className="text-sm font-semibold text-madder">{error}</p>}
    </div>
  )
}

/** What a screen reader is told of a field besides its label. */
export const described = (id: string, { hint, error }: Wrapped) =>
  error ? { 'aria-invalid': true, 'aria-describedby': `${id}-error` } : hint ? { 'aria-describedby': `${id}-hint` } : {}

/** A labelled input whose error stands at the field. */
export function Field({ label, hint, error, unit, className, hideLabel = false, ...rest }: Wrapped & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId()
  const wrapped = { label, hint, error, hideLabel, ...(unit ? { unit } : {}), ...(className ? { className } : {}) }
  return (
    <Wrap {...wrapped} id={id}>
      <input {...rest} {...described(id, wrapped)} id={id} className={cx(control, error && 'border-2 border-madder')} />
    </Wrap>
  )
}

type AreaProps = Wrapped & TextareaHTMLAttributes<HTMLTextAreaElement>

/** A labelled text of several lines; `said` when it holds what people write. */
export function AreaField({ label, hint, error, unit, className, hideLabel = false, said = false, ...rest }: AreaProps & { said?: boolean }) {
  const id = useId()
  const wrapped = { label, hint, error, hideLabel, ...(unit ? { unit } : {}), ...(className ? { className } : {}) }
  return (
    <Wrap {...wrapped} id={id}>
      <textarea rows={3} {...rest} {...described(id, wrapped)} id={id} className={cx(control, 'py-2', said && 'said', error && 'border-2 border-madder')} />
    </Wrap>
  )
}

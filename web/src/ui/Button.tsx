import { Toggle } from 'radix-ui'
import type { ButtonHTMLAttributes } from 'react'
import { cx } from '@/lib/cx'

type Look = 'main' | 'plain' | 'quiet' | 'warn'
type Size = 'control' | 'touch' | 'thumb'

const looks: Record<Look, string> = {
  main: 'border-woad bg-woad text-paper hover:bg-ink',
  plain: 'border-edge bg-paper text-ink hover:bg-woad-2',
  quiet: 'border-transparent bg-transparent text-woad underline underline-offset-4 hover:bg-woad-2',
  warn: 'border-madder bg-paper text-madder hover:bg-madder-2',
}
const sizes: Record<Size, string> = {
  control: 'min-h-control px-3.5 text-[0.9375rem]', touch: 'min-h-touch px-3 whitespace-nowrap', thumb: 'min-h-thumb px-4 text-[1.0625rem]',
}

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look; size?: Size; pressed?: boolean | undefined; keyName?: string; keyRests?: boolean }

/** A button; one that can be `pressed` says whether it is. `keyName` shows the key that does the same; while it `keyRests` its room is kept, so that nothing moves. */
export function Button({ look = 'plain', size = 'control', pressed, keyName, keyRests = false, className, children, ...rest }: ButtonProps) {
  const drawn = cx('inline-flex items-center justify-center gap-2 rounded-control border font-semibold disabled:opacity-60', looks[look], sizes[size], className)
  const inside = <>{children}{keyName && <KeyName rests={keyRests}>{keyName}</KeyName>}</>
  if (pressed === undefined) return <button type="button" {...rest} className={drawn}>{inside}</button>
  return <Toggle.Root type="button" {...rest} pressed={pressed} className={drawn}>{inside}</Toggle.Root>
}

/** The name of a key, drawn small; it is told to screen readers by aria-keyshortcuts where it works. */
export function KeyName({ children, rests = false }: { children: string; rests?: boolean }) {
  return (
    <span aria-hidden="true" className={cx('rounded border border-current px-1.5 text-xs leading-5 font-normal pointer-coarse:hidden', rests && 'invisible')}>
      {children}
    </span>
  )
}

import { RadioGroup } from 'radix-ui'
import type { ReactNode } from 'react'
import { cx } from '@/lib/cx'

type PickOneProps<T extends string> = { label: string; choices: readonly T[]; value: T | null; onChange: (value: T) => void; itemClass: string; children: (choice: T) => ReactNode }

/** One of several drawn choices. Arrows and what a screen reader hears are Radix's. */
export function PickOne<T extends string>({ label, choices, value, onChange, itemClass, children }: PickOneProps<T>) {
  return (
    <div className="flex flex-col gap-1">
      <span className="text-sm font-semibold" aria-hidden="true">{label}</span>
      <RadioGroup.Root aria-label={label} value={value} onValueChange={(next) => onChange(next as T)} className="flex flex-wrap gap-2">
        {choices.map((each) => (
          <RadioGroup.Item key={each} value={each} className={cx('inline-flex items-center rounded-control border border-edge data-[state=checked]:border-woad data-[state=checked]:bg-woad-2 data-[state=checked]:font-semibold', itemClass)}>
            {children(each)}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  )
}

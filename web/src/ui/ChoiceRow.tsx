import { ToggleGroup } from 'radix-ui'
import { cx } from '@/lib/cx'

type ChoiceRowProps<T extends string> = {
  label: string; choices: readonly { value: T; label: string }[]; value: T | null; onChange: (value: T) => void
}

const choice = cx('min-h-control flex-1 rounded-control border border-edge bg-paper px-3 text-[0.9375rem]',
  'data-[state=on]:border-woad data-[state=on]:bg-woad-2 data-[state=on]:font-semibold')

/** One of a few, in one tap. Keyboard and screen-reader behaviour are Radix's. */
export function ChoiceRow<T extends string>({ label, choices, value, onChange }: ChoiceRowProps<T>) {
  return (
    <div className="flex flex-col gap-1">
      <span className="text-sm font-semibold" aria-hidden="true">{label}</span>
      <ToggleGroup.Root type="single" aria-label={label} value={value ?? ''} className="flex flex-wrap gap-2"
        onValueChange={(next) => { if (next) onChange(next as T) }}
      >
        {choices.map((each) => (
          <ToggleGroup.Item key={each.value} value={each.value} className={choice}>{each.label}</ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  )
}

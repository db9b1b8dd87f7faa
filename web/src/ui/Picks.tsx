import { cx } from '@/lib/cx'
import { Tick } from '@/ui/Tick'

type PicksProps<T extends string | number> = { legend: string; all: readonly (readonly [T, string])[]; picked: readonly T[]; onPick: (next: T[]) => void }

/** Any of several, ticked. */
export function Picks<T extends string | number>({ legend, all, picked, onPick }: PicksProps<T>) {
  const sentences = all.some(([, label]) => label.length > 24)
  return (
    <fieldset>
      <legend className="text-sm font-semibold">{legend}</legend>
      <div className={cx(sentences ? 'grid grid-cols-2 gap-y-1 max-[700px]:grid-cols-1' : 'flex flex-wrap', 'gap-x-5')}>
        {all.map(([value, label]) => (
          <Tick key={value} label={label} checked={picked.includes(value)} onChange={(checked) => onPick(checked ? [...picked, value] : picked.filter((each) => each !== value))} />
        ))}
      </div>
    </fieldset>
  )
}

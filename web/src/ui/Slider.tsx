import { Slider as Radix } from 'radix-ui'
import { cx } from '@/lib/cx'

type SliderProps = { label: string; says: string; value: number; min: number; max: number; step: number; onChange: (value: number) => void; className?: string }

/** A value along a line; `says` is how it is spoken. Arrows, page keys and the thumb are Radix's. */
export function Slider({ label, says, value, min, max, step, onChange, className }: SliderProps) {
  return (
    <Radix.Root min={min} max={max} step={step} value={[value]} onValueChange={([now]) => { if (now !== undefined) onChange(now) }}
      className={cx('relative flex h-control touch-none items-center select-none', className)}
    >
      <Radix.Track className="relative h-1 flex-1 rounded-full bg-edge"><Radix.Range className="absolute h-full rounded-full bg-woad" /></Radix.Track>
      <Radix.Thumb aria-label={label} aria-valuetext={says} className="relative block size-5 rounded-full border-2 border-woad bg-paper after:absolute after:-inset-2.5" />
    </Radix.Root>
  )
}

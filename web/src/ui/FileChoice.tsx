import type { ChangeEvent } from 'react'

/** A button that asks for one file. The same file can be chosen again after it was mended. */
export function FileChoice({ label, accept, touch = false, onChoose }: { label: string; accept: string; touch?: boolean; onChoose: (file: File) => void }) {
  const chosen = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0]
    event.target.value = ''
    if (file) onChoose(file)
  }
  return (
    <label className={`inline-flex cursor-pointer items-center rounded-control border border-edge px-3.5 font-semibold has-focus-visible:outline-3 has-focus-visible:outline-woad ${touch ? 'min-h-touch bg-paper' : 'min-h-control self-start text-[0.9375rem]'}`}>
      {label}<input type="file" accept={accept} className="sr-only" onChange={chosen} />
    </label>
  )
}

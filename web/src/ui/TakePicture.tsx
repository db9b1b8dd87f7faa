import { say } from '@/lib/say'

type TakePictureProps = { label: string; says: string; busy: boolean; onFile: (file: File) => void }

/** A photograph, taken with the device's camera or chosen. */
export function TakePicture({ label, says, busy, onFile }: TakePictureProps) {
  return (
    <label className="no-print inline-flex min-h-control cursor-pointer items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2 has-focus-visible:outline-3 has-focus-visible:outline-woad">
      {busy ? say('Keeping it…') : says}
      <input type="file" accept="image/jpeg,image/png,image/webp" capture="environment" aria-label={label} className="sr-only"
        onChange={(event) => { const file = event.target.files?.[0]; event.target.value = ''; if (file) onFile(file) }}
      />
    </label>
  )
}

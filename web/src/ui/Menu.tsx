import { ChevronDown } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'

type MenuProps = { label: string; says: string; items: readonly { key: string; says: string; onSelect: () => void }[] }

/** A few things to choose from, behind one button. Arrows, type-ahead and focus are Radix's. */
export function Menu({ label, says, items }: MenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger aria-label={label} className="inline-flex min-h-touch items-center gap-1.5 rounded-control border border-edge bg-paper px-3.5 font-semibold hover:bg-woad-2">{says}<ChevronDown size={16} aria-hidden /></DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className="z-50 max-w-[92vw] min-w-48 rounded-control border border-edge bg-paper p-1 text-ink shadow-lg">
          {items.map((each) => <DropdownMenu.Item key={each.key} onSelect={each.onSelect} className="flex min-h-touch cursor-pointer items-center rounded px-3 outline-none data-highlighted:bg-woad-2">{each.says}</DropdownMenu.Item>)}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

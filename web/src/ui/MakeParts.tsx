import { say } from '@/lib/say'
import { NavLink } from 'react-router'

const PARTS = [{ to: '/make', says: say('from the cupboard') }, { to: '/make/catalogue', says: say('from the catalogue') }] as const

/** The two ways to a tray: from what there is, or from a card. */
export function MakeParts() {
  return (
    <nav aria-label={say('Two ways to make')} className="flex flex-wrap gap-2">
      {PARTS.map((each) => <NavLink key={each.to} to={each.to} end className="inline-flex min-h-control items-center rounded-full border border-edge bg-paper px-4 text-[0.9375rem] aria-[current=page]:border-woad aria-[current=page]:bg-woad-2 aria-[current=page]:font-semibold">{each.says}</NavLink>)}
    </nav>
  )
}

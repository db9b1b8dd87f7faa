import { type View } from './Frame'
import { say } from '@/lib/say'
import { CalendarDays, CalendarRange, Ellipsis, Eye, Rows3 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { NavLink, useLocation, useNavigate } from 'react-router'
import { cx } from '@/lib/cx'

/** What stands under the thumb; the other views are behind More. */
const AT_THUMB = [{ path: '/today', Icon: CalendarDays }, { path: '/watch', Icon: Eye }, { path: '/shelf', Icon: Rows3 }, { path: '/weeks', Icon: CalendarRange }] as const
const thumb = 'flex min-h-touch flex-col items-center justify-center gap-0.5 py-1 text-xs font-semibold'

/** The bar at the bottom of a phone. */
export function ThumbBar({ views }: { views: readonly View[] }) {
  const { pathname } = useLocation()
  const go = useNavigate()
  const rest = views.filter((view) => AT_THUMB.every((each) => each.path !== view.path))
  const shown = AT_THUMB.flatMap(({ path, Icon }) => views.filter((view) => view.path === path).map((view) => ({ ...view, Icon })))
  const behind = rest.some((view) => pathname.startsWith(view.path))
  return (
    <nav aria-label={say('Views')} className="no-print fixed inset-x-0 bottom-0 z-30 hidden auto-cols-fr grid-flow-col border-t-2 border-ink-2 bg-paper pb-[env(safe-area-inset-bottom)] max-[860px]:grid">
      {shown.map(({ path, name, Icon }) => <NavLink key={path} to={path} className={({ isActive }) => cx(thumb, isActive ? 'bg-woad-2 text-ink' : 'text-ink-2')}><Icon size={20} aria-hidden />{name}</NavLink>)}
      {rest.length > 0 && (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className={cx(thumb, behind ? 'bg-woad-2 text-ink' : 'text-ink-2')}><Ellipsis size={20} aria-hidden />{say('More')}</DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content side="top" align="end" sideOffset={6} className="z-50 min-w-44 rounded-control border border-edge bg-paper p-1 text-ink shadow-lg">
              {rest.map(({ path, name }) => <DropdownMenu.Item key={path} onSelect={() => void go(path)} className="flex min-h-touch cursor-pointer items-center rounded px-4 font-semibold outline-none data-highlighted:bg-woad-2">{name}</DropdownMenu.Item>)}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
    </nav>
  )
}

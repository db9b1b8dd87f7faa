import { say } from '@/lib/say'
import { memo, useEffect } from 'react'
import { Navigate, NavLink, Outlet, useLocation } from 'react-router'
import { Find } from '@/features/find/Find'
import { Timers } from '@/features/routines/Timers'
import { Waiting } from '@/ui/Notice'
import { cx } from '@/lib/cx'
import { Problem } from '@/lib/http'
import { AskForPin } from './AskForPin'
import { AdultChoice } from './AdultChoice'
import { NewerPage } from './NewerPage'
import { Pair } from './Pair'
import { ThumbBar } from './ThumbBar'
import { UndoButtons } from './UndoButtons'
import { Unsent } from './Unsent'
import { useSession } from './session'
import { useTheirLanguage } from './useTheirLanguage'

const VIEWS = [
  { path: '/today', name: say('Today') }, { path: '/watch', name: say('Watch') }, { path: '/shelf', name: say('Shelf') },
  { path: '/make', name: say('Make') }, { path: '/ladders', name: say('Ladders') }, { path: '/weeks', name: say('Weeks') },
  { path: '/cupboard', name: say('Cupboard') }, { path: '/children', name: say('Children') }, { path: '/house', name: say('House') },
] as const
export type View = { readonly path: string; readonly name: string }
/** What a device that watches sees. */
const WATCHED = VIEWS.slice(0, 2)
const KEPT = [...VIEWS.slice(2).map((view) => view.path), '/paper', '/heights', '/keeping', '/telling']

/** The frame of every view: the day's views on a string, who is looking, and undo. */
export function Frame() {
  const { session, error } = useSession()
  const { pathname } = useLocation()
  useEffect(() => { window.scrollTo(0, 0) }, [pathname])
  useTheirLanguage(session)
  if (!session && error instanceof Problem && error.status === 401) return <main><Unsent /><Pair said={error.message} /></main>
  if (!session) return <Waiting error={error} />
  const begun = session.household !== null
  const watches = session.right === 'watcher'
  const views = watches ? WATCHED : VIEWS
  if (!begun && pathname !== '/welcome') return <Navigate to="/welcome" replace />
  return (
    <div className="flex min-h-screen flex-col">
      <a href="#view" className="absolute left-2 -top-20 z-50 rounded-control bg-woad px-3 py-2 text-paper focus:top-2">{say('Skip to the view')}</a>
      <header className="no-print flex flex-wrap items-end justify-between gap-x-4 border-b-2 border-ink-2 bg-paper px-5 pt-2 max-[500px]:px-3">
        <span className={cx('pb-3 text-[1.0625rem] font-bold', begun && 'max-[500px]:sr-only')}>{say('Zither Awl')}</span>
        {begun ? <Strung views={views} /> : <span className="flex-1" />}
        {begun && (
          <div className="ml-auto flex items-center gap-2 pb-1.5">
            <Find />
            {!watches && <UndoButtons />}
            <AdultChoice adults={session.adults} />
          </div>
        )}
      </header>
      <AskForPin adults={session.adults} />
      <NewerPage version={session.version} />
      <Unsent />
      <Timers />
      <main id="view" tabIndex={-1} className={cx('flex min-h-0 flex-1 flex-col outline-none', begun && 'max-[860px]:pb-16 print:pb-0')}>{watches && KEPT.some((path) => pathname.startsWith(path)) ? <OnlyWatches /> : <Outlet />}</main>
      {begun && <ThumbBar views={views} />}
    </div>
  )
}

/** What a device that watches is told where only a keeper's may look. */
function OnlyWatches() {
  return (
    <div className="max-w-lg p-5">
      <h1>{say('This device watches')}</h1>
      <p className="mt-2 text-ink-2">{say('It records, and sees Today and Watch. The rest of the house is for a keeper’s device: in House, on the machine the program runs on, this one can be made one.')}</p>
    </div>
  )
}

const Strung = memo(function Strung({ views }: { views: readonly View[] }) {
  return (
    <nav aria-label={say('Views')} className="flex flex-1 flex-wrap gap-x-1 max-[860px]:hidden">
      {views.map(({ path, name }) => (
        <NavLink key={path} to={path} className={({ isActive }) => cx(
          'group relative px-2.5 pt-2 pb-4 font-semibold', isActive ? 'text-ink' : 'text-ink-2 hover:text-woad')}
        >
          {name}
          <span aria-hidden className={cx('absolute -bottom-[7px] left-1/2 size-3 -translate-x-1/2 rounded-full border-2 border-ink-2 bg-paper',
            'group-aria-[current=page]:border-woad group-aria-[current=page]:bg-woad')}
          />
        </NavLink>
      ))}
    </nav>
  )
})

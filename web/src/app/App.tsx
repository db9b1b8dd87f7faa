import { QueryClientProvider } from '@tanstack/react-query'
import { createBrowserRouter, Navigate, RouterProvider, useLocation, type RouteObject } from 'react-router'
import { queryClient } from '@/lib/queries'
import { Frame } from './Frame'
import { Lost } from './Lost'

/** A view's page; `ahead` asks for what it shows before it is known who asks. */
interface Loaded { Page: React.ComponentType; ahead?: (address: URLSearchParams) => unknown }

/** A view, loaded when it is first opened. */
const view = (path: string, load: () => Promise<Loaded>): RouteObject => ({
  path, lazy: async () => {
    const { Page, ahead } = await load()
    void ahead?.(new URLSearchParams(location.search))
    return { Component: Page }
  },
})

/** Where views were before they were called as they are now. */
const MOVED = [['bench', '/make'], ['catalogue', '/make/catalogue'], ['change', '/weeks'], ['morning', '/cycle']] as const

function Moved({ to }: { to: string }) {
  return <Navigate to={to + useLocation().search} replace />
}

const router = createBrowserRouter([{
  path: '/', Component: Frame, HydrateFallback: () => null, errorElement: <Lost />,
  children: [
    { index: true, element: <Navigate to="/today" replace /> },
    view('today', () => import('./pages/today')),
    view('watch', () => import('./pages/watch')),
    view('evening', () => import('./pages/evening')),
    view('cycle', () => import('./pages/morning')),
    view('show', () => import('./pages/show')),
    view('words', () => import('./pages/words')),
    view('lesson', () => import('./pages/lesson')),
    view('pair', () => import('./pages/pair')),
    view('routines', () => import('./pages/routines')),
    view('table', () => import('./pages/table')),
    view('talks', () => import('./pages/talks')),
    view('shelf', () => import('./pages/shelf')),
    view('make', () => import('./pages/make')),
    view('make/catalogue', () => import('./pages/catalogue')),
    view('tomorrow', () => import('./pages/tomorrow')),
    view('ladders', () => import('./pages/ladders')),
    view('paper', () => import('./pages/paper')),
    view('cupboard', () => import('./pages/cupboard')),
    view('children', () => import('./pages/children')),
    view('weeks', () => import('./pages/weeks')),
    view('work', () => import('./pages/work')),
    view('heights', () => import('./pages/heights')),
    view('telling', () => import('./pages/telling')),
    view('keeping', () => import('./pages/keeping')),
    view('house', () => import('./pages/house')),
    view('welcome', () => import('./pages/welcome')),
    ...MOVED.map(([from, to]) => ({ path: from, element: <Moved to={to} /> })),
    { path: '*', element: <Lost /> },
  ],
}])

/** The whole front end. */
export function App() {
  return (
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  )
}

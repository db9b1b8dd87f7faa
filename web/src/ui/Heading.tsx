import { say } from '@/lib/say'
import { useEffect, type ReactNode } from 'react'
import { About } from './About'

/** A view's title: the page's one h1, and the window's title. */
export function Heading({ title, children, aside }: { title: string; children?: ReactNode; aside?: ReactNode }) {
  useEffect(() => { document.title = say('{title} · Zither Awl', { title }) }, [title])
  return (
    <div className="flex flex-wrap items-center justify-between gap-3">
      <div className="flex flex-wrap items-center gap-x-2">
        <h1>{title}</h1>
        <About title={title} />
        {children && <p className="text-ink-2">{children}</p>}
      </div>
      {aside && <div className="no-print flex flex-wrap gap-2">{aside}</div>}
    </div>
  )
}

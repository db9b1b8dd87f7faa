import type { ReactNode } from 'react'
import { unlocked } from '@/lib/http'

/** Lets the browser save a file, as a tap on a link of it would. */
function save(href: string) {
  const link = document.createElement('a')
  link.href = href
  link.download = ''
  link.click()
}

/** A file that only a keeper may save: where a PIN is set, it is asked for first, then the browser saves. */
export function SaveLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <a href={href} download className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2"
      onClick={(event) => { event.preventDefault(); void unlocked().then((may) => { if (may) save(href) }) }}
    >
      {children}
    </a>
  )
}

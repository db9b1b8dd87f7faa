import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Check, Info } from 'lucide-react'
import type { ReactNode } from 'react'
import { Notice } from '@/ui/Notice'
import { keepingQuery } from '@/lib/queries'

/** How the household is kept: its copies, the room on the disk, the certificate for tablets. */
export function HowKept({ children }: { children?: ReactNode }) {
  const { data } = useQuery(keepingQuery)
  if (!data) return null
  return (
    <section className="panel p-4" aria-label={say('How it is kept')}>
      <h2>{say('How it is kept')}</h2>
      <ul className="mt-2 flex flex-col gap-2">
        {data.lines.map((line) => (
          <li key={line.key}>
            {line.severity === 'note'
              ? <span className="flex gap-2.5">{line.key.startsWith('no_') ? <Info size={20} aria-hidden className="mt-0.5 shrink-0 text-ink-3" /> : <Check size={20} aria-hidden className="mt-0.5 shrink-0 text-moss" />}{line.text}</span>
              : <Notice tone={line.severity}>{line.text}</Notice>}
          </li>
        ))}
      </ul>
      {children}
    </section>
  )
}

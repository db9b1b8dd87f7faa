import { useQuery } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import { Notice } from '@/ui/Notice'
import { keepingQuery } from '@/lib/queries'

/** How the household is kept: its copies, the room on the disk, the certificate for tablets. */
export function Keeping() {
  const { data } = useQuery(keepingQuery)
  if (!data) return null
  return (
    <section className="panel p-4" aria-label="How it is kept">
      <h2>How it is kept</h2>
      <ul className="mt-2 flex flex-col gap-2">
        {data.lines.map((line) => (
          <li key={line.key}>
            {line.severity === 'note'
              ? <span className="flex gap-2.5"><Check size={20} aria-hidden className="mt-0.5 shrink-0 text-moss" />{line.text}</span>
              : <Notice tone={line.severity}>{line.text}</Notice>}
          </li>
        ))}
      </ul>
      <p className="mt-3 text-sm text-ink-2">A copy is made every day the program runs, into <code>copies</code> beside the household&rsquo;s file. A copy on another disk is yours to make: <code>zither-awl backup</code>.</p>
    </section>
  )
}

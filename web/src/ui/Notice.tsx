import { say } from '@/lib/say'
import { Info, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import { cx } from '@/lib/cx'

type Tone = 'must' | 'should' | 'note'

const tones: Record<Tone, string> = {
  must: 'border-madder bg-madder-2 text-madder', should: 'border-saffron bg-saffron-2 text-ink', note: 'border-line bg-paper text-ink-2',
}

/** Something to see: an icon and a word, never colour alone. */
export function Notice({ tone, children, role }: { tone: Tone; children: ReactNode; role?: 'alert' | 'status' }) {
  const Icon = tone === 'note' ? Info : TriangleAlert
  return (
    <div role={role} className={cx('flex gap-2.5 rounded-control border p-3 print:p-1.5', tones[tone])}>
      <Icon size={20} aria-hidden className={cx('mt-0.5 shrink-0', tone === 'should' && 'text-saffron')} />
      <div className="min-w-0 flex-1">{children}</div>
    </div>
  )
}

/** What is shown while an answer is on its way, or did not come. Under a tenth of a second it shows nothing. */
export function Waiting({ error }: { error: Error | null }) {
  if (error) return <div className="p-5"><Notice tone="must" role="alert">{error.message}</Notice></div>
  return <p role="status" className="animate-[appear_0.1s_0.15s_both] p-5 text-ink-3">{say('One moment…')}</p>
}

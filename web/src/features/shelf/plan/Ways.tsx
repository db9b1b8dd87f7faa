import { say } from '@/lib/say'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { eased, type Way } from './asked'
import type { Planning } from './usePlan'

/** What can be done where a rule or a wish could not be kept: each one tap. */
export function Ways({ ways, planning, look = 'plain' }: { ways: readonly Way[]; planning: Planning; look?: 'main' | 'plain' }) {
  if (ways.length === 0) return null
  return (
    <div className="flex flex-wrap gap-2">
      {ways.map((way) => {
        const [tray] = way.smaller
        return tray === undefined
          ? <Button key={way.text} look={look} disabled={planning.working} onClick={() => void planning.start.run(eased(planning.asked, way))}>{way.text}</Button>
          : <Link key={way.text} className="inline-flex min-h-control items-center text-woad underline underline-offset-4" to={`/make?tray=${tray}`}>{way.text}</Link>
      })}
    </div>
  )
}

/** A tray that would fit if it were put onto something smaller. */
export function Smaller({ tray }: { tray: { id: number; name: string } }) {
  return <Link className="text-woad underline underline-offset-4" to={`/make?tray=${tray.id}`}>{say('Make {tray} smaller', { tray: tray.name })}</Link>
}

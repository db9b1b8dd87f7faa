import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { LaddersView } from '@/features/ladders/LaddersView'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { childrenQuery } from '@/lib/queries'
import { useHouse } from '../session'

export function Page() {
  const { today } = useHouse()
  const { data, error } = useQuery(childrenQuery)
  if (!data) return <Waiting error={error} />
  if (data.children.length === 0)
    return <div className="p-5"><Heading title={say('Ladders')} /><p className="mt-2 text-ink-2">{say('Add a child first, under Children: a ladder is drawn for somebody.')}</p></div>
  return <LaddersView people={data.children} today={today} />
}

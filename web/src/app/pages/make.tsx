import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { MakeView } from '@/features/make/MakeView'
import { weighButton } from '@/features/weigh/Weigh'
import { wished, wishIn, type Wish } from '@/features/make/wish'
import { Heading } from '@/ui/Heading'
import { Waiting } from '@/ui/Notice'
import { childrenQuery, composedQuery } from '@/lib/queries'
import { useHouse } from '../session'

export function Page() {
  const [search] = useSearchParams()
  const { lengths } = useHouse()
  const { data: children } = useQuery(childrenQuery)
  const people = children?.children ?? []
  const trayId = Number(search.get('tray')) || null
  const { data: made, error } = useQuery({ ...composedQuery(trayId ?? 0), enabled: trayId !== null })
  const [child, setChild] = useState<number | null>(null)
  const first = child ?? (Number(search.get('child')) || people[0]?.id)
  if (!children) return <Waiting error={null} />
  if (first === undefined)
    return <div className="p-5"><Heading title={say('Make')} /><p className="mt-2 text-ink-2">{say('Add a child first, under Children: a tray is made for somebody.')}</p></div>
  if (trayId !== null && !made) return <Waiting error={error} />
  const card = search.get('card')
  const start: Wish | null = made ? { ...made, share: null, instead_of: trayId } : card ? { ...wished(card, Number(search.get('level')) || 1, first), ...wishIn(search.get('wish')) } : null
  return <MakeView key={`${trayId ?? ''}${card ?? ''}${search.get('level') ?? ''}${search.get('wish') ?? ''}`} people={people} lengths={lengths} start={start} child={made && child === null ? made.child_id : first} onChild={setChild} weigh={weighButton} />
}

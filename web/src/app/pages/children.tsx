import { ChildrenView } from '@/features/children/ChildrenView'
import { useHouse, useSession } from '../session'

export function Page() {
  const { lengths, zone, today } = useHouse()
  return <ChildrenView lengths={lengths} zone={zone} today={today} adults={useSession().session?.adults ?? []} />
}

import { TalksView } from '@/features/talks/TalksView'
import { useChildren, useHouse } from '../session'

export function Page() {
  const { zone, today } = useHouse()
  return <TalksView people={useChildren()} zone={zone} today={today} />
}

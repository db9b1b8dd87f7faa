import { TalksView } from '@/features/talks/TalksView'
import { useChildren, useHouse } from '../session'

export function Page() {
  return <TalksView people={useChildren()} zone={useHouse().zone} />
}

import { RoutinesView } from '@/features/routines/RoutinesView'
import { useChildren, useHouse } from '../session'

export function Page() {
  return <RoutinesView people={useChildren()} zone={useHouse().zone} />
}

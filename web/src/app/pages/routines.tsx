import { RoutinesView } from '@/features/routines/RoutinesView'
import { useChildren, useHouse, useSession } from '../session'

export function Page() {
  return <RoutinesView people={useChildren()} adults={useSession().session?.adults ?? []} zone={useHouse().zone} />
}

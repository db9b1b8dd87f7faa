import { useQuery } from '@tanstack/react-query'
import { WorkView } from '@/features/work/WorkView'
import { cupboardQuery } from '@/lib/queries'
import { useHouse, usePeople } from '../session'

export function Page() {
  const { people, zone } = usePeople()
  const { data } = useQuery(cupboardQuery)
  return <WorkView people={people} trays={data?.trays ?? []} zone={zone} now={useHouse().now} />
}

import { useQuery } from '@tanstack/react-query'
import { Questions } from '@/features/evening/Questions'
import { WatchView } from '@/features/watch/WatchView'
import { queryClient, watchQuery } from '@/lib/queries'
import { usePeople } from '../session'

export const ahead = () => queryClient.query(watchQuery).catch(() => null)

export function Page() {
  const { people, zone } = usePeople()
  const { data } = useQuery(watchQuery)
  return <WatchView zone={zone} questions={<Questions questions={data?.questions ?? []} people={people} zone={zone} most={2} />} />
}

import { useQuery } from '@tanstack/react-query'
import { Questions } from '@/features/evening/Questions'
import { WatchView } from '@/features/watch/WatchView'
import { watchQuery } from '@/lib/queries'
import { usePeople } from '../session'

export function Page() {
  const { people, zone } = usePeople()
  const { data } = useQuery(watchQuery)
  return <WatchView zone={zone} questions={<Questions questions={data?.questions ?? []} people={people} zone={zone} most={2} />} />
}

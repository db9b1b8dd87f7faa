import { EveningView } from '@/features/evening/EveningView'
import { useHouse, usePeople } from '../session'

export function Page() {
  const { people, zone } = usePeople()
  return <EveningView people={people} today={useHouse().today} zone={zone} />
}

import { HeightsView } from '@/features/heights/HeightsView'
import { useHouse } from '../session'

export function Page() {
  return <HeightsView lengths={useHouse().lengths} />
}

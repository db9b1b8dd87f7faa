import { CupboardView } from '@/features/cupboard/CupboardView'
import { useHouse, usePeople } from '../session'

export function Page() {
  return <CupboardView people={usePeople().people} lengths={useHouse().lengths} />
}

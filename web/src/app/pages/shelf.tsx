import { ShelfView } from '@/features/shelf/ShelfView'
import { useHouse } from '../session'

export function Page() {
  return <ShelfView lengths={useHouse().lengths} />
}

import { ShelfView } from '@/features/shelf/ShelfView'
import { queryClient, shelfQuery } from '@/lib/queries'
import { useHouse } from '../session'

export const ahead = () => queryClient.query(shelfQuery).catch(() => null)

export function Page() {
  return <ShelfView lengths={useHouse().lengths} />
}

import { TableView } from '@/features/table/TableView'
import { useChildren, useHouse } from '../session'

export function Page() {
  const { zone, today } = useHouse()
  return <TableView people={useChildren()} zone={zone} today={today} />
}

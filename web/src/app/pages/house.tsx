import { Permissions } from '@/features/children/Permissions'
import { HouseView } from '@/features/house/HouseView'
import { useSession } from '../session'

export function Page() {
  const { session } = useSession()
  return session ? <HouseView session={session} permissions={<Permissions />} /> : null
}

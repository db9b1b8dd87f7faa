import { say } from '@/lib/say'
import { Permissions } from '@/features/children/Permissions'
import { HouseView } from '@/features/house/HouseView'
import { Link } from 'react-router'
import { HowKept } from '@/features/keeping/HowKept'
import { useSession } from '../session'

export function Page() {
  const { session } = useSession()
  return session ? <HouseView session={session} permissions={<Permissions />} kept={<HowKept><p className="mt-3"><Link className="inline-flex min-h-control items-center text-woad underline underline-offset-4" to="/keeping">{say('Copies, going back, the household as a file')}</Link></p></HowKept>} /> : null
}

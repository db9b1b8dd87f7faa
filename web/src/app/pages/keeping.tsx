import { KeepingView } from '@/features/keeping/KeepingView'
import { useSession } from '../session'

export function Page() {
  const { session } = useSession()
  return session ? <KeepingView session={session} /> : null
}

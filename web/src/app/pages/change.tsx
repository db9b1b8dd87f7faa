import { useQuery } from '@tanstack/react-query'
import { ChangeView } from '@/features/change/ChangeView'
import { TrayPicture } from '@/ui/drawing/TrayFront'
import { cupboardQuery } from '@/lib/queries'
import { useSession } from '../session'

export function Page() {
  const { session } = useSession()
  const { data } = useQuery(cupboardQuery)
  const picture = (id: number) => {
    const tray = data?.trays.find((each) => each.id === id)
    return tray && <TrayPicture tray={tray} />
  }
  return <ChangeView picture={picture} today={session?.today ?? ''} />
}

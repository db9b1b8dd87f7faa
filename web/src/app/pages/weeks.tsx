import { useQuery } from '@tanstack/react-query'
import { LookMargin } from '@/features/change/LookMargin'
import { WeeksView } from '@/features/weeks/WeeksView'
import { TrayPicture } from '@/ui/drawing/TrayFront'
import { childrenQuery, cupboardQuery } from '@/lib/queries'
import { useSession } from '../session'

export function Page() {
  const { session } = useSession()
  const { data } = useQuery(cupboardQuery)
  const { data: people } = useQuery(childrenQuery)
  const today = session?.today ?? ''
  const picture = (id: number) => {
    const tray = data?.trays.find((each) => each.id === id)
    return tray && <TrayPicture tray={tray} />
  }
  return <WeeksView people={(people?.children ?? []).filter((each) => !each.archived)} today={today} look={<LookMargin picture={picture} today={today} />} />
}

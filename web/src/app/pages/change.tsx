import { useQuery } from '@tanstack/react-query'
import { ChangeView } from '@/features/change/ChangeView'
import { TrayPicture } from '@/ui/drawing/TrayFront'
import { cupboardQuery } from '@/lib/queries'

export function Page() {
  const { data } = useQuery(cupboardQuery)
  const picture = (id: number) => {
    const tray = data?.trays.find((each) => each.id === id)
    return tray && <TrayPicture tray={tray} />
  }
  return <ChangeView picture={picture} />
}

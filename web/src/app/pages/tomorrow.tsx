import { TomorrowView } from '@/features/tomorrow/TomorrowView'

export function Page() {
  return <TomorrowView />
}

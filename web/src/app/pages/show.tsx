import { useSearchParams } from 'react-router'
import { ScriptView } from '@/features/show/ScriptView'
import { useHouse } from '../session'

export function Page() {
  const [params] = useSearchParams()
  const { today, zone } = useHouse()
  return <ScriptView child={Number(params.get('child'))} tray={Number(params.get('tray'))} today={today} zone={zone} />
}

import { useSearchParams } from 'react-router'
import { MorningView } from '@/features/morning/MorningView'
import { useHouse } from '../session'

export function Page() {
  const [params] = useSearchParams()
  return <MorningView id={Number(params.get('id')) || null} zone={useHouse().zone} />
}

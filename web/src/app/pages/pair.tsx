import { useNavigate } from 'react-router'
import { Pair } from '../Pair'

export function Page() {
  const go = useNavigate()
  return <Pair onPaired={() => void go('/watch')} />
}

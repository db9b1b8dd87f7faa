import { useSearchParams } from 'react-router'
import { TellingView } from '@/features/telling/TellingView'
import { usePeople, useSession } from '../session'

export function Page() {
  const [asked, ask] = useSearchParams()
  const { people } = usePeople()
  const { session } = useSession()
  const child = people.find((each) => each.id === Number(asked.get('child'))) ?? people[0]
  if (!session || !child) return null
  return <TellingView child={child} people={people} today={session.today} paper={session.household?.paper ?? 'A4'} onChild={(id) => ask({ child: String(id) })} />
}

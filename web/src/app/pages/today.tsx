import { Questions } from '@/features/evening/Questions'
import { TodayView } from '@/features/today/TodayView'
import { GoOn, LeaveDemo } from '@/features/welcome/GoOn'
import { usePeople, useSession } from '../session'

export function Page() {
  const { people, zone } = usePeople()
  const { session } = useSession()
  return <TodayView zone={zone} before={session?.looked_at ? <LeaveDemo /> : <GoOn />} questions={(today) => <Questions questions={today.questions} people={people} zone={zone} />} />
}

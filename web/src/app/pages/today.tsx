import { Questions } from '@/features/evening/Questions'
import { TodayView } from '@/features/today/TodayView'
import { Invited } from '@/features/tomorrow/Invited'
import { GoOn, LeaveDemo } from '@/features/welcome/GoOn'
import { useHouse, usePeople, useSession } from '../session'

export function Page() {
  const { people, zone } = usePeople()
  const { today } = useHouse()
  const { session } = useSession()
  return <TodayView zone={zone} before={<>{session?.looked_at ? <LeaveDemo /> : <GoOn />}<Invited today={today} /></>} questions={(day) => <Questions questions={day.questions} people={people} zone={zone} />} />
}

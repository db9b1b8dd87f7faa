import { Questions } from '@/features/evening/Questions'
import { TodayView } from '@/features/today/TodayView'
import { usePeople } from '../session'

export function Page() {
  const { people, zone } = usePeople()
  return <TodayView zone={zone} questions={(today) => <Questions questions={today.questions} people={people} zone={zone} />} />
}

import { useSearchParams } from 'react-router'
import { Questions } from '@/features/evening/Questions'
import { TodayView } from '@/features/today/TodayView'
import { Invited } from '@/features/tomorrow/Invited'
import { GoOn, LeaveDemo } from '@/features/welcome/GoOn'
import { queryClient, todayQuery } from '@/lib/queries'
import { useHouse, usePeople, useSession } from '../session'

const groupOf = (address: URLSearchParams) => Number(address.get('group')) || null

export const ahead = (address: URLSearchParams) => queryClient.query(todayQuery(groupOf(address))).catch(() => null)

export function Page() {
  const { people, zone } = usePeople()
  const { today } = useHouse()
  const { session } = useSession()
  const [params, setParams] = useSearchParams()
  return (
    <TodayView zone={zone} group={groupOf(params)} onGroup={(group) => setParams(group === null ? {} : { group: String(group) }, { replace: true })}
      before={<>{session?.looked_at ? <LeaveDemo /> : <GoOn />}<Invited today={today} /></>} questions={(day) => <Questions questions={day.questions} people={people} zone={zone} />}
    />
  )
}

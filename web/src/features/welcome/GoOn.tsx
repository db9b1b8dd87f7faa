import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client } from '@/lib/http'
import { refresh, welcomeQuery } from '@/lib/queries'

const SAYS: Record<string, string> = { house: say('the house'), children: say('the children'), know: say('what they know'), places: say('where things can stand'), things: say('what there is'), first: say('the first shelf') }

/** On Today: the first evening to be taken up again, while it is not through. */
export function GoOn() {
  const { data } = useQuery(welcomeQuery)
  const open = data?.through ? undefined : data?.steps.find((each) => each.state === 'open')
  if (!open) return null
  return (
    <Notice tone="note">
      {say('The first evening is not through: next is {SAYS}.', { SAYS: SAYS[open.name] })}
      <Link className="inline-flex min-h-control items-center font-semibold text-woad underline underline-offset-4" to={`/welcome?step=${open.name}`}>{say('Go on with it')}</Link>
    </Notice>
  )
}

/** In the demo house that was only to be looked at: the way out of it. */
export function LeaveDemo() {
  const leave = useWrite(async () => { await answer(client.POST('/api/demo/leave')); await refresh() })
  return (
    <Notice tone="note">
      <p>{say('This is the demo house: an invented household, to try everything in.')}</p>
      <Button disabled={leave.busy} onClick={() => void leave.run()}>{say('Leave it for your own house')}</Button>
      {leave.failed && <p role="alert">{leave.failed.message}</p>}
    </Notice>
  )
}

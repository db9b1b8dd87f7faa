import { say, word } from '@/lib/say'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { calendarDay, sentence } from '@/lib/words'
import { Fold } from '@/ui/Fold'

type Child = Schemas['ChildOut']
type Kind = Schemas['AllowanceOut']['kind']

/** What this child may do with an adult at the table: decided once, for this child alone, withdrawn with one tap. */
export function Allowed({ child }: { child: Child }) {
  const allow = useWrite(async (kind: Kind) => {
    await answer(client.POST('/api/children/{child_id}/permissions', { params: { path: { child_id: child.id } }, body: { kind, note: '' } }))
    await refresh()
  })
  const given = child.permissions.filter((each) => each.withdrawn_on === null)
  return (
    <Fold title={<>{say('With an adult at the table:')}{' '}<span className="font-normal text-ink-2">{given.map((each) => each.work).join(', ') || say('nothing is allowed for {child} yet', { child: child.name })}</span></>} className="panel p-4" titleClass="font-semibold">
      <ul className="mt-3 grid grid-cols-3 gap-4 max-[900px]:grid-cols-1">
        {child.allowances.map((each) => (
          <li key={each.kind} className="flex flex-col items-start gap-1.5">
            <p className="font-bold">{sentence(each.work)}</p>
            <p className="text-[0.9375rem]">{each.caution}</p>
            <p className="text-[0.9375rem] text-ink-2">{word(each.then)}</p>
            {each.given ? given.filter((own) => own.kind === each.kind).map((own) => <Given key={own.id} child={child} given={own} />)
              : each.why_not ? <p className="text-sm text-ink-2">{each.why_not}</p>
                : <Button disabled={allow.busy} onClick={() => void allow.run(each.kind)}>{say('Allow it for {child}', { child: child.name })}</Button>}
          </li>
        ))}
      </ul>
      {allow.failed && <Notice tone="must" role="alert">{allow.failed.message}</Notice>}
    </Fold>
  )
}

/** One thing that was allowed, by whom and when, with the way back. */
export function Given({ child, given }: { child: Child; given: Schemas['PermissionOut'] }) {
  const withdraw = useWrite(async () => {
    await answer(client.DELETE('/api/children/{child_id}/permissions/{permission_id}', { params: { path: { child_id: child.id, permission_id: given.id } } }))
    await refresh()
  })
  return (
    <div className="flex flex-wrap items-center gap-2 text-[0.9375rem]">
      <span>{say('Allowed{adult}{given_on}.', { adult: given.adult && say(' by {adult}', { adult: given.adult }), given_on: given.given_on && `, ${calendarDay(given.given_on)}` })}{given.note && <span className="said"> {given.note}</span>}</span>
      <Button disabled={withdraw.busy} onClick={() => void withdraw.run()}>{say('Withdraw')}<span className="sr-only">{say(': {work} for {child}', { work: given.work, child: child.name })}</span></Button>
      {withdraw.failed && <Notice tone="must" role="alert">{withdraw.failed.message}</Notice>}
    </div>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh, standInsQuery } from '@/lib/queries'
import { Switch, Tick } from '@/ui/Tick'

type Scale = Schemas['ScaleSettingOut']
type Press = Schemas['PrinterOut']
const NUMBERS = [['load_g', say('What lies on it'), 'g'], ['noise_g', say('It trembles by'), 'g'], ['settle_s', say('It settles in'), 's'], ['most_g', say('It bears'), 'g']] as const

/** Stand-ins for devices nobody has to own, and how they behave: for looking round, and for tests. */
export function StandIns() {
  const { data } = useQuery(standInsQuery)
  if (!data?.scale && !data?.printer) return null
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('Stand-ins')}>
      <h2>{say('Stand-ins')}</h2>
      <p className="text-sm text-ink-2">{say('Instead of devices this house does not have. They behave as you say here; “Weigh it” and the label printer use them.')}</p>
      {data.scale && <ScaleForm key={JSON.stringify(data.scale)} scale={data.scale} />}
      {data.printer && <Printer press={data.printer} />}
    </section>
  )
}

function ScaleForm({ scale }: { scale: Scale }) {
  const [typed, setTyped] = useState<Record<string, string>>(Object.fromEntries(NUMBERS.map(([name]) => [name, String(scale[name])])))
  const [silent, setSilent] = useState(scale.silent)
  const number = (name: string) => Number((typed[name] ?? '').replace(',', '.'))
  const steer = useWrite(async () => {
    await answer(client.PUT('/api/stand-ins/scale', { body: { load_g: number('load_g'), noise_g: number('noise_g'), settle_s: number('settle_s'), most_g: number('most_g'), silent } }))
    await refresh()
  })
  const problem = steer.failed instanceof Problem ? steer.failed : null
  return (
    <form aria-label={say('Kitchen scale')} className="flex flex-col gap-2 border-t border-line pt-3" onSubmit={(event) => { event.preventDefault(); void steer.run() }}>
      <h3 className="font-bold">{say('Kitchen scale')}</h3>
      <div className="flex flex-wrap items-end gap-3">
        {NUMBERS.map(([name, label, unit]) => <Field key={name} label={label} unit={unit} className="w-32" inputMode="decimal" value={typed[name] ?? ''} error={problem?.of(name)} onChange={(event) => setTyped({ ...typed, [name]: event.target.value })} />)}
        <Tick label={say('It is silent')} checked={silent} onChange={setSilent} />
        <Button type="submit" disabled={steer.busy}>{say('Set the scale')}</Button>
      </div>
      {steer.failed && !problem?.errors.length && <Notice tone="must" role="alert">{steer.failed.message}</Notice>}
    </form>
  )
}

function Printer({ press }: { press: Press }) {
  const steer = useWrite(async (told: Partial<Press>) => {
    await answer(client.PUT('/api/stand-ins/printer', { body: { no_paper: told.no_paper ?? press.no_paper, silent: told.silent ?? press.silent } }))
    await refresh()
  })
  return (
    <div role="group" aria-label={say('Label printer')} className="flex flex-col gap-2 border-t border-line pt-3">
      <h3 className="font-bold">{say('Label printer')}</h3>
      <div className="flex flex-wrap gap-4">
        <Switch label={say('It has no paper')} checked={press.no_paper} onChange={(checked) => void steer.run({ no_paper: checked })} />
        <Switch label={say('It does not answer')} checked={press.silent} onChange={(checked) => void steer.run({ silent: checked })} />
      </div>
      {press.jobs.length === 0 ? <p className="text-ink-2">{say('Nothing was printed yet. Under Paper: “Send to the label printer”.')}</p>
        : <ul>{press.jobs.slice(0, 8).map((job) => <li key={job.number}><a className="inline-flex min-h-control items-center text-woad underline underline-offset-2" href={`/api/stand-ins/printer/jobs/${job.number}.pdf`} target="_blank" rel="noreferrer">{say('Job {number}: {job}', { number: job.number, job: job.name })}</a> <span className="text-sm text-ink-3">{say('{ceil} kB', { ceil: Math.ceil(job.size / 1024) })}</span></li>)}</ul>}
      {steer.failed && <Notice tone="must" role="alert">{steer.failed.message}</Notice>}
    </div>
  )
}

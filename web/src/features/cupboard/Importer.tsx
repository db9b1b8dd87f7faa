import { say } from '@/lib/say'
import { useState, type ChangeEvent } from 'react'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Report } from './Report'
import { Tick } from '@/ui/Tick'

type ReportData = Schemas['ReportOut']
type Rows = Record<string, string>[]
export type FileKind = 'trays' | 'episodes' | 'things' | 'cards'

const checkTrays = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/trays/check', { body }))
const checkEpisodes = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/episodes/check', { body }))
const takeTrays = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/trays', { body }))
const takeEpisodes = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/episodes', { body }))
const checkThings = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/things/check', { body }))
const checkCards = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/cards/check', { body }))
const takeThings = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/things', { body }))
const takeCards = (body: Schemas['ImportIn']) => answer(client.POST('/api/import/cards', { body }))
const steps = {
  things: { check: checkThings, take: takeThings, sample: '/api/samples/things.csv', title: say('Things from a file') },
  cards: { check: checkCards, take: takeCards, sample: '/api/export/cards.csv', title: say('Cards from a file') },
  trays: { check: checkTrays, take: takeTrays, sample: '/api/samples/trays.csv', title: say('Trays from a file') },
  episodes: { check: checkEpisodes, take: takeEpisodes, sample: '/api/samples/episodes.csv', title: say('Past work from a file') },
}
const hints: Record<FileKind, string> = {
  trays: say('A CSV with one tray a row. Headers in any order; units stand in them (width_mm, width_cm or width_in); comma or semicolon.'),
  things: say('A CSV with one thing a row. The name is enough; what a row does not tell is assumed from the kind.'),
  cards: say('A CSV with one level of a card a row; the rows of a card bear its key. Save the cards there are, change one, bring it back: it becomes your own.'),
  episodes: say('A CSV with one piece of work a row: child, tray, day, began, ended. Trays and children must be here already.'),
}

/** A file coming in: chosen, checked, mended here or sent back; nothing is half imported. */
export function Importer({ kind, onDone }: { kind: FileKind; onDone?: () => void }) {
  const [report, setReport] = useState<ReportData | null>(null)
  const [stood, setStood] = useState(true)
  const step = steps[kind]
  const check = useWrite(async (body: Schemas['ImportIn']) => { setReport(await step.check(body)) })
  const take = useWrite(async (rows: Rows) => {
    const done = await step.take({ rows, stood })
    setReport({ ...done, rows: done.rows.filter((row) => row.status === 'bad') })
    await refresh()
    if (!done.rows.some((row) => row.status === 'bad')) onDone?.()
  })
  const read = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0]
    event.target.value = ''
    if (file) await check.run({ text: await file.text() })
  }
  return (
    <section aria-label={step.title} className="panel flex flex-col gap-3 p-4">
      <h2>{step.title}</h2>
      <p className="text-[0.9375rem] text-ink-2">{hints[kind]}</p>
      <div className="flex flex-wrap items-center gap-3">
        <label className="inline-flex min-h-control cursor-pointer items-center rounded-control border border-woad bg-woad px-4 font-semibold text-paper has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-woad">
          {say('Choose a file')}
          <input type="file" accept=".csv,text/csv" className="sr-only" onChange={(event) => void read(event)} aria-label={say('{step}: choose a file', { step: step.title })} />
        </label>
        <a className="text-woad underline underline-offset-4" href={step.sample} download>{say('Download a sample to begin from')}</a>
      </div>
      {check.busy && <p role="status" className="text-ink-3">{say('Checking every row…')}</p>}
      {check.failed && <Notice tone="must" role="alert">{check.failed.message}</Notice>}
      {kind === 'episodes' && report && <Tick label={say('The trays that stand out now stood there then too')} checked={stood} onChange={setStood} />}
      {report && report.taken > 0 && <Notice tone="note" role="status">{say('{rows} taken.', { rows: say('{n, plural, one {# row} other {# rows}}', { n: report.taken }) })}</Notice>}
      {report && (
        <Report key={report.rows.map((row) => row.status + String(row.number)).join()} report={report} busy={take.busy}
          onCheck={(rows) => void check.run({ rows })} onTake={(rows) => void take.run(rows)}
        />
      )}
      {take.failed && <Notice tone="must" role="alert">{take.failed.message}</Notice>}
    </section>
  )
}

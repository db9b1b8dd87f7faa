import { say } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import type { Schemas } from '@/lib/http'
import { Fold } from '@/ui/Fold'

type ReportData = Schemas['ReportOut']
type Row = Schemas['ReportRowOut']
type Cells = Record<string, string>
type ReportProps = { report: ReportData; busy: boolean; onCheck: (rows: Cells[]) => void; onTake: (rows: Cells[]) => void }

/** What was found in a file: what will be new or changed, and each bad field with its remedy, to be mended in place. */
export function Report({ report, busy, onCheck, onTake }: ReportProps) {
  const [mended, setMended] = useState<Record<number, Cells>>({})
  const rows = report.rows.map((row) => ({ ...row.cells, ...mended[row.number] }))
  const bad = report.rows.filter((row) => row.status === 'bad')
  const good = report.rows.filter((row) => row.status === 'new' || row.status === 'changed')
  const same = report.rows.filter((row) => row.status === 'same').length
  const mend = (number: number, field: string, value: string) => setMended({ ...mended, [number]: { ...mended[number], [field]: value } })
  if (report.rows.length === 0) return null
  return (
    <div className="flex flex-col gap-3" role="region" aria-label={say('Report')}>
      <p className="font-semibold">
        {[good.length && say('{rows} to take', { rows: say('{n, plural, one {# row} other {# rows}}', { n: good.length }) }), same && say('{same} the same as here', { same }), bad.length && say('{rows} to mend', { rows: say('{n, plural, one {# row} other {# rows}}', { n: bad.length }) })].filter(Boolean).join(', ')}
      </p>
      {bad.map((row) => <BadRow key={row.number} row={row} mended={mended[row.number] ?? {}} onMend={(field, value) => mend(row.number, field, value)} />)}
      <Changed rows={report.rows.filter((row) => row.status === 'changed')} />
      <div className="flex flex-wrap gap-2">
        {good.length > 0 && <Button look="main" disabled={busy} onClick={() => onTake(rows)}>{busy ? say('Taking them…') : say('Take {part}', { part: bad.length ? say('the good rows') : say('{n, plural, one {# row} other {# rows}}', { n: good.length }) })}</Button>}
        {bad.length > 0 && <Button disabled={Object.keys(mended).length === 0} onClick={() => onCheck(rows)}>{say('Check again')}</Button>}
        {bad.length > 0 && <a className="inline-flex min-h-control items-center rounded-control border border-edge px-4 font-semibold" href={`data:text/csv;charset=utf-8,${encodeURIComponent(report.problem_csv)}`} download="rows-to-mend.csv">{say('Save the bad rows with their problems')}</a>}
      </div>
      {good.length > 0 && <Good rows={good} />}
    </div>
  )
}

function BadRow({ row, mended, onMend }: { row: Row; mended: Cells; onMend: (field: string, value: string) => void }) {
  return (
    <Notice tone="should">
      <p className="font-semibold">{say('Row {number}{cells}{tray}', { number: row.number, cells: row.cells.name && `: ${row.cells.name}`, tray: row.cells.tray && `: ${row.cells.child ?? ''}, ${row.cells.tray}` })}</p>
      {row.problems.map((problem, at) => {
        const id = `mend-${row.number}-${at}`
        const first = row.problems.findIndex((each) => each.field === problem.field) === at
        const meant = /^Did you mean (.+)\?$/.exec(problem.hint)?.[1]
        return (
          <div key={id} className="mt-2 grid grid-cols-[minmax(0,1fr)_minmax(9rem,14rem)] items-center gap-3 max-[600px]:grid-cols-1">
            <p><label htmlFor={first ? id : undefined} className="font-semibold">{problem.field}</label>: {problem.message} <span className="text-ink-2">{problem.hint}</span></p>
            {first && (
              <span className="flex gap-2">
                <input id={id} aria-label={say('Row {number}, {field}', { number: row.number, field: problem.field })} className="min-h-control min-w-0 flex-1 rounded-control border border-edge bg-paper px-3" value={mended[problem.field] ?? row.cells[problem.field] ?? ''} onChange={(event) => onMend(problem.field, event.target.value)} />
                {meant && <Button onClick={() => onMend(problem.field, meant)}>{meant}</Button>}
              </span>
            )}
          </div>
        )
      })}
    </Notice>
  )
}

function Changed({ rows }: { rows: readonly Row[] }) {
  if (rows.length === 0) return null
  return (
    <Fold title={<>{say('What would change in {trays}', { trays: say('{n, plural, one {# tray} other {# trays}}', { n: rows.length }) })}</>} titleClass="py-1 font-semibold text-woad">
      <ul className="text-[0.9375rem]">
        {rows.map((row) => <li key={row.number}>{row.cells.name}: {row.changes.map((each) => `${each.field} ${each.before || 'empty'} → ${each.after || 'empty'}`).join('; ')}</li>)}
      </ul>
    </Fold>
  )
}

function Good({ rows }: { rows: readonly Row[] }) {
  return (
    <Fold title={say('The good rows')} titleClass="font-semibold text-woad">
      <ul className="columns-2 text-[0.9375rem] max-[600px]:columns-1">
        {rows.map((row) => <li key={row.number}>{row.cells.name ?? [row.cells.child, row.cells.tray, row.cells.day, row.cells.began].join(', ')}</li>)}
      </ul>
    </Fold>
  )
}

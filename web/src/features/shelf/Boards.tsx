import { say } from '@/lib/say'
import { Field } from '@/ui/Field'
import type { Problem } from '@/lib/http'
import type { Lengths } from '@/lib/words'
import { withBoards, type UnitDraft } from './draft'
import { Option, SelectField } from '@/ui/Select'
import { Tick } from '@/ui/Tick'

type BoardsProps = { draft: UnitDraft; set: (part: Partial<UnitDraft>) => void; setDraft: (next: UnitDraft) => void; lengths: Lengths; problem: Problem | null }

/** The boards by their numbers: height, places, uneven widths from a tape measure, drawers. */
export function Boards({ draft, set, setDraft, lengths, problem }: BoardsProps) {
  const change = (at: number, part: Partial<UnitDraft['boards'][number]>) => set({ boards: draft.boards.map((board, n) => (n === at ? { ...board, ...part } : board)) })
  const divided = draft.boards[0]?.divided ?? true
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="sr-only">{say('Boards')}</legend>
      <div className="flex items-end gap-4">
        <SelectField label={say('Boards')} value={draft.boards.length} onChoose={(picked) => setDraft(withBoards(draft, Number(picked), lengths))} error={problem?.of('boards')}>
          {Array.from({ length: 10 }, (_, n) => <Option key={n} value={n + 1}>{n + 1}</Option>)}
        </SelectField>
        <Tick label={say('Dividers between places')} checked={divided} onChange={(checked) => set({ boards: draft.boards.map((board) => ({ ...board, divided: checked })) })} />
      </div>
      {draft.boards.map((board, at) => (
        <div key={at} className="grid grid-cols-2 items-end gap-2 border-t border-line pt-1">
          <Field label={say('Board {at}{part}, above the floor', { at: at + 1, part: at === 0 && draft.boards.length > 1 ? say(' (top)') : '' })} unit={lengths} inputMode="decimal" value={board.height} error={problem?.of(`boards.${at}.height_mm`)} onChange={(event) => change(at, { height: event.target.value })} />
          <Field label={say('Places on board {at}', { at: at + 1 })} inputMode="numeric" value={board.places} disabled={board.widths.trim() !== '' && divided} error={problem?.of(`boards.${at}.places`)} onChange={(event) => change(at, { places: event.target.value })} />
          {divided && (
            <Field label={say('Uneven places on board {at}', { at: at + 1 })} unit={lengths} className="col-span-2" placeholder={lengths === 'cm' ? '30 25.5 40' : '12 10 16'} inputMode="text"
              hint={at === 0 ? say('The width of each place from the left, with spaces between; empty when all are alike.') : ''} value={board.widths}
              error={problem?.of(`boards.${at}.widths_mm`)} onChange={(event) => change(at, { widths: event.target.value })}
            />
          )}
          {draft.kind === 'shelf' && <Tick label={say('Board {at} is a drawer', { at: at + 1 })} checked={board.drawer} onChange={(checked) => change(at, { drawer: checked })} />}
        </div>
      ))}
    </fieldset>
  )
}

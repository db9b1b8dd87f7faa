/** A card in the editor: the cells of its CSV, one row a level, with several values of a cell on lines of their own. */
import { say } from '@/lib/say'
export type Row = Record<string, string>
export type Draft = { whole: Row; levels: readonly Row[] }

const LEVEL = ['level', 'level_name', 'level_months', 'moves', 'stated', 'container', 'pour', 'roles', 'expects', 'not_yet', 'changes']
/** Cells that hold several values between bars. */
export const LISTS = new Set(['prepares', 'interest', 'steps', 'nature', 'follows', 'words', 'minds', 'themes', 'stated', 'container', 'roles', 'also', 'then', 'tags', 'grid', 'adults_part'])

const opened = (name: string, cell: string) => (LISTS.has(name) ? cell.split('|').map((each) => each.trim()).filter(Boolean).join('\n') : cell)
const closed = (name: string, text: string) => (LISTS.has(name) ? text.split('\n').map((each) => each.trim()).filter(Boolean).join(' | ') : text.trim())
const mapped = (row: Row, how: (name: string, cell: string) => string): Row => Object.fromEntries(Object.entries(row).map(([name, cell]) => [name, how(name, cell)]))

/** A card that holds nothing yet but one level. */
export const EMPTY: Draft = {
  whole: { key: '', name: '', area: 'practical life', from_months: '24', to_months: '60', aim: '', prepares: '', control: '', interest: '', steps: '', clean_up: '', nature: '', follows: '', words: '', morning: '', supervision: 'none', minds: '', cost: 'nothing', themes: '', one_level_because: '' },
  levels: [{ level_name: say('As it is'), level_months: '24', moves: '4', stated: '', container: 'tray\nbasket', pour: '', roles: '', expects: '', not_yet: '', changes: '' }],
}

/** The rows of a card as a draft to write in. */
export function draftOf(rows: readonly Row[]): Draft {
  const first = mapped(rows[0] ?? {}, opened)
  return {
    whole: Object.fromEntries(Object.entries(first).filter(([name]) => !LEVEL.includes(name))),
    levels: rows.map((row) => Object.fromEntries(Object.entries(mapped(row, opened)).filter(([name]) => LEVEL.includes(name)))),
  }
}

/** A draft as rows again. */
export const rowsOf = (draft: Draft): Row[] =>
  draft.levels.map((level, at) => mapped({ ...draft.whole, ...level, level: String(at + 1) }, closed))

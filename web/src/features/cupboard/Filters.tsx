import { inOrder, say, word } from '@/lib/say'
import type { Thing } from './thing'
import { Option, SelectField } from '@/ui/Select'

export type Filter = { colour: string; material: string; subject: string }
export const NO_FILTER: Filter = { colour: '', material: '', subject: '' }

/** Whether a thing has what is asked for. */
export const fits = (thing: Thing, { colour, material, subject }: Filter): boolean =>
  (!colour || thing.colours.includes(colour)) && (!material || thing.material === material) && (!subject || thing.subject === subject)

const sorted = (words: readonly string[]): string[] => [...new Set(words.filter(Boolean))].sort((a, b) => inOrder(word(a), word(b)))

/** Things by colour, by what they are made of, by what they show: only what there is can be chosen. */
export function Filters({ things, filter, onFilter }: { things: readonly Thing[]; filter: Filter; onFilter: (filter: Filter) => void }) {
  const lists = [
    ['colour', say('Colour'), sorted(things.flatMap((each) => each.colours))], ['material', say('Made of'), sorted(things.map((each) => each.material))],
    ['subject', say('Shows'), sorted(things.map((each) => each.subject))],
  ] as const
  return lists.map(([key, label, words]) => words.length > 0 && (
    <SelectField key={key} label={label} className="w-36" value={filter[key]} onChoose={(picked) => onFilter({ ...filter, [key]: picked })}>
      <Option value="">{say('any')}</Option>{words.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}
    </SelectField>
  ))
}

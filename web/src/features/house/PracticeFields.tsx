import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field, SelectField } from '@/ui/Field'
import type { Problem } from '@/lib/http'

export type PracticeValues = Readonly<Record<string, string | number>>

const LOOKS = [
  { value: 'weekly', label: 'By signs, looked at once a week' }, { value: 'daily', label: 'By signs, looked at every day' },
  { value: 'calendar', label: 'By the calendar' }, { value: 'calendar, by signs', label: 'Looked at by the calendar, changed by signs' },
] as const
const THEMES = [{ value: 'gently', label: 'A few trays a day' }, { value: 'whole shelf', label: 'All on its first day' }] as const
const BUDGETS = [{ value: 'nothing', label: 'nothing' }, { value: 'little', label: 'a little' }, { value: 'some', label: 'some' }, { value: 'much', label: 'much' }] as const
const MASTERY = [{ value: 'criterion', label: 'The criterion' }, { value: 'estimate', label: 'The estimate' }] as const
const LETTERS = [{ value: 'sounds first', label: 'Sounds first' }, { value: 'names first', label: 'Names first' }] as const
const BOARDS = [{ value: 'by area', label: 'As the plan leans' }, { value: 'one ladder', label: 'One ladder' }] as const
const SNACK = [
  { value: 'by pouring', label: 'By pouring that goes well' }, { value: 'water alone', label: 'Water alone' }, { value: 'one dry food', label: 'One dry food' }, { value: 'food to prepare', label: 'Food to prepare' },
] as const
const REFILL = [{ value: 'not refilled', label: 'Not' }, { value: 'once', label: 'Once' }, { value: 'when empty', label: 'When empty' }] as const
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
const NUMBERS = [
  ['changes_at_once', 'Changes at one look, at most', ''], ['pause_cycles', 'A new tray settles for', 'work cycles'], ['pause_days', 'or for', 'days'],
  ['ignored_cycles', 'Never called ignored before', 'work cycles'], ['rest_days', 'A rest lasts', 'days'], ['rest_too_hard_days', 'after too hard', 'days'],
  ['showings_a_day', 'Showings a day, at most', ''], ['invitations', 'Invitations for a child a day, 3 to 6', ''], ['near_window_months', 'Trays from so long before their age', 'months'],
  ['snack_pouring_days', 'Snack: water alone until pouring went well on', 'days'], ['snack_dry_days', 'Snack: one dry food for', 'days'],
  ['snack_pieces_small', 'Snack: pieces for one under three', ''], ['snack_pieces', 'Snack: pieces for one from three', ''],
  ['calendar_days', 'By the calendar, every', 'days'], ['prepare_min', 'To make and prepare a day, if nobody says', 'minutes'], ['buy_days', 'Bought before it is needed', 'days'],
] as const

type PracticeFieldsProps = { told: PracticeValues; usual: PracticeValues; onTell: (told: PracticeValues) => void; problem: Problem | null }

/** How this house rotates and judges. What is left empty stays as usual. */
export function PracticeFields({ told, usual, onTell, problem }: PracticeFieldsProps) {
  const holds = (name: string) => String(told[name] ?? usual[name] ?? '')
  const set = (name: string, value: string | number | null) => {
    const rest = Object.entries(told).filter(([each]) => each !== name)
    onTell(Object.fromEntries(value === null || value === usual[name] ? rest : [...rest, [name, value]]))
  }
  return (
    <details>
      <summary className="py-1 font-semibold text-woad">How this house changes its shelves</summary>
      <div className="flex flex-col gap-3 pt-1">
        <SelectField label="The shelves change" value={holds('look')} onChange={(event) => set('look', event.target.value)}>{LOOKS.map((each) => <option key={each.value} value={each.value}>{each.label}</option>)}</SelectField>
        {holds('look') === 'weekly' && (
          <SelectField label="On" value={holds('look_day')} hint="On the other days Today says what that look would propose." onChange={(event) => set('look_day', Number(event.target.value))}>
            {DAYS.map((day, at) => <option key={day} value={at}>{day}</option>)}
          </SelectField>
        )}
        {holds('look').startsWith('calendar') && <p className="text-sm text-ink-3">By the calendar what stood longest and is taken least goes on its day, whatever the signs; what is loved stays all the same. With “changed by signs” the calendar only says when to look.</p>}
        <ChoiceRow label="A theme comes" choices={THEMES} value={holds('theme_change') as 'gently' | 'whole shelf'} onChange={(value) => set('theme_change', value)} />
        <SelectField label="A theme may cost" value={holds('budget')} onChange={(event) => set('budget', event.target.value)}>{BUDGETS.map((each) => <option key={each.value} value={each.value}>{each.label}</option>)}</SelectField>
        <ChoiceRow label="Mastered by" choices={MASTERY} value={holds('mastery') as 'criterion' | 'estimate'} onChange={(value) => set('mastery', value)} />
        <p className="text-sm text-ink-3">The criterion counts unaided work on several days; the estimate reckons from every piece of work how likely the next goes alone. Your own word stands above both.</p>
        <ChoiceRow label="Letters" choices={LETTERS} value={holds('letters') as 'sounds first' | 'names first'} onChange={(value) => set('letters', value)} />
        <SelectField label="The snack table grows" value={holds('snack_stage')} onChange={(event) => set('snack_stage', event.target.value)}>{SNACK.map((each) => <option key={each.value} value={each.value}>{each.label}</option>)}</SelectField>
        <ChoiceRow label="The snack bowl is filled again" choices={REFILL} value={holds('snack_refill') as 'not refilled' | 'once' | 'when empty'} onChange={(value) => set('snack_refill', value)} />
        <ChoiceRow label="A board holds" choices={BOARDS} value={holds('boards') as 'by area' | 'one ladder'} onChange={(value) => set('boards', value)} />
        <div className="grid grid-cols-2 gap-3 max-[500px]:grid-cols-1">
          {NUMBERS.map(([name, label, unit]) => (
            <Field key={name} label={label} {...(unit ? { unit } : {})} inputMode="numeric" placeholder={String(usual[name] ?? '')} value={String(told[name] ?? '')} error={problem?.of(`practice.${name}`) ?? problem?.of(name)}
              onChange={(event) => set(name, event.target.value.trim() === '' ? null : typed(event.target.value))} />
          ))}
        </div>
        <p className="text-sm text-ink-3">Empty fields stay as usual; the usual number stands in them, pale.</p>
      </div>
    </details>
  )
}

/** A number where one was typed, or the words themselves: the program says what is wrong with them. */
const typed = (text: string): string | number => (/^\d{1,6}$/.test(text.trim()) ? Number(text) : text)

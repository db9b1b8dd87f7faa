import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field, SelectField } from '@/ui/Field'
import type { Problem } from '@/lib/http'

export type PracticeValues = Readonly<Record<string, string | number>>

const LOOKS = [{ value: 'weekly', label: 'Once a week' }, { value: 'daily', label: 'Every day' }] as const
const MASTERY = [{ value: 'criterion', label: 'The criterion' }, { value: 'estimate', label: 'The estimate' }] as const
const LETTERS = [{ value: 'sounds first', label: 'Sounds first' }, { value: 'names first', label: 'Names first' }] as const
const BOARDS = [{ value: 'by area', label: 'As the plan leans' }, { value: 'one ladder', label: 'One ladder' }] as const
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
const NUMBERS = [
  ['changes_at_once', 'Changes at one look, at most', ''], ['pause_cycles', 'A new tray settles for', 'work cycles'], ['pause_days', 'or for', 'days'],
  ['ignored_cycles', 'Never called ignored before', 'work cycles'], ['rest_days', 'A rest lasts', 'days'], ['rest_too_hard_days', 'after too hard', 'days'],
  ['showings_a_day', 'Showings a day, at most', ''], ['invitations', 'Invitations for a child a day, 3 to 6', ''], ['near_window_months', 'Trays from so long before their age', 'months'],
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
        <ChoiceRow label="Look at the shelves" choices={LOOKS} value={holds('look') as 'weekly' | 'daily'} onChange={(value) => set('look', value)} />
        {holds('look') === 'weekly' && (
          <SelectField label="On" value={holds('look_day')} hint="On the other days Today says what that look would propose." onChange={(event) => set('look_day', Number(event.target.value))}>
            {DAYS.map((day, at) => <option key={day} value={at}>{day}</option>)}
          </SelectField>
        )}
        <ChoiceRow label="Mastered by" choices={MASTERY} value={holds('mastery') as 'criterion' | 'estimate'} onChange={(value) => set('mastery', value)} />
        <p className="text-sm text-ink-3">The criterion counts unaided work on several days; the estimate reckons from every piece of work how likely the next goes alone. Your own word stands above both.</p>
        <ChoiceRow label="Letters" choices={LETTERS} value={holds('letters') as 'sounds first' | 'names first'} onChange={(value) => set('letters', value)} />
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

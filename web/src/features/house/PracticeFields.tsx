import { WEEKDAYS_LONG } from '@/lib/days'
import { say, word } from '@/lib/say'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Field } from '@/ui/Field'
import type { Problem } from '@/lib/http'
import { Fold } from '@/ui/Fold'
import { Option, SelectField } from '@/ui/Select'

export type PracticeValues = Readonly<Record<string, string | number>>

const LOOKS = [
  { value: 'weekly', label: say('By signs, looked at once a week') }, { value: 'daily', label: say('By signs, looked at every day') },
  { value: 'calendar', label: say('By the calendar') }, { value: 'calendar, by signs', label: say('Looked at by the calendar, changed by signs') },
] as const
const THEMES = [{ value: 'gently', label: say('A few trays a day') }, { value: 'whole shelf', label: say('All on its first day') }] as const
const BUDGETS = [{ value: 'nothing', label: say('nothing') }, { value: 'little', label: say('a little') }, { value: 'some', label: say('some') }, { value: 'much', label: say('much') }] as const
const MASTERY = [{ value: 'criterion', label: say('The criterion') }, { value: 'estimate', label: say('The estimate') }] as const
const LETTERS = [{ value: 'sounds first', label: say('Sounds first') }, { value: 'names first', label: say('Names first') }] as const
const BOARDS = [{ value: 'by area', label: say('As the plan leans') }, { value: 'one ladder', label: say('One ladder') }] as const
const SNACK = [
  { value: 'by pouring', label: say('By pouring that goes well') }, { value: 'water alone', label: say('Water alone') }, { value: 'one dry food', label: say('One dry food') }, { value: 'food to prepare', label: say('Food to prepare') },
] as const
const REFILL = [{ value: 'not refilled', label: say('Not') }, { value: 'once', label: say('Once') }, { value: 'when empty', label: say('When empty') }] as const
const NUMBERS = [
  ['changes_at_once', say('Changes at one look, at most'), ''], ['pause_cycles', say('A new tray settles for'), say('work cycles')], ['pause_days', say('or for'), say('days')],
  ['ignored_cycles', say('Never called ignored before'), say('work cycles')], ['rest_days', say('A rest lasts'), say('days')], ['rest_too_hard_days', say('after too hard'), say('days')],
  ['showings_a_day', say('Showings a day, at most'), ''], ['invitations', say('Invitations for a child a day, 3 to 6'), ''], ['near_window_months', say('Trays from so long before their age'), say('months')],
  ['snack_pouring_days', say('Snack: water alone until pouring went well on'), say('days')], ['snack_dry_days', say('Snack: one dry food for'), say('days')],
  ['snack_pieces_small', say('Snack: pieces for one under three'), ''], ['snack_pieces', say('Snack: pieces for one from three'), ''],
  ['calendar_days', say('By the calendar, every'), say('days')], ['prepare_min', say('To make and prepare a day, if nobody says'), say('minutes')], ['buy_days', say('Bought before it is needed'), say('days')],
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
    <Fold title={say('How this house changes its shelves')} titleClass="font-semibold text-woad">
      <div className="flex flex-col gap-3 pt-1">
        <SelectField label={say('The shelves change')} value={holds('look')} onChoose={(picked) => set('look', picked)}>{LOOKS.map((each) => <Option key={each.value} value={each.value}>{each.label}</Option>)}</SelectField>
        {holds('look') === 'weekly' && (
          <SelectField label={say('On')} value={holds('look_day')} hint={say('On the other days Today says what that look would propose.')} onChoose={(picked) => set('look_day', Number(picked))}>
            {WEEKDAYS_LONG.map((day, at) => <Option key={day} value={at}>{word(day)}</Option>)}
          </SelectField>
        )}
        {holds('look').startsWith('calendar') && <p className="text-sm text-ink-3">{say('By the calendar what stood longest and is taken least goes on its day, whatever the signs; what is loved stays all the same. With “changed by signs” the calendar only says when to look.')}</p>}
        <ChoiceRow label={say('A theme comes')} choices={THEMES} value={holds('theme_change') as 'gently' | 'whole shelf'} onChange={(value) => set('theme_change', value)} />
        <SelectField label={say('A theme may cost')} value={holds('budget')} onChoose={(picked) => set('budget', picked)}>{BUDGETS.map((each) => <Option key={each.value} value={each.value}>{each.label}</Option>)}</SelectField>
        <ChoiceRow label={say('Mastered by')} choices={MASTERY} value={holds('mastery') as 'criterion' | 'estimate'} onChange={(value) => set('mastery', value)} />
        <p className="text-sm text-ink-3">{say('The criterion counts unaided work on several days; the estimate reckons from every piece of work how likely the next goes alone. Your own word stands above both.')}</p>
        <ChoiceRow label={say('Letters')} choices={LETTERS} value={holds('letters') as 'sounds first' | 'names first'} onChange={(value) => set('letters', value)} />
        <SelectField label={say('The snack table grows')} value={holds('snack_stage')} onChoose={(picked) => set('snack_stage', picked)}>{SNACK.map((each) => <Option key={each.value} value={each.value}>{each.label}</Option>)}</SelectField>
        <ChoiceRow label={say('The snack bowl is filled again')} choices={REFILL} value={holds('snack_refill') as 'not refilled' | 'once' | 'when empty'} onChange={(value) => set('snack_refill', value)} />
        <ChoiceRow label={say('A board holds')} choices={BOARDS} value={holds('boards') as 'by area' | 'one ladder'} onChange={(value) => set('boards', value)} />
        <div className="grid grid-cols-2 gap-3 max-[500px]:grid-cols-1">
          {NUMBERS.map(([name, label, unit]) => (
            <Field key={name} label={label} {...(unit ? { unit } : {})} inputMode="numeric" placeholder={String(usual[name] ?? '')} value={String(told[name] ?? '')} error={problem?.of(`practice.${name}`) ?? problem?.of(name)}
              onChange={(event) => set(name, event.target.value.trim() === '' ? null : typed(event.target.value))}
            />
          ))}
        </div>
        <p className="text-sm text-ink-3">{say('Empty fields stay as usual; the usual number stands in them, pale.')}</p>
      </div>
    </Fold>
  )
}

/** A number where one was typed, or the words themselves: the program says what is wrong with them. */
const typed = (text: string): string | number => (/^\d{1,6}$/.test(text.trim()) ? Number(text) : text)

import { LANGUAGES } from '@/lib/say'
import { SelectField } from './Field'

/** A language by what it calls itself; `as` is what no choice means, where there may be none. */
export function LanguageField({ label, value, as, onChange }: { label: string; value: string; as?: string; onChange: (code: string) => void }) {
  return (
    <SelectField label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {as !== undefined && <option value="">{as}</option>}
      {Object.entries(LANGUAGES).map(([code, name]) => <option key={code} value={code} lang={code}>{name}</option>)}
    </SelectField>
  )
}

import { LANGUAGES } from '@/lib/say'
import { Option, SelectField } from './Select'

/** A language by what it calls itself; `as` is what no choice means, where there may be none. */
export function LanguageField({ label, value, as, onChange }: { label: string; value: string; as?: string; onChange: (code: string) => void }) {
  return (
    <SelectField label={label} value={value} onChoose={onChange}>
      {as !== undefined && <Option value="">{as}</Option>}
      {Object.entries(LANGUAGES).map(([code, name]) => <Option key={code} value={code} lang={code}>{name}</Option>)}
    </SelectField>
  )
}

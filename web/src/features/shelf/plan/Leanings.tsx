import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { answer, client } from '@/lib/http'
import { refresh, sessionQuery } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

const ROWS = [
  { key: 'rather_new', label: say('Known or new'), low: say('Rather familiar'), high: say('Rather new') },
  { key: 'rather_by_area', label: say('Areas'), low: say('Rather mixed'), high: say('Rather together') },
  { key: 'rather_full', label: say('How much is out'), low: say('Rather calm'), high: say('Rather full') },
] as const
type Key = (typeof ROWS)[number]['key']

/** What this house prefers where the rules leave a choice. Kept for the next plan. */
export function Leanings() {
  const { data: session } = useQuery(sessionQuery)
  const house = session?.household
  if (!house) return null
  const set = async (key: Key, value: number) => {
    const { rather_new, rather_by_area, rather_full } = house
    await answer(client.PUT('/api/household/leanings', { body: { rather_new, rather_by_area, rather_full, [key]: value } }))
    await refresh()
  }
  return (
    <Fold title={say('What this house prefers')} className="rounded-control border border-line px-3 py-2" titleClass="font-semibold">
      <div className="mt-2 flex flex-col gap-3">
        {ROWS.map(({ key, label, low, high }) => (
          <ChoiceRow key={key} label={label} value={String(house[key])} onChange={(value) => void set(key, Number(value))}
            choices={[{ value: '-1', label: low }, { value: '0', label: say('As it comes') }, { value: '1', label: high }]}
          />
        ))}
      </div>
    </Fold>
  )
}

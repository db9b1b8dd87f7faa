import { memo } from 'react'
import { say } from '@/lib/say'
import { ChoiceRow } from './ChoiceRow'

type GroupChoiceProps = { label: string; groups: readonly { id: number; name: string }[]; group: number | null; onGroup: (group: number | null) => void }

/** Everybody, or one group of children; nothing where the house has no groups. */
export const GroupChoice = memo(function GroupChoice({ label, groups, group, onGroup }: GroupChoiceProps) {
  if (groups.length === 0) return null
  const choices = [{ value: '0', label: say('everybody') }, ...groups.map((each) => ({ value: String(each.id), label: each.name }))]
  return <div className="no-print"><ChoiceRow label={label} choices={choices} value={String(group ?? 0)} onChange={(id) => onGroup(Number(id) || null)} /></div>
})

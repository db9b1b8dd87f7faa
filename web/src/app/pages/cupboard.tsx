import { useSearchParams } from 'react-router'
import { CupboardView } from '@/features/cupboard/CupboardView'
import { weighButton } from '@/features/weigh/Weigh'
import { useHouse, usePeople } from '../session'

const PARTS = ['things', 'trays', 'bins', 'making', 'files'] as const

export function Page() {
  const [search, setSearch] = useSearchParams()
  const asked = PARTS.find((each) => each === search.get('part'))
  const part = asked ?? (search.has('tray') ? 'trays' : search.has('bin') ? 'bins' : 'things')
  return (
    <CupboardView people={usePeople().people} lengths={useHouse().lengths} part={part} onPart={(next) => setSearch({ part: next })}
      thing={Number(search.get('thing')) || null} tray={Number(search.get('tray')) || null} bin={Number(search.get('bin')) || null} weigh={weighButton}
    />
  )
}

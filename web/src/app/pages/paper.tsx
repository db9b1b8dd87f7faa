import { useSearchParams } from 'react-router'
import { KINDS, PaperView, type Kind } from '@/features/paper/PaperView'

export function Page() {
  const [search, setSearch] = useSearchParams()
  const asked = search.get('kind')
  const kind: Kind = KINDS.find((each) => each === asked) ?? 'tray-cards'
  const ids = (search.get('ids') ?? '').split(',').filter(Boolean)
  const set = (told: { kind: Kind; ids: readonly string[]; key: string }) =>
    setSearch({ kind: told.kind, ...(told.ids.length ? { ids: told.ids.join(',') } : {}), ...(told.key ? { key: told.key } : {}) }, { replace: true })
  return <PaperView kind={kind} ids={ids} chosen={search.get('key') ?? ''} onChoose={set} />
}

import { useSearchParams } from 'react-router'
import { CatalogueView } from '@/features/catalogue/CatalogueView'
import { usePeople } from '../session'

export function Page() {
  const [search, setSearch] = useSearchParams()
  const part = search.has('edit') ? 'edit' : search.has('copy') ? 'copy' : search.has('new') ? 'new' : 'read'
  const go = (card: string, next: 'read' | 'edit' | 'copy' | 'new' = 'read') =>
    setSearch({ ...(card ? { card } : {}), ...(next === 'read' ? {} : { [next]: '1' }) })
  return <CatalogueView people={usePeople().people} card={search.get('card') ?? ''} part={part} onGo={go} />
}

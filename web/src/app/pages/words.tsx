import { useSearchParams } from 'react-router'
import { WordsView } from '@/features/words/WordsView'
import { useChildren } from '../session'

export function Page() {
  const [params, setParams] = useSearchParams()
  const people = useChildren()
  return <WordsView people={people} child={Number(params.get('child')) || (people[0]?.id ?? 0)} onChild={(id) => setParams({ child: String(id) }, { replace: true })} />
}

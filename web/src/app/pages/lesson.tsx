import { useSearchParams } from 'react-router'
import { LessonView } from '@/features/words/LessonView'

export function Page() {
  const [params, setParams] = useSearchParams()
  const put = (name: string, value: string) => setParams((told) => { if (value) told.set(name, value); else told.delete(name); return told }, { replace: true })
  return (
    <LessonView child={Number(params.get('child'))} set={params.get('set') ?? ''} more={Number(params.get('more')) || 0} through={params.get('ask') === 'all'}
      onMore={(more) => put('more', String(more))} onThrough={(through) => put('ask', through ? 'all' : '')}
    />
  )
}

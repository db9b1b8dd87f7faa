import { useSearchParams } from 'react-router'
import { LessonView } from '@/features/words/LessonView'

export function Page() {
  const [params] = useSearchParams()
  return <LessonView child={Number(params.get('child'))} set={params.get('set') ?? ''} />
}

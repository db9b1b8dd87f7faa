import { Picture } from '@/ui/drawing/Picture'
import type { Schemas } from '@/lib/http'

type Step = Schemas['StepOut']
export const photoPath = (routine: string, step: string) => `/api/routines/${encodeURIComponent(routine)}/steps/${encodeURIComponent(step)}/photo`

/** What a step is followed by: the house's photograph, else the drawing. */
export function StepPicture({ routine, step, size = 56 }: { routine: string; step: Step; size?: number }) {
  if (step.photo) return <img src={`${photoPath(routine, step.key)}.jpg`} alt="" width={size} height={size} className="shrink-0 rounded-md border border-line object-cover" style={{ width: size, height: size }} />
  return <Picture name={step.picture} size={size} />
}

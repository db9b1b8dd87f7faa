/** Looks round the room wait here until the server has them. Each has a key of its own and is taken once. */
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'

export type SweepBody = Schemas['SweepIn']

const KEY = 'zither-awl:sweeps'
const BUZZ = 'zither-awl:sweep-buzz'

const read = (): SweepBody[] => JSON.parse(localStorage.getItem(KEY) ?? '[]') as SweepBody[]
const keep = (waiting: readonly SweepBody[]) => localStorage.setItem(KEY, JSON.stringify(waiting))

/** Whether a due look is told by a quiet buzz on this device. */
export const buzzes = (): boolean => localStorage.getItem(BUZZ) === 'on'
export const switchBuzz = (on: boolean): void => localStorage.setItem(BUZZ, on ? 'on' : 'off')

/** Keep a look on this device, and send what waits, oldest first. Says how many still wait, and what was refused. */
export async function sendSweeps(fresh?: SweepBody): Promise<{ waiting: number; refused: string }> {
  if (fresh) keep([...read(), fresh])
  let [first] = read()
  let refused = ''
  while (first) {
    const { key } = first
    try {
      await answer(client.POST('/api/sweeps', { body: first }))
    } catch (error) {
      if (!(error instanceof Problem) || error.status !== 422) return { waiting: read().length, refused }
      refused = error.message
    }
    keep(read().filter((each) => each.key !== key))
    first = read()[0]
  }
  await refresh()
  return { waiting: 0, refused }
}

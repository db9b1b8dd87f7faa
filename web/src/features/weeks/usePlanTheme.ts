import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh, themePlanQuery } from '@/lib/queries'
import { useWrite } from '@/ui/useWrite'

export type ThemeAsk = Schemas['ThemePlanIn']
export type ThemePlan = Schemas['ThemePlanOut']

/** One conversation about a theme: what is asked, how far the planner is, what came of it, and taking it. */
export function usePlanTheme() {
  const [asked, setAsked] = useState<ThemeAsk | null>(null)
  const [id, setId] = useState<number | null>(null)
  const { data: solve } = useQuery(themePlanQuery(id))
  const start = useWrite(async (next: ThemeAsk) => {
    setAsked(next)
    setId(Number((await answer(client.POST('/api/themes/plan', { body: next }))).id))
  })
  const stop = useWrite(async () => { if (id !== null) await answer(client.POST('/api/plan/{solve_id}/stop', { params: { path: { solve_id: id } } })) })
  const take = useWrite(async (refs: readonly string[], song: string, outing: string, done: (theme: number) => void) => {
    if (id === null) return
    const taken = await answer(client.POST('/api/themes/plan/{solve_id}/take', { params: { path: { solve_id: id } }, body: { refs: [...refs], song, outing } }))
    await refresh()
    done(Number(taken.id))
  })
  const working = start.busy || (id !== null && (solve === undefined || solve.status === 'working'))
  return { asked, solve: id === null ? undefined : solve, start, stop, take, working }
}

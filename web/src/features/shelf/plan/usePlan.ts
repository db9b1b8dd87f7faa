import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, client } from '@/lib/http'
import { refresh, solveQuery } from '@/lib/queries'
import { useWrite } from '@/ui/useWrite'
import { firstAsked, type Asked } from './asked'

/** One conversation with the planner: what is asked, how far it is, and what came of it. */
export function usePlan(standing: number) {
  const [asked, setAsked] = useState<Asked>(() => firstAsked(standing))
  const [id, setId] = useState<number | null>(null)
  const { data: solve } = useQuery(solveQuery(id))
  const start = useWrite(async (next: Asked) => {
    setAsked(next)
    const { changes, pins, bans, by_hand, wanted, more, without } = next
    const body = { changes, pins: pins.map((each) => ({ ...each })), bans: [...bans], by_hand: [...by_hand], wanted: [...wanted], more: { ...more }, without: [...without] }
    setId(Number((await answer(client.POST('/api/plan', { body }))).id))
  })
  const stop = useWrite(async () => { if (id !== null) await answer(client.POST('/api/plan/{solve_id}/stop', { params: { path: { solve_id: id } } })) })
  const accept = useWrite(async (trays: readonly number[] | null) => {
    if (id === null) return
    await answer(client.POST('/api/plan/{solve_id}/accept', { params: { path: { solve_id: id } }, body: { trays: trays ? [...trays] : null } }))
    setId(null)
    await refresh()
  })
  const forget = () => { setId(null); setAsked(firstAsked(standing)) }
  return { asked, setAsked, id, solve: id === null ? undefined : solve, start, stop, accept, forget, working: start.busy || (id !== null && (solve === undefined || solve.status === 'working')) }
}

export type Planning = ReturnType<typeof usePlan>

/** Why a tray is not in the plan, or not on a spot: the rules at once, or after the planner tried it. */
export function useWhyNot(planId: number | null, tray: number) {
  const [solveId, setSolveId] = useState<number | null>(null)
  const [rules, setRules] = useState<Awaited<ReturnType<typeof askWhy>>['reasons']>([])
  const { data: solve } = useQuery(solveQuery(solveId))
  const ask = useWrite(async (spot: { unit_id: number; board: number; place: number } | null) => {
    if (planId === null) return
    setRules([])
    setSolveId(null)
    const said = await askWhy(planId, tray, spot)
    setRules(said.reasons)
    setSolveId(said.solve)
  })
  return { ask, rules, solve: solveId === null ? undefined : solve, working: ask.busy || (solveId !== null && (solve === undefined || solve.status === 'working')) }
}

const askWhy = (planId: number, tray: number, spot: { unit_id: number; board: number; place: number } | null) =>
  answer(client.POST('/api/plan/{solve_id}/why', { params: { path: { solve_id: planId } }, body: { tray, spot } }))

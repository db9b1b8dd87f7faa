import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { answer, client, Problem, writes } from '@/lib/http'
import { write } from '@/lib/outbox'
import { queryClient, refresh, shelfQuery } from '@/lib/queries'
import { impossible } from '@/lib/impossible'
import type { Action, Placement, Shelf, Spot } from './types'

/** What a person asked for on the shelf. */
export type Ask =
  | { kind: 'move'; tray: number; to: Spot | null; byHand: boolean }
  | { kind: 'act'; action: Action }
  | { kind: 'for'; tray: number; children: number[] }
  | { kind: 'shown'; tray: number; child: number }

/** Two windows changed one unit: what stood here, what stands there now, and what was asked. */
export type Clash = { ask: Ask; mine: Shelf; theirs: Shelf; message: string }

const versionsOf = (shelf: Shelf) => Object.fromEntries(shelf.units.map((unit) => [String(unit.id), unit.version]))

function send(ask: Ask, shelf: Shelf): Promise<unknown> {
  const versions = versionsOf(shelf)
  switch (ask.kind) {
    case 'move':
      return answer(client.POST('/api/shelf/move', { body: { tray_id: ask.tray, to: ask.to, by_hand: ask.byHand, versions } }))
    case 'act': {
      const { kind, tray, to, other, unit, child } = ask.action
      return answer(client.POST('/api/shelf/act', { body: { action: { kind, tray, to, other, unit, child }, versions } }))
    }
    case 'for':
      return answer(client.PUT('/api/trays/{tray_id}/children', { params: { path: { tray_id: ask.tray } }, body: { children: ask.children } }))
    case 'shown':
      write({ kind: 'showed', child_id: ask.child, tray_id: ask.tray })
      return Promise.resolve()
    default:
      return impossible(ask)
  }
}

/** The shelf as it will look once a move is accepted, so that the hand does not wait for the server. */
function moved(shelf: Shelf, ask: Ask): Shelf {
  if (ask.kind !== 'move') return shelf
  const others = shelf.placements.filter((each) => each.tray_id !== ask.tray)
  const here: Placement[] = ask.to ? [{ tray_id: ask.tray, spot: ask.to, spot_words: '', spoken: '', by_hand: ask.byHand, since: '' }] : []
  return { ...shelf, placements: [...others, ...here] }
}

/** The shelf, and one way to change it that tells of a clash instead of overwriting. */
export function useShelf() {
  const { data: shelf, error } = useQuery(shelfQuery)
  const [clash, setClash] = useState<Clash | null>(null)
  const [failed, setFailed] = useState<Error | null>(null)
  const ask = useMemo(() => async (what: Ask): Promise<void> => {
    const before = queryClient.getQueryData<Shelf>(shelfQuery.queryKey)
    if (!before) return
    setFailed(null)
    writes()
    queryClient.setQueryData(shelfQuery.queryKey, moved(before, what))
    try {
      await send(what, before)
      await refresh()
    } catch (problem) {
      const theirs = await queryClient.query({ ...shelfQuery, staleTime: 0 }).catch(() => before)
      queryClient.setQueryData(shelfQuery.queryKey, theirs)
      if (problem instanceof Problem && problem.status === 409) setClash({ ask: what, mine: before, theirs, message: problem.message })
      else setFailed(problem instanceof Error ? problem : new Error(String(problem)))
    }
  }, [])
  return { shelf, error, ask, clash, failed, settle: () => setClash(null), clearFailed: () => setFailed(null) }
}

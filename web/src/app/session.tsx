import { useQuery } from '@tanstack/react-query'
import { childrenQuery, sessionQuery } from '@/lib/queries'
import type { Lengths } from '@/lib/words'

/** Who lives here, once it is known. */
export function useSession() {
  const { data: session, error } = useQuery(sessionQuery)
  return { session, error }
}

/** How this house measures, where it is, and what day it is there. */
export function useHouse(): { lengths: Lengths; zone: string; today: string; now: string } {
  const { session } = useSession()
  return {
    lengths: session?.household?.lengths ?? 'cm', zone: session?.household?.zone ?? 'UTC',
    today: session?.today ?? '', now: session?.now ?? new Date().toISOString(),
  }
}

/** The children of the house now. */
export function useChildren() {
  const { data } = useQuery(childrenQuery)
  return data?.children ?? []
}

/** The children of the house, for views that name them. */
export function usePeople() {
  const { data } = useQuery(childrenQuery)
  return { people: [...(data?.children ?? []), ...(data?.archived ?? [])], zone: useHouse().zone }
}

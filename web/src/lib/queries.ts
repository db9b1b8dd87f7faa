/** Every question to the server, once. A write makes all of them stale: one house, one truth. */
import { keepPreviousData, QueryClient, queryOptions, type QueryKey } from '@tanstack/react-query'
import { answer, client, keepToken, type Schemas } from './http'
import { measureIn } from './measure'
import { toldTime } from './time'

export const queryClient = new QueryClient({
  defaultOptions: { queries: { staleTime: 15_000, retry: false, refetchOnWindowFocus: true } },
})

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async () => {
    const session = await answer(client.GET('/api/session'))
    keepToken(session.csrf_token)
    measureIn(session.household?.lengths ?? 'cm')
    return session
  },
  staleTime: 60_000,
})
/** A new token for writes: the one at hand was of another session. */
export const renewToken = async (): Promise<void> => { keepToken((await answer(client.GET('/api/session'))).csrf_token) }
export const saidQuery = (child: number) => queryOptions({ queryKey: ['said', child], queryFn: () => answer(client.GET('/api/children/{child_id}/said', { params: { path: { child_id: child } } })) })
export const welcomeQuery = queryOptions({ queryKey: ['welcome'], queryFn: () => answer(client.GET('/api/welcome')) })
/** The next question about what a child knows, after these answers. */
export const askingQuery = (child: number, answers: readonly Schemas['LevelAnswerIn'][]) => queryOptions({
  queryKey: ['asking', child, answers], placeholderData: keepPreviousData,
  queryFn: () => answer(client.POST('/api/children/{child_id}/asking', { params: { path: { child_id: child } }, body: { answers: [...answers] } })),
})
/** The first shelf, asked after again until it is arranged. */
export const firstQuery = (id: number | null) => queryOptions({
  queryKey: ['first-shelf', id], queryFn: () => answer(client.GET('/api/first-shelf/{solve_id}', { params: { path: { solve_id: id ?? 0 } } })),
  enabled: id !== null, refetchInterval: (query) => (query.state.data && query.state.data.status !== 'working' ? false : 300),
})
export const shelfQuery = queryOptions({ queryKey: ['shelf'], queryFn: () => answer(client.GET('/api/shelf')) })
export const cupboardQuery = queryOptions({ queryKey: ['cupboard'], queryFn: () => answer(client.GET('/api/cupboard')) })
export const thingsQuery = queryOptions({ queryKey: ['things'], queryFn: () => answer(client.GET('/api/things')) })
export const walkQuery = queryOptions({ queryKey: ['things', 'walk'], queryFn: () => answer(client.GET('/api/things/walk')) })
export const makingQuery = queryOptions({ queryKey: ['making'], queryFn: () => answer(client.GET('/api/making')) })
/** What was typed of a thing, as it is understood. */
export const readQuery = (typed: string) => queryOptions({
  queryKey: ['things', 'read', typed], queryFn: () => answer(client.POST('/api/things/read', { body: { typed, kind: '', bin: '' } })), enabled: typed !== '',
})
export const findQuery = (letters: string) => queryOptions({
  queryKey: ['find', letters], queryFn: () => answer(client.GET('/api/find', { params: { query: { letters } } })),
  enabled: letters.trim().length > 0,
})
export const catalogueQuery = queryOptions({ queryKey: ['catalogue'], queryFn: () => answer(client.GET('/api/catalogue')) })
export const cardQuery = (key: string) => queryOptions({
  queryKey: ['catalogue', key], queryFn: () => answer(client.GET('/api/catalogue/{key}', { params: { path: { key } } })), enabled: key !== '',
})
export const paperChoicesQuery = queryOptions({ queryKey: ['paper-choices'], queryFn: () => answer(client.GET('/api/paper/choices')) })
export type PaperKind = 'tray-cards' | 'bin-labels' | 'word-cards' | 'set-up-list' | 'routine' | 'routine-strip' | 'ring-cards' | 'pictures'
export type PaperOrder = { kind: PaperKind; paper: 'A4' | 'Letter'; ids: string; key: string; languages: 'first' | 'second' | 'both'; group?: number }
export const previewQuery = (order: PaperOrder, enabled: boolean) => queryOptions({
  queryKey: ['preview', order], queryFn: () => answer(client.GET('/api/paper/preview', { params: { query: order } })), enabled, placeholderData: keepPreviousData,
})
/** The scale, asked again and again while somebody weighs. */
export const scaleQuery = queryOptions({ queryKey: ['scale'], queryFn: () => answer(client.GET('/api/scale')), refetchInterval: 150, staleTime: 0, gcTime: 0 })
export const standInsQuery = queryOptions({ queryKey: ['stand-ins'], queryFn: () => answer(client.GET('/api/stand-ins')) })
export const cardsQuery = queryOptions({ queryKey: ['make-cards'], queryFn: () => answer(client.GET('/api/make/cards')) })
export const makeableQuery = (child: number) => queryOptions({
  queryKey: ['makeable', child], queryFn: () => answer(client.GET('/api/make/makeable', { params: { query: { child } } })),
})
export const laddersQuery = (child: number, all: boolean, thread = '') => queryOptions({
  queryKey: ['ladders', child, all, thread], placeholderData: keepPreviousData,
  queryFn: () => answer(client.GET('/api/ladders', { params: { query: { child, all, thread } } })),
})
export const stepQuery = (child: number, key: string, level: number) => queryOptions({
  queryKey: ['ladders', 'step', child, key, level], placeholderData: keepPreviousData, enabled: key !== '',
  queryFn: () => answer(client.GET('/api/ladders/step', { params: { query: { child, key, level } } })),
})
export const makeableStepsQuery = (child: number, enabled: boolean) => queryOptions({
  queryKey: ['ladders', 'makeable', child], enabled,
  queryFn: () => answer(client.GET('/api/ladders/makeable', { params: { query: { child } } })),
})
/** What the children are invited to on a day; tomorrow, if none is named. */
export const invitationsQuery = (day: string | null, group: number | null = null) => queryOptions({
  queryKey: ['invitations', day, group], queryFn: () => answer(client.GET('/api/invitations', { params: { query: { ...(day ? { day } : {}), ...(group === null ? {} : { group }) } } })),
})
/** The string of weeks, and what stands on it; for one group of children only what concerns it. */
export const weeksQuery = (group: number | null) => queryOptions({ queryKey: ['weeks', 'string', group], placeholderData: keepPreviousData, queryFn: () => answer(client.GET('/api/weeks', { params: { query: group === null ? {} : { group } } })) })
export const themesQuery = queryOptions({ queryKey: ['themes'], queryFn: () => answer(client.GET('/api/themes')) })
export const themeQuery = (theme_id: number) => queryOptions({ queryKey: ['weeks', 'theme', theme_id], queryFn: () => answer(client.GET('/api/themes/{theme_id}', { params: { path: { theme_id } } })) })
/** A theme that is planned, asked after again until it is. */
export const themePlanQuery = (id: number | null) => queryOptions({
  queryKey: ['theme-plan', id], queryFn: () => answer(client.GET('/api/themes/plan/{solve_id}', { params: { path: { solve_id: id ?? 0 } } })),
  enabled: id !== null, refetchInterval: (query) => (query.state.data && query.state.data.status !== 'working' ? false : 150),
})
export const booksQuery = queryOptions({ queryKey: ['books'], queryFn: () => answer(client.GET('/api/books')) })
export const leaveQuery = queryOptions({ queryKey: ['weeks', 'leave'], queryFn: () => answer(client.GET('/api/arrivals/leave')) })
export const reviewQuery = queryOptions({ queryKey: ['weeks', 'review'], queryFn: () => answer(client.GET('/api/review')) })
export const threadQuery = (words: string) => queryOptions({ queryKey: ['weeks', 'thread', words], enabled: words !== '', placeholderData: keepPreviousData, queryFn: () => answer(client.GET('/api/thread', { params: { query: { words } } })) })
export const feedQuery = queryOptions({ queryKey: ['feed'], queryFn: () => answer(client.GET('/api/calendar')) })
/** The house simulated onward, asked after again until it is through. */
export const lookAheadQuery = (id: number | null) => queryOptions({
  queryKey: ['look-ahead', id], queryFn: () => answer(client.GET('/api/ahead/{solve_id}', { params: { path: { solve_id: id ?? 0 } } })),
  enabled: id !== null, staleTime: Infinity, refetchInterval: (query) => (query.state.data && query.state.data.status !== 'working' ? false : 200),
})
/** The steps that were mastered today. */
export const completedQuery = queryOptions({ queryKey: ['ladders', 'completed'], queryFn: () => answer(client.GET('/api/ladders/completed')) })
/** How a child stood on an earlier day, and what changed since. */
export const growthQuery = (child: number, since: string, enabled: boolean) => queryOptions({
  queryKey: ['ladders', 'growth', child, since], enabled, placeholderData: keepPreviousData,
  queryFn: () => answer(client.GET('/api/ladders/growth', { params: { query: { child, since } } })),
})
export const composedQuery = (trayId: number) => queryOptions({
  queryKey: ['composed', trayId],
  queryFn: () => answer(client.GET('/api/make/trays/{tray_id}', { params: { path: { tray_id: trayId } } })),
})
export const composeQuery = (wish: Schemas['WishIn'] | null) => queryOptions({
  queryKey: ['compose', wish],
  queryFn: () => answer(client.POST('/api/make/compose', { body: wish as Schemas['WishIn'] })),
  enabled: wish !== null, placeholderData: keepPreviousData,
})
/** A question to the planner, asked after again until it is answered. */
export const solveQuery = (id: number | null) => queryOptions({
  queryKey: ['solve', id],
  queryFn: () => answer(client.GET('/api/plan/{solve_id}', { params: { path: { solve_id: id ?? 0 } } })),
  enabled: id !== null, refetchInterval: (query) => (query.state.data && query.state.data.status !== 'working' ? false : 150),
})
export const aheadQuery = (months: number) => queryOptions({
  queryKey: ['ahead', months], queryFn: () => answer(client.GET('/api/shelf/in/{months}', { params: { path: { months } } })),
  enabled: months > 0, placeholderData: keepPreviousData,
})
export const heightsQuery = queryOptions({ queryKey: ['heights'], queryFn: () => answer(client.GET('/api/heights')) })
export const childrenQuery = queryOptions({ queryKey: ['children'], queryFn: () => answer(client.GET('/api/children')) })
export const recordQuery = (childId: number) => queryOptions({
  queryKey: ['record', childId],
  queryFn: () => answer(client.GET('/api/children/{child_id}/record', { params: { path: { child_id: childId } } })),
})
export const changeQuery = queryOptions({ queryKey: ['change'], queryFn: () => answer(client.GET('/api/change')) })
/** Today; for one group of children only what concerns it. */
export const todayQuery = (group: number | null = null) => queryOptions({ queryKey: ['today', group], queryFn: () => answer(client.GET('/api/today', { params: { query: group === null ? {} : { group } } })) })
export const keepingQuery = queryOptions({ queryKey: ['home', 'keeping'], queryFn: () => answer(client.GET('/api/keeping')) })
export const copiesQuery = queryOptions({ queryKey: ['home', 'copies'], queryFn: () => answer(client.GET('/api/copies')) })
/** How far going back to a copy is; asked again and again while it runs. */
export const restoringQuery = queryOptions({
  queryKey: ['home', 'restoring'], queryFn: () => answer(client.GET('/api/copies/restore')),
  refetchInterval: (query) => (query.state.data?.state === 'running' ? 400 : false),
})
export const picturesQuery = queryOptions({ queryKey: ['pictures'], queryFn: () => answer(client.GET('/api/pictures')) })
export const yearQuery = queryOptions({ queryKey: ['year'], queryFn: () => answer(client.GET('/api/telling/year')) })
export const storyQuery = (child_id: number, from_day: string, until_day: string) => queryOptions({
  queryKey: ['story', child_id, from_day, until_day],
  queryFn: () => answer(client.GET('/api/children/{child_id}/story', { params: { path: { child_id }, query: { from_day, until_day } } })),
})
export const lockQuery = queryOptions({ queryKey: ['lock'], queryFn: () => answer(client.GET('/api/lock')) })
export const homeQuery = queryOptions({ queryKey: ['home'], queryFn: () => answer(client.GET('/api/home')) })
export const scriptQuery = (child: number, tray: number) => queryOptions({
  queryKey: ['script', child, tray],
  queryFn: () => answer(client.GET('/api/showings/{child_id}/{tray_id}', { params: { path: { child_id: child, tray_id: tray } } })),
})
export const morningQuery = (id: number | null) => queryOptions({
  queryKey: ['morning', id],
  queryFn: () => (id === null ? answer(client.GET('/api/mornings/last')) : answer(client.GET('/api/mornings/{morning_id}', { params: { path: { morning_id: id } } }))),
})
export const setsQuery = (child: number) => queryOptions({
  queryKey: ['words', child], queryFn: () => answer(client.GET('/api/words/{child_id}', { params: { path: { child_id: child } } })), enabled: child > 0,
})
export const lessonQuery = (child: number, key: string, restless: boolean, more: number) => queryOptions({
  queryKey: ['lesson', child, key, restless, more],
  queryFn: () => answer(client.GET('/api/words/{child_id}/{key}', { params: { path: { child_id: child, key }, query: { restless, more } } })),
  placeholderData: keepPreviousData,
})
export const groupsQuery = queryOptions({ queryKey: ['groups'], queryFn: () => answer(client.GET('/api/groups')) })
export const tableQuery = queryOptions({ queryKey: ['table'], queryFn: () => answer(client.GET('/api/table')) })
export const foodsQuery = queryOptions({ queryKey: ['table', 'foods'], queryFn: () => answer(client.GET('/api/table/foods')) })
/** What is known against a food for those who eat today. */
export const foodCheckQuery = (food: string, cut: string) => queryOptions({
  queryKey: ['table', 'check', food, cut], queryFn: () => answer(client.GET('/api/table/check', { params: { query: { food, cut } } })), enabled: food !== '',
})
export const talksQuery = queryOptions({ queryKey: ['talks'], queryFn: () => answer(client.GET('/api/talks')) })
export const routinesQuery = queryOptions({ queryKey: ['routines'], queryFn: () => answer(client.GET('/api/routines')) })
export const historyQuery = queryOptions({ queryKey: ['history'], queryFn: () => answer(client.GET('/api/history')) })
/** The morning may be an old answer, kept for when the program is away; the time is asked for anew or not known. */
export const watchQuery = queryOptions({
  queryKey: ['watch'],
  queryFn: async () => {
    const [watch, clock] = await Promise.all([answer(client.GET('/api/watch')), answer(client.GET('/api/clock')).catch(() => null)])
    if (clock) toldTime(clock.now)
    return watch
  },
  // Another adult may be watching too.
  refetchInterval: 10_000,
})
export const whyNotQuery = (trayId: number) => queryOptions({
  queryKey: ['why-not', trayId],
  queryFn: () => answer(client.GET('/api/trays/{tray_id}/why-not', { params: { path: { tray_id: trayId } } })),
})
export type EpisodeFilter = { day?: string; child?: number; tray?: number; ids?: string }
export const episodesQuery = (filter: EpisodeFilter) => queryOptions({
  queryKey: ['episodes', filter],
  queryFn: () => answer(client.GET('/api/episodes', { params: { query: filter } })),
})
export const traceQuery = (id: string) => queryOptions({
  queryKey: ['trace', id],
  queryFn: () => answer(client.GET('/api/episodes/{episode_id}/trace', { params: { path: { episode_id: id } } })),
})

/** After a write: ask everything on screen again, or what of it the write can have changed. */
export async function refresh(changed: (key: QueryKey) => boolean = () => true): Promise<void> {
  const predicate = ({ queryKey }: { queryKey: QueryKey }) => changed(queryKey)
  // What is still being asked for the first time may have been answered before the write: it is asked once more.
  const asked = queryClient.getQueryCache().findAll({ fetchStatus: 'fetching', predicate }).filter((each) => each.state.data === undefined)
  await queryClient.invalidateQueries({ predicate })
  await Promise.all(asked.map(({ queryKey }) => queryClient.invalidateQueries({ queryKey, exact: true })))
}

const OF_THE_HOUSE = [sessionQuery, childrenQuery].map((each) => each.queryKey[0])
/** After the log of a day went to the program: who lives here and how is not in it, so that is not asked again. */
export const refreshDay = (): Promise<void> => refresh(([first]) => !OF_THE_HOUSE.some((each) => each === first))

/** Times through routines as they are drawn: what the program knows, with what this device has written down since. Pure. */

type Done = { step: string; at: string; child_id: number | null }
export type Run = { key: string; routine: string; began: string; ended: string | null; invited: { child_id: number; answer: string }[]; done: Done[]; next: string | null }
export type Said = { kind: string; at: string; run?: string; episode_id?: string; set_key?: string; word?: string; outcome?: string; child_id?: number | null }

/** The open runs with everything unsent applied in its order; `steps` of a routine, to tell which comes next. */
export function foldRuns(open: readonly Run[], unsent: readonly Said[], steps: (routine: string) => readonly string[]): Run[] {
  const all = new Map(open.map((run) => [run.key, run]))
  for (const each of unsent) {
    if (each.kind !== 'routine' || !each.episode_id) continue
    const key = each.episode_id
    const run = all.get(key) ?? { key, routine: each.set_key ?? '', began: each.at, ended: null, invited: [], done: [], next: null }
    const [child, word] = [each.child_id ?? null, each.word ?? '']
    if (each.run === 'end') { all.delete(key); continue }
    if (each.run === 'invite' && child !== null) all.set(key, { ...run, invited: [...run.invited.filter((one) => one.child_id !== child), { child_id: child, answer: each.outcome ?? '' }] })
    else if (each.run === 'step' && !run.done.some((one) => one.step === word)) all.set(key, { ...run, done: [...run.done, { step: word, at: each.at, child_id: child }] })
    else if (each.run === 'unstep') all.set(key, { ...run, done: run.done.filter((one) => one.step !== word) })
    else if (each.run === 'begin' && !all.has(key)) all.set(key, run)
  }
  return [...all.values()].map((run) => ({ ...run, next: steps(run.routine).find((step) => !run.done.some((one) => one.step === step)) ?? null }))
}

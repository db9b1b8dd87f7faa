/** Times through routines as they are drawn: what the program knows, with what this device has written down since. Pure. */

type Done = { step: string; at: string; child_id: number | null }
type Branch = { branch: string; holds: boolean }
export type Run = {
  key: string; routine: string; began: string; ended: string | null; invited: { child_id: number; answer: string }[]
  done: Done[]; branches: Branch[]; next: string | null
}
export type Said = { kind: string; at: string; run?: string; episode_id?: string; set_key?: string; word?: string; outcome?: string; right?: boolean; child_id?: number | null }
type Step = { key: string; only_if: string }

/** Whether a step is done this time: not where what it hangs on was found not to hold. */
export const holds = (run: Run, step: Step): boolean => !step.only_if || run.branches.find((each) => each.branch === step.only_if)?.holds !== false

const changed: Record<string, (run: Run, said: Said) => Run> = {
  invite: (run, { child_id, outcome }) => (child_id == null ? run : { ...run, invited: [...run.invited.filter((one) => one.child_id !== child_id), { child_id, answer: outcome ?? '' }] }),
  step: (run, { word = '', at, child_id }) => (run.done.some((one) => one.step === word) ? run : { ...run, done: [...run.done, { step: word, at, child_id: child_id ?? null }] }),
  unstep: (run, { word }) => ({ ...run, done: run.done.filter((one) => one.step !== word) }),
  branch: (run, { word = '', right = false }) => ({ ...run, branches: [...run.branches.filter((one) => one.branch !== word), { branch: word, holds: right }] }),
}

/** The open runs with everything unsent applied in its order; `steps` of a routine, to tell which comes next. */
export function foldRuns(open: readonly Run[], unsent: readonly Said[], steps: (routine: string) => readonly Step[]): Run[] {
  const all = new Map(open.map((run) => [run.key, run]))
  for (const each of unsent) {
    if (each.kind !== 'routine' || !each.episode_id) continue
    const key = each.episode_id
    if (each.run === 'end') { all.delete(key); continue }
    const run = all.get(key) ?? { key, routine: each.set_key ?? '', began: each.at, ended: null, invited: [], done: [], branches: [], next: null }
    all.set(key, changed[each.run ?? '']?.(run, each) ?? run)
  }
  return [...all.values()].map((run) => ({ ...run, next: steps(run.routine).find((step) => holds(run, step) && !run.done.some((one) => one.step === step.key))?.key ?? null }))
}

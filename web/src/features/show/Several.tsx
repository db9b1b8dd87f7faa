import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { PatternMark } from '@/ui/PatternMark'
import type { Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'
import { Fold } from '@/ui/Fold'

type Told = { outcome: string; manner: string }

/** One showing for several children: how each met it and went about it, a tap each; those it passed by are shown it again. */
export function Several({ script, tray }: { script: Schemas['ScriptOut']; tray: number }) {
  const [told, setTold] = useState<ReadonlyMap<number, Told>>(new Map())
  const [said, setSaid] = useState('')
  const here = [{ id: script.child_id, name: script.child, pattern: null }, ...script.with_children]
  const set = (child: number, part: Partial<Told>) => setTold(new Map([...told, [child, { outcome: '', manner: '', ...told.get(child), ...part }]]))
  const keep = () => {
    const named = here.filter((each) => told.get(each.id)?.outcome)
    for (const each of named) write({ kind: 'showed', child_id: each.id, tray_id: tray, outcome: told.get(each.id)?.outcome ?? '', manner: told.get(each.id)?.manner ?? '' })
    setSaid(say('Written down: {named}.', { named: named.map((each) => `${each.name} ${told.get(each.id)?.outcome ?? ''}`).join(', ') }))
    setTold(new Map())
  }
  return (
    <Fold title={say('Shown to several at once')} className="no-print" titleClass="min-h-touch py-3 font-semibold text-woad">
      <div className="flex flex-col gap-3">
        {here.map((child) => (
          <div key={child.id} className="flex flex-col gap-1 border-t border-line pt-2">
            <p className="inline-flex items-center gap-1.5 font-semibold">{child.pattern && <PatternMark pattern={child.pattern} />}{child.name}</p>
            <div role="group" aria-label={say('How {child} met it', { child: child.name })} className="flex flex-wrap gap-2">
              {script.outcomes.map((each) => <Button key={each} size="touch" look={told.get(child.id)?.outcome === each ? 'main' : 'plain'} pressed={told.get(child.id)?.outcome === each} onClick={() => set(child.id, { outcome: each })}>{word(each)}</Button>)}
            </div>
            {told.get(child.id)?.outcome && (
              <div role="group" aria-label={say('How {child} went about it', { child: child.name })} className="flex flex-wrap gap-2">
                {script.ways.map((each) => <Button key={each} size="touch" look={told.get(child.id)?.manner === each ? 'main' : 'plain'} pressed={told.get(child.id)?.manner === each} onClick={() => set(child.id, { manner: told.get(child.id)?.manner === each ? '' : each })}>{word(each)}</Button>)}
              </div>
            )}
          </div>
        ))}
        <Button look="main" size="touch" className="self-start" disabled={![...told.values()].some((each) => each.outcome)} onClick={keep}>{say('Write it down')}</Button>
        <p role="status" className="text-ink-2">{said}</p>
        <p className="text-sm text-ink-2">{say('Who only watched, or left it, is shown it once more on another day; nothing is counted against a child.')}</p>
      </div>
    </Fold>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import { Minus, Plus } from 'lucide-react'
import { Button } from '@/ui/Button'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh, walkQuery } from '@/lib/queries'

type WalkThing = Schemas['WalkThingOut']

/** A walk through the house: the commonest things of each room, ticked with their number. */
export function Walk({ onDone }: { onDone: () => void }) {
  const { data, error } = useQuery(walkQuery)
  const [ticked, setTicked] = useState<Record<string, number>>({})
  const add = useWrite(async () => {
    await answer(client.POST('/api/things/walk', { body: { things: Object.entries(ticked).map(([name, count]) => ({ name, count })) } }))
    await refresh()
    onDone()
  })
  if (!data) return <Waiting error={error} />
  const chosen = Object.keys(ticked).length
  const put = (name: string, count: number) => setTicked((before) => Object.fromEntries(Object.entries({ ...before, [name]: count }).filter(([, n]) => n > 0)))
  return (
    <Tabs.Root defaultValue={data.rooms[0]?.key ?? ''} className="flex flex-col gap-3">
      <Tabs.List aria-label={say('Rooms')} className="flex flex-wrap gap-2">
        {data.rooms.map((room) => <Tabs.Trigger key={room.key} value={room.key} className="min-h-control rounded-full border border-edge bg-paper px-4 data-[state=active]:border-woad data-[state=active]:bg-woad-2 data-[state=active]:font-semibold">{room.name}</Tabs.Trigger>)}
      </Tabs.List>
      {data.rooms.map((room) => (
        <Tabs.Content key={room.key} value={room.key} className="outline-none">
          <ul className="grid grid-cols-3 gap-x-4 gap-y-1 max-[760px]:grid-cols-2 max-[460px]:grid-cols-1">
            {room.things.map((each) => <Row key={each.name} each={each} count={ticked[each.name] ?? 0} onCount={(count) => put(each.name, count)} />)}
          </ul>
        </Tabs.Content>
      ))}
      {add.failed && <Notice tone="must" role="alert">{add.failed.message}</Notice>}
      <div className="sticky bottom-0 max-[860px]:bottom-14 flex flex-wrap items-center gap-3 border-t border-line bg-paper pt-3">
        <Button look="main" disabled={chosen === 0 || add.busy} onClick={() => void add.run()}>{say('Add {things}', { things: say('{n, plural, one {# thing} other {# things}}', { n: chosen }) })}</Button>
        <p className="text-sm text-ink-2">{say('Sizes are assumed of each kind, and marked so. Measure what matters later.')}</p>
      </div>
    </Tabs.Root>
  )
}

function Row({ each, count, onCount }: { each: WalkThing; count: number; onCount: (count: number) => void }) {
  const step = 'grid size-control place-items-center rounded-control border border-edge disabled:opacity-40'
  return (
    <li className="flex min-h-control items-center gap-1 border-b border-line py-0.5">
      <button type="button" aria-pressed={count > 0} disabled={each.there > 0} onClick={() => onCount(count > 0 ? 0 : each.count)}
        className="flex min-h-control min-w-0 flex-1 items-center gap-2 rounded-control px-2 text-left aria-pressed:bg-woad-2 aria-pressed:font-semibold disabled:text-ink-3"
      >
        <span className="min-w-0 truncate">{each.name}</span>
        {each.there > 0 && <span className="text-sm whitespace-nowrap">{say('there')}</span>}
      </button>
      {count > 0 && !each.medium && (
        <>
          <button type="button" aria-label={say('Fewer {each}', { each: each.name })} disabled={count <= 1} onClick={() => onCount(count - 1)} className={step}><Minus size={16} aria-hidden /></button>
          <span className="w-6 text-center tabular-nums">{count}</span>
          <button type="button" aria-label={say('More {each}', { each: each.name })} onClick={() => onCount(count + 1)} className={step}><Plus size={16} aria-hidden /></button>
        </>
      )}
    </li>
  )
}

import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { memo, useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Heading } from '@/ui/Heading'
import { Strings } from '@/ui/drawing/Strings'
import { askToKeep, write } from '@/lib/outbox'
import { timeOfDay } from '@/lib/words'
import { times } from '@/lib/written'
import type { Child } from './lane'
import type { Watching } from './WatchView'
import { Tick } from '@/ui/Tick'

const link = 'inline-flex items-center text-woad underline underline-offset-4'

export const ToldLinks = memo(function ToldLinks() {
  return <p className="flex flex-wrap gap-x-5 text-ink-2"><Link className={link} to="/evening">{say('Log a past work cycle')}</Link><Link className={link} to="/work?new=1">{say('Enter one piece of work')}</Link></p>
})

/** Whether a child comes on the weekday of an instant, in the household's zone. */
function comesOn(child: Child, now: number, zone: string): boolean {
  const name = times({ weekday: 'short', timeZone: zone }, 'en-GB').format(now)
  return child.comes.length === 0 || child.comes.includes(['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].indexOf(name))
}

/** Before a work cycle: who is here, a whole group in one tap. */
export function Begin({ watch, zone, now, episodes, spells, last }: Watching) {
  const [changed, setChanged] = useState<ReadonlyMap<number, boolean>>(new Map())
  const isHere = (child: Child) => changed.get(child.id) ?? comesOn(child, now, zone)
  const here = watch.children.filter(isHere).map((child) => child.id)
  const set = (ids: readonly number[], on: boolean) => setChanged(new Map([...changed, ...ids.map((id) => [id, on] as const)]))
  const begin = () => {
    askToKeep()
    write({ kind: 'begin', present: here })
  }
  const people = watch.children.filter((child) => last?.present.includes(child.id))
  return (
    <>
      <Heading title={say('Watch')}>{last ? say('the work cycle ended {time}', { time: timeOfDay(last.ended ?? last.began, zone) }) : say('no work cycle begun')}</Heading>
      <section className="panel flex max-w-2xl flex-col gap-3 p-5" aria-label={say('Begin a work cycle')}>
        <h2>{say('Who is here?')}</h2>
        {watch.children.length === 0 && <p className="text-ink-2">{sayRich('No child yet. <a>Add a child in House</a>.', { a: (inner) => <Link className="text-woad underline" to="/house">{inner}</Link> })}</p>}
        {watch.groups.length > 0 && (
          <div role="group" aria-label={say('Whole groups')} className="flex flex-wrap gap-2">
            {watch.groups.map((each) => {
              const all = each.children.length > 0 && each.children.every((id) => here.includes(id))
              return <Button key={each.id} size="touch" look={all ? 'main' : 'plain'} pressed={all} onClick={() => set(each.children, !all)}>{each.name}<span className="font-normal tabular-nums">{say('{part} of {part2}', { part: each.children.filter((id) => here.includes(id)).length, part2: each.children.length })}</span></Button>
            })}
          </div>
        )}
        <div className="flex flex-wrap gap-x-5">
          {watch.children.map((child) => <Tick key={child.id} label={child.name} checked={isHere(child)} onChange={(checked) => set([child.id], checked)} />)}
        </div>
        {watch.offers.length === 0 && <p className="text-ink-2">{sayRich('Nothing stands on a shelf yet. <a>Put a few trays out first</a>, so that each is one tap away.', { a: (inner) => <Link className="text-woad underline" to="/shelf">{inner}</Link> })}</p>}
        <Button look="main" size="thumb" disabled={here.length === 0} onClick={begin}>{say('Begin the work cycle')}</Button>
        <ToldLinks />
      </section>
      {last && <p><Link className={link} to="/cycle">{say('Read this work cycle')}</Link></p>}
      {last && <Strings people={people} episodes={episodes} spells={spells} scales={watch.scales} began={Date.parse(last.began)} ended={Date.parse(last.ended ?? last.began)} now={now} zone={zone} aside={() => ''} />}
    </>
  )
}

import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Tick } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Strings } from '@/ui/drawing/Strings'
import { askToKeep, write } from '@/lib/outbox'
import { timeOfDay } from '@/lib/words'
import type { Child } from './lane'
import type { Watching } from './WatchView'

const link = 'inline-flex items-center text-woad underline underline-offset-4'

export function ToldLinks() {
  return <p className="flex flex-wrap gap-x-5 text-ink-2"><Link className={link} to="/evening">Log a past work cycle</Link><Link className={link} to="/work?new=1">Enter one piece of work</Link></p>
}

/** Whether a child comes on the weekday of an instant, in the household's zone. */
function comesOn(child: Child, now: number, zone: string): boolean {
  const name = new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: zone }).format(now)
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
      <Heading title="Watch">{last ? `the work cycle ended ${timeOfDay(last.ended ?? last.began, zone)}` : 'no work cycle begun'}</Heading>
      <section className="panel flex max-w-2xl flex-col gap-3 p-5" aria-label="Begin a work cycle">
        <h2>Who is here?</h2>
        {watch.children.length === 0 && <p className="text-ink-2">No child yet. <Link className="text-woad underline" to="/house">Add a child in House</Link>.</p>}
        {watch.groups.length > 0 && (
          <div role="group" aria-label="Whole groups" className="flex flex-wrap gap-2">
            {watch.groups.map((each) => {
              const all = each.children.length > 0 && each.children.every((id) => here.includes(id))
              return <Button key={each.id} size="touch" look={all ? 'main' : 'plain'} aria-pressed={all} onClick={() => set(each.children, !all)}>{each.name}<span className="font-normal tabular-nums">{each.children.filter((id) => here.includes(id)).length} of {each.children.length}</span></Button>
            })}
          </div>
        )}
        <div className="flex flex-wrap gap-x-5">
          {watch.children.map((child) => <Tick key={child.id} label={child.name} checked={isHere(child)} onChange={(event) => set([child.id], event.target.checked)} />)}
        </div>
        {watch.offers.length === 0 && <p className="text-ink-2">Nothing stands on a shelf yet. <Link className="text-woad underline" to="/shelf">Put a few trays out first</Link>, so that each is one tap away.</p>}
        <Button look="main" size="thumb" disabled={here.length === 0} onClick={begin}>Begin the work cycle</Button>
        <ToldLinks />
      </section>
      {last && <p><Link className={link} to="/cycle">Read this work cycle</Link></p>}
      {last && <Strings people={people} episodes={episodes} spells={spells} scales={watch.scales} began={Date.parse(last.began)} ended={Date.parse(last.ended ?? last.began)} now={now} zone={zone} aside={() => ''} />}
    </>
  )
}

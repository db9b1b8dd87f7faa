import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ChildForm } from '@/features/children/ChildForm'
import { Importer } from '@/features/cupboard/Importer'
import { HouseForm } from '@/features/house/HouseForm'
import { UnitFields } from '@/features/shelf/UnitForm'
import { WelcomeView, type Step } from '@/features/welcome/WelcomeView'
import { Waiting } from '@/ui/Notice'
import { childrenQuery, shelfQuery } from '@/lib/queries'
import { useHouse, useSession } from '../session'

/** The first morning: house, child, second child, unit, cupboard. */
export function Page() {
  const { session } = useSession()
  const { lengths, today } = useHouse()
  const { data: shelf, error } = useQuery(shelfQuery)
  const { data: all } = useQuery(childrenQuery)
  // Kept here and not in the view, so that a step is drawn with what the step before it has just written.
  const [at, setAt] = useState<number | null>(null)
  if (!session || !shelf || !all) return <Waiting error={error} />
  const people = all.children
  const child = (key: string, label: string) => (next: () => void) =>
    <ChildForm key={key} child={null} used={people.map((each) => each.pattern)} lengths={lengths} today={today} label={label} onSaved={next} />
  const steps: Step[] = [
    { name: 'House', title: 'Your house', why: 'Everything you write stays on this machine.', done: session.household !== null,
      body: (next) => <HouseForm household={session.household} label="Go on" adult={session.adults.length === 0} onSaved={next} /> },
    { name: 'Child', title: 'A child', why: 'How tall a child is and how it gets about decide what it reaches. Only name, mark and birth date are needed.',
      done: people.length > 0, body: child('first', 'Add the child') },
    { name: 'Sibling', title: 'A second child', why: 'The youngest of the house sets what may stand open, even if nothing on the shelf is for it.',
      done: people.length > 1, body: child('second', 'Add the child'), optional: 'No other child lives here' },
    { name: 'Shelf', title: 'Where the trays stand', why: 'A low shelf to begin with; change the numbers to yours. It is drawn to scale as you type.',
      done: shelf.units.length > 0, body: (next) => <UnitFields unit={null} people={people} lengths={lengths} onSaved={next} /> },
    { name: 'Cupboard', title: 'What you own', why: 'Bring in a file, or begin with the sample and change it later. Trays can also be added by hand, in the Cupboard.',
      done: shelf.trays.length > 0, body: (next) => <Importer kind="trays" onDone={next} />, optional: 'Later' },
  ]
  const first = steps.findIndex((step) => !step.done)
  return <WelcomeView steps={steps} at={at ?? (first === -1 ? steps.length : first)} go={setAt} />
}

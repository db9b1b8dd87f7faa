import { say } from '@/lib/say'
import { BoardByBoard } from './BoardByBoard'
import { Elevation } from './drawing/Elevation'
import { viewOf } from './drawing/geometry'
import { spotId } from './spots'
import { Place, type Marks, type Pick } from './Trays'
import type { Child, Shelf, Unit } from './types'
import { useNarrow } from '@/ui/useNarrow'
import type { Lengths } from '@/lib/words'

type DrawnProps = { shelf: Shelf; unit: Unit; people: readonly Child[]; lengths: Lengths; pick: Pick; marks?: Marks; small?: boolean }

/** One unit to scale, with the people's reach beside it and everything that stands on it. */
export function Drawn({ shelf, unit, people, lengths, pick, marks, small = false }: DrawnProps) {
  const narrow = useNarrow()
  if (narrow) return <BoardByBoard shelf={shelf} unit={unit} lengths={lengths} pick={pick} {...(marks ? { marks } : {})} />
  const view = viewOf(unit, people.flatMap((child) => (child.reach ? [child.reach] : [])))
  const ratio = view.width / view.height
  return (
    <div className="relative mx-auto" style={{ aspectRatio: ratio, ...(small ? { width: `min(100%, calc(52vh * ${ratio}))` } : { width: `min(100%, calc((100vh - 22.5rem) * ${ratio}))`, minWidth: 'min(100%, 32rem)' }) }}>
      <Elevation unit={unit} people={people} lengths={lengths} title={say('The {unit} from the front, with a ruler and each child\'s reach', { unit: unit.name })} />
      {unit.boards.flatMap((board, at) => Array.from({ length: board.places }, (_, place) => {
        const spot = { unit_id: unit.id, board: at, place }
        const here = shelf.placements.filter((each) => spotId(each.spot) === spotId(spot)).flatMap((placement) => {
          const tray = shelf.trays.find((each) => each.id === placement.tray_id)
          return tray ? [{ tray, placement }] : []
        })
        return <Place key={spotId(spot)} unit={unit} spot={spot} view={view} here={here} findings={shelf.findings} pick={pick} {...(marks ? { marks } : {})} />
      }))}
    </div>
  )
}

import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { spotId } from './spots'
import type { Placement, Shelf } from './types'
import type { Clash } from './useShelf'

const nameIn = (shelf: Shelf, tray: number) => shelf.trays.find((each) => each.id === tray)?.name ?? 'a tray'
const place = (placement: Placement | undefined) =>
  placement ? `${placement.spot_words}${placement.by_hand ? ', kept away' : ''}` : 'in its bin'

/** What the other window changed: each tray that stands elsewhere now. */
function theirChanges({ mine, theirs }: Clash): string[] {
  const ids = new Set([...mine.placements, ...theirs.placements].map((each) => each.tray_id))
  return [...ids].flatMap((id) => {
    const before = mine.placements.find((each) => each.tray_id === id)
    const after = theirs.placements.find((each) => each.tray_id === id)
    const same = before && after ? spotId(before.spot) === spotId(after.spot) && before.by_hand === after.by_hand : before === after
    return same ? [] : [`${nameIn(theirs, id)}: ${place(after)} (was ${place(before)})`]
  })
}

function mineSaid({ ask, mine }: Clash): string {
  if (ask.kind === 'move') {
    const to = ask.to && mine.units.find((each) => each.id === ask.to?.unit_id)
    const where = ask.to && to ? `${to.name}, board ${ask.to.board + 1} from the top, place ${ask.to.place + 1}` : 'into its bin'
    return `${nameIn(mine, ask.tray)} to: ${where}`
  }
  return ask.kind === 'act' ? ask.action.text : 'your change'
}

/** Two windows, one shelf: the later one is shown both and decides; nothing was overwritten. */
export function ClashNotice({ clash, onKeep, onAgain }: { clash: Clash; onKeep: () => void; onAgain: () => void }) {
  const theirs = theirChanges(clash)
  return (
    <Notice tone="should" role="alert">
      <p className="font-semibold">{clash.message} Nothing was overwritten.</p>
      <p className="mt-1">There: {theirs.length ? theirs.join('; ') : 'the unit itself was changed'}.</p>
      <p>Here: {mineSaid(clash)}.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" onClick={onKeep}>Keep what stands there</Button>
        <Button onClick={onAgain}>Do mine on top of it</Button>
      </div>
    </Notice>
  )
}

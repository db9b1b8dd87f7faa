import { say } from '@/lib/say'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { spotId } from './spots'
import type { Placement, Shelf } from './types'
import type { Clash } from './useShelf'

const nameIn = (shelf: Shelf, tray: number) => shelf.trays.find((each) => each.id === tray)?.name ?? say('a tray')
const place = (placement: Placement | undefined) =>
  placement ? `${placement.spot_words}${placement.by_hand ? say(', kept away') : ''}` : say('in its bin')

/** What the other window changed: each tray that stands elsewhere now. */
function theirChanges({ mine, theirs }: Clash): string[] {
  const ids = new Set([...mine.placements, ...theirs.placements].map((each) => each.tray_id))
  return [...ids].flatMap((id) => {
    const before = mine.placements.find((each) => each.tray_id === id)
    const after = theirs.placements.find((each) => each.tray_id === id)
    const same = before && after ? spotId(before.spot) === spotId(after.spot) && before.by_hand === after.by_hand : before === after
    return same ? [] : [say('{nameIn}: {place} (was {place2})', { nameIn: nameIn(theirs, id), place: place(after), place2: place(before) })]
  })
}

function mineSaid({ ask, mine }: Clash): string {
  if (ask.kind === 'move') {
    const to = ask.to && mine.units.find((each) => each.id === ask.to?.unit_id)
    const where = ask.to && to ? say('{to}, board {board} from the top, place {place}', { to: to.name, board: ask.to.board + 1, place: ask.to.place + 1 }) : say('into its bin')
    return say('{nameIn} to: {where}', { nameIn: nameIn(mine, ask.tray), where })
  }
  return ask.kind === 'act' ? ask.action.text : say('your change')
}

/** Two windows, one shelf: the later one is shown both and decides; nothing was overwritten. */
export function ClashNotice({ clash, onKeep, onAgain }: { clash: Clash; onKeep: () => void; onAgain: () => void }) {
  const theirs = theirChanges(clash)
  return (
    <Notice tone="should" role="alert">
      <p className="font-semibold">{say('{message} Nothing was overwritten.', { message: clash.message })}</p>
      <p className="mt-1">{say('There: {part}.', { part: theirs.length ? theirs.join('; ') : say('the unit itself was changed') })}</p>
      <p>{say('Here: {mineSaid}.', { mineSaid: mineSaid(clash) })}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" onClick={onKeep}>{say('Keep what stands there')}</Button>
        <Button onClick={onAgain}>{say('Do mine on top of it')}</Button>
      </div>
    </Notice>
  )
}

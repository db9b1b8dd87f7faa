import { say, word } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Dialog } from '@/ui/Dialog'
import type { Schemas } from '@/lib/http'
import type { Episode } from '@/lib/record'

type Work = NonNullable<Schemas['FinishItemIn']['work']>
type Place = NonNullable<Schemas['FinishItemIn']['place']>
const WORKS = ['done right', 'done, mended by the child', 'done with a mistake left', 'not finished'] as const satisfies readonly Work[]
const PLACES = ['put back', 'left out'] as const satisfies readonly Place[]
const choices = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: word(value) }))

type EndDialogProps = { episode: Episode; onClose: () => void; onEnd: (work: Work, place: Place) => void }

/** How else a piece of work ended: the work, and apart from it where the things went. */
export function EndDialog({ episode, onClose, onEnd }: EndDialogProps) {
  const [work, setWork] = useState<Work>('done right')
  const [place, setPlace] = useState<Place>('put back')
  return (
    <Dialog title={say('How {tray} ended', { tray: episode.tray })} open onClose={onClose}>
      <div className="flex flex-col gap-4">
        <ChoiceRow label={say('The work')} choices={choices(WORKS)} value={work} onChange={setWork} />
        <ChoiceRow label={say('Its things')} choices={choices(PLACES)} value={place} onChange={setPlace} />
        <Button look="main" size="touch" onClick={() => onEnd(work, place)}>{say('Write it down')}</Button>
      </div>
    </Dialog>
  )
}

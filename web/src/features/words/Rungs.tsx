import { say, word as called } from '@/lib/say'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import type { Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'

/** Quantities, rung by rung: counting along says nothing of knowing how many; each is tried and written down by itself. */
export function Rungs({ lesson, rest }: { lesson: Schemas['LessonOut']; rest: boolean }) {
  const [other, setOther] = useState<{ word: string; turn: string } | null>(null)
  const word = other?.word ?? lesson.next_word
  const turn = other?.turn ?? lesson.next_rung
  const tell = (right: boolean) => {
    if (word && turn) write({ kind: 'answer', child_id: lesson.child_id, set_key: lesson.words.key, word, turn, right })
    setOther(null)
  }
  return (
    <>
      <section aria-label={say('Now')} className="panel flex flex-col gap-4 p-6">
        {word && turn
          ? (
              <>
                <p className="text-5xl font-bold">{word}</p>
                <p className="said text-2xl text-ink">{turn}</p>
                <div className="flex gap-2"><Button size="thumb" look="main" className="flex-1" disabled={rest} onClick={() => tell(true)}>{say('Did it')}</Button><Button size="thumb" className="flex-1" disabled={rest} onClick={() => tell(false)}>{say('Not yet')}</Button></div>
              </>
            )
          : <p className="text-xl">{say('Every step of these quantities is firm.')}</p>}
      </section>
      <section aria-label={say('The steps')} className="panel flex flex-col gap-2 p-4">
        <h2>{say('The steps')}</h2>
        <p className="text-sm text-ink-2">{say('Firm: right three times running, on two days. Quantity is not counting: each stands by itself.')}</p>
        <div className="overflow-x-auto">
          <table className="w-full text-[0.9375rem]">
            <thead><tr><th scope="col" className="pr-3 text-left">{say('as many')}</th>{lesson.words.turns.map((each) => <th key={each} scope="col" className="px-2 text-left font-normal">{called(each)}</th>)}</tr></thead>
            <tbody>
              {lesson.rungs.map((row) => (
                <tr key={row.word} className="border-t border-line">
                  <th scope="row" className="py-1 pr-3 text-left text-xl">{row.word}</th>
                  {row.rungs.map((rung) => (
                    <td key={rung.turn} className="px-1 py-1">
                      <Button size="touch" className="w-full" aria-label={`${row.word}, ${called(rung.turn)}: ${rung.firm ? say('firm') : say('{right} of {tries}', { right: rung.right, tries: rung.tries })}`} pressed={word === row.word && turn === rung.turn} onClick={() => setOther({ word: row.word, turn: rung.turn })}>
                        {rung.firm ? say('firm') : rung.tries ? say('{right} of {tries}', { right: rung.right, tries: rung.tries }) : '·'}
                      </Button>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
    </>
  )
}

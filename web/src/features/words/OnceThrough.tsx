import { say } from '@/lib/say'
import { Button } from '@/ui/Button'
import type { Schemas } from '@/lib/http'
import { write } from '@/lib/outbox'

type Lesson = Schemas['LessonOut']

/** What do they know? A set asked once through, a tap a word; it counts, and ends while it is still a pleasure. */
export function OnceThrough({ lesson, rest, onLesson }: { lesson: Lesson; rest: boolean; onLesson: () => void }) {
  const { through, words, language } = lesson
  const label = (key: string) => words.words.find((each) => each.key === key)?.labels[language] ?? key
  const word = words.words.find((each) => each.key === through.word)
  const tell = (right: boolean) => { if (word) write({ kind: 'answer', child_id: lesson.child_id, set_key: words.key, word: word.key, turn: 'recall', right }) }
  return (
    <section aria-label={say('What do they know?')} className="panel flex flex-col gap-4 p-6">
      <p className="text-lg text-ink-2">{word ? say('Point to it, and wait. {words} left.', { words: say('{n, plural, one {# word} other {# words}}', { n: through.left }) }) : through.stop}</p>
      {word && (
        <>
          <div aria-live="polite"><p className="said text-3xl text-ink">{say('What is this?')}</p><p className="text-5xl leading-tight font-bold">{label(word.key)}</p></div>
          <div className="grid grid-cols-2 gap-3">
            <Button size="thumb" look="main" disabled={rest} onClick={() => tell(true)}>{say('Knows it')}</Button>
            <Button size="thumb" disabled={rest} onClick={() => tell(false)}>{say('Not yet')}</Button>
          </div>
          <p className="text-sm text-ink-2">{say('No word about what is not known. It is named another day.')}</p>
        </>
      )}
      {through.known.length > 0 && <p><strong>{say('Knows {known}:', { known: through.known.length })}</strong> {through.known.map(label).join(', ')}</p>}
      {through.not_yet.length > 0 && <p><strong>{say('Not yet {not_yet}:', { not_yet: through.not_yet.length })}</strong> {through.not_yet.map(label).join(', ')}</p>}
      {!word && through.not_yet.length > 0 && <Button size="touch" className="self-start" onClick={onLesson}>{say('To the lesson')}</Button>}
    </section>
  )
}

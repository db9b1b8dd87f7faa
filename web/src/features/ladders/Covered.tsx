import { say, word } from '@/lib/say'
import type { Schemas } from '@/lib/http'
import { sentence } from '@/lib/words'
import { Fold } from '@/ui/Fold'

/** Which areas and kinds of movement the work out now, and what is known, exercises; and which are missing. Never a score. */
export function Covered({ coverage, name }: { coverage: Schemas['CoverageOut']; name: string }) {
  const kinds = [[say('Areas'), coverage.areas, coverage.missing_areas], [say('Kinds of movement'), coverage.moves, coverage.missing_moves]] as const
  return (
    <Fold title={say('What {name}’s work exercises, and what is missing', { name })} className="panel p-4" titleClass="font-semibold">
      <p className="mt-1 text-sm text-ink-2">{say('Of what stands out now and what is known. It is not a score: a child may stay long where it likes to be.')}</p>
      <div className="mt-2 grid grid-cols-2 gap-6 max-[700px]:grid-cols-1">
        {kinds.map(([title, there, missing]) => (
          <section key={title}>
            <h3>{title}</h3>
            <dl className="text-[0.9375rem]">
              {there.map((each) => <div key={each.name} className="border-t border-line py-1"><dt className="font-semibold">{sentence(each.name)}</dt><dd className="text-sm text-ink-2">{each.by.slice(0, 3).join('; ')}{each.by.length > 3 && say(' and {by} more', { by: each.by.length - 3 })}</dd></div>)}
            </dl>
            {missing.length > 0 && <p className="mt-1 border-t border-line pt-1 text-[0.9375rem]"><span className="font-semibold">{say('Nothing for:')}</span> {missing.map(word).join(', ')}.</p>}
          </section>
        ))}
      </div>
    </Fold>
  )
}

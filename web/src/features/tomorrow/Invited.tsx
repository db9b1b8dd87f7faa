import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import { Link } from 'react-router'
import { PatternMark, type Pattern } from '@/ui/PatternMark'
import { invitationsQuery } from '@/lib/queries'
import { KIND_WORDS, placeOf } from './words'

/** What was chosen for today, child by child; what is not taken up counts for nothing. */
export function Invited({ today }: { today: string }) {
  const { data } = useQuery(invitationsQuery(today))
  const chosen = (data?.children ?? []).filter((each) => each.chosen && each.items.length > 0)
  if (chosen.length === 0) return null
  return (
    <section aria-label={say('Invitations')} className="panel p-4">
      <h2>{say('Invitations for today')}</h2>
      <div className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(14rem,1fr))] gap-4">
        {chosen.map((each) => (
          <div key={each.child_id}>
            <h3 className="flex items-center gap-2"><PatternMark pattern={each.pattern as Pattern} size={16} />{each.child}</h3>
            <ol className="list-decimal pl-6">
              {each.items.map((item) => (
                <li key={item.ref} className="py-1"><Link className="underline-offset-4 hover:underline" to={placeOf(item.ref, each.child_id)}>{item.title}</Link> <span className="text-sm text-ink-2">{KIND_WORDS[item.kind]}</span>{item.condition && <span className="block text-sm text-saffron">{item.condition}</span>}{item.taken_up && <span className="ml-1 inline-flex items-center gap-0.5 text-sm text-moss"><Check size={14} aria-hidden />{say('taken up')}</span>}</li>
              ))}
            </ol>
          </div>
        ))}
      </div>
    </section>
  )
}

import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'
import { Fold } from '@/ui/Fold'

type Card = Schemas['DesignOut']

/** The card itself: what it is for, how it is shown, and what may be expected at this level. */
export function CardText({ card }: { card: Card }) {
  return (
    <Fold title={say('The card: aim, showing, what to expect')} className="panel p-4" titleClass="font-semibold text-woad">
      <div className="mt-3 grid grid-cols-2 gap-x-6 gap-y-3 text-[0.9375rem] max-[900px]:grid-cols-1">
        <div className="flex flex-col gap-2">
          <p><strong>{say('Aim.')}</strong> {card.aim}</p>
          {card.also.length > 0 && <p><strong>{say('Also called')}</strong> {card.also.join(', ')}.</p>}
          <p><strong>{say('It prepares')}</strong> {card.prepares.join(', ')}.</p>
          <p><strong>{say('Control of error.')}</strong> {card.control}</p>
          <p><strong>{say('Expected now.')}</strong> {card.expects} <strong>{say('Not yet:')}</strong> {card.not_yet}</p>
          {card.clean_up && <p><strong>{say('Clean-up.')}</strong> {card.clean_up}</p>}
          <p><strong>{say('Words.')}</strong> {card.words.map((each) => `${each.word}, ${each.other}`).join(' · ')}</p>
        </div>
        <div>
          {card.changes && <p className="mb-2"><strong>{say('At this level.')}</strong> <span className="said">{card.changes}</span></p>}
          <ol className="said list-decimal pl-5">{card.steps.map((step) => <li key={step} className="py-0.5">{step}</li>)}</ol>
          <p className="mt-2"><strong>{say('Worth slowing down for:')}</strong> <span className="said">{card.interest.join('; ')}</span></p>
        </div>
      </div>
    </Fold>
  )
}

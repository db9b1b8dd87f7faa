import { say } from '@/lib/say'
import { Button } from '@/ui/Button'
import { ChoiceRow } from '@/ui/ChoiceRow'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { sentence } from '@/lib/words'
import { areasOf } from './filter'

/** Before a card is chosen: how much of the catalogue the house takes, area by area, and a card of one's own. */
export function Taking({ catalogue, onNew }: { catalogue: Schemas['CatalogueOut']; onNew: () => void }) {
  const takes = useWrite(async (next: 'whole' | 'picked') => { await answer(client.PUT('/api/cards/takes', { body: { takes: next } })); await refresh() })
  const choose = useWrite(async (keys: string[], taken: boolean) => { await answer(client.POST('/api/cards/choice', { body: { keys, taken } })); await refresh() })
  const theirs = catalogue.cards.filter((each) => each.origin !== 'own')
  const failed = takes.failed ?? choose.failed
  return (
    <div className="flex max-w-3xl flex-col gap-4">
      <section className="panel flex flex-col gap-3 p-4" aria-label={say('What we take')}>
        <h2>{say('What we take')}</h2>
        <ChoiceRow label={say('The catalogue')} choices={[{ value: 'whole', label: say('All of it, and what later versions bring') }, { value: 'picked', label: say('Only what we pick') }]}
          value={catalogue.takes} onChange={(next) => void takes.run(next)}
        />
        <p className="text-[0.9375rem] text-ink-2">{say('{cards} of {shipped} taken. A card that is left out is not offered under Make; trays made of it stay. What you change here is yours, and an update of the catalogue leaves it as it is.', { cards: say('{n, plural, one {# card} other {# cards}}', { n: theirs.filter((each) => each.taken).length }), shipped: catalogue.shipped })}</p>
        {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
      </section>
      <section className="panel p-4" aria-label={say('Area by area')}>
        <h2 className="mb-1">{say('Area by area')}</h2>
        <ul className="divide-y divide-line">
          {areasOf(theirs).map((area) => {
            const cards = theirs.filter((each) => each.area === area)
            const taken = cards.filter((each) => each.taken).length
            return (
              <li key={area} className="flex flex-wrap items-center justify-between gap-3 py-1.5">
                <span>{sentence(area)} <span className="text-ink-2">{say('{taken} of {cards}', { taken, cards: cards.length })}</span></span>
                <span className="flex gap-2">
                  <Button disabled={choose.busy || taken === cards.length} onClick={() => void choose.run(cards.map((each) => each.key), true)}>{say('Take all')}<span className="sr-only">{' '}{say('of {area}', { area })}</span></Button>
                  <Button disabled={choose.busy || taken === 0} onClick={() => void choose.run(cards.map((each) => each.key), false)}>{say('Leave out')}<span className="sr-only">{' '}{say('all of {area}', { area })}</span></Button>
                </span>
              </li>
            )
          })}
        </ul>
      </section>
      <section className="panel flex flex-wrap items-center justify-between gap-3 p-4" aria-label={say('A card of your own')}>
        <p className="max-w-md">{say('An idea of your own becomes a card here. A copy of one that is near is the quickest way: open it, then Copy.')}</p>
        <Button onClick={onNew}>{say('Write a card')}</Button>
      </section>
    </div>
  )
}

import { say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { Waiting } from '@/ui/Notice'
import { Why } from '@/ui/Why'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { cardsQuery, makeableQuery } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

type Made = Schemas['MakeableOut']
type Pick = (key: string, level: number) => void

/** What can be made for this child now, the best first, and every card there is. */
export function Choose({ child, name, chosen, wide, onPick }: { child: number; name: string; chosen: string | null; wide: boolean; onPick: Pick }) {
  const { data: can, error } = useQuery(makeableQuery(child))
  const { data: all } = useQuery(cardsQuery)
  const [typed, setTyped] = useState('')
  if (!can) return <Waiting error={error} />
  const lines = cx('grid gap-1.5', wide ? 'grid-cols-[repeat(auto-fill,minmax(17rem,1fr))]' : 'grid-cols-1 max-[1100px]:grid-cols-[repeat(auto-fill,minmax(17rem,1fr))]')
  const wanted = typed.trim().toLowerCase()
  const cards = (all?.cards ?? []).filter((card) => `${card.name} ${card.area}`.toLowerCase().includes(wanted))
  return (
    <div className="flex flex-col gap-4">
      <section aria-label={say('What can be made')}>
        <h2>{say('What I can make for {name}', { name })}</h2>
        <p className="mb-2 text-sm text-ink-2">
          {can.made.length === 0 ? say('Nothing is complete from what is free; {looked_at} cards were looked at.', { looked_at: can.looked_at }) : say('{cards} of {looked_at} near {name}’s age; {part} can stand at once.', { cards: say('{n, plural, one {# card} other {# cards}}', { n: can.made.length }), looked_at: can.looked_at, name, part: can.made.length > 60 ? say('of the best 60 {at_once}', { at_once: can.at_once }) : can.at_once })}
        </p>
        <ul className={lines}>{can.made.map((each) => <li key={each.key}><MadeLine made={each} on={each.key === chosen} onPick={onPick} /></li>)}</ul>
      </section>
      {can.to_allow.length > 0 && (
        <section aria-label={say('Once you decide')}>
          <h2>{say('Once you decide')}</h2>
          <p className="mb-1 text-sm text-ink-2">{say('With you at the table, and kept away else; the tray asks you.')}</p>
          <ul className={lines}>
            {can.to_allow.map((each) => <li key={each.key}><button type="button" aria-pressed={each.key === chosen} onClick={() => onPick(each.key, each.level)} className="min-h-control w-full rounded-control px-2 text-left text-[0.9375rem] hover:bg-woad-2 aria-pressed:bg-woad-2">{each.card} <span className="text-sm text-ink-3">{each.level_name}</span></button></li>)}
          </ul>
        </section>
      )}
      {can.unlocks.length > 0 && (
        <section aria-label={say('One thing short')}>
          <h2>{say('One thing short')}</h2>
          <ul className="mt-1 flex flex-col gap-1 text-[0.9375rem]">
            {can.unlocks.slice(0, 6).map((each) => <li key={each.kind}><strong>{word(each.kind)}</strong>{each.owned && say(', all in use')}: <span className="text-ink-2">{each.cards.slice(0, 3).join(', ')}{each.cards.length > 3 && say(' and {cards} more', { cards: each.cards.length - 3 })}</span></li>)}
          </ul>
        </section>
      )}
      <Every wide={wide} count={cards.length}>
        <label className="mt-1 mb-1.5 flex max-w-sm items-center gap-2 text-sm">{say('Find')}
          <input type="search" value={typed} onChange={(event) => setTyped(event.target.value)} className="min-h-control min-w-0 flex-1 rounded-control border border-edge bg-paper px-3 text-base" />
        </label>
        <ul className={lines}>{cards.map((card) => (
          <li key={card.key}><button type="button" aria-pressed={card.key === chosen} onClick={() => onPick(card.key, 1)} className="min-h-control w-full rounded-control px-2 text-left text-[0.9375rem] hover:bg-woad-2 aria-pressed:bg-woad-2">{card.name} <span className="text-sm text-ink-3">{word(card.area)}</span></button></li>
        ))}
        </ul>
      </Every>
    </div>
  )
}

/** Every card: folded away while a tray is being made, so that what lies on it is near for the keyboard too. */
function Every({ wide, count, children }: { wide: boolean; count: number; children: ReactNode }) {
  const all = <Link className="text-sm text-woad underline" to="/make/catalogue">{say('In the catalogue')}</Link>
  if (wide) return <section aria-label={say('Every card')}><div className="flex items-baseline gap-3"><h2>{say('Every card')}</h2>{all}</div>{children}</section>
  return <Fold title={say('Every card, {count}', { count })} titleClass="font-bold text-woad">{all}{children}</Fold>
}

/** What to fetch, bin by bin: "Bin 4: jam jar; at hand: apron". */
function toFetch(made: Made): string {
  const byBin = new Map<string, string[]>()
  for (const each of made.fetch) {
    const bin = each.bin || say('at hand')
    byBin.set(bin, [...(byBin.get(bin) ?? []), each.count > 1 ? `${each.count} ${each.name}` : each.name])
  }
  return [...byBin].map(([bin, things]) => `${bin}: ${things.join(', ')}`).join('; ')
}

function MadeLine({ made, on, onPick }: { made: Made; on: boolean; onPick: Pick }) {
  return (
    <>
      <button type="button" aria-pressed={on} onClick={() => onPick(made.key, made.level)} className={cx('h-full w-full rounded-control border px-3 py-2 text-left hover:bg-woad-2', on ? 'border-woad bg-woad-2' : 'border-line bg-paper')}>
        <span className="block font-semibold">{made.card}</span>
        <span className="block text-sm text-ink-2">{made.level_name} · {word(made.area)}</span>
        {made.next_step && <span className="block text-sm font-semibold text-woad">{made.next_step}</span>}
        {made.fetch.length > 0 && <span className="block text-sm text-ink-3">{toFetch(made)}</span>}
      </button>
      {on && <div className="px-3 py-2 text-sm"><Why reasons={made.reasons} numbers={false} /></div>}
    </>
  )
}

import { inOrder, say, word } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Heading } from '@/ui/Heading'
import { MakeParts } from '@/ui/MakeParts'
import { Waiting } from '@/ui/Notice'
import { Field } from '@/ui/Field'
import { cx } from '@/lib/cx'
import type { Schemas } from '@/lib/http'
import { cardQuery, catalogueQuery, childrenQuery, makeableQuery } from '@/lib/queries'
import { sentence } from '@/lib/words'
import { CardEditor } from './CardEditor'
import { CardPage } from './CardPage'
import { Taking } from './Taking'
import { areasOf, shown, type Filter } from './filter'
import { Option, SelectField } from '@/ui/Select'

type Card = Schemas['CatalogueCardOut']
type Part = 'read' | 'edit' | 'copy' | 'new'
type CatalogueProps = { people: readonly { id: number; name: string }[]; card: string; part: Part; onGo: (card: string, part?: Part) => void }

/** Catalogue: every card there is, to look through, take or leave, change, copy and write. */
export function CatalogueView({ people, card, part, onGo }: CatalogueProps) {
  const { data, error } = useQuery(catalogueQuery)
  const { data: open, error: missing } = useQuery(cardQuery(card))
  if (!data) return <Waiting error={error} />
  const writes = part === 'new' || (open && (part === 'edit' || part === 'copy'))
  return (
    <div className="grid flex-1 grid-cols-[25rem_minmax(0,1fr)] items-start max-[1000px]:grid-cols-1">
      <Choosing cards={data.cards} people={people} chosen={card} onGo={onGo} />
      <div className={cx('min-w-0 px-5 py-4', (card || writes) && 'max-[1000px]:order-first')}>
        {writes ? <CardEditor key={`${part}${card}`} card={part === 'new' ? null : open ?? null} copy={part === 'copy'} onDone={(key) => onGo(key)} />
          : card ? (open ? <CardPage card={open} onGo={onGo} /> : <Waiting error={missing} />)
            : <Taking catalogue={data} onNew={() => onGo('', 'new')} />}
      </div>
    </div>
  )
}

function Choosing({ cards, people, chosen, onGo }: { cards: readonly Card[]; people: CatalogueProps['people']; chosen: string; onGo: CatalogueProps['onGo'] }) {
  const [filter, setFilter] = useState<Filter>({ words: '', area: '', theme: '', child: '', which: 'taken' })
  const { data: children } = useQuery(childrenQuery)
  const { data: can } = useQuery({ ...makeableQuery(Number(filter.child) || 0), enabled: filter.child !== '' && filter.which === 'makeable' })
  const months = children?.children.find((each) => String(each.id) === filter.child)?.months ?? null
  const makeable = useMemo(() => new Set(can?.made.map((each) => each.key)), [can])
  const found = shown(cards, filter, months, makeable)
  const themes = [...new Set(cards.flatMap((each) => each.themes))].sort((a, b) => inOrder(word(a), word(b)))
  const tell = (told: Partial<Filter>) => setFilter({ ...filter, ...told })
  return (
    <section aria-label={say('Cards')} className="sticky top-0 flex h-screen flex-col gap-2 border-r border-line bg-paper px-4 py-4 max-[1000px]:static max-[1000px]:h-auto">
      <Heading title={say('Make')} aside={<MakeParts />}>{say('{n, plural, one {# card} other {# cards}}', { n: found.length })}</Heading>
      <div className="grid grid-cols-2 gap-2">
        <Field label={say('Find')} type="search" value={filter.words} onChange={(event) => tell({ words: event.target.value })} className="col-span-2" placeholder={say('pour, five, autumn…')} />
        <SelectField label={say('Area')} value={filter.area} onChoose={(picked) => tell({ area: picked })}>
          <Option value="">{say('every area')}</Option>{areasOf(cards).map((each) => <Option key={each} value={each}>{word(each)}</Option>)}
        </SelectField>
        <SelectField label={say('Theme')} value={filter.theme} onChoose={(picked) => tell({ theme: picked })}>
          <Option value="">{say('any')}</Option>{themes.map((each) => <Option key={each} value={each}>{word(each)}</Option>)}
        </SelectField>
        <SelectField label={say('Near the age of')} value={filter.child} onChoose={(picked) => tell({ child: picked, ...(picked ? {} : { which: filter.which === 'makeable' ? 'taken' : filter.which }) })}>
          <Option value="">{say('anybody')}</Option>{people.map((each) => <Option key={each.id} value={each.id}>{each.name}</Option>)}
        </SelectField>
        <SelectField label={say('Which')} value={filter.which} onChoose={(picked) => tell({ which: picked as Filter['which'] })}>
          <Option value="taken">{say('those we take')}</Option><Option value="left">{say('left out')}</Option><Option value="ours">{say('changed or our own')}</Option>
          {filter.child && <Option value="makeable">{say('those I can make now')}</Option>}<Option value="all">{say('all')}</Option>
        </SelectField>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto max-[1000px]:max-h-[26rem]" role="region" aria-label={say('Found')} tabIndex={-1}>
        {found.length === 0 && <p className="py-3 text-ink-2">{say('No card is like that. Take a filter away.')}</p>}
        {areasOf(found).map((area) => <Area key={area} area={area} cards={found.filter((each) => each.area === area)} chosen={chosen} onGo={onGo} />)}
      </div>
    </section>
  )
}

function Area({ area, cards, chosen, onGo }: { area: string; cards: readonly Card[]; chosen: string; onGo: CatalogueProps['onGo'] }) {
  return (
    <>
      <h2 className="mt-3 flex items-baseline justify-between text-base">{sentence(area)}<span className="text-sm font-normal text-ink-3">{cards.length}</span></h2>
      <ul>{cards.map((each) => (
        <li key={each.key}>
          <button type="button" aria-current={each.key === chosen || undefined} onClick={() => onGo(each.key)}
            className={cx('grid w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 rounded-control px-2 py-1.5 text-left hover:bg-woad-2 aria-[current]:bg-woad-2', !each.taken && 'text-ink-3')}
          >
            <span className="font-semibold">{each.name}</span>
            <Rungs count={each.levels} />
            <span className="text-sm text-ink-2">{say('{from_months} to {to_months} months{marks}', { from_months: each.from_months, to_months: each.to_months, marks: marks(each) })}</span>
            <span className="text-sm text-ink-3">{say('{n, plural, one {# level} other {# levels}}', { n: each.levels })}</span>
          </button>
        </li>
      ))}
      </ul>
    </>
  )
}

function marks(card: Card): string {
  const said = [card.origin === 'own' ? say('our own') : card.origin === 'changed' ? 'changed' : '', card.news ? 'news' : '', card.taken ? '' : say('left out'), card.trays.length ? say('on a tray') : '']
  return said.filter(Boolean).map((each) => ` · ${each}`).join('')
}

/** The levels of a card: a string with a hole for every rung. */
function Rungs({ count }: { count: number }) {
  const wide = 12 + (count - 1) * 11
  return (
    <svg aria-hidden width={wide} height="12" viewBox={`0 0 ${wide} 12`} className="text-ink-2">
      <line x1="0" y1="6" x2={wide} y2="6" stroke="currentColor" strokeWidth="1.2" />
      {Array.from({ length: count }, (_, at) => <circle key={at} cx={6 + at * 11} cy="6" r="3.2" fill="var(--color-paper)" stroke="currentColor" strokeWidth="1.4" />)}
    </svg>
  )
}

import type { Schemas } from '@/lib/http'

type Card = Schemas['CatalogueCardOut']
export type Filter = { words: string; area: string; theme: string; child: string; which: 'taken' | 'left' | 'ours' | 'makeable' | 'all' }
/** So many months outside its window a card is still shown for a child; Make looks as far. */
const NEAR = 3

/** The areas of some cards, in their order. */
export const areasOf = (cards: readonly Card[]): string[] => [...new Set(cards.map((each) => each.area))]

/** The cards a filter leaves. `months`: the age to look near, or null; `makeable`: keys of what can be made now. */
export function shown(cards: readonly Card[], filter: Filter, months: number | null, makeable: ReadonlySet<string>): Card[] {
  const wanted = filter.words.trim().toLowerCase().split(/\s+/).filter(Boolean)
  return cards.filter((card) => {
    const said = `${card.name} ${card.area} ${card.aim} ${card.themes.join(' ')}`.toLowerCase()
    return wanted.every((word) => said.includes(word))
      && (!filter.area || card.area === filter.area)
      && (!filter.theme || card.themes.includes(filter.theme))
      && (months === null || (card.from_months - NEAR <= months && months <= card.to_months + NEAR))
      && which(card, filter.which, makeable)
  })
}

function which(card: Card, asked: Filter['which'], makeable: ReadonlySet<string>): boolean {
  if (asked === 'taken') return card.taken
  if (asked === 'left') return !card.taken
  if (asked === 'ours') return card.origin !== 'catalogue'
  return asked === 'all' || (card.taken && makeable.has(card.key))
}

import { say, word } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { Link } from 'react-router'
import type { ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { Fold } from '@/ui/Fold'

type Card = Schemas['CatalogueEntryOut']
type Go = (card: string, part?: 'read' | 'edit' | 'copy') => void
const SUPERVISION: Record<string, string> = { none: say('no more than you always watch'), near: say('stay near'), touch: say('within arm’s reach') }
const SORTS: Record<string, string> = { work: '', song: say('a song · '), talk: say('a talk · '), book: say('a book · '), demonstration: say('a demonstration by the adult · ') }
const FIELDS: Record<string, string> = { levels: say('levels and roles'), control: say('control of error'), interest: say('points of interest'), clean_up: 'clean-up', one_level_because: say('reason for one level') }
const said = (field: string) => FIELDS[field] ?? field.replaceAll('_', ' ')
const link = 'inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2'

/** One card in full: what it is for, how it is shown, its levels, what to mind, and what the house does with it. */
export function CardPage({ card, onGo }: { card: Card; onGo: Go }) {
  const key = card.key
  const take = useWrite(async () => { await answer(client.POST('/api/cards/choice', { body: { keys: [key], taken: !card.taken } })); await refresh() })
  const drop = useWrite(async () => {
    await answer(client.DELETE('/api/catalogue/{key}', { params: { path: { key } } }))
    if (card.origin === 'own') onGo('')
    await refresh()
  })
  const failed = take.failed ?? drop.failed
  return (
    <article aria-label={card.name} className="flex max-w-4xl flex-col gap-4">
      <header className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-2xl">{card.name}</h2>
          {card.also.length > 0 && <p className="text-ink-2">{say('Also called: {also}', { also: card.also.join(', ') })}</p>}
          <p className="text-ink-2">{say('{SORTS}{area} · {from_months} to {to_months} months, a window and no gate · {cost}', { SORTS: SORTS[card.sort], area: card.area, from_months: card.from_months, to_months: card.to_months, cost: card.cost && say('costs {cost}', { cost: card.cost }) })}</p>
        </div>
        <div className="flex flex-wrap gap-2">
          <Link className="inline-flex min-h-control items-center rounded-control border border-woad bg-woad px-3.5 text-[0.9375rem] font-semibold text-paper hover:bg-ink" to={`/make?card=${key}`}>{say('Make it')}</Link>
          {card.origin !== 'own' && <Button disabled={take.busy} onClick={() => void take.run()}>{card.taken ? say('Leave it out') : say('Take it')}</Button>}
          <Button onClick={() => onGo(key, 'edit')}>{say('Change')}</Button>
          <Button onClick={() => onGo(key, 'copy')}>{say('Copy')}</Button>
          {card.words.length > 0 && <Link className={link} to={`/paper?kind=word-cards&key=card:${key}`}>{say('Word cards')}</Link>}
        </div>
      </header>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
      <Ours card={card} busy={drop.busy} onDrop={() => void drop.run()} />
      <div className="grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] gap-4 max-[1180px]:grid-cols-1">
        <div className="flex flex-col gap-4">
          <Part title={say('Showing it')}>
            {card.steps.length === 0 ? <p className="text-ink-2">{say('It has no script yet. Change it, and write one.')}</p>
              : <ol className="said list-decimal pl-6 text-[1.0625rem]">{card.steps.map((step) => <li key={step} className="py-0.5">{step}</li>)}</ol>}
            {card.interest.length > 0 && <p className="mt-2"><strong>{say('Worth slowing down for:')}</strong> <span className="said">{card.interest.join('; ')}</span></p>}
            {card.clean_up && <p className="mt-2"><strong>{say('Putting it right.')}</strong> {card.clean_up}</p>}
            {card.morning && <p className="mt-2"><strong>{say('Each day, before work.')}</strong> {card.morning}</p>}
            {card.grid.length > 0 && <p className="mt-2"><strong>{say('Asked of each thing.')}</strong> {card.grid.join(' · ')}</p>}
            {card.then.length > 0 && <p className="mt-2"><strong>{say('Then, perhaps:')}</strong> {card.then.join('; ')}</p>}
          </Part>
          <Levels card={card} />
        </div>
        <div className="flex flex-col gap-4">
          <Part title={say('What it is for')}>
            <p>{card.aim}</p>
            {card.prepares.length > 0 && <p className="mt-1.5"><strong>{say('It prepares')}</strong> {card.prepares.join(', ')}.</p>}
            {card.control && <p className="mt-1.5"><strong>{say('Control of error.')}</strong> {card.control}</p>}
          </Part>
          <Part title={say('Watch out')}>
            <p><strong>{say('An adult:')}</strong> {SUPERVISION[card.supervision] ?? card.supervision}.</p>
            <ul className="mt-1.5 flex flex-col gap-1">{card.cautions.map((each) => <li key={each.text}>{each.text} <span className="text-sm text-ink-3">{each.source}</span></li>)}</ul>
            <p className="mt-1.5 text-sm text-ink-2">{say('What lies on a tray in the end is checked there, thing by thing. Supervision, local codes and the makers’ instructions stand above it.')}</p>
          </Part>
          <Part title={say('Words')}><p>{card.words.map((each) => `${each.word}, ${each.other}`).join(' · ') || say('None yet.')}</p>{card.themes.length > 0 && <p className="mt-1.5 text-ink-2">{say('Themes: {themes}', { themes: card.themes.join(', ') })}</p>}</Part>
          <Part title={say('Before and after it')}>{card.ladder && <p className="mb-1.5">{sayRich('On the ladder <a>{ladder}</a>: {part} of {of}.', { ladder: card.ladder.name, a: (inner) => <Link className="text-woad underline underline-offset-4" to={`/ladders?step=${key}:1`}>{inner}</Link>, part: card.ladder.first === card.ladder.last ? say('step {first}', { first: card.ladder.first }) : say('steps {first} to {last}', { first: card.ladder.first, last: card.ladder.last }), of: card.ladder.of })}</p>}<Rungs label={say('It follows')} rungs={card.follows} onGo={onGo} none={say('Nothing has to come before it.')} /><Rungs label={say('It leads to')} rungs={card.leads_to} onGo={onGo} none="" /></Part>
        </div>
      </div>
    </article>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return <section aria-label={title} className="panel p-4 text-[0.9375rem]"><h3 className="mb-1.5 text-base font-bold">{title}</h3>{children}</section>
}

function Levels({ card }: { card: Card }) {
  return (
    <Part title={say('Levels')}>
      <ol className="flex flex-col gap-3 border-l-2 border-ink-2 pl-4">
        {card.levels.map((level) => (
          <li key={level.number} className="relative">
            <span aria-hidden className="absolute top-1.5 -left-[1.44rem] size-3 rounded-full border-2 border-ink-2 bg-paper" />
            <p><strong>{level.name}</strong> <span className="text-ink-2">{say('from {from_months} months', { from_months: level.from_months })}</span></p>
            {level.showing && <p className="said">{level.showing}</p>}
            {level.changes && <p className="text-sm text-ink-2">{say('Than the level before: {changes}.', { changes: level.changes })}</p>}
            <p>{say('Expected: {expects}', { expects: level.expects })} <span className="text-ink-2">{say('Not yet: {not_yet}', { not_yet: level.not_yet })}</span></p>
            {level.roles.length > 0 && (
              <Fold title={say('What it asks for{container}', { container: level.container.length === 0 && say('; no container') })} className="text-sm" titleClass="text-woad">
                <ul className="mt-1">{level.roles.map((role) => (
                  <li key={role.role}><strong>{word(role.role)}</strong>{role.count > 1 && ` × ${role.count}`}{role.optional && say(' if there is one')}: {role.needs.map(word).join(say(', or '))}{role.shows && ` (${word(role.shows)})`}{role.instead.map((each) => say('; {word} would do: {other}', { word: each.word, other: each.other }))}</li>))}
                </ul>
              </Fold>
            )}
          </li>
        ))}
      </ol>
      {card.one_level_because && <p className="mt-2 text-sm text-ink-2">{say('One level: {one_level_because}', { one_level_because: card.one_level_because })}</p>}
    </Part>
  )
}

function Rungs({ label, rungs, onGo, none }: { label: string; rungs: Card['follows']; onGo: Go; none: string }) {
  if (rungs.length === 0) return none ? <p className="text-ink-2">{none}</p> : null
  return <p>{label}: {rungs.map((each) => <button key={`${each.key}${each.level}`} type="button" className="mr-2 min-h-control text-woad underline underline-offset-2" onClick={() => onGo(each.key)}>{each.name}{label === 'It follows' && `, ${each.level_name.toLowerCase()}`}</button>)}</p>
}

function Ours({ card, busy, onDrop }: { card: Card; busy: boolean; onDrop: () => void }) {
  const settle = useWrite(async (field: string, theirs: boolean) => {
    await answer(client.POST('/api/catalogue/{key}/settle', { params: { path: { key: card.key } }, body: { field, theirs } }))
    await refresh()
  })
  if (card.origin === 'catalogue') return null
  return (
    <section aria-label={say('Ours')} className="panel flex flex-col gap-2 p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p>{card.origin === 'own' ? say('A card of your own.') : card.changed.length ? say('You changed its {changed}; that stays through updates.', { changed: card.changed.map(said).join(', ') }) : say('You changed this card.')}
          {card.taken_over.length > 0 && say(' An update of the catalogue brought its {taken_over}.', { taken_over: card.taken_over.map(said).join(', ') })}
        </p>
        <Button disabled={busy} onClick={onDrop}>{card.origin === 'own' ? say('Drop this card') : say('As it ships again')}</Button>
      </div>
      {card.news.map((each) => (
        <div key={each.field} className="rounded-control border border-saffron bg-saffron-2 p-3">
          <p><strong>{say('The catalogue has changed its {said} too.', { said: said(each.field) })}</strong>{' '}{say('Yours counts until you say otherwise.')}</p>
          <p className="mt-1">{say('Yours:')}{' '}<span className="said">{each.ours}</span></p><p>{say('The catalogue’s:')}{' '}<span className="said">{each.theirs}</span></p>
          <div className="mt-2 flex gap-2">
            <Button disabled={settle.busy} onClick={() => void settle.run(each.field, false)}>{say('Keep ours')}</Button>
            <Button disabled={settle.busy} onClick={() => void settle.run(each.field, true)}>{say('Take the catalogue’s')}</Button>
          </div>
        </div>
      ))}
      {settle.failed && <Notice tone="must" role="alert">{settle.failed.message}</Notice>}
    </section>
  )
}

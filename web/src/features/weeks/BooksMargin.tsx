import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { daysBetween, shortDay, weekDay } from '@/lib/days'
import { answer, client, Problem, type Schemas } from '@/lib/http'
import { keptFrom, shownIn, small, unitOf } from '@/lib/measure'
import { booksQuery, refresh } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Tick } from '@/ui/Tick'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'

type Books = Schemas['BooksOut']
type Book = Schemas['BookOut']

/** Books: the weekly turn, what stands, what goes back, and what is told of each. */
export function BooksMargin({ today }: { today: string }) {
  const { data, error } = useQuery(booksQuery)
  const [form, setForm] = useState<Book | 'new' | null>(null)
  if (!data) return <Waiting error={error} />
  return (
    <div className="flex flex-col gap-4">
      <div className="flex items-start justify-between gap-2"><h2 className="text-xl">{say('Books')}</h2><Button onClick={() => setForm(form === 'new' ? null : 'new')}>{say('A book')}</Button></div>
      {form && <BookForm key={form === 'new' ? 0 : form.id} book={form === 'new' ? null : form} onDone={() => setForm(null)} />}
      {data.books.length === 0 && !form && <p className="text-ink-2">{say('No single titles yet. Enter a few: title, language, what they are about, and when a borrowed one goes back.')}</p>}
      {data.books.length > 0 && <Turn key={`${data.turn_on}:${data.comes.map((each) => each.id).join()}:${data.goes.map((each) => each.id).join()}`} books={data} today={today} />}
      <Shelved books={data} today={today} onForm={setForm} />
    </div>
  )
}

/** What the turn would do; ticked as it is wished. */
function Turn({ books, today }: { books: Books; today: string }) {
  const [not, setNot] = useState<ReadonlySet<number>>(new Set())
  const flip = (id: number) => setNot((now) => { const next = new Set(now); if (!next.delete(id)) next.add(id); return next })
  const out = books.goes.filter((each) => !not.has(each.id))
  const in_ = books.comes.filter((each) => !not.has(each.id) && each.unit_id !== null)
  const turn = useWrite(async () => {
    await answer(client.POST('/api/books/turn', { body: { out: out.map((each) => each.id), in_: in_.map((each) => ({ id: each.id, unit_id: each.unit_id ?? 0 })) } }))
    await refresh()
  })
  const line = (each: Schemas['TurnedOut'], word: string) => (
    <li key={each.id} className="border-t border-line py-1"><Tick label={<><strong>{each.title}</strong> {word}</>} checked={!not.has(each.id)} onChange={() => flip(each.id)} /><p className="pl-7 text-sm text-ink-2">{each.reason.text}</p></li>
  )
  return (
    <section aria-label={say('The turn of the books')}>
      <h3>{say('The turn of {part}', { part: books.turn_on === today ? say('today') : weekDay(books.turn_on) })}</h3>
      {books.goes.length + books.comes.length === 0 ? <p className="text-[0.9375rem] text-ink-2">{say('Nothing should change on the ledge.')}</p> : (
        <>
          <ul>{books.comes.map((each) => line(each, 'comes'))}{books.goes.map((each) => line(each, 'rests'))}</ul>
          {turn.failed && <Notice tone="must" role="alert">{turn.failed.message}</Notice>}
          <Button className="mt-2" look="main" disabled={turn.busy || out.length + in_.length === 0} onClick={() => void turn.run()}>{say('Turn them now')}</Button>
        </>
      )}
    </section>
  )
}

function Shelved({ books, today, onForm }: { books: Books; today: string; onForm: (book: Book) => void }) {
  const asked = useWrite(async (book_id: number) => { await answer(client.POST('/api/books/{book_id}/asked', { params: { path: { book_id } } })); await refresh() })
  const back = useWrite(async (book_id: number) => { await answer(client.POST('/api/books/{book_id}/back', { params: { path: { book_id } } })); await refresh() })
  const here = books.books.filter((each) => each.unit_id !== null)
  const resting = books.books.filter((each) => each.unit_id === null)
  const due = (book: Book) => (book.back_on ? <span className={daysBetween(today, book.back_on) <= 3 ? 'font-semibold text-madder' : 'text-ink-2'}>{' '}{say('· back {day}{lent_by}', { day: shortDay(book.back_on), lent_by: book.lent_by && say(' to {lent_by}', { lent_by: book.lent_by }) })}</span> : null)
  const one = (book: Book) => (
    <li key={book.id} className="flex items-start justify-between gap-2 border-t border-line py-1.5">
      <span className="min-w-0"><button type="button" className="text-left font-semibold underline-offset-4 hover:underline" onClick={() => onForm(book)}>{book.title}</button><span className="block text-sm text-ink-2">{[book.language, ...book.themes].join(', ')}{book.asked > 0 && say(' · asked for {times}', { times: say('{n, plural, one {# time} other {# times}}', { n: book.asked }) })}{due(book)}</span></span>
      <span className="flex shrink-0 gap-1">
        {book.unit_id !== null && <Button aria-label={say('Asked for again: {book}', { book: book.title })} disabled={asked.busy} onClick={() => void asked.run(book.id)}>{say('Again')}</Button>}
        {book.back_on && <Button aria-label={say('Gave back {book}', { book: book.title })} disabled={back.busy} onClick={() => void back.run(book.id)}>{say('Back')}</Button>}
      </span>
    </li>
  )
  const failed = asked.failed ?? back.failed
  return (
    <>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
      {books.ledges.map((ledge) => <p key={ledge.unit_id} className="text-sm text-ink-2">{say('{ledge}: {small} of {small2} free', { ledge: ledge.name, small: small(ledge.free_mm), small2: small(ledge.width_mm) })}</p>)}
      {books.ledges.length === 0 && books.books.length > 0 && <p className="text-[0.9375rem] text-ink-2">{say('No ledge yet: add a unit of the kind ledge on the Shelf, and books stand there with their covers to the front.')}</p>}
      {here.length > 0 && <section aria-label={say('On the ledge')}><h3>{say('On the ledge')}</h3><ul>{here.map(one)}</ul></section>}
      {resting.length > 0 && <section aria-label={say('Resting')}><h3>{say('Resting')}</h3><ul>{resting.map(one)}</ul></section>}
    </>
  )
}

function BookForm({ book, onDone }: { book: Book | null; onDone: () => void }) {
  const [told, setTold] = useState({ title: book?.title ?? '', language: book?.language ?? 'en', themes: book?.themes.join(', ') ?? '', cover: book ? String(shownIn('mm', book.cover_mm)) : '', from: String(book?.from_months ?? 0), to: String(book?.to_months ?? 96), lent: book?.lent_by ?? '', back: book?.back_on ?? '' })
  const save = useWrite(async () => {
    await answer(client.PUT('/api/books', { body: {
      id: book?.id ?? 0, title: told.title, language: told.language, themes: told.themes.split(',').map((each) => each.trim()).filter(Boolean), cover_mm: told.cover ? keptFrom('mm', Number(told.cover)) : null,
      from_months: Number(told.from), to_months: Number(told.to), lent_by: told.lent, back_on: told.back || null,
    } }))
    await refresh()
    onDone()
  })
  const problem = save.failed instanceof Problem ? save.failed : null
  const field = (name: keyof typeof told, label: string, more: object = {}) => <Field label={label} value={told[name]} onChange={(event) => setTold({ ...told, [name]: event.target.value })} {...more} />
  return (
    <form className="panel flex flex-col gap-2 p-3" aria-label={say('A book')} onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      {field('title', 'Title', { maxLength: 80, error: problem?.of('title') })}
      {field('themes', 'About', { hint: say('With commas between: bread, baking.'), error: problem?.of('themes') })}
      <div className="grid grid-cols-2 gap-2">{field('language', 'Language', { maxLength: 8, error: problem?.of('language') })}{field('cover', 'Cover', { unit: say('{unitOf} wide', { unitOf: unitOf('mm') }), inputMode: 'decimal', error: problem?.of('cover_mm') })}</div>
      <div className="grid grid-cols-2 gap-2">{field('from', 'From', { unit: 'months', inputMode: 'numeric', error: problem?.of('from_months') })}{field('to', 'To', { unit: 'months', inputMode: 'numeric', error: problem?.of('to_months') })}</div>
      <div className="grid grid-cols-2 gap-2">{field('lent', say('Borrowed from'), { maxLength: 80 })}{field('back', say('Goes back on'), { type: 'date', error: problem?.of('back_on') })}</div>
      {save.failed && !problem?.errors.length && <Notice tone="must" role="alert">{save.failed.message}</Notice>}
      <div className="flex gap-2"><Button type="submit" look="main" disabled={save.busy || !told.title.trim()}>{say('Keep it')}</Button><Button look="quiet" onClick={onDone}>{say('Leave it')}</Button></div>
    </form>
  )
}

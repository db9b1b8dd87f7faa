import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { addDays, daysText, shortDay } from '@/lib/days'
import { answer, client, type Schemas } from '@/lib/http'
import { refresh, themeQuery } from '@/lib/queries'
import { Button } from '@/ui/Button'
import { AreaField, Field } from '@/ui/Field'
import { Notice, Waiting } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { LineList } from './LineMargin'
import { ThemePlanner } from './ThemePlanner'

type Theme = Schemas['ThemeOut']
type ThemeTray = Schemas['ThemeTrayOut']
const STATES: Record<ThemeTray['state'], string> = { 'came': say('stands'), 'rests': say('in a bin'), 'not made': say('to make') }

/** A theme on the string: its trays with their days, what is to be done, the song, the outing; afterwards what was loved. */
export function ThemeMargin({ id, today, onGone, onTaken }: { id: number; today: string; onGone: () => void; onTaken: (theme: number) => void }) {
  const { data, error } = useQuery(themeQuery(id))
  const [planning, setPlanning] = useState(false)
  if (!data) return <Waiting error={error} />
  if (planning) return <ThemePlanner today={today} first={data.theme.from_day} theme={data} onTaken={(theme) => { setPlanning(false); onTaken(theme) }} onClose={() => setPlanning(false)} />
  return <Shown key={data.theme.id} of={data} today={today} onPlan={() => setPlanning(true)} onGone={onGone} onTaken={onTaken} />
}

function Shown({ of, today, onPlan, onGone, onTaken }: { of: Theme; today: string; onPlan: () => void; onGone: () => void; onTaken: (theme: number) => void }) {
  const { theme } = of
  const path = { params: { path: { theme_id: theme.id } } }
  const move = useWrite(async (days: number) => { await answer(client.PUT('/api/themes/{theme_id}', { ...path, body: { from_day: addDays(theme.from_day, days) } })); await refresh() })
  const forget = useWrite(async () => { await answer(client.DELETE('/api/themes/{theme_id}', path)); onGone(); await refresh() })
  const again = useWrite(async () => { onTaken(Number((await answer(client.POST('/api/themes/{theme_id}/copy', { ...path, body: { from_day: addDays(today, 14) } }))).id)); await refresh() })
  const bring = useWrite(async (tray: number) => { await answer(client.POST('/api/themes/{theme_id}/trays/{tray_id}/bring', { params: { path: { theme_id: theme.id, tray_id: tray } } })); await refresh() })
  const failed = move.failed ?? forget.failed ?? bring.failed ?? again.failed
  return (
    <section aria-label={say('Theme: {theme}', { theme: theme.name })} className="flex flex-col gap-4">
      <div>
        <p className="text-sm text-ink-2">{say('Theme, {daysText}', { daysText: daysText(theme.from_day, theme.until_day) })}</p>
        <h2 className="text-xl">{theme.name}</h2>
        {theme.question && <p className="said">“{theme.question}”</p>}
      </div>
      {failed && <Notice tone="must" role="alert">{failed.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button disabled={move.busy} onClick={() => void move.run(-7)}>{say('A week earlier')}</Button>
        <Button disabled={move.busy} onClick={() => void move.run(7)}>{say('A week later')}</Button>
        {!of.over && <Button look={theme.taken ? 'plain' : 'main'} onClick={onPlan}>{theme.taken ? say('Plan it again') : say('Plan it')}</Button>}
      </div>
      {theme.trays.length > 0 && (
        <section aria-label={say('Trays of the theme')}>
          <h3>{say('{trays}, {at_hand} at hand', { trays: say('{n, plural, one {# tray} other {# trays}}', { n: theme.trays.length }), at_hand: theme.at_hand })}</h3>
          <ul className="flex flex-col">{theme.trays.map((tray) => <li key={tray.id} className="border-t border-line py-1.5"><Tray tray={tray} today={today} busy={bring.busy} onBring={() => void bring.run(tray.id)} /></li>)}</ul>
        </section>
      )}
      {theme.trays.length === 0 && <p className="text-ink-2">{say('No trays yet. Plan it, and they stand here with their days.')}</p>}
      {of.lines.length > 0 && <LineList title={say('To do for it')} lines={of.lines} today={today} />}
      <Words of={of} />
      {of.over && of.loved.length > 0 && (
        <section aria-label={say('What was loved')}>
          <h3>{say('What was loved')}</h3>
          <ul className="text-[0.9375rem]">{of.loved.map((each) => <li key={each.name} className="flex justify-between gap-3 border-t border-line py-1"><span>{each.name}</span><span className="text-ink-2">{say('on {chosen} of {days}', { chosen: each.chosen, days: say('{n, plural, one {# day} other {# days}}', { n: each.of }) })}</span></li>)}</ul>
        </section>
      )}
      <Notes of={of} />
      <div className="flex flex-wrap gap-2 border-t border-line pt-3">
        <Button disabled={again.busy} onClick={() => void again.run()}>{say('Once more, in two weeks')}</Button>
        <Button look="warn" disabled={forget.busy} onClick={() => void forget.run()}>{say('Take it off the string')}</Button>
      </div>
    </section>
  )
}

function Tray({ tray, today, busy, onBring }: { tray: ThemeTray; today: string; busy: boolean; onBring: () => void }) {
  const due = tray.day <= today && tray.state === 'rests' && tray.where !== ''
  const [, key, level] = tray.ref.split(':')
  return (
    <>
      <div className="flex items-baseline justify-between gap-2"><span className="font-semibold">{tray.name}</span><span className={`shrink-0 text-sm font-semibold ${tray.state === 'not made' ? 'text-saffron' : 'text-ink-2'}`}>{tray.state === 'rests' && tray.bin ? say('in {bin}', { bin: tray.bin }) : STATES[tray.state]}</span></div>
      <p className="text-sm text-ink-2">{tray.children.join(', ')} · {tray.where ? `${shortDay(tray.day)}, ${tray.where}` : say('stands already')}{tray.goes ? say('; {goes} rests', { goes: tray.goes }) : ''}</p>
      {tray.state === 'not made' && <Link className="text-[0.9375rem] text-woad underline" to={`/make?card=${key ?? ''}&level=${level ?? ''}&child=${tray.child_ids[0] ?? ''}`}>{say('Make it')}</Link>}
      {due && <Button className="mt-1" disabled={busy} onClick={onBring}>{say('Bring it now')}</Button>}
    </>
  )
}

function Words({ of }: { of: Theme }) {
  const rows = [['words', of.words.join(', ')], ['books', of.books.map((each) => each.title).join(', ')], ['song', of.song], ['outing', of.outing]].filter(([, text]) => text)
  if (rows.length === 0) return null
  return <dl className="text-[0.9375rem]">{rows.map(([name, text]) => <div key={name} className="flex justify-between gap-4 border-t border-line py-1"><dt className="shrink-0 text-ink-2">{name}</dt><dd className="text-right">{text}</dd></div>)}</dl>
}

function Notes({ of }: { of: Theme }) {
  const [keep, setKeep] = useState(of.keep)
  const [until, setUntil] = useState(of.theme.until_day)
  const save = useWrite(async () => {
    await answer(client.PUT('/api/themes/{theme_id}', { params: { path: { theme_id: of.theme.id } }, body: { keep, until_day: until } }))
    await refresh()
  })
  return (
    <form className="flex flex-col gap-2" onSubmit={(event) => { event.preventDefault(); void save.run() }}>
      <AreaField said label={say('To keep for next year')} value={keep} maxLength={1000} onChange={(event) => setKeep(event.target.value)} />
      <Field label={say('It ends on')} type="date" min={of.theme.from_day} value={until} onChange={(event) => setUntil(event.target.value)} error={save.failed?.message} />
      <Button type="submit" disabled={save.busy || (keep === of.keep && until === of.theme.until_day)}>{say('Keep')}</Button>
    </form>
  )
}

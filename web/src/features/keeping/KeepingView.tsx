import { say } from '@/lib/say'
import { sayRich } from '@/ui/sayRich'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@/ui/Button'
import { Field } from '@/ui/Field'
import { Heading } from '@/ui/Heading'
import { Notice } from '@/ui/Notice'
import { useWrite } from '@/ui/useWrite'
import { answer, client, saveFile, type Schemas } from '@/lib/http'
import { keepingQuery, refresh } from '@/lib/queries'
import { Copies } from './Copies'
import { Family } from './Family'
import { HowKept } from './HowKept'
import { WholeHouse } from './WholeHouse'

/** Keeping: whether all is well, copies here and elsewhere, going back to one, and the household as a file. */
export function KeepingView({ session }: { session: Schemas['SessionOut'] }) {
  const away = session.right !== 'here'
  return (
    <div className="flex flex-1 flex-col gap-4 px-5 py-4">
      <Heading title={say('Keeping')} aside={<Link className="inline-flex min-h-control items-center rounded-control border border-edge bg-paper px-3.5 text-[0.9375rem] font-semibold hover:bg-woad-2" to="/house">{say('House')}</Link>}>{say('Years of work, and what is done so that none of it is lost.')}</Heading>
      <div className="columns-2 gap-4 max-[900px]:columns-1 [&>section]:mb-4 [&>section]:break-inside-avoid">
        <HowKept>{!away && <CopyNow />}</HowKept>
        {away
          ? <section className="panel p-4"><p>{say('Copies, files and going back are for the machine the program runs on: open House there.')}</p></section>
          : (
              <>
                <Copies zone={session.household?.zone ?? 'UTC'} />
                <SecondFolder />
                <Sealed />
                {session.household && <WholeHouse name={session.household.name} />}
                <Family />
              </>
            )}
      </div>
    </div>
  )
}

function CopyNow() {
  const copy = useWrite(async () => { await answer(client.POST('/api/copies')); await refresh() })
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      <Button disabled={copy.busy} onClick={() => void copy.run()}>{say('Copy now')}</Button>
      <p className="flex-1 text-sm text-ink-2">{say('One copy a day is made while the program runs; seven days are kept, then one a week for two months, then one a month.')}</p>
      {copy.failed && <Notice tone="must" role="alert">{copy.failed.message}</Notice>}
    </div>
  )
}

/** A folder elsewhere that gets every day's copy too. */
function SecondFolder() {
  const { data } = useQuery(keepingQuery)
  const [folder, setFolder] = useState('')
  const [words, setWords] = useState('')
  const name = useWrite(async () => {
    await answer(client.PUT('/api/second-folder', { body: { folder, passphrase: words } }))
    setFolder(''); setWords('')
    await refresh()
  })
  const forget = useWrite(async () => { await answer(client.DELETE('/api/second-folder')); await refresh() })
  if (!data) return null
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('A second folder')}>
      <h2>{say('A second folder for copies')}</h2>
      {data.second
        ? (
            <>
              <p>{sayRich('Copies also go to <a>{second}</a>{part}', { second: data.second, a: (inner) => <strong className="break-all">{inner}</strong>, part: data.sealed ? say(', sealed by your passphrase.') : say('. They lie there open: whoever can read the folder can read them.') })}</p>
              <Button className="self-start" onClick={() => void forget.run()}>{say('Make none there any more')}</Button>
            </>
          )
        : <p className="text-[0.9375rem] text-ink-2">{say('On a stick or another disk. If the folder is synced to somewhere else the copies leave the house with it: give a passphrase, and they are sealed.')}</p>}
      <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); void name.run() }}>
        <Field label={data.second ? say('Another folder') : say('The folder, with its whole path')} value={folder} onChange={(event) => setFolder(event.target.value)} />
        <Field label={say('Passphrase, if they shall be sealed')} type="password" autoComplete="new-password" hint={say('Twelve letters or more. Nobody can open them without it, and it cannot be found again.')} value={words} onChange={(event) => setWords(event.target.value)} />
        <Button type="submit" className="self-start" disabled={name.busy || !folder.trim()}>{say('Copy there too')}</Button>
      </form>
      {(name.failed ?? forget.failed) && <Notice tone="must" role="alert">{(name.failed ?? forget.failed)?.message}</Notice>}
    </section>
  )
}

/** One copy for the way: to a lawyer, another house, a drawer elsewhere. */
function Sealed() {
  const [words, setWords] = useState('')
  const seal = useWrite(async () => { await saveFile('/api/export/sealed.age', { passphrase: words }); setWords('') })
  return (
    <section className="panel flex flex-col gap-3 p-4" aria-label={say('A sealed copy')}>
      <h2>{say('A sealed copy')}</h2>
      <p className="text-[0.9375rem] text-ink-2">{sayRich('One copy of everything, encrypted, for when it leaves the house. It is in the age format, which other programs open too; here it is opened by <a>zither-awl restore</a>.', { a: (inner) => <code>{inner}</code> })}</p>
      <form className="flex flex-wrap items-end gap-2" onSubmit={(event) => { event.preventDefault(); void seal.run() }}>
        <Field label={say('Passphrase for it')} type="password" autoComplete="new-password" value={words} onChange={(event) => setWords(event.target.value)} />
        <Button type="submit" disabled={seal.busy || !words.trim()}>{say('Seal and save it')}</Button>
      </form>
      {seal.busy && <p role="status" className="text-ink-3">{say('Sealing…')}</p>}
      {seal.failed && <Notice tone="must" role="alert">{seal.failed.message}</Notice>}
    </section>
  )
}

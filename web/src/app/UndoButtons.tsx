import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Redo2, Undo2 } from 'lucide-react'
import { Toast } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import { answer, client, justWrote, type Schemas } from '@/lib/http'
import { historyQuery, refresh } from '@/lib/queries'
import { Tip } from '@/ui/Tip'
import { useWrite } from '@/ui/useWrite'

type Way = 'undo' | 'redo'
type Done = Schemas['HistoryOut']['sets'][number]

const SHOWN_MS = 6000
/** Here something is done with every tap, and what was done stands in sight. */
const QUIET = ['/welcome', '/watch']

async function travel(way: Way): Promise<string> {
  const done = await answer(way === 'undo' ? client.POST('/api/undo') : client.POST('/api/redo'))
  await refresh()
  if (done.label === null) return way === 'undo' ? say('There is nothing to undo.') : say('There is nothing to redo.')
  const left = done.left.length ? say(' Not undone, because it was changed since: {left}.', { left: done.left.join(', ') }) : ''
  return `${way === 'undo' ? say('Undone') : say('Done again')}: ${done.label}.${left}`
}

const button = 'grid size-control place-items-center rounded-control border border-edge bg-paper disabled:opacity-40'

/** Undo and redo, with what they would do in their names, and on Ctrl+Z and Ctrl+Shift+Z outside of fields; and for a
 * while what was just done here, with its own undo. */
export function UndoButtons() {
  const { data: history } = useQuery(historyQuery)
  const [said, setSaid] = useState('')
  const { run, busy, failed, clear } = useWrite(async (way: Way) => { setSaid(''); setSaid(await travel(way)) })
  const next = history?.sets.find((set) => !set.undone)
  const back = history?.sets.findLast((set) => set.undone)
  useKeys(run)
  return (
    <Toast.Provider duration={SHOWN_MS} swipeDirection="down" label={say('What was done')}>
      <Tip says={next ? say('Undo: {next}', { next: next.label }) : say('Nothing to undo')}>
        <button type="button" className={button} disabled={!next || busy} onClick={() => void run('undo')} aria-keyshortcuts="Control+Z"
          aria-label={next ? say('Undo: {next}', { next: next.label }) : say('Undo')}
        ><Undo2 size={18} aria-hidden />
        </button>
      </Tip>
      <Tip says={back ? say('Redo: {back}', { back: back.label }) : say('Nothing to redo')}>
        <button type="button" className={button} disabled={!back || busy} onClick={() => void run('redo')} aria-keyshortcuts="Control+Shift+Z"
          aria-label={back ? say('Redo: {back}', { back: back.label }) : say('Redo')}
        ><Redo2 size={18} aria-hidden />
        </button>
      </Tip>
      {failed ? <Told key={failed.message} text={failed.message} onGone={clear} /> : said && <Told key={said} text={said} onGone={() => setSaid('')} />}
      <JustDone sets={history?.sets} onUndo={() => void run('undo')} />
      <Toast.Viewport className="no-print fixed bottom-4 left-1/2 z-30 flex max-w-[92vw] -translate-x-1/2 flex-col gap-2 outline-none max-[860px]:bottom-20" label={say('What was done')} />
    </Toast.Provider>
  )
}

function useKeys(run: (way: Way) => Promise<boolean>) {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select')
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
      event.preventDefault()
      void run(event.shiftKey ? 'redo' : 'undo')
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [run])
}

/** The newest write, if this page made it; what another device did is not ours to offer. */
function JustDone({ sets, onUndo }: { sets: readonly Done[] | undefined; onUndo: () => void }) {
  const { pathname } = useLocation()
  const newest = sets?.find((set) => !set.undone)
  const known = useRef<number | null>(null)
  const [done, setDone] = useState<Done | null>(null)
  useEffect(() => {
    if (!sets) return
    const id = newest?.id ?? 0
    if (known.current !== null && newest && id > known.current && justWrote() && !QUIET.some((path) => pathname.startsWith(path))) setDone(newest)
    known.current = Math.max(known.current ?? 0, id)
  }, [sets, newest, pathname])
  if (!done || newest?.id !== done.id) return null
  return <Told key={done.id} text={done.label} onUndo={onUndo} onGone={() => setDone(null)} />
}

function Told({ text, onUndo, onGone }: { text: string; onUndo?: () => void; onGone?: () => void }) {
  return (
    <Toast.Root onOpenChange={(open) => { if (!open) onGone?.() }} className="flex items-center gap-3 rounded-control bg-ink px-4 py-2 text-paper">
      <Toast.Description className="py-1">{text}</Toast.Description>
      {onUndo && <Toast.Action altText={say('Undo: {next}', { next: text })} onClick={onUndo} className="min-h-control px-2 font-semibold underline underline-offset-4">{say('Undo')}</Toast.Action>}
    </Toast.Root>
  )
}

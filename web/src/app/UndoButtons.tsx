import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Redo2, Undo2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { answer, client } from '@/lib/http'
import { historyQuery, refresh } from '@/lib/queries'
import { useWrite } from '@/ui/useWrite'

type Way = 'undo' | 'redo'

async function travel(way: Way): Promise<string> {
  const done = await answer(way === 'undo' ? client.POST('/api/undo') : client.POST('/api/redo'))
  await refresh()
  if (done.label === null) return way === 'undo' ? say('There is nothing to undo.') : say('There is nothing to redo.')
  const left = done.left.length ? say(' Not undone, because it was changed since: {left}.', { left: done.left.join(', ') }) : ''
  return `${way === 'undo' ? say('Undone') : say('Done again')}: ${done.label}.${left}`
}

const button = 'grid size-control place-items-center rounded-control border border-edge bg-paper disabled:opacity-40'

/** Undo and redo, with what they would do in their names, and on Ctrl+Z and Ctrl+Shift+Z outside of fields. */
export function UndoButtons() {
  const { data: history } = useQuery(historyQuery)
  const [said, setSaid] = useState('')
  const { run, busy, failed } = useWrite(async (way: Way) => { setSaid(await travel(way)) })
  const next = history?.sets.find((set) => !set.undone)
  const back = history?.sets.findLast((set) => set.undone)
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
  useEffect(() => {
    const fade = setTimeout(() => setSaid(''), 6000)
    return () => clearTimeout(fade)
  }, [said])
  return (
    <>
      <button type="button" className={button} disabled={!next || busy} onClick={() => void run('undo')} aria-keyshortcuts="Control+Z"
        aria-label={next ? say('Undo: {next}', { next: next.label }) : say('Undo')} title={next ? say('Undo: {next}', { next: next.label }) : say('Nothing to undo')}><Undo2 size={18} aria-hidden /></button>
      <button type="button" className={button} disabled={!back || busy} onClick={() => void run('redo')} aria-keyshortcuts="Control+Shift+Z"
        aria-label={back ? say('Redo: {back}', { back: back.label }) : say('Redo')} title={back ? say('Redo: {back}', { back: back.label }) : say('Nothing to redo')}><Redo2 size={18} aria-hidden /></button>
      <p role="status" className={said || failed ? 'fixed bottom-4 left-1/2 z-30 max-w-[90vw] -translate-x-1/2 rounded-control bg-ink px-4 py-2.5 text-paper' : 'sr-only'}>
        {failed ? failed.message : said}
      </p>
    </>
  )
}

import { useQuery } from '@tanstack/react-query'
import { Search } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { Dialog } from '@/ui/Dialog'
import { findQuery } from '@/lib/queries'

const typing = (target: EventTarget | null) => target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** Where is it: three letters, from anywhere, by the slash key or the button. */
export function Find() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const slash = (event: KeyboardEvent) => {
      if (event.key !== '/' || event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
      event.preventDefault()
      setOpen(true)
    }
    window.addEventListener('keydown', slash)
    return () => window.removeEventListener('keydown', slash)
  }, [])
  return (
    <>
      <button type="button" aria-label="Where is it" aria-keyshortcuts="/" onClick={() => setOpen(true)} className="grid size-control place-items-center rounded-control border border-edge bg-paper hover:bg-woad-2"><Search size={18} aria-hidden /></button>
      <Dialog title="Where is it?" open={open} onClose={() => setOpen(false)}>{open && <Looking onDone={() => setOpen(false)} />}</Dialog>
    </>
  )
}

function Looking({ onDone }: { onDone: () => void }) {
  const [letters, setLetters] = useState('')
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => field.current?.focus(), [])
  const { data } = useQuery(findQuery(letters))
  const go = useNavigate()
  const found = letters.trim() ? (data?.found ?? []) : []
  const open = (address: string) => { onDone(); void go(address) }
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); if (found[0]) open(found[0].address) }}>
      <label className="flex flex-col gap-1 text-sm font-semibold">A few letters of its name
        <input ref={field} type="search" value={letters} onChange={(event) => setLetters(event.target.value)} className="min-h-touch rounded-control border border-edge bg-paper px-3 text-base font-normal" /></label>
      <ul aria-live="polite" className="flex flex-col gap-1">
        {found.map((each) => (
          <li key={each.what + each.name}>
            <button type="button" onClick={() => open(each.address)} className="w-full rounded-control px-3 py-2 text-left hover:bg-woad-2">
              <span className="font-semibold">{each.name}</span> <span className="text-sm text-ink-3">{each.what}</span>
              <span className="block text-[0.9375rem] text-ink-2">{each.where}</span>
            </button>
          </li>
        ))}
      </ul>
      {letters.trim() && data && found.length === 0 && <p className="text-ink-2">Nothing with these letters. Things are entered under Cupboard.</p>}
    </form>
  )
}

import { say } from '@/lib/say'
import { useQuery } from '@tanstack/react-query'
import { Search } from 'lucide-react'
import { useEffect, useId, useRef, useState, type KeyboardEvent } from 'react'
import { useNavigate } from 'react-router'
import { Dialog } from '@/ui/Dialog'
import { cx } from '@/lib/cx'
import { keep, kept } from '@/lib/kept'
import { findQuery } from '@/lib/queries'

type Found = { what: string; name: string; where: string; address: string }
const RECENT = 'found'
const MOST_RECENT = 6
const SAYS: Record<string, string> = { do: say('do it'), words: 'words' }

const typing = (target: EventTarget | null) => target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** Find, from anywhere: where something is, or what a few words ask for, by the slash key or the button. */
export function Find() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const slash = (event: globalThis.KeyboardEvent) => {
      if (event.key !== '/' || event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
      event.preventDefault()
      setOpen(true)
    }
    window.addEventListener('keydown', slash)
    return () => window.removeEventListener('keydown', slash)
  }, [])
  return (
    <>
      <button type="button" aria-label={say('Look for anything, or do it')} aria-keyshortcuts="/" onClick={() => setOpen(true)} className="grid size-control place-items-center rounded-control border border-edge bg-paper hover:bg-woad-2"><Search size={18} aria-hidden /></button>
      <Dialog title={say('Find')} open={open} onClose={() => setOpen(false)}>{open && <Looking onDone={() => setOpen(false)} />}</Dialog>
    </>
  )
}

function Looking({ onDone }: { onDone: () => void }) {
  const [letters, setLetters] = useState('')
  const [at, setAt] = useState(0)
  const field = useRef<HTMLInputElement>(null)
  const list = useId()
  useEffect(() => field.current?.focus(), [])
  const { data } = useQuery(findQuery(letters))
  const go = useNavigate()
  const [recent] = useState(() => kept<Found[]>(RECENT, []))
  const found: readonly Found[] = letters.trim() ? (data?.found ?? []) : recent
  const open = (each: Found) => {
    keep(RECENT, [each, ...recent.filter((one) => one.address !== each.address)].slice(0, MOST_RECENT))
    onDone()
    void go(each.address)
  }
  const keys = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (step === undefined || found.length === 0) return
    event.preventDefault()
    setAt((at + step + found.length) % found.length)
  }
  const chosen = Math.min(at, Math.max(found.length - 1, 0))
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); const each = found[chosen]; if (each) open(each) }}>
      <label className="flex flex-col gap-1 text-sm font-semibold">{say('A few letters, or what to do: “show the globe to …”, “make tongs”, “print …”, “measure the tray”, “next for …”')}
        <input ref={field} type="search" role="combobox" aria-expanded={found.length > 0} aria-controls={list} aria-activedescendant={found.length ? `${list}-${chosen}` : undefined} aria-autocomplete="list"
          value={letters} onKeyDown={keys} onChange={(event) => { setLetters(event.target.value); setAt(0) }} className="min-h-touch rounded-control border border-edge bg-paper px-3 text-base font-normal"
        />
      </label>
      {!letters.trim() && recent.length > 0 && <p className="text-sm text-ink-2">{say('Lately')}</p>}
      <div id={list} role="listbox" aria-label={say('Found')} tabIndex={-1} className="flex flex-col gap-1">
        {found.map((each, n) => (
          // The field keeps the focus; the arrows move what is chosen.
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events
          <div key={each.address + each.name} id={`${list}-${n}`} role="option" tabIndex={-1} aria-selected={n === chosen} onClick={() => open(each)} className={cx('min-h-touch cursor-pointer rounded-control px-3 py-2 hover:bg-woad-2', n === chosen && 'bg-woad-2')}>
            <span className="font-semibold">{each.name}</span> <span className="text-sm text-ink-2">{SAYS[each.what] ?? each.what}</span>
            <span className="block text-[0.9375rem] text-ink-2">{each.where}</span>
          </div>
        ))}
      </div>
      {letters.trim() && data && found.length === 0 && <p role="status" className="text-ink-2">{say('Nothing with these letters. Things are entered under Cupboard.')}</p>}
    </form>
  )
}

import { say } from '@/lib/say'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'

/** The program was renewed while this page was open: the newer page is offered, and taken when it suits. */
export function NewerPage({ version }: { version: string }) {
  if (version === PAGE_VERSION) return null
  const take = async () => {
    // Only pages over https have a worker that keeps the page.
    const kept = 'serviceWorker' in navigator ? await navigator.serviceWorker.getRegistration() : undefined
    await kept?.update()
    kept?.waiting?.postMessage({ type: 'SKIP_WAITING' })
    location.reload()
  }
  return (
    <div className="no-print px-5 pt-3">
      <Notice tone="note" role="status">{say('A newer page is ready (version {version}). Finish what you are writing first: taking it opens this page anew.', { version })}{' '}<Button className="ml-2" onClick={() => void take()}>{say('Take it')}</Button></Notice>
    </div>
  )
}

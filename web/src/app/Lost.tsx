import { say } from '@/lib/say'
import { Link } from 'react-router'

/** A page that is not there, or one that broke. */
export function Lost() {
  return (
    <main className="mx-auto max-w-lg p-8">
      <h1>{say('This page cannot be shown')}</h1>
      <p className="my-3 text-ink-2">{say('The address is not one of the program’s, or the program made a mistake. Nothing that was saved is lost.')}</p>
      <Link className="font-semibold text-woad underline" to="/today">{say('Go to Today')}</Link>
    </main>
  )
}

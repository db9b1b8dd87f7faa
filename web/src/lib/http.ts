/** The one way to the server: typed by its OpenAPI document, carrying the token and the adult, failing as `Problem`. */
import createClient, { type Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type FieldError = Schemas['ErrorOut']

/** What went wrong, in words for the person (RFC 9457). */
export class Problem extends Error {
  readonly status: number
  readonly errors: readonly FieldError[]

  constructor(status: number, detail: string, errors: readonly FieldError[] = []) {
    super(detail)
    this.status = status
    this.errors = errors
  }

  /** What is wrong with one field, said in a sentence, or nothing. */
  of(field: string): string | undefined {
    const found = this.errors.find((error) => error.field === field)
    return found && `${found.message} ${found.hint}`.trim()
  }
}

const away = 'The program does not answer. Is it still running on this machine? Nothing you did is lost.'
const ADULT = 'zither-awl:adult'
let token = ''

/** The adult chosen on this device, or null. */
export const chosenAdult = (): number | null => Number(localStorage.getItem(ADULT)) || null
export const chooseAdult = (id: number): void => localStorage.setItem(ADULT, String(id))
/** The token every write carries. */
export const keepToken = (csrf: string): void => { token = csrf }

const carry: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRF-Token', token)
    const adult = chosenAdult()
    if (adult !== null) request.headers.set('X-Adult', String(adult))
    return request
  },
}

// fetch is looked up at each call, so that a test can stand in for it.
export const client = createClient<paths>({ baseUrl: '/', credentials: 'same-origin', fetch: (request) => globalThis.fetch(request) })
client.use(carry)

/** The answer's data, or a `Problem` thrown. */
export async function answer<T>(asked: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const got = await asked.catch(() => { throw new Problem(0, away) })
  if (got.response.ok) return got.data as T
  const said = got.error as Partial<Schemas['ProblemOut']> | undefined
  throw new Problem(got.response.status, said?.detail ?? away, said?.errors ?? [])
}

/** Sends the bytes of a file, with the token and the adult; the answer's JSON, or a `Problem` thrown. */
export async function sendFile<T>(method: 'PUT' | 'POST', path: string, file: Blob): Promise<T> {
  const adult = chosenAdult()
  const headers: Record<string, string> = { 'X-CSRF-Token': token, 'Content-Type': 'application/octet-stream' }
  if (adult !== null) headers['X-Adult'] = String(adult)
  const response = await fetch(path, { method, headers, body: file, credentials: 'same-origin' }).catch(() => { throw new Problem(0, away) })
  const said = await response.json().catch(() => undefined) as unknown
  if (response.ok) return said as T
  const problem = said as Partial<Schemas['ProblemOut']> | undefined
  throw new Problem(response.status, problem?.detail ?? away, problem?.errors ?? [])
}

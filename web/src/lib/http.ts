/** The one way to the server: typed by its OpenAPI document, carrying the token and the adult, failing as `Problem`. */
import { say } from './say'
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

const away = say('The program does not answer. Is it still running on this machine? Nothing you did is lost.')
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

const LOCKED = 423
let askForPin: () => Promise<boolean> = () => Promise.resolve(false)
/** Who asks for a PIN where an act wants one: it tells whether one was given. */
export const onLocked = (ask: () => Promise<boolean>): void => { askForPin = ask }

let wroteAt = -Infinity
/** Somebody at this page writes something now. */
export const writes = (): void => { wroteAt = performance.now() }
/** Whether this page wrote something just now: what it then finds in the history it did itself. */
export const justWrote = (withinMs = 10_000): boolean => performance.now() - wroteAt < withinMs

/** Asks the program; where it wants a PIN first, asks again once one was given. */
async function fetched(request: Request): Promise<Response> {
  const again = request.body ? request.clone() : request
  // fetch is looked up at each call, so that a test can stand in for it.
  const response = await globalThis.fetch(request)
  return response.status === LOCKED && await askForPin() ? globalThis.fetch(again) : response
}

/** Whether what a keeper does may be done now; where a PIN is wanted, it is asked for. */
export async function unlocked(): Promise<boolean> {
  const lock = await answer(client.GET('/api/lock'))
  return !lock.wanted || await askForPin()
}

export const client = createClient<paths>({ baseUrl: '/', credentials: 'same-origin', fetch: fetched })
client.use(carry)

/** The answer's data, or a `Problem` thrown. */
export async function answer<T>(asked: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const got = await asked.catch(() => { throw new Problem(0, away) })
  if (got.response.ok) return got.data as T
  const said = got.error as Partial<Schemas['ProblemOut']> | undefined
  throw new Problem(got.response.status, said?.detail ?? away, said?.errors ?? [])
}

/** A request with the token and the adult; a `Problem` thrown where it is refused. */
async function sent(method: 'PUT' | 'POST', path: string, kind: string, body: BodyInit): Promise<Response> {
  const adult = chosenAdult()
  const headers: Record<string, string> = { 'X-CSRF-Token': token, 'Content-Type': kind }
  if (adult !== null) headers['X-Adult'] = String(adult)
  const request = new Request(path, { method, headers, body, credentials: 'same-origin' })
  const response = await fetched(request).catch(() => { throw new Problem(0, away) })
  if (response.ok) return response
  const problem = await response.json().catch(() => undefined) as Partial<Schemas['ProblemOut']> | undefined
  throw new Problem(response.status, problem?.detail ?? away, problem?.errors ?? [])
}

/** Sends the bytes of a file; the answer's JSON. */
export async function sendFile<T>(method: 'PUT' | 'POST', path: string, file: Blob): Promise<T> {
  return await (await sent(method, path, 'application/octet-stream', file)).json() as T
}

/** Asks for a file that is made on the way, and lets the browser save it under the name the program gives it. */
export async function saveFile(path: string, body: unknown): Promise<void> {
  const response = await sent('POST', path, 'application/json', JSON.stringify(body))
  const name = /filename="([^"]+)"/.exec(response.headers.get('Content-Disposition') ?? '')?.[1] ?? 'file'
  const url = URL.createObjectURL(await response.blob())
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}

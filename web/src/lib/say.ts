/** What the page says, by message: English ICU messages, and a table of each other language from English to its own. */
import { IntlMessageFormat } from 'intl-messageformat'

export type Values = Record<string, string | number | null | undefined | false>

export const LANGUAGES = { 'en': 'English', 'es': 'Español', 'es-419': 'Español de América' } as const
export type Language = keyof typeof LANGUAGES | 'en-XA'
const LOCALES: Record<Language, string> = { 'en': 'en-GB', 'es': 'es-ES', 'es-419': 'es-419', 'en-XA': 'en-GB' }
type Table = { default: Readonly<Record<string, string>> }
const spanish = (): Promise<Table[]> => Promise.all([import('@languages/es/page.json'), import('@languages/es/words.json')])
const american = (): Promise<Table[]> => Promise.all([import('@languages/es-419/page.json'), import('@languages/es-419/words.json')])
/** The tables of a language, each over the one before: what a region says otherwise lies over what it is like. */
const TABLES = { 'es': async () => [await spanish()], 'es-419': () => Promise.all([spanish(), american()]) } as const
const laid = (tables: readonly Table[][], at: 0 | 1): Readonly<Record<string, string>> => Object.assign({}, ...tables.map((each) => each[at]?.default)) as Record<string, string>
const KEPT = 'zither-awl-language'

let now: Language = 'en'
let messages: Readonly<Record<string, string>> = {}
let words: Readonly<Record<string, string>> = {}
const formats = new Map<string, IntlMessageFormat>()

/** The language of whoever looks at this device. */
export const language = (): Language => now
/** The same, as it is kept of a house or an adult. */
export const spoken = (): keyof typeof LANGUAGES => (now === 'en-XA' ? 'en' : now)
/** How its dates, times and numbers are written, and its words are put in order. */
export const locale = (): string => LOCALES[now]

let collator: Intl.Collator | undefined
/** Names in the order of this language. */
export const inOrder = (a: string, b: string): number => (collator ??= new Intl.Collator(locale(), { sensitivity: 'base', numeric: true })).compare(a, b)

const known = (code: string): code is Language => code in LOCALES
/** The first language of those wished that there is here. */
export const bestOf = (wished: readonly string[]): Language =>
  wished.flatMap((wish) => [wish, wish.replace(/^es-(?!ES)[A-Z]{2}$/, 'es-419'), wish.split('-')[0] ?? '']).find(known) ?? 'en'

const chosen = (): string => new RegExp(`(?:^|; )${KEPT}=([^;]+)`).exec(document.cookie)?.[1] ?? ''

/** Learns the language before anything is shown: the one chosen on this device, else the browser's. */
export async function learnLanguage(): Promise<void> {
  now = bestOf([chosen(), ...navigator.languages])
  if (now === 'en-XA') {
    // Every key in brackets that a language has a word for, so that the others are found.
    words = Object.fromEntries(Object.keys(laid(await TABLES.es(), 1)).map((key) => [key, `⟦${accented(key)}⟧`]))
  } else if (now !== 'en') {
    const tables = await TABLES[now]()
    messages = laid(tables, 0)
    words = laid(tables, 1)
  }
  document.documentElement.lang = now
}

/** From here on this device speaks another language: the page is loaded anew in it. */
export async function speak(next: string): Promise<void> {
  const code = bestOf([next])
  if (now === 'en-XA') return
  document.cookie = `${KEPT}=${code}; path=/; max-age=31536000; samesite=strict`
  if (code === now) return
  // What was answered in the other language is not shown in this one.
  if ('caches' in globalThis) await caches.delete('answers')
  location.reload()
}

/** A word that is a key to the program (an area, a state, a kind of thing) as it is called in this language. */
export function word<T>(key: T): T | string {
  return typeof key === 'string' ? words[key] ?? key : key
}

/** The key that a word of this language stands for; what stands for none is itself. */
export const keyOf = (called: string): string => words[called] === undefined ? Object.entries(words).find(([, own]) => own === called)?.[0] ?? called : called

/** A message of the page in the language of whoever looks. */
export function say(message: string, values?: Values): string {
  if (!values) return inThisLanguage(message)
  const kept = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value === null || value === undefined || value === false ? '' : typeof value === 'string' ? words[value] ?? value : value]))
  return String(formatOf(message).format(kept))
}

/** A message of English as it is said now, ready to be filled. */
export function formatOf(message: string): IntlMessageFormat {
  const made = formats.get(message) ?? new IntlMessageFormat(inThisLanguage(message), locale())
  formats.set(message, made)
  return made
}

function inThisLanguage(message: string): string {
  return now === 'en-XA' ? stretched(message) : messages[message] ?? message
}

const ACCENTS: Readonly<Record<string, string>> = { a: 'á', e: 'é', i: 'í', o: 'ó', u: 'ú', n: 'ñ', c: 'ç', y: 'ý' }
/** No language: accents, a third longer, in brackets, to see what was never said by a message and what breaks. */
function stretched(message: string): string {
  if (/\{\w+, (plural|select)/.test(message)) return message.replace(/(one|other) \{([^{}]*)\}/g, (_all, which: string, words: string) => `${which} {⟦${accented(words)}⟧}`)
  return `⟦${message.split(/(\{\w+\}|<\/?\w+>)/).map((part, at) => at % 2 ? part : accented(part)).join('')}${'~'.repeat(message.length / 3).replace(/~{7}/g, '$& ')}⟧`
}
const accented = (words: string): string => words.replace(/[aeiouncy]/g, (sign) => ACCENTS[sign] ?? sign)

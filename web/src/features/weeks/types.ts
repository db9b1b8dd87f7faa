import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'

export type Weeks = Schemas['WeeksOut']
export type ThemeOn = Schemas['ThemeOnOut']
export type Line = Schemas['ByThenOut']
export type Arrives = Schemas['ArrivesOut']
export type MoveKind = Schemas['MoveOnWeeksIn']['kind']

/** What is chosen on the string, as it stands in the address: "theme:3", "look", "books". */
export type At = string

/** How lines to be done are said. */
export const KIND_WORDS: Record<Line['kind'], string> = { make: 'make', buy: 'buy', print: 'print', wash: 'wash', fetch: 'fetch', show: 'show' }
export const LOOK_WORDS: Record<string, string> = {
  'weekly': say('by signs, looked at once a week'), 'daily': say('by signs, looked at every day'),
  'calendar': say('by the calendar'), 'calendar, by signs': say('looked at by the calendar, changed by signs'),
}

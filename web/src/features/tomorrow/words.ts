import { say } from '@/lib/say'
import type { Schemas } from '@/lib/http'

/** What an invitation is, in words. */
export const KIND_WORDS: Record<Schemas['InvitationOut']['kind'], string> = { 'show': say('show it'), 'words': say('words'), 'loved': say('loved work'), 'show again': say('show it again'), 'real work': say('real work of the house') }

/** Where a thing of a day is opened. */
export function placeOf(ref: string, child: number): string {
  const [what, key] = ref.split(':')
  return what === 'tray' ? `/show?child=${child}&tray=${key}` : what === 'set' ? `/lesson?child=${child}&set=${key}` : '/routines'
}

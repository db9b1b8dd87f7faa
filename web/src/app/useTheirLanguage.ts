import { useEffect } from 'react'
import { chosenAdult, type Schemas } from '@/lib/http'
import { speak } from '@/lib/say'

/** The language of an adult of the house: its own, else the household's. */
export function languageOf(session: Schemas['SessionOut'], adult: number | null): string {
  return session.adults.find((each) => each.id === adult)?.language || (session.household?.language ?? '')
}

/** The page in the language of whoever looks on this device. */
export function useTheirLanguage(session: Schemas['SessionOut'] | undefined): void {
  const theirs = session?.household ? languageOf(session, chosenAdult()) : ''
  useEffect(() => { if (theirs) void speak(theirs) }, [theirs])
}

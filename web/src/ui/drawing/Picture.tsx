import forms from '../../../../zither_awl/catalogue/forms.json'
import pictures from '../../../../zither_awl/catalogue/pictures.json'
import { INKS, type Ink } from './glyphs'

// The same paths draw a step on the screen and on paper, each in a box of a hundred by a hundred.
const PATHS = { ...forms, ...pictures } as unknown as Record<string, readonly (readonly [Ink, string])[]>

/** A drawing a step of a routine or a word is followed by; the words beside it say what it shows. */
export function Picture({ name, size = 64 }: { name: string; size?: number }) {
  return (
    <svg viewBox="-3 -3 106 106" width={size} height={size} aria-hidden="true" className="shrink-0">
      {(PATHS[name] ?? []).map(([ink, d], at) => <path key={at} d={d} fill={INKS[ink]} stroke="#6d5a3a" strokeWidth="2.2" strokeLinejoin="round" strokeLinecap="round" />)}
    </svg>
  )
}

import type { ReactNode } from 'react'
import drawn from '../../../../zither_awl/catalogue/forms.json'

// The same paths draw a thing on the screen and on paper: each in a box of a hundred by a hundred.
export type Ink = 'main' | 'light' | 'dark' | 'metal' | 'leaf' | 'sea' | 'soft' | 'line' | 'none'
const PATHS = drawn as unknown as Record<string, readonly (readonly [Ink, string])[]>
const LINE = '#6d5a3a'
export const INKS: Record<Ink, string> = {
  main: '#d9bd8a', light: '#f6efe0', dark: '#6d5a3a', metal: '#cfd5d8', leaf: '#93ad8f', sea: '#a8c6d6', soft: '#c9b48a', line: 'none', none: 'none',
}

/** Whether there is a drawing of its own for a form. */
export const hasGlyph = (form: string): boolean => form in PATHS

/** Forms that lie along their longer side: turned where their box is the other way. */
const LONG_WIDE = ['pencil', 'key', 'brush', 'bolt', 'knife', 'banana', 'vehicle']
const LONG_TALL = ['peg', 'broom', 'bottle', 'feather', 'hammer']

/** A form drawn into a box of w by h whose upper left corner is at the origin; its main part in the colour of the thing. */
export function Glyph({ form, w, h, colour }: { form: string; w: number; h: number; colour: string | null }): ReactNode {
  const turned = (LONG_WIDE.includes(form) && h > 1.15 * w) || (LONG_TALL.includes(form) && w > 1.15 * h)
  if (turned) return <g transform={`translate(${w} 0) rotate(90)`}><Glyph form={form} w={h} h={w} colour={colour} /></g>
  const thin = 1.6 / Math.max(Math.min(w, h) / 100, 0.01)
  return (
    <g transform={`scale(${w / 100} ${h / 100})`}>
      {(PATHS[form] ?? []).map(([ink, d], at) => (
        <path key={at} d={d} fill={ink === 'main' ? colour ?? INKS.main : INKS[ink]} stroke={LINE} strokeWidth={Math.min(thin, 6)} strokeLinejoin="round" strokeLinecap="round" />
      ))}
    </g>
  )
}

import type { ReactNode } from 'react'

/** Draws a button that weighs a thing on the kitchen scale; the page gives it to the views, which know no scale. */
export type WeighButton = (thing: { id: number; name: string; medium: boolean }, onEntered?: (entered: number) => void) => ReactNode

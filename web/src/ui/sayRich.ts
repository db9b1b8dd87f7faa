import { createElement, Fragment, type ReactNode } from 'react'
import { formatOf, word } from '@/lib/say'

export type RichValues = Record<string, ReactNode | ((inner: ReactNode) => ReactNode)>

/** A message with links and the like in it: what stands between `<a>` and `</a>` is given to the value `a`. */
export function sayRich(message: string, values: RichValues): ReactNode {
  const wrapped = Object.fromEntries(Object.entries(values).map(([name, value]) =>
    [name, typeof value === 'function' ? (inner: ReactNode[]) => value(createElement(Fragment, null, ...inner)) : typeof value === 'string' ? word(value) : value ?? '']))
  const told = formatOf(message).format<ReactNode>(wrapped)
  return createElement(Fragment, null, ...(Array.isArray(told) ? told : [told]))
}

/** Ends a switch over a union: the compiler lists what a new member forgot. */
import { say } from './say'
export function impossible(value: never): never {
  throw new Error(say('Not expected: {stringify}', { stringify: JSON.stringify(value) }))
}

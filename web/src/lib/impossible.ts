/** Ends a switch over a union: the compiler lists what a new member forgot. */
export function impossible(value: never): never {
  throw new Error(`Not expected: ${JSON.stringify(value)}`)
}

/** Half-done work, kept on this device until it is through: closed and opened again it stands as it was left. */

const PREFIX = 'zither-awl:half-done:'

/** What was kept under a name, or what stands in for it. */
export function kept<T>(name: string, otherwise: T): T {
  try {
    const found = localStorage.getItem(PREFIX + name)
    return found === null ? otherwise : JSON.parse(found) as T
  } catch {
    return otherwise
  }
}

/** Keep it; a device that keeps nothing goes on all the same. */
export function keep(name: string, value: unknown): void {
  try { localStorage.setItem(PREFIX + name, JSON.stringify(value)) } catch { /* full, or forbidden */ }
}

/** It is through. */
export const drop = (name: string): void => { localStorage.removeItem(PREFIX + name) }

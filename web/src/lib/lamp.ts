/** Day or lamp: the light of the screen, by the system's setting or by hand, on this device. */

export type Light = 'system' | 'day' | 'lamp'
export const LIGHTS: readonly Light[] = ['system', 'day', 'lamp']
const KEY = 'zither-awl:light'
const dark = matchMedia('(prefers-color-scheme: dark)')

/** What was chosen by hand, or that the system decides. */
export const chosenLight = (): Light => LIGHTS.find((each) => each === localStorage.getItem(KEY)) ?? 'system'

function shine(): void {
  const light = chosenLight()
  document.documentElement.dataset.theme = light === 'system' ? (dark.matches ? 'lamp' : 'day') : light
}

/** Choose a light on this device. */
export function chooseLight(light: Light): void {
  localStorage.setItem(KEY, light)
  shine()
}

/** Light the page before anything is drawn, and follow the system when it changes. */
export function beginLight(): void {
  shine()
  dark.addEventListener('change', shine)
}

/** One tap counts once: a knuckle, a wet screen and a foot switch bounce. */
import { refAutoReset } from '@vueuse/core'

/** A tap so soon after another belongs to it [ms]. */
export const BOUNCE_MS = 400

/**
 * @param act - what a tap does
 * @returns the tap, and whether the next one would still belong to it
 */
export function useTap(act: () => void) {
  const bounces = refAutoReset(false, BOUNCE_MS)
  function tap() {
    if (!bounces.value) act()
    bounces.value = true
  }
  return { tap, bounces }
}

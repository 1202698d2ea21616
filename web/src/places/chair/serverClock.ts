/**
 * The server's clock on this device: what is noted carries its hour, whatever the device's clock does.
 *
 * Between answers it is reckoned on by whichever ran further: the wall clock, which goes on while the
 * device sleeps, or the ticks of the page, which a clock set back does not touch.
 */
export interface Clocks {
  wall: () => number
  ticks: () => number
}
const OWN: Clocks = { wall: () => Date.now(), ticks: () => performance.now() }

export function serverClock(clocks: Clocks = OWN) {
  let served = { at: clocks.wall(), wall: clocks.wall(), ticks: clocks.ticks() }
  return {
    /** The server said what time it is. */
    set(iso: string) {
      served = { at: Date.parse(iso), wall: clocks.wall(), ticks: clocks.ticks() }
    },
    now(): Date {
      const passed = Math.max(clocks.wall() - served.wall, clocks.ticks() - served.ticks)
      return new Date(served.at + passed)
    },
  }
}

/** How a stand-in can misbehave. */
export const FAULTS = ['none', 'stuck', 'noisy', 'unplugged', 'zeroed', 'clockOff', 'outOfBowl'] as const
export type Fault = (typeof FAULTS)[number]

const NOISE = 9
const ROOM = 23
const COOLS_PER_READING = 0.12
const CLOCK_OFF_MS = 10 * 60_000

/** Bends readings the way a broken probe or scale does. `chance` is a number 0..1, new at each call. */
export function createFaulty(chance: () => number) {
  let fault: Fault = 'none'
  let last = 0
  return {
    set: (next: Fault) => {
      fault = next
    },
    fault: () => fault,
    /** What it says instead of the truth; undefined where it says nothing. */
    bend(truth: number): number | undefined {
      if (fault === 'unplugged') return undefined
      if (fault === 'stuck') return last
      if (fault === 'zeroed') return 0
      if (fault === 'outOfBowl') {
        last += (ROOM - last) * COOLS_PER_READING
        return Math.round(last * 10) / 10
      }
      last = Math.round((fault === 'noisy' ? truth + (chance() - 0.5) * 2 * NOISE : truth) * 10) / 10
      return last
    },
    clockOffMs: () => (fault === 'clockOff' ? -CLOCK_OFF_MS : 0),
  }
}

import { mulberry32, startPlaying, type Played } from '@liquamen/core'
import { demoEvening } from './demoEvening'
import type { Line } from './line'

const EVENINGS = 10_000
const TRIES = 400
/** An evening's pick-ups are its quarters of an hour: plates are called all through them. */
const QUARTER_S = 900

/** The demo evening worked by its plan ten thousand times, each step as long as it is drawn; nobody plans anew meanwhile. */
export function simulated(): Line[] {
  const { instance, answer, makingS } = demoEvening(TRIES)
  const play = startPlaying(instance, answer.tasks, {
    makingS: (id) => makingS.get(id) ?? 0,
    calledOverS: QUARTER_S,
  })
  const random = mulberry32(1)
  const evenings = Array.from({ length: EVENINGS }, () => play(random))
  const share = (part: keyof Played, whole: keyof Played) =>
    evenings.reduce((sum, e) => sum + e[part], 0) / evenings.reduce((sum, e) => sum + e[whole], 0)
  const whole = evenings.filter((e) => e.plates - e.onTimePlates < 0.5).length / EVENINGS
  const detail = `of ${EVENINGS} evenings, ${instance.tasks.length} steps each`
  return [
    {
      name: 'plates on time, durations drawn',
      ratio: share('onTimePlates', 'plates'),
      peer: 'all plates',
      detail: `${detail}; ${(100 * whole).toFixed(1)} % of evenings without one late`,
    },
    {
      name: 'clocks kept, durations drawn',
      ratio: 1 - share('clocksPassed', 'takings'),
      peer: 'all clocks',
      detail,
      aim: '1',
    },
    {
      name: 'lost at its first plate, made anew',
      ratio: share('madeAnew', 'lost'),
      peer: 'all batches',
      detail: `${detail}; for its last plate`,
    },
  ]
}

import { startYolkBath, stepYolkBath, yolkBathSlope } from '@liquamen/core'
import ode45 from 'ode45-cash-karp'
import { inTurns } from './inTurns'
import type { Line } from './line'

const SETUP = { bowl: 'steel', yolkG: 51 } as const
const CONTROL = { bath: 'gentle', whisk: 'normal' } as const
const START = startYolkBath(SETUP, 45)
const [LASTS_S, LOOKED_AT_S, OUR_STEP_S, TRUE_STEP_S] = [240, 10, 1, 0.01]
const TIMES = 40
const TOLERANCES = [1e-2, 1e-3, 1e-4, 1e-5, 1e-6, 1e-7, 1e-8, 1e-9, 1e-10]

/** Temperatures every ten seconds. */
function stepped(dtS: number): number[] {
  let state = START
  return Array.from({ length: LASTS_S / LOOKED_AT_S }, () => {
    for (let i = 0; i < Math.round(LOOKED_AT_S / dtS); i++) state = stepYolkBath(SETUP, state, CONTROL, dtS)
    return state.tempC
  })
}
/** The same bowl by a general solver: what its surfaces are is settled at its beginning, as for a step of ours. */
function solved(tol: number): number[] {
  const slope = yolkBathSlope(SETUP, START, CONTROL)
  const y0 = [START.tempC, START.wallC, START.rimC, START.cookedFrac, START.overrun, START.waterG]
  const fall = (dydt: number[], y: number[]) => {
    slope(y as unknown as Parameters<typeof slope>[0]).forEach((v, i) => (dydt[i] = v))
  }
  const solver = ode45(y0, fall, 0, OUR_STEP_S, { tol })
  return Array.from({ length: LASTS_S / LOOKED_AT_S }, (_, i) => {
    while (solver.step(LOOKED_AT_S * (i + 1))) continue
    return solver.y[0] ?? NaN
  })
}

/** Bowl simulations a second, against a general solver that errs no more. */
export function bowl(): Line[] {
  const truth = stepped(TRUE_STEP_S)
  const offBy = (run: readonly number[]) => Math.max(...run.map((c, i) => Math.abs(c - (truth[i] ?? NaN))))
  const ours = offBy(stepped(OUR_STEP_S))
  const tol = TOLERANCES.find((t) => offBy(solved(t)) <= ours) ?? TOLERANCES.at(-1)!
  const many = (work: () => unknown) => () => {
    for (let i = 0; i < TIMES; i++) work()
  }
  const [own, theirs] = inTurns(
    many(() => stepped(OUR_STEP_S)),
    many(() => solved(tol)),
  )
  const steps = (TIMES * LASTS_S) / OUR_STEP_S
  return [
    {
      name: 'bowl over its bath, four minutes',
      ratio: own / theirs,
      peer: 'general ODE solver (ode45-cash-karp), no more error',
      detail: `${((1000 * steps) / own / 1e6).toFixed(2)} million steps/s; ours ${(own / TIMES).toFixed(3)} ms, off by ${ours.toExponential(1)} K; theirs ${(theirs / TIMES).toFixed(3)} ms at tol ${tol}, off by ${offBy(solved(tol)).toExponential(1)} K`,
    },
  ]
}

// kitchen.md §5: a fillet in a hot pan, turned once, then a minute's rest
import { remembered } from '../solve/remembered'
import { monotoneRoot } from '../solve/monotoneRoot'

const NODES = 30
const [CONDUCTIVITY, DENSITY, HEAT_J_PER_KG_K] = [0.5, 1050, 3600]
const [PAN_W, AIR_W] = [450, 12]
const FACE_MOST_C = 110
const ROOM_C = 22
const START_C = 8
const REST_S = 60
const FIRST_SIDE = 0.6
const LONGEST_S = 3600

/** The coldest of its inside after so many seconds in the pan and a rest, °C. */
function coldestC(thickMm: number, panC: number, seconds: number): number {
  const dx = thickMm / 1000 / NODES
  const diffusivity = CONDUCTIVITY / (DENSITY * HEAT_J_PER_KG_K)
  let temps = new Float64Array(NODES + 1).fill(START_C)
  let next = new Float64Array(NODES + 1)
  const run = (phaseS: number, lower: [number, number], upper: [number, number]) => {
    const steps = Math.max(1, Math.ceil(phaseS / Math.min(0.25, (0.4 * dx ** 2) / diffusivity)))
    const dt = phaseS / steps
    const share = (diffusivity * dt) / dx ** 2
    const faceShare = (2 * dt) / (DENSITY * HEAT_J_PER_KG_K * dx)
    const face = (at: number, inner: number, [h, around]: [number, number]) =>
      Math.min(FACE_MOST_C, at + 2 * share * (inner - at) + faceShare * h * (around - at))
    for (let n = 0; n < steps; n++) {
      next[0] = face(temps[0]!, temps[1]!, lower)
      next[NODES] = face(temps[NODES]!, temps[NODES - 1]!, upper)
      for (let i = 1; i < NODES; i++)
        next[i] = temps[i]! + share * (temps[i - 1]! - 2 * temps[i]! + temps[i + 1]!)
      const before = temps
      temps = next
      next = before
    }
  }
  run(seconds * FIRST_SIDE, [PAN_W, panC], [AIR_W, ROOM_C])
  run(seconds * (1 - FIRST_SIDE), [AIR_W, ROOM_C], [PAN_W, panC])
  run(REST_S, [AIR_W, ROOM_C], [AIR_W, ROOM_C])
  return Math.min(...temps.slice(7, 23))
}

/** Seconds on its first and its second side until a fillet's inside is at a temperature after its rest. `kitchen:K-R3` */
export const fishSeconds = remembered((thickMm: number, panC: number, targetC: number) => {
  const found = monotoneRoot((s) => coldestC(thickMm, panC, s) - targetC, 1, LONGEST_S)
  const totalS = found.status === 'converged' ? found.root : Infinity
  return { firstS: FIRST_SIDE * totalS, secondS: (1 - FIRST_SIDE) * totalS }
})

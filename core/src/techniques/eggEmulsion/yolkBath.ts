import { surfaceLossKgPerS } from '../../heat/stillSurface'
import { clamp } from '../../solve/clamp'
import { butterEnthalpyJPerG, HEAT_CAPACITY, milkFatGPerMl, type ButterParts } from '../../mixture/butterFat'

// emulsion.md §2. Bath films, contact times and foam constants are calibrated assumptions, tuned as one set: change one and run every case again.
/** Bowls by what they are made of: conductivity W/(m K), wall m, density kg/m³, heat capacity J/(kg K). */
export const BOWLS = {
  steel: { conductivityWPerMK: 15, wallM: 0.0008, densityKgPerM3: 7900, heatJPerKgK: 500 },
  glass: { conductivityWPerMK: 1.05, wallM: 0.0055, densityKgPerM3: 2450, heatJPerKgK: 830 },
  copper: { conductivityWPerMK: 390, wallM: 0.0015, densityKgPerM3: 8900, heatJPerKgK: 385 },
} as const
export type BowlMaterial = keyof typeof BOWLS
/** The bath under a bowl: its temperature and film, W/(m² K). */
export const BATHS = {
  off: { tempC: 25, filmWPerM2K: 10 },
  gentle: { tempC: 82, filmWPerM2K: 150 },
  simmer: { tempC: 92, filmWPerM2K: 230 },
  boil: { tempC: 98, filmWPerM2K: 350 },
} as const
export type BathHeat = keyof typeof BATHS
/** How hard it is whisked. */
export const WHISKS = {
  idle: { filmWPerM2K: 120, contactS: 10, foam: 0, shaftW: 0, rim: 0 },
  normal: { filmWPerM2K: 300, contactS: 0.4, foam: 1, shaftW: 3, rim: 0.25 },
  vigorous: { filmWPerM2K: 450, contactS: 0.2, foam: 1.6, shaftW: 6, rim: 0.4 },
} as const
export type Whisk = keyof typeof WHISKS

const SPHERE_M = 0.12
const OPENING_M = 0.09
const OPENING_AREA_M2 = 2 * Math.PI * SPHERE_M * (SPHERE_M - Math.sqrt(SPHERE_M ** 2 - OPENING_M ** 2))
const ROOM_C = 25
const LOSS_W_PER_M2K = 8
const VAPORISE_J_PER_KG = 2.35e6
const FOAM_S = 70
const COLLAPSE_S = 1800
const Z_K = 4.6 // activation energy near 470 kJ/mol
const K65_PER_S = 1.5e-3

/** What does not change while one runs. */
export interface YolkBathSetup {
  readonly bowl: BowlMaterial
  readonly yolkG: number
  readonly sugarG?: number
  /** pH of the base; 6.2 plain. Acid shifts the yolk's heat tolerance, which is contested: 0 switches it off. */ readonly ph?: number
  readonly acidKPerPh?: number
  /** The kitchen's own multiplier on the bath's film and on the setting rate. */ readonly filmFactor?: number
  readonly rateFactor?: number
}
/** The bowl at a moment. */
export interface YolkBathState {
  readonly tempC: number
  readonly wallC: number
  readonly rimC: number
  readonly cookedFrac: number
  readonly overrun: number
  readonly waterG: number
  readonly fatG: number
  readonly atS: number
  /** Twice the base's volume, ml: the room it is spread over while it foams. */ readonly spreadMl: number
}
/** What is done to it. */
export interface YolkBathControl {
  readonly bath: BathHeat
  readonly whisk: Whisk
}
/** How it looks; the first that is true wins. */
export type YolkStage = 'grainy' | 'awayFromSide' | 'ribbon' | 'trails' | 'foamy' | 'raw'

/** Liquid in the bowl without its air, ml. */
export function liquidMl(setup: YolkBathSetup, waterG: number, fatG: number): number {
  return setup.yolkG / 1.03 + waterG / 0.985 + 0.62 * (setup.sugarG ?? 0) + fatG / milkFatGPerMl(60)
}

/** A bowl of yolk and water, all at one temperature. */
export function startYolkBath(setup: YolkBathSetup, aqueousG: number, tempC = 20): YolkBathState {
  return {
    tempC,
    wallC: tempC,
    rimC: tempC,
    cookedFrac: 0,
    overrun: 0,
    waterG: aqueousG,
    fatG: 0,
    atS: 0,
    spreadMl: 2 * liquidMl(setup, aqueousG, 0),
  }
}

const CLOSE_M = 1e-12
/** Height of a volume in the sphere, m: π h² (R − h/3) = V. */
function heightM(volumeMl: number): number {
  const target = (volumeMl * 1e-6) / Math.PI
  let h = Math.sqrt(target / SPHERE_M)
  for (let i = 0; i < 12; i++) {
    const by = (h * h * (SPHERE_M - h / 3) - target) / (2 * h * SPHERE_M - h * h)
    h -= by
    if (Math.abs(by) < CLOSE_M) break
  }
  return h
}

interface Areas {
  readonly wettedM2: number
  readonly topM2: number
  readonly rimM2: number
}
function areasOf(volumeMl: number): Areas {
  const h = heightM(volumeMl)
  const wettedM2 = Math.min(2 * Math.PI * SPHERE_M * h, OPENING_AREA_M2)
  return {
    wettedM2,
    topM2: Math.PI * (2 * SPHERE_M * h - h * h),
    rimM2: Math.max(OPENING_AREA_M2 - wettedM2, 1e-4),
  }
}

const yolkShare = (setup: YolkBathSetup, waterG: number) =>
  setup.yolkG / (setup.yolkG + waterG + (setup.sugarG ?? 0))

/** Rate at which yolk sets, 1/s; water and sugar raise the temperature it takes, acid is set by `acidKPerPh`. `emulsion:H10` */
export function settingRatePerS(setup: YolkBathSetup, waterG: number, tempC: number): number {
  const sugarG = setup.sugarG ?? 0
  const sugarPct = (100 * sugarG) / (setup.yolkG + waterG + sugarG)
  const shiftK =
    8 * Math.log10(0.55 / yolkShare(setup, waterG)) +
    0.2 * sugarPct +
    (setup.acidKPerPh ?? 0.8) * Math.max(0, 6.2 - Math.max(setup.ph ?? 6.2, 4.2))
  return (setup.rateFactor ?? 1) * K65_PER_S * 10 ** ((tempC - 65 - shiftK) / Z_K)
}

/** Heat capacity of what is in the bowl, J/K. */
export function contentsJPerK(setup: YolkBathSetup, waterG: number, fatG: number): number {
  return (
    HEAT_CAPACITY.yolk * setup.yolkG +
    HEAT_CAPACITY.water * waterG +
    HEAT_CAPACITY.sugar * (setup.sugarG ?? 0) +
    HEAT_CAPACITY.fat * fatG
  )
}

/** Films and wall of the bowl under a control. */
function films(setup: YolkBathSetup, { bath, whisk }: YolkBathControl) {
  const bowl = BOWLS[setup.bowl]
  const halfWall = bowl.wallM / 2 / bowl.conductivityWPerMK
  const h = BATHS[bath].filmWPerM2K * (bath === 'off' ? 1 : (setup.filmFactor ?? 1))
  return {
    halfWall,
    outer: 1 / (1 / h + halfWall),
    inner: 1 / (1 / WHISKS[whisk].filmWPerM2K + halfWall),
    wallJPerM2K: bowl.densityKgPerM3 * bowl.wallM * bowl.heatJPerKgK,
  }
}

/** Temperature of the wetted wall's inside, °C. */
export function innerWallC(setup: YolkBathSetup, state: YolkBathState, control: YolkBathControl): number {
  const { inner, halfWall } = films(setup, control)
  return state.wallC - inner * (state.wallC - state.tempC) * halfWall
}

type Vector = readonly [
  tempC: number,
  wallC: number,
  rimC: number,
  cooked: number,
  overrun: number,
  waterG: number,
]

/** What stays as it is during a step. */
interface StepFrame {
  readonly setup: YolkBathSetup
  readonly control: YolkBathControl
  readonly areas: Areas
  readonly walls: ReturnType<typeof films>
  readonly fatG: number
}

function slope(
  { setup, control, areas, walls, fatG }: StepFrame,
  [t, wall, rim, x, o, water]: Vector,
): Vector {
  const whisk = WHISKS[control.whisk]
  const bathC = BATHS[control.bath].tempC
  const { halfWall, outer, inner, wallJPerM2K } = walls
  const { wettedM2, topM2, rimM2 } = areas
  const q = inner * wettedM2 * (wall - t)
  const qRim = whisk.rim * inner * rimM2 * (rim - t)
  const evaporatedKgPerS = surfaceLossKgPerS(t, topM2, 'stirred')
  const innerC = wall - inner * (wall - t) * halfWall
  const layerC = (innerC + t) / 2
  const volumeM3 = liquidMl(setup, water, fatG) * (1 + o) * 1e-6
  const inLayer = Math.min(0.3, ((0.35 / whisk.filmWPerM2K) * wettedM2) / volumeM3)
  const fatShare = Math.min(0.9, (1.5 * fatG) / (setup.yolkG + water + (setup.sugarG ?? 0) + fatG))
  const mostAir = (0.6 + 0.7 * clamp((t - 20) / 40, 0, 1)) * (1 - fatShare)
  return [
    (q + qRim - LOSS_W_PER_M2K * topM2 * (t - ROOM_C) - VAPORISE_J_PER_KG * evaporatedKgPerS + whisk.shaftW) /
      contentsJPerK(setup, water, fatG),
    (outer * wettedM2 * (bathC - wall) - q) / (wallJPerM2K * wettedM2),
    (outer * rimM2 * (bathC - rim) - qRim) / (wallJPerM2K * rimM2),
    ((1 - inLayer) * settingRatePerS(setup, water, t) + inLayer * settingRatePerS(setup, water, layerC)) *
      (1 - x),
    whisk.foam > 0 ? (whisk.foam / FOAM_S) * (mostAir - o) : -o / COLLAPSE_S,
    -1000 * evaporatedKgPerS,
  ]
}

/** Written out: it runs thousands of times for a look ahead. */
const along = (v: Vector, by: Vector, dt: number): Vector => [
  v[0] + by[0] * dt,
  v[1] + by[1] * dt,
  v[2] + by[2] * dt,
  v[3] + by[3] * dt,
  v[4] + by[4] * dt,
  v[5] + by[5] * dt,
]
const ruled = (i: 0 | 1 | 2 | 3 | 4 | 5, [a, b, c, d]: readonly [Vector, Vector, Vector, Vector]): number =>
  (a[i] + 2 * b[i] + 2 * c[i] + d[i]) / 6

const vectorOf = (s: YolkBathState): Vector => [s.tempC, s.wallC, s.rimC, s.cookedFrac, s.overrun, s.waterG]
/** How fast a bowl changes, per second, from a moment on: of its temperature, wall and rim °C, yolk set and overrun 0..1, water g, in this order. */
export function yolkBathSlope(
  setup: YolkBathSetup,
  state: YolkBathState,
  control: YolkBathControl,
): (of: Vector) => Vector {
  const areas = areasOf(
    state.fatG > 0
      ? Math.max(state.spreadMl, liquidMl(setup, state.waterG, state.fatG) * (1 + state.overrun))
      : state.spreadMl,
  )
  const frame: StepFrame = { setup, control, areas, walls: films(setup, control), fatG: state.fatG }
  return (of) => slope(frame, of)
}

/** One step of the bowl, at most 1 s (fourth-order Runge–Kutta). */
export function stepYolkBath(
  setup: YolkBathSetup,
  state: YolkBathState,
  control: YolkBathControl,
  dtS: number,
): YolkBathState {
  const f = yolkBathSlope(setup, state, control)
  const y = vectorOf(state)
  const k1 = f(y)
  const k2 = f(along(y, k1, dtS / 2))
  const k3 = f(along(y, k2, dtS / 2))
  const k4 = f(along(y, k3, dtS))
  const all = [k1, k2, k3, k4] as const
  const mean: Vector = [
    ruled(0, all),
    ruled(1, all),
    ruled(2, all),
    ruled(3, all),
    ruled(4, all),
    ruled(5, all),
  ]
  const [tempC, wallC, rimC, cooked, overrun, waterG] = along(y, mean, dtS)
  return {
    tempC,
    wallC,
    rimC,
    cookedFrac: clamp(cooked, 0, 1),
    overrun: Math.max(0, overrun),
    waterG: Math.max(0, waterG),
    fatG: state.fatG,
    atS: state.atS + dtS,
    spreadMl: state.spreadMl,
  }
}

/** Some of a butter: how much, what it is made of, how warm. */
export interface ButterPortion {
  readonly massG: number
  readonly parts: ButterParts
  readonly tempC: number
}

/** Butter, water or juice goes in. Cold butter's melting heat is in its enthalpy. */
export function addToYolkBath(
  setup: YolkBathSetup,
  state: YolkBathState,
  { massG, parts, tempC: atC }: ButterPortion,
): YolkBathState {
  const heat =
    contentsJPerK(setup, state.waterG, state.fatG) +
    massG * (HEAT_CAPACITY.fat * parts.fatFrac + HEAT_CAPACITY.water * parts.waterFrac)
  const tempC =
    state.tempC + (massG * (butterEnthalpyJPerG(parts, atC) - butterEnthalpyJPerG(parts, state.tempC))) / heat
  return {
    ...state,
    tempC,
    fatG: state.fatG + massG * parts.fatFrac,
    waterG: state.waterG + massG * parts.waterFrac,
  }
}

/** Water, as a butter without fat. */
export const WATER_PARTS: ButterParts = { fatFrac: 0, waterFrac: 1, snfFrac: 0 }

/** Thickness of the base while it foams, Pa·s. */
export function baseViscosityPaS(setup: YolkBathSetup, state: YolkBathState): number {
  return (
    0.0012 *
    10 ** (2.85 * yolkShare(setup, state.waterG)) *
    Math.exp(12 * state.cookedFrac) *
    (1 + state.overrun) ** 3
  )
}

/** Stages told by thickness, the thickest first, Pa·s. */
const THICK_STAGES = [
  { fromPaS: 6, stage: 'awayFromSide' },
  { fromPaS: 2, stage: 'ribbon' },
  { fromPaS: 0.8, stage: 'trails' },
] as const
const FOAMY_FROM_OVERRUN = 0.3
/** What a cook would see, and whether a grain is of the wall's making. `emulsion:H1–H3` */
export function yolkStage(
  setup: YolkBathSetup,
  state: YolkBathState,
  control: YolkBathControl,
): { stage: YolkStage; isByWall: boolean } {
  const wallDose =
    settingRatePerS(setup, state.waterG, innerWallC(setup, state, control)) * WHISKS[control.whisk].contactS
  if (state.cookedFrac >= GRAINY_FROM || wallDose > 0.9)
    return { stage: 'grainy', isByWall: state.cookedFrac < GRAINY_FROM }
  const viscosity = baseViscosityPaS(setup, state)
  const thick = THICK_STAGES.find(({ fromPaS }) => viscosity >= fromPaS)?.stage
  return { stage: thick ?? (state.overrun >= FOAMY_FROM_OVERRUN ? 'foamy' : 'raw'), isByWall: false }
}
/** Cooked share from which the yolk is grainy. */
export const GRAINY_FROM = 0.6
/** Stages in the order in which they come. */
export const YOLK_STAGES: readonly YolkStage[] = [
  'raw',
  'foamy',
  'trails',
  'ribbon',
  'awayFromSide',
  'grainy',
]

/** The warmth of a bowl and of what is in it. */
export interface BowlHeat {
  readonly contentsJPerK: number
  readonly wettedM2: number
  readonly wallC: number
  readonly tempC: number
}

/** Most that the bowl can still give to what is in it, K: C_b (T_b − T)/(C + C_b). `emulsion:H6` */
export function carryOverBoundK(bowl: BowlMaterial, of: BowlHeat): number {
  const { contentsJPerK: contents, wettedM2, wallC, tempC } = of
  const { densityKgPerM3, wallM, heatJPerKgK } = BOWLS[bowl]
  const bowlJPerK = densityKgPerM3 * wallM * wettedM2 * heatJPerKgK
  return (bowlJPerK * (wallC - tempC)) / (contents + bowlJPerK)
}

/** Area of the bowl that a volume wets, m². */
export const wettedAreaM2 = (volumeMl: number): number => areasOf(volumeMl).wettedM2

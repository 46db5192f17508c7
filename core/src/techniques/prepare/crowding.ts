import { monotoneRoot } from '../../solve/monotoneRoot'

/** Raw food in a hot pan: share of it that leaves as water, how fast, and how much makes a single layer (judgement fitted to kitchen yields). `reduction:§8` */
export interface Crowd {
  readonly waterFrac: number
  readonly releasedFrac: number
  readonly releaseS: number
  readonly layerKgPerM2: number | undefined
}
export const CROWDS = {
  mushrooms: { waterFrac: 0.92, releasedFrac: 0.55, releaseS: 240, layerKgPerM2: 2.8 },
  onions: { waterFrac: 0.89, releasedFrac: 0.35, releaseS: 480, layerKgPerM2: 3.5 },
  shallots: { waterFrac: 0.8, releasedFrac: 0.3, releaseS: 150, layerKgPerM2: 3.5 },
  mince: { waterFrac: 0.68, releasedFrac: 0.25, releaseS: 210, layerKgPerM2: 8 },
  courgettes: { waterFrac: 0.94, releasedFrac: 0.45, releaseS: 300, layerKgPerM2: 3.5 },
} as const satisfies Record<string, Crowd>
export type CrowdKind = keyof typeof CROWDS

const LATENT_J_PER_KG = 2_256_700
const BOILS_C = 100
const STEAMS_OVER = 2
/** More than this above a single layer lies on itself and steams whatever the flame. */
export const LAYERS_TOO_MANY = 1.5
/** Salt at once, or a lid, lets the water out in half the time. */
const HURRIED = 0.5

/** Specific heat of a food by its water, J/(kg K) (Siebel). */
const heatJPerKgK = (waterFrac: number) => 1000 * (0.837 + 3.349 * waterFrac)

/** What a lot of food in a pan comes to: whether it browns, and how wet it gets before it does. */
export interface Crowding {
  readonly verdict: 'browns' | 'wetFirst' | 'steams'
  /** Heat wanted over heat there is, while the water leaves. */
  readonly number: number
  /** Most that browns at once at this power, kg. */
  readonly criticalKg: number
  readonly wetS: number
  readonly poolG: number
  /** Single layers that it makes; undefined where the food's is not known. */
  readonly layers: number | undefined
  /** Lots in which each browns at once and lies in one layer. */
  readonly lots: number
}

/**
 * Whether food browns or steams, from its water, the net power and the pan's face. `reduction:B1 B2 B3 B4 B5`
 * @param faceM2 - of the pan; the layer is not judged where it is not known
 */
export function crowding(
  crowd: Crowd,
  {
    massKg,
    powerW,
    startC = 20,
    faceM2,
    isHurried = false,
  }: {
    readonly massKg: number
    readonly powerW: number
    readonly startC?: number
    readonly faceM2?: number | undefined
    readonly isHurried?: boolean
  },
): Crowding {
  const releaseS = crowd.releaseS * (isHurried ? HURRIED : 1)
  const demandJPerKg =
    crowd.releasedFrac * LATENT_J_PER_KG + heatJPerKgK(crowd.waterFrac) * (BOILS_C - startC)
  const criticalKg = (Math.max(0, powerW) * releaseS) / demandJPerKg
  const number = criticalKg > 0 ? massKg / criticalKg : Infinity
  const layers = faceM2 && crowd.layerKgPerM2 !== undefined ? massKg / faceM2 / crowd.layerKgPerM2 : undefined
  return {
    verdict: verdictOf(number),
    number,
    criticalKg,
    wetS: wetS(number, releaseS),
    poolG: number > 1 ? (powerW * releaseS * (number - 1 - Math.log(number))) / (LATENT_J_PER_KG / 1000) : 0,
    layers,
    lots: Math.max(1, Math.ceil(Math.max(number, (layers ?? 0) / LAYERS_TOO_MANY) - 1e-9)),
  }
}

function verdictOf(number: number): Crowding['verdict'] {
  if (number <= 1) return 'browns'
  return number <= STEAMS_OVER ? 'wetFirst' : 'steams'
}

/** Seconds until a pool is gone: u·t_r with u = S(1 − e^(−u)). */
function wetS(number: number, releaseS: number): number {
  if (number <= 1) return 0
  if (!Number.isFinite(number)) return Infinity
  const found = monotoneRoot((u) => u - number * (1 - Math.exp(-u)), Math.log(number), number)
  return releaseS * (found.status === 'converged' ? found.root : 0)
}

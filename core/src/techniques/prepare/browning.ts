import { Z10 } from '../../solve/normal'
import { CROWDS, crowding, type Crowd, type CrowdKind } from './crowding'

/** What browns: how fast its water leaves, how near its face comes to the pan, its rate at 140 °C, and its stages (judgement). `kitchen:§1` */
export interface BrowningItem {
  readonly releaseS: number
  readonly contact: number
  readonly ratePerS: number
  /** Browning at which each stage is reached. */
  readonly stages: Readonly<Partial<Record<BrowningStage, number>>>
  /** Whether it gives a pool where there is much of it. */
  readonly crowd?: CrowdKind
}
export const BROWNING_STAGES = [
  'sweated',
  'wilted',
  'white',
  'blond',
  'golden',
  'rust',
  'brown',
  'dark',
  'burnt',
] as const
export type BrowningStage = (typeof BROWNING_STAGES)[number]

export const BROWNING_ITEMS = {
  onionSliced: {
    releaseS: 480,
    contact: 0.6,
    ratePerS: 0.0031,
    stages: { golden: 1, brown: 2.5, burnt: 4.5 },
    crowd: 'onions',
  },
  onionDiced: {
    releaseS: 300,
    contact: 0.65,
    ratePerS: 0.0031,
    stages: { golden: 1, brown: 2.5, burnt: 4.5 },
    crowd: 'onions',
  },
  shallotMinced: {
    releaseS: 150,
    contact: 0.75,
    ratePerS: 0.0031,
    stages: { golden: 1, brown: 2, burnt: 3.2 },
    crowd: 'shallots',
  },
  garlicSliced: {
    releaseS: 45,
    contact: 0.8,
    ratePerS: 0.0085,
    stages: { golden: 1, brown: 1.8, burnt: 2.6 },
  },
  garlicMinced: {
    releaseS: 20,
    contact: 0.9,
    ratePerS: 0.009,
    stages: { golden: 1, brown: 1.7, burnt: 2.3 },
  },
  // no table has these two: judged by us, like a shallot in their own water
  mushroomSliced: {
    releaseS: 240,
    contact: 0.75,
    ratePerS: 0.0031,
    stages: { golden: 1, brown: 2, burnt: 4 },
    crowd: 'mushrooms',
  },
  meatTrim: {
    releaseS: 210,
    contact: 0.8,
    ratePerS: 0.0031,
    stages: { golden: 1, brown: 2, burnt: 4 },
    crowd: 'mince',
  },
  roux: {
    releaseS: 60,
    contact: 1,
    ratePerS: 0.00066,
    stages: { blond: 0.35, brown: 1, dark: 2.5, burnt: 4 },
  },
  tomatoPaste: {
    releaseS: 60,
    contact: 0.75,
    ratePerS: 0.0062,
    stages: { rust: 1, brown: 1.8, burnt: 2.6 },
  },
  croutons: {
    releaseS: 90,
    contact: 0.8,
    ratePerS: 0.003,
    stages: { golden: 1, brown: 1.8, burnt: 3 },
  },
  nuts: {
    releaseS: 120,
    contact: 0.75,
    ratePerS: 0.0027,
    stages: { golden: 1, brown: 1.6, burnt: 2.4 },
  },
} as const satisfies Record<string, BrowningItem>
export type BrowningKind = keyof typeof BROWNING_ITEMS

/** Share of its water that is out when it has sweated and when it has wilted; a pool delays neither. */
const SOFTENED = { sweated: 0.4, wilted: 0.75 } as const
/** A white roux: no colour, its flour no longer raw on the tongue. */
const WHITE_ROUX = { white: 0.9 } as const
const softened = (kind: BrowningKind): Readonly<Record<string, number>> => {
  if (kind === 'roux') return WHITE_ROUX
  return 'crowd' in BROWNING_ITEMS[kind] ? SOFTENED : {}
}
const BOILS_C = 100
const REFERENCE_C = 140
const Z_K = 25
const LONGEST_S = 4 * 3600
const ROOM_C = 25
/** A pan off the heat falls towards the room with this time constant, s (judgement). */
const PAN_COOLS_S = 300
const COAST_STEP_S = 0.5

const rateAt = (item: BrowningItem, faceC: number) => item.ratePerS * 10 ** ((faceC - REFERENCE_C) / Z_K)

/** Food that gives a pool first: how much of it there is and what the pan gives it. */
export interface Wet {
  readonly massKg: number
  readonly powerW: number
}

/** Seconds until a pool is gone, with the item's own release; none for what gives none. */
export function poolEndsS(kind: BrowningKind, wet: Wet | undefined): number {
  const item: BrowningItem = BROWNING_ITEMS[kind]
  if (!wet || !item.crowd) return 0
  const crowd: Crowd = { ...CROWDS[item.crowd], releaseS: item.releaseS }
  return crowding(crowd, wet).wetS
}

/** A pan as it was turned up and down: its temperature so many seconds from when the food went in, °C. */
export type PanOverTime = (s: number) => number

/**
 * Seconds to each stage: first its water, since nothing browns in a pool, then by the heat of its face. `kitchen:K-B1 K-B2 K-B4`
 * @param pan - its temperature or its oil's, steady or over time; for a roux the roux itself; 120..220 °C
 * @param releasedFrac - of its water that is out already, 0..1
 * @returns stages that it reaches within four hours
 */
export function browningS(
  kind: BrowningKind,
  pan: number | PanOverTime,
  wet?: Wet,
  releasedFrac = 0,
): Partial<Record<BrowningStage, number>> {
  const item: BrowningItem = BROWNING_ITEMS[kind]
  const fromS = poolEndsS(kind, wet)
  const reached: Partial<Record<BrowningStage, number>> = Object.fromEntries(
    Object.entries(softened(kind)).map(([s, r]) => [s, -item.releaseS * Math.log(1 - r)]),
  )
  const waiting = Object.entries(item.stages) as [BrowningStage, number][]
  const panAt = typeof pan === 'number' ? () => pan : pan
  let browned = 0
  for (let s = 0; s < LONGEST_S && waiting.length && Number.isFinite(fromS); s += 1) {
    if (s + 1 <= fromS) continue
    const from = Math.max(s, fromS)
    const released = 1 - (1 - releasedFrac) * Math.exp(-(s + 0.5) / item.releaseS)
    const step = rateAt(item, BOILS_C + item.contact * released * (panAt(s + 0.5) - BOILS_C)) * (s + 1 - from)
    while (waiting.length && browned + step >= (waiting[0]?.[1] ?? Infinity)) {
      const [stage, at] = waiting.shift() as [BrowningStage, number]
      reached[stage] = from + (s + 1 - from) * ((at - browned) / step)
    }
    browned += step
  }
  return reached
}

/** A pan off its flame, so many seconds on, °C. `kitchen:K-B5` */
export const offTheHeatC = (panC: number, s: number, coolsS = PAN_COOLS_S): number =>
  ROOM_C + (panC - ROOM_C) * Math.exp(-s / coolsS)

/** Minutes until a pan off its flame has cooled so far. */
export const offTheHeatMin = (fromC: number, toC: number): number =>
  fromC <= toC ? 0 : (PAN_COOLS_S / 60) * Math.log((fromC - ROOM_C) / (toC - ROOM_C))

/** How much longer at the old heat a pan left standing browns what is in it, s. `kitchen:K-B5` */
export function coastingS(kind: BrowningKind, panC: number, coolsS = PAN_COOLS_S): number {
  const { contact } = BROWNING_ITEMS[kind]
  let sum = 0
  for (let s = COAST_STEP_S / 2; ; s += COAST_STEP_S) {
    const tempC = offTheHeatC(panC, s, coolsS)
    if (tempC <= BOILS_C) return sum
    sum += 10 ** ((contact * (tempC - panC)) / Z_K) * COAST_STEP_S
  }
}

const PRIOR_SD = 0.5
const TAP_SD = 0.15
/** Minutes that a formula types are a cook's word, and less sure than a tap (kitchen.md §14). */
const TYPED_SD = 0.35
const HALF_WAY_SD = 0.3
const TURNED_SD = 0.15
const NEXT_SD = 0.1

/** A cook's tap: which model time it stands for, and when it came. */
export interface BrowningTap {
  readonly modelMin: number
  readonly atMin: number
  readonly isHalfWay?: boolean | undefined
}
/** How much faster it browns than the model says: real time = model time·e^(−mean). */
export interface BrowningPace {
  readonly meanLn: number
  readonly sdLn: number
}
/**
 * What taps teach of the pace. `kitchen:K-B6 K-B7`
 * @param turns - how often the flame was turned since
 * @param typed - what the formula says of a stage, where it says anything
 */
export function browningPace(
  taps: readonly BrowningTap[],
  turns = 0,
  typed?: { readonly modelMin: number; readonly saidMin: number },
): BrowningPace {
  let precision = 1 / PRIOR_SD ** 2
  let sum = 0
  if (typed && typed.modelMin > 0 && typed.saidMin > 0) {
    precision += 1 / TYPED_SD ** 2
    sum += Math.log(typed.modelMin / typed.saidMin) / TYPED_SD ** 2
  }
  for (const { modelMin, atMin, isHalfWay } of taps) {
    if (!(modelMin > 0 && atMin > 0)) continue
    const weight = 1 / (isHalfWay ? HALF_WAY_SD : TAP_SD) ** 2
    precision += weight
    sum += weight * Math.log(modelMin / atMin)
  }
  return { meanLn: sum / precision, sdLn: Math.sqrt(1 / precision + turns * TURNED_SD ** 2) }
}

/** When the next stage comes, min, 10–50–90 %, none before now. `kitchen:K-B6 K-B7` */
export function nextStageMin(
  modelMin: number,
  { meanLn, sdLn }: BrowningPace,
  nowMin = 0,
): { readonly low: number; readonly value: number; readonly high: number } {
  const spread = Math.exp(Z10 * Math.hypot(sdLn, NEXT_SD))
  const value = modelMin * Math.exp(-meanLn)
  const notBefore = (min: number) => Math.max(nowMin, min)
  return { low: notBefore(value / spread), value: notBefore(value), high: notBefore(value * spread) }
}

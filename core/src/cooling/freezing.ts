/** Latent heat of freezing water, J/kg. */
export const FREEZING_J_PER_KG = 333_500
/** Conductivity of frozen stock, W/(m K). */
export const FROZEN_W_PER_M_K = 1.9
/** A stock as it freezes: its water, density, and where it begins, °C; a demi-glace begins a kelvin lower. */
export const STOCK_FREEZES = {
  waterFrac: 0.954,
  densityKgPerM3: 1012,
  freezesAtC: -0.5,
  heatJPerKgK: { unfrozen: 4030, frozen: 2035 },
} as const

/** Air of a freezer, °C, and its film, W/(m² K). */
export const FREEZERS = {
  still: { aroundC: -18, faceWPerM2K: 10 },
  forced: { aroundC: -30, faceWPerM2K: 30 },
} as const

/** A block to be frozen, its sides in mm; air on all sides, for blocks that touch freeze as one. A slab has its thickness only. */
export type Block =
  { readonly shape: 'slab'; readonly thicknessMm: number } | BrickBlock | CylinderBlock | SphereBlock
export interface BrickBlock {
  readonly shape: 'brick'
  readonly sidesMm: readonly [number, number, number]
}
export interface CylinderBlock {
  readonly shape: 'cylinder'
  readonly diameterMm: number
}
export interface SphereBlock {
  readonly shape: 'sphere'
  readonly diameterMm: number
}

/** Plank's shape factors of a block: P on the film, R on the conduction. `reduction:N6` */
export function plankFactors(block: Block): { readonly p: number; readonly r: number } {
  if (block.shape === 'slab') return { p: 1 / 2, r: 1 / 8 }
  if (block.shape === 'cylinder') return { p: 1 / 4, r: 1 / 16 }
  if (block.shape === 'sphere') return { p: 1 / 6, r: 1 / 24 }
  const [, b2, b1] = ratiosOf(block)
  const p = (b1 * b2) / (2 * (b1 * b2 + b1 + b2))
  if (b1 - 1 < 1e-6) return { p, r: 1 / 24 }
  const q = Math.sqrt((b1 - b2) * (b1 - 1) + (b2 - 1) ** 2)
  const [r, s] = [(b1 + b2 + 1 + q) / 3, (b1 + b2 + 1 - q) / 3]
  const g = (u: number) => (u - 1 < 1e-9 ? 0 : (u - 1) * (b1 - u) * (b2 - u) * Math.log(u / (u - 1)))
  return { p, r: (g(r) - g(s)) / (8 * q) + (2 * b1 + 2 * b2 - 1) / 72 }
}

/** Sides over the shortest, rising: 1, β2, β1. */
function ratiosOf({ sidesMm }: BrickBlock): readonly [number, number, number] {
  const [a, b, c] = [...sidesMm].sort((x, y) => x - y) as [number, number, number]
  return [1, b / a, c / a]
}
const shortestMm = (block: Block): number => {
  if (block.shape === 'slab') return block.thicknessMm
  return block.shape === 'brick' ? Math.min(...block.sidesMm) : block.diameterMm
}

/** What freezes, and where. */
export interface FreezingOf {
  readonly block: Block
  readonly aroundC: number
  readonly faceWPerM2K: number
  readonly waterFrac: number
  readonly densityKgPerM3: number
  readonly freezesAtC: number
}

/** Minutes for the water to freeze, and no more: Plank. `reduction:N5` */
export function plankMin(of: FreezingOf): number {
  const { p, r } = plankFactors(of.block)
  const a = shortestMm(of.block) / 1000
  const latent = of.densityKgPerM3 * FREEZING_J_PER_KG * of.waterFrac
  const s =
    (latent / (of.freezesAtC - of.aroundC)) * ((p * a) / of.faceWPerM2K + (r * a * a) / FROZEN_W_PER_M_K)
  return s > 0 ? s / 60 : Infinity
}

/** Minutes for ice to melt in a block that lies warm: Plank turned round, through the water that melts first. `kitchen:K-K3` */
export function thawMin(
  of: Omit<FreezingOf, 'aroundC' | 'faceWPerM2K'>,
  thaw: { readonly aroundC: number; readonly faceWPerM2K: number },
): number {
  const { p, r } = plankFactors(of.block)
  const a = shortestMm(of.block) / 1000
  const latent = of.densityKgPerM3 * FREEZING_J_PER_KG * of.waterFrac
  const s =
    (latent / (thaw.aroundC - of.freezesAtC)) * ((p * a) / thaw.faceWPerM2K + (r * a * a) / THAWED_W_PER_M_K)
  return s > 0 ? s / 60 : Infinity
}
const THAWED_W_PER_M_K = 0.52

/** Film on a block that thaws, W/(m² K), and the warmest its surroundings may be, °C. */
export const THAWS_IN = {
  fridge: { faceWPerM2K: 12, aroundC: 3 },
  runningWater: { faceWPerM2K: 300, aroundC: 18 },
} as const

/** Freezing from a temperature to a temperature of its middle. */
export interface FrozenTo extends FreezingOf {
  readonly startC: number
  readonly endC: number
  /** J/(kg K) before and after. */
  readonly heatJPerKgK: { readonly unfrozen: number; readonly frozen: number }
}

/** How a block's shape shortens it against a slab of its least half-thickness. */
function shapeFactor(block: Block): number {
  if (block.shape === 'slab') return 1
  if (block.shape === 'cylinder') return 2
  if (block.shape === 'sphere') return 3
  const [, b2, b1] = ratiosOf(block)
  return 1 + 1 / b1 + 1 / b2
}

/** Minutes from a temperature to frozen through, by Pham's two periods (1986; ±15 %). `reduction:N7` */
export function phamMin(of: FrozenTo): number {
  const meanC = 1.8 + 0.263 * of.endC + 0.105 * of.aroundC
  const half = shortestMm(of.block) / 2000
  const cooled = of.densityKgPerM3 * of.heatJPerKgK.unfrozen * Math.max(0, of.startC - meanC)
  const cooledBy = (of.startC + meanC) / 2 - of.aroundC
  const frozen =
    of.densityKgPerM3 *
    (FREEZING_J_PER_KG * of.waterFrac + of.heatJPerKgK.frozen * Math.max(0, meanC - of.endC))
  const frozenBy = meanC - of.aroundC
  if (frozenBy <= 0 || of.endC <= of.aroundC) return Infinity
  const biot = (of.faceWPerM2K * half) / FROZEN_W_PER_M_K
  const s =
    (half / (shapeFactor(of.block) * of.faceWPerM2K)) *
    (cooled / cooledBy + frozen / frozenBy) *
    (1 + biot / 2)
  return s / 60
}
/** Pham's own band. */
export const PHAM_SHARE = 0.15

import type { Newton } from '../../cooling/newton'
import type { SauceCover } from '../../heat/stillSurface'

/** Where a finished sauce may stand: in a well's water, on a warm shelf, in a vacuum flask, on the side of the stove. */
export const HOLD_PLACES = ['well', 'shelf', 'flask', 'side'] as const
export type HoldPlace = (typeof HOLD_PLACES)[number]
/** What it stands in: metal takes a well's heat at once and gives it up as fast, plastic is slower at both and takes no taste from wine. */
export const HOLD_WALLS = ['metal', 'plastic'] as const
export type HoldWall = (typeof HOLD_WALLS)[number]

/** What is around it, °C, how readily heat passes at its outside, W/(m² K), and what is over it. Judgements, until somebody reads the sauce. */
const AT: Readonly<
  Record<HoldPlace, { readonly aroundC: number; readonly filmWPerM2K: number; readonly cover: SauceCover }>
> = {
  well: { aroundC: 62, filmWPerM2K: 150, cover: 'lid' },
  shelf: { aroundC: 55, filmWPerM2K: 15, cover: 'skin' },
  flask: { aroundC: 24, filmWPerM2K: 1, cover: 'lid' },
  side: { aroundC: 32, filmWPerM2K: 12, cover: 'skin' },
}
/** Thickness, m, over conductivity, W/(m K). */
const WALL_M2K_PER_W: Readonly<Record<HoldWall, number>> = { metal: 0.001 / 15, plastic: 0.003 / 0.2 }
/** Of a sauce with its water; melted butter's own is less. */
const SAUCE_J_PER_G_K = 3.4

export const coverAt = (place: HoldPlace): SauceCover => AT[place].cover

/** Area of a vessel about as wide as the sauce in it is deep, m². */
function standingAreaM2(volumeMl: number): number {
  const diameterM = Math.cbrt((4 * Math.max(1, volumeMl) * 1e-6) / Math.PI)
  return 1.5 * Math.PI * diameterM ** 2
}

/** How a sauce that stands there comes to what is around it. @param waterC - of its well, where it stands in one */
export function coolsAt(
  place: HoldPlace,
  wall: HoldWall,
  of: {
    readonly massG: number
    readonly volumeMl: number
    readonly waterC?: number | undefined
    readonly jPerGK?: number
  },
): Newton {
  const { aroundC, filmWPerM2K } = AT[place]
  const wPerM2K = 1 / (1 / filmWPerM2K + WALL_M2K_PER_W[wall])
  const tauS = (of.massG * (of.jPerGK ?? SAUCE_J_PER_G_K)) / (wPerM2K * standingAreaM2(of.volumeMl))
  return { tauMin: tauS / 60, aroundC: of.waterC ?? aroundC }
}

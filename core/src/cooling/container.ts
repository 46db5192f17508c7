/** Film coefficient outside a container, W/(m² K), what the place is at, °C, and the coefficient over an open hot top (textbook ranges, ±40 %). */
export const COOLING_PLACES = {
  stillFridge: { outsideWPerM2K: 8, openTopWPerM2K: 14, aroundC: 3, isBath: false },
  walkIn: { outsideWPerM2K: 14, openTopWPerM2K: 25, aroundC: 3, isBath: false },
  blast: { outsideWPerM2K: 30, openTopWPerM2K: 40, aroundC: -5, isBath: false },
  iceBath: { outsideWPerM2K: 150, openTopWPerM2K: 8, aroundC: 0.5, isBath: true },
  iceBathAgitated: { outsideWPerM2K: 500, openTopWPerM2K: 8, aroundC: 0.5, isBath: true },
  iceWater: { outsideWPerM2K: 300, openTopWPerM2K: 8, aroundC: 0.5, isBath: true },
} as const
export type CoolingPlace = keyof typeof COOLING_PLACES

/** Thickness, m, over conductivity, W/(m K), of what stands between the liquid and the cold. */
const WALLS = { steel: 0.001 / 15, plastic: 0.001 / 0.2, film: 0.0001 / 0.3 } as const
export type CoolingWall = keyof typeof WALLS

const INSIDE_W_PER_M2K = { still: 150, stirred: 600 } as const
const LIDDED_TOP_W_PER_M2K = 4
const ON_SHELF_SHARE = 0.5 // a pot's base stands on something

/** The wetted form of what is cooled, mm. A tray stands on a rack with air under it, a pot on its base; a bag lies with both faces free. */
export type CoolingForm =
  | { readonly shape: 'pot'; readonly diameterMm: number; readonly depthMm: number }
  | { readonly shape: 'tub'; readonly diameterMm: number; readonly depthMm: number }
  | { readonly shape: 'tray'; readonly lengthMm: number; readonly widthMm: number; readonly depthMm: number }
  | { readonly shape: 'bag'; readonly volumeMl: number; readonly depthMm: number }

/** How a container is cooled. */
export interface CoolingSetUp {
  readonly form: CoolingForm
  readonly wall: CoolingWall
  readonly place: CoolingPlace
  readonly isLidded: boolean
  readonly isStirred: boolean
}

interface Areas {
  readonly topM2: number
  readonly wettedM2: number
}

function areasOf(form: CoolingForm, isBath: boolean): Areas {
  const depth = form.depthMm / 1000
  if (form.shape === 'bag') return { topM2: 0, wettedM2: (2 * form.volumeMl * 1e-6) / depth }
  if (form.shape === 'tray') {
    const [l, w] = [form.lengthMm / 1000, form.widthMm / 1000]
    return { topM2: l * w, wettedM2: l * w + 2 * (l + w) * depth }
  }
  const d = form.diameterMm / 1000
  const base = (Math.PI * d * d) / 4
  const underneath = form.shape === 'pot' && !isBath ? ON_SHELF_SHARE * base : base
  return { topM2: base, wettedM2: Math.PI * d * depth + underneath }
}

/** Volume of a form filled to its depth, ml. */
export function formVolumeMl(form: CoolingForm): number {
  if (form.shape === 'bag') return form.volumeMl
  const areaMm2 = form.shape === 'tray' ? form.lengthMm * form.widthMm : (Math.PI * form.diameterMm ** 2) / 4
  return (areaMm2 * form.depthMm) / 1000
}

/** Heat that a wall lets through, W/(m² K): the film outside, the wall, the film inside. `reduction:N3` */
export function wallWPerM2K(wall: CoolingWall, place: CoolingPlace, isStirred: boolean): number {
  const inside = isStirred ? INSIDE_W_PER_M2K.stirred : INSIDE_W_PER_M2K.still
  return 1 / (1 / COOLING_PLACES[place].outsideWPerM2K + WALLS[wall] + 1 / inside)
}

/** Heat lost for every kelvin, W/K. */
export function lossWPerK({ form, wall, place, isLidded, isStirred }: CoolingSetUp): number {
  const at = COOLING_PLACES[place]
  const { topM2, wettedM2 } = areasOf(form, at.isBath)
  const top = isLidded ? LIDDED_TOP_W_PER_M2K : at.openTopWPerM2K
  return wallWPerM2K(wall, place, isStirred) * wettedM2 + top * topM2
}

/** The band of a time constant that no probe has measured: coefficients hold to ±40 %. */
export const UNMEASURED_SHARE = 0.4

/**
 * Time constant of a thin liquid in a container, min: heat held over heat lost for every kelvin. `reduction:§7 containers`
 * @param heatJPerK - mass times specific heat
 */
export const containerTauMin = (setUp: CoolingSetUp, heatJPerK: number): number =>
  heatJPerK / lossWPerK(setUp) / 60

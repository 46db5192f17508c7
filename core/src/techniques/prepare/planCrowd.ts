import { onRing, ringPower } from '../../kitchen/ringPower'
import type { PlanContext } from '../technique'
import { BROWNING_ITEMS, type BrowningItem } from './browning'
import { CROWDS, crowding, type Crowding, type CrowdKind } from './crowding'
import { browningItemOf, colourOf } from './planBrowning'

/** Version of the forecast of browning or steaming; raised whenever its numbers change. */
export const CROWD_MODEL_VERSION = 'crowd-1'

/** What a pan of raw food comes to before it takes colour. */
export interface CrowdPlan extends Omit<Crowding, 'layers'> {
  readonly food: CrowdKind
  readonly massKg: number
  readonly powerW: number
  readonly layers: number | null
  readonly modelVersion: string
}
/** Which crowd a good is; none for fat, salt and dry things. */
function crowdOf(ingredientId: string): CrowdKind | undefined {
  const item = browningItemOf(ingredientId, undefined)
  const of: BrowningItem | undefined = item && BROWNING_ITEMS[item]
  return of?.crowd
}

/** Whether what goes into a hot pan for its colour browns or steams on this ring, and in how many lots it would brown. `reduction:§8` */
export function planCrowd({ walked, pan, ring, settings }: PlanContext): CrowdPlan | null {
  const { step, lines } = walked
  const lots = lines.flatMap((line) => {
    const food = crowdOf(line.ingredientId)
    return food ? [{ food, massG: line.massG }] : []
  })
  const [first] = [...lots].sort((a, b) => b.massG - a.massG)
  if (!colourOf(step) || !step.heat || !first) return null
  const massKg = lots.reduce((sum, l) => sum + l.massG, 0) / 1000
  const on = onRing(pan)
  const { powerW } = ringPower(ring, step.heat, on, settings.altitudeM)
  const { layers, ...of } = crowding(CROWDS[first.food], {
    massKg,
    powerW,
    startC: settings.roomTempC,
    faceM2: Math.PI * (on.baseMm / 2000) ** 2,
    isHurried: lines.some((l) => l.ingredientId === 'salt'),
  })
  return {
    food: first.food,
    massKg,
    powerW,
    ...of,
    layers: layers ?? null,
    modelVersion: CROWD_MODEL_VERSION,
  }
}

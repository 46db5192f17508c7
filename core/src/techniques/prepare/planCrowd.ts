import { onRing, ringPower } from '../../kitchen/ringPower'
import type { PlanContext, StepPlanned } from '../technique'
import { PLAIN } from '../technique'
import { CROWDS, crowding, type Crowding, type CrowdKind } from './crowding'
import { browningMinutes, colourOf, planBrowning, type BrowningPlan } from './planBrowning'

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
/** A step in which something softens or takes colour: its stages, and whether there is too much of it for that. */
export interface BrowningWork {
  readonly kind: 'browning'
  readonly browning: BrowningPlan | null
  readonly crowd: CrowdPlan | null
}

/** Which crowd a good is, by what it is called in the pantry; none for fat, salt and dry things. */
function crowdOf(ingredientId: string): CrowdKind | undefined {
  if (/^mushroom|^morel/.test(ingredientId)) return 'mushrooms'
  if (/^shallot/.test(ingredientId)) return 'shallots'
  if (/onion|^leek|^fennel/i.test(ingredientId)) return 'onions'
  return /^beefTrim/.test(ingredientId) ? 'mince' : undefined
}

/** Whether what goes into a hot pan for its colour browns or steams on this ring, and in how many lots it would brown. `reduction:§8` */
function crowdPlan({ walked, pan, ring, settings }: PlanContext): CrowdPlan | null {
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

/** What softens or takes colour: its crowd, its stages, and the minutes to the stage that is wanted. */
export function planPrepared(context: PlanContext): StepPlanned {
  const { step, lines } = context.walked
  const crowd = crowdPlan(context)
  const browning = planBrowning(step, lines, crowd ?? undefined) ?? null
  if (!crowd && !browning) return PLAIN
  return {
    work: { kind: 'browning', browning, crowd },
    ...(browning ? { minutes: browningMinutes(browning) } : {}),
    warnings: crowd && crowd.lots > 1 ? [{ code: 'steams', stepId: step.id, lots: crowd.lots }] : [],
  }
}

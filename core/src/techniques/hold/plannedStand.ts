import type { BatchPlan } from '../../batch/batchPlan'
import { newtonTempC } from '../../cooling/newton'
import type { Formula } from '../../formula/formula'
import { surfaceLossGPerMin } from '../../heat/stillSurface'
import { contentsG, contentsPhases, type Contents } from '../../pan/contents'
import { holdFamily } from './holdFamily'
import { everyMinutes, HOLD_FAMILIES, holdMargin, holdRisk, type HoldMargin } from './holdRisk'
import { coolsAt, coverAt } from './places'
import { wearsAt } from './wears'

/** Of a sauce nobody has made yet: in the middle of what it bears, or as a jus is kept, °C; stirred as the house stirs. */
const PLAIN_C = 65
const STIR_EVERY_MIN = 10
/** A well's insert, m². */
const AREA_M2 = 0.0196
const LONGEST_MIN = 240

/** How long it may stand, what ends it, and what it has come to after an hour, °C. */
export interface PlannedStand extends HoldMargin {
  readonly hourC: number
}
const HOUR_MIN = 60

/** How long a sauce of the book may stand where its formula keeps it, and what ends it; never longer than the house lets it. `emulsion:§5` */
export function plannedStand(
  formula: Formula,
  plan: Pick<BatchPlan, 'steps' | 'weighOut'>,
  contents: Contents,
): PlannedStand {
  const { keeps, emulsion } = formula
  const houseMin = Math.min(keeps?.hotMin ?? 0, LONGEST_MIN)
  const family = holdFamily({ plan })
  const band = emulsion?.holdC
  const middleC = family ? (HOLD_FAMILIES[family].lowC + HOLD_FAMILIES[family].highC) / 2 : PLAIN_C
  const startC = band ? (band.low + band.high) / 2 : middleC
  const place = keeps?.place ?? 'well'
  const phases = contentsPhases(contents)
  const volumeMl = phases.fatMl + phases.continuousMl
  const course = coolsAt(place, 'metal', { massG: contentsG(contents), volumeMl, waterC: undefined })
  const tempAt = (min: number) => (place === 'well' ? startC : newtonTempC(course, startC, min))
  const cover = coverAt(place)
  const dries = (min: number) => min * surfaceLossGPerMin(startC, AREA_M2, cover)
  const run =
    family &&
    holdRisk(
      {
        family,
        fatMl: phases.fatMl,
        continuousMl: Math.max(1, phases.continuousMl),
        yolkG: contents.yolkG > 0 ? contents.yolkG : undefined,
        areaM2: AREA_M2,
        cover,
        isStirredAt: everyMinutes(STIR_EVERY_MIN),
        tempC: tempAt,
      },
      houseMin,
    )
  const breaks: HoldMargin = run ? holdMargin(run, houseMin) : { min: houseMin, binds: 'clock' }
  const worn = wearsAt(
    {
      contents,
      isCream: family === undefined,
      ingredientIds: plan.weighOut.map((l) => l.ingredientId),
      tempAt,
      lostGAt: (min) => run?.[min]?.lostG ?? dries(min),
    },
    houseMin,
  )
  return { ...(worn && worn.min < breaks.min ? worn : breaks), hourC: tempAt(HOUR_MIN) }
}

import type { MinutesBand } from '../../formula/formula'
import type { SauceCover } from '../../heat/stillSurface'
import { gammaQuantile } from '../../solve/distributions'
import { mulberry32, normalFrom } from '../../solve/random'
import { HAZARD_PRIOR, type HouseHazard } from './houseHazard'
import { CURDLED_FROM, holdRisk, HOUSE_RISK, STIR_EVERY_MIN, type HoldFamilyId } from './holdRisk'

/** A held sauce as plain numbers, so that a worker can be handed it: what it is, and by minutes from when it was put by how warm it is and what was done to it. */
export interface HeldCourse {
  readonly family: HoldFamilyId
  readonly fatMl: number
  readonly continuousMl: number
  readonly yolkG?: number | undefined
  readonly areaM2: number
  readonly cover: SauceCover
  readonly ageMin: number
  readonly clockMin: number
  readonly tempsC: readonly number[]
  readonly stirsMin: readonly number[]
  readonly waterMl: readonly number[]
  readonly hazard?: HouseHazard | undefined
  /** Nobody read it. */
  readonly isTempTaken: boolean
}
/** What nobody knows of what is to come [A]: a thermometer's error or a guess's, K; how far it wanders in ten minutes, K; how many stirs are forgotten. */
const [READ_SD_K, TAKEN_SD_K, WANDERS_K, FORGOTTEN] = [0.7, 2.5, 0.3, 0.2]
/** As many values of the house's factor as there is any sense in. */
const FACTORS = 99

/** Many futures of one held sauce: how warm it really is, whether it is stirred, how this house's sauces break; the minutes from when it was put by until each is one too many, of ten, fifty and ninety in a hundred. `emulsion:§5` @param futures - 1..100000 */
export function holdFutures(
  of: HeldCourse,
  { futures, seed }: { readonly futures: number; readonly seed: number },
): MinutesBand {
  const random = mulberry32(seed)
  const { shape, rate } = of.hazard ?? HAZARD_PRIOR
  const factors = Array.from({ length: FACTORS }, (_, i) => gammaQuantile((i + 0.5) / FACTORS, shape, rate))
  const sdK = of.isTempTaken ? TAKEN_SD_K : READ_SD_K
  const stirred = new Set(of.stirsMin)
  const minutes = Math.max(1, Math.min(Math.ceil(of.clockMin), of.tempsC.length - 1))
  const endOf = (): number => {
    let driftK = normalFrom(random) * sdK
    const tempsC = of.tempsC.map((c, min) => {
      if (min > of.ageMin && min % STIR_EVERY_MIN === 0) driftK += normalFrom(random) * WANDERS_K
      return c + driftK
    })
    const stirs = new Set(stirred)
    for (let min = of.ageMin + 1; min <= minutes; min++)
      if (min % STIR_EVERY_MIN === 0 && random() >= FORGOTTEN) stirs.add(min)
    const run = holdRisk(
      {
        ...of,
        tempC: (min) => tempsC[min] ?? tempsC.at(-1) ?? 0,
        isStirredAt: (min) => stirs.has(min),
        waterMl: (min) => of.waterMl[min] ?? 0,
        houseFactor: factors[Math.floor(random() * FACTORS)],
      },
      minutes,
    )
    const end = run.find((m) => m.brokenProb >= HOUSE_RISK || m.setFrac >= CURDLED_FROM)
    return Math.min(end?.min ?? of.clockMin, of.clockMin)
  }
  const ends = Array.from({ length: futures }, endOf).sort((a, b) => a - b)
  const at = (share: number) => ends[Math.min(futures - 1, Math.floor(share * futures))] ?? 0
  return { low: at(0.1), value: at(0.5), high: at(0.9) }
}

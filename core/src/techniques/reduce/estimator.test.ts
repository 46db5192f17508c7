import { describe, expect, it } from 'vitest'
import { mulberry32 } from '../../solve/random'
import { expectWithin } from '../../testing.test-helper'
import {
  addMass,
  changeHeat,
  isHardlyEvaporating,
  liftPan,
  predictTo,
  returnPan,
  startBelief,
  takeReading,
  type PanBelief,
} from './estimator'
import { doneProbability, minutesToTarget } from './forecast'

const start = () =>
  startBelief({ massG: 1000, sdMassG: 5, rateGPerMin: 20, sdRateGPerMin: 7, driftPerRootMin: 0.03 })
const read = (belief: PanBelief, list: [number, number][], sigmaG = 10) =>
  list.reduce((b, [atMin, massG]) => takeReading(b, { atMin, massG, sigmaG }).belief, belief)
const K2: [number, number][] = [
  [2, 957],
  [4, 898],
  [6, 859],
  [8, 811],
  [10, 757],
]
const median = (b: PanBelief) => minutesToTarget(b, 500, 0.5) ?? NaN

describe('reduction:K live estimation', () => {
  it('K1 no reading', () =>
    [
      [0.05, 15.75],
      [0.1, 17.14],
      [0.5, 25],
      [0.9, 47.53],
      [0.95, 65.86],
    ].forEach(([p, t]) => expectWithin(minutesToTarget(start(), 500, p!) ?? NaN, t!, 0.01)))
  it('K2 five readings', () => {
    const b = read(start(), K2)
    expectWithin(b.massG, 760.03, 0.005)
    expectWithin(b.rateGPerMin, 24.1, 0.005)
    expectWithin(Math.sqrt(b.varMass), 7.11, 0.005)
    expectWithin(Math.sqrt(b.varRate), 1.485, 0.005)
    ;[
      [0.05, 9.31],
      [0.1, 9.6],
      [0.5, 10.79],
      [0.9, 12.28],
      [0.95, 12.77],
    ].forEach(([p, t]) => expectWithin(minutesToTarget(b, 500, p!) ?? NaN, t!, 0.005))
  })
  const k3 = () => read(addMass(read(start(), K2), { massG: 200, sdG: 4, coolerByK: 75 }), [[14, 884]])
  it('K3 cold stock goes in', () => {
    expectWithin(addMass(read(start(), K2), { massG: 200, sdG: 4, coolerByK: 75 }).deadMin, 1.153, 0.005)
    expectWithin(k3().massG, 887.25, 0.005)
    expectWithin(k3().rateGPerMin, 24.584, 0.005)
    expectWithin(median(k3()), 15.75, 0.005)
  })
  it('K4 half the heat', () => {
    const b = read(changeHeat(k3(), 0.5), [[18, 842]])
    expectWithin(b.massG, 840.86, 0.005)
    expectWithin(b.rateGPerMin, 11.791, 0.005)
    ;[
      [0.1, 22.57],
      [0.5, 28.91],
      [0.9, 40.14],
    ].forEach(([p, t]) => expectWithin(minutesToTarget(b, 500, p!) ?? NaN, t!, 0.005))
  })
  it('K5 an outlier is held back', () => {
    const b = read(start(), [
      [2, 957],
      [4, 700],
      [6, 859],
      [8, 811],
      [10, 757],
    ])
    expectWithin(b.massG, 760.94, 0.005)
    expectWithin(b.rateGPerMin, 24.147, 0.005)
  })
  it('K6 two that agree move the level', () => {
    const first = takeReading(read(start(), [[2, 957]]), { atMin: 4, massG: 748, sigmaG: 10 })
    const second = takeReading(first.belief, { atMin: 6, massG: 701, sigmaG: 10 })
    expect([first.verdict, second.verdict]).toEqual(['outlier', 'shift'])
    expectWithin(second.belief.massG, 701, 0.005)
    expectWithin(second.belief.rateGPerMin, 20.92, 0.005)
    expectWithin(median(second.belief), 9.61, 0.005)
  })
  it('K7 weighed off the heat', () => {
    const b = returnPan(
      takeReading(predictTo(liftPan(read(start(), K2)), 14), { atMin: 14, massG: 752, sigmaG: 2 }).belief,
    )
    expectWithin(b.massG, 752.02, 0.005)
    expectWithin(b.rateGPerMin, 24.127, 0.005)
    expectWithin(median(b), 10.45, 0.005)
  })
  it('a pan that has stopped losing is flagged, not forecast', () => {
    const b = read(
      start(),
      [
        [4, 995],
        [8, 994],
        [12, 996],
        [16, 995],
        [20, 995],
      ],
      3,
    )
    expect(isHardlyEvaporating(b)).toBe(true)
  })
})

interface Scenario {
  sigma?: number
  told?: number
  relative?: number
  toldRelative?: number
  bias?: number
  outliers?: number
  everyMin?: number
  forecastAt?: number
}

/** The simulator of reduction.md §4, seeded, so that coverage is the same number every time. */
function coverage({
  sigma = 10,
  told = sigma,
  relative,
  toldRelative = 0,
  bias = 0,
  outliers = 0,
  everyMin = 2,
  forecastAt = 10,
}: Scenario): [number, number] {
  let runs = 0
  let in90 = 0
  let in80 = 0
  for (let seed = 1; seed <= 1000; seed++) {
    const random = mulberry32(seed)
    const normal = () => {
      const u1 = random()
      return Math.sqrt(-2 * Math.log(1 - u1)) * Math.cos(2 * Math.PI * random())
    }
    let r: number
    do r = 20 + 7 * normal()
    while (r <= 4)
    let m = 1000
    let belief = startBelief({
      massG: 1000 + 5 * normal(),
      sdMassG: 5,
      rateGPerMin: 20,
      sdRateGPerMin: 7,
      driftPerRootMin: 0.03,
    })
    const b = bias * normal()
    let done: number | undefined
    let bands: number[] | undefined
    for (let step = 1; step <= 24_000 && done === undefined; step++) {
      r = Math.max(1, r + 0.03 * 20 * Math.sqrt(0.05) * normal())
      m -= r * 0.05
      const t = step * 0.05
      if (m <= 500) done = t
      if (step % Math.round(everyMin / 0.05) === 0 && t <= forecastAt + 1e-9) {
        const scatter = relative ? relative * m : sigma
        let z = m * (1 + b) + scatter * normal()
        if (outliers && random() < outliers) z += random() < 0.5 ? 200 : -200
        const sigmaG = relative ? toldRelative * predictTo(belief, t).massG : told
        belief = takeReading(belief, { atMin: t, massG: z, sigmaG }).belief
      }
      if (Math.abs(t - forecastAt) < 1e-9 && done === undefined)
        bands = [0.05, 0.1, 0.9, 0.95].map(
          (p) => t + (minutesToTarget(predictTo(belief, t), 500, p) ?? Infinity),
        )
    }
    if (!bands || done === undefined) continue
    runs++
    if (done >= bands[0]! && done <= bands[3]!) in90++
    if (done >= bands[1]! && done <= bands[2]!) in80++
  }
  return [in90 / runs, in80 / runs]
}

describe('reduction:K coverage of the bands over 1000 simulated pans', () => {
  it('the generator starts as written', () => {
    const random = mulberry32(12345)
    ;[0.9797282678, 0.3067522645, 0.4842054215].forEach((x) => expect(random()).toBeCloseTo(x, 9))
  })
  it.each<[string, Scenario, number, number?]>([
    ['K8 at 10 min', {}, 0.901, 0.799],
    ['K8 first forecast at 4 min', { forecastAt: 4 }, 0.883, 0.781],
    ['K9 scatter 25', { sigma: 25 }, 0.906, 0.817],
    ['K9 one in ten wrong by 200 g', { outliers: 0.1 }, 0.891, 0.807],
    [
      'K10 by eye, told 10 %',
      { relative: 0.1, toldRelative: 0.1, bias: 0.1, everyMin: 3, forecastAt: 12 },
      0.674,
    ],
    [
      'K10 by eye, told 15 %',
      { relative: 0.1, toldRelative: 0.15, bias: 0.1, everyMin: 3, forecastAt: 12 },
      0.846,
    ],
    [
      'K10 by eye, told 20 %',
      { relative: 0.1, toldRelative: 0.2, bias: 0.1, everyMin: 3, forecastAt: 12 },
      0.905,
    ],
  ])('%s', (_, scenario, expected90, expected80) => {
    const [in90, in80] = coverage(scenario)
    expect(Math.abs(in90 - expected90)).toBeLessThanOrEqual(0.03)
    if (expected80 !== undefined) expect(Math.abs(in80 - expected80)).toBeLessThanOrEqual(0.03)
  })
  it('the band is a probability: it rises with time', () => {
    const b = read(start(), K2)
    for (let t = 1; t < 30; t++)
      expect(doneProbability(b, 500, t)).toBeGreaterThan(doneProbability(b, 500, t - 1))
  })
})

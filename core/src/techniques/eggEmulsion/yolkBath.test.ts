import { describe, expect, it } from 'vitest'
import { expectWithin } from '../../testing.test-helper'
import { blenderMixTempC } from './blenderMix'
import { BUTTERS } from '../../mixture/butterFat'
import { phaseFraction, phasesOf } from '../../mixture/phases'
import { BATH_STEP_S, runYolkBath } from './runYolkBath'
import {
  addToYolkBath,
  carryOverBoundK,
  contentsJPerK,
  liquidMl,
  settingRatePerS,
  startYolkBath,
  stepYolkBath,
  wettedAreaM2,
  type BathHeat,
  type BowlMaterial,
  type Whisk,
  type YolkBathSetup,
} from './yolkBath'

const near = (actual: number, expected: number, by: number) =>
  expect(Math.abs(actual - expected), `${actual} against ${expected}`).toBeLessThanOrEqual(by)
const toRibbon = (bowl: BowlMaterial, bath: BathHeat, whisk: Whisk, [yolkG, waterG] = [51, 45]) => {
  const setup: YolkBathSetup = { bowl, yolkG }
  const run = runYolkBath(setup, startYolkBath(setup, waterG), {
    controlOf: () => ({ bath, whisk }),
    isDone: (_, stage) => ['ribbon', 'awayFromSide', 'grainy'].includes(stage),
    mostS: 1200,
  })
  return { setup, run }
}
const h2 = toRibbon('glass', 'simmer', 'vigorous')

describe('yolk over a steam bath', () => {
  it('emulsion:H1 steel, gentle bath: ribbon', () => {
    const { run } = toRibbon('steel', 'gentle', 'normal')
    expectWithin(run.state.atS, 278, 0.04)
    near(run.state.tempC, 66.6, 0.5)
    near(run.state.cookedFrac, 0.12, 0.02)
  })
  it('emulsion:H2 glass, simmer: ribbon, and what the bowl still does off the bath', () => {
    expectWithin(h2.run.state.atS, 280, 0.04)
    near(h2.run.state.tempC, 67.6, 0.5)
    const after = runYolkBath(h2.setup, h2.run.state, {
      controlOf: () => ({ bath: 'off', whisk: 'normal' }),
      isDone: () => false,
      mostS: 180,
    })
    near(after.peakC - h2.run.state.tempC, 0.32, 0.15)
    near(after.state.cookedFrac, 0.53, 0.04)
  })
  it('emulsion:H3 a boiling bath burns the layer at the wall', () => {
    const { run } = toRibbon('steel', 'boil', 'normal')
    expect(run).toMatchObject({ stage: 'grainy', isByWall: true })
    expectWithin(run.state.atS, 81, 0.05)
    near(run.state.tempC, 60.6, 1)
  })
  it('emulsion:H4 a larger base', () => {
    const { run } = toRibbon('glass', 'simmer', 'normal', [68, 60])
    expectWithin(run.state.atS, 389, 0.04)
    near(run.state.tempC, 66.4, 0.5)
  })
  it('emulsion:H5 lifted above 64 and put back below 62', () => {
    const setup: YolkBathSetup = { bowl: 'steel', yolkG: 51 }
    let isOn = true
    let lifts = 0
    const run = runYolkBath(setup, startYolkBath(setup, 45), {
      controlOf: (s) => {
        if (isOn && s.tempC > 64) {
          isOn = false
          lifts++
        } else if (!isOn && s.tempC < 62) isOn = true
        return { bath: isOn ? 'simmer' : 'off', whisk: 'vigorous' }
      },
      isDone: (_, stage) => stage === 'ribbon',
      mostS: 1200,
    })
    expectWithin(run.state.atS, 215, 0.05)
    near(run.peakC, 65.2, 0.5)
    expect(lifts).toBe(2)
    const straight = toRibbon('steel', 'simmer', 'vigorous').run
    expectWithin(straight.state.atS, 122, 0.05)
    near(straight.state.tempC, 69.1, 0.5)
  })
  it('emulsion:H6 the most that glass and steel can still give', () => {
    for (const [bowl, expected] of [
      ['glass', 3.6],
      ['steel', 1.4],
    ] as const) {
      const setup: YolkBathSetup = { bowl, yolkG: 51 }
      near(
        carryOverBoundK(bowl, {
          contentsJPerK: contentsJPerK(setup, 45, 0),
          wettedM2: wettedAreaM2(2 * liquidMl(setup, 45, 0)),
          wallC: 77,
          tempC: 67,
        }),
        expected,
        0.2,
      )
    }
  })
  const pour = (butterC: number) => {
    let { state } = h2.run
    let peakC = state.tempC
    for (let poured = 0; poured < 250 - 1e-9; poured += 1.2 * BATH_STEP_S) {
      state = addToYolkBath(
        h2.setup,
        stepYolkBath(h2.setup, state, { bath: 'off', whisk: 'normal' }, BATH_STEP_S),
        { massG: 1.2 * BATH_STEP_S, parts: BUTTERS.eu, tempC: butterC },
      )
      peakC = Math.max(peakC, state.tempC)
    }
    return { state, peakC }
  }
  it('emulsion:H7 butter at 60 °C', () => {
    const { state } = pour(60)
    near(state.tempC, 60.2, 1)
    near(state.cookedFrac, 0.31, 0.04)
    // the case counts fat and water alone; with the butter's milk solids φ is 0.628 (§1's own definition)
    near(
      phaseFraction(
        phasesOf({
          yolkG: 51,
          aqueousG: state.waterG,
          butters: [{ massG: state.fatG, parts: { fatFrac: 1, waterFrac: 0, snfFrac: 0 } }],
        }),
      ),
      0.634,
      0.005,
    )
  })
  it('emulsion:H8 butter at 90 °C overcooks it', () => {
    const { state, peakC } = pour(90)
    near(peakC, 73.3, 1)
    near(state.cookedFrac, 1, 0.03)
  })
  it('emulsion:H9 hot butter and a power whisk', () => {
    const mix = {
      yolkG: 51,
      waterG: 30,
      baseC: 20,
      butterG: 225,
      butter: BUTTERS.eu,
      butterC: 95,
      vesselJPerK: 80,
      vesselC: 20,
    }
    near(blenderMixTempC({ ...mix, shaftJ: 0 }) ?? NaN, 65, 0.5)
    near(blenderMixTempC({ ...mix, shaftJ: 2400 }) ?? NaN, 67.6, 0.5)
  })
  it('emulsion:H10 the same rate gives a custard its temperatures', () => {
    // yolk share 0.17 and 18 % sugar, of 100 g
    const setup: YolkBathSetup = { bowl: 'steel', yolkG: 17, sugarG: 18 }
    const minutesTo = (x: number, tempC: number) => -Math.log(1 - x) / settingRatePerS(setup, 65, tempC) / 60
    expectWithin(minutesTo(0.2, 82), 1.4 / 60, 0.05)
    expectWithin(minutesTo(0.6, 82), 5.8 / 60, 0.03)
    expectWithin(minutesTo(0.6, 85), 1.3 / 60, 0.03)
  })
  it('halving the step changes nothing a cook could see', () => {
    const setup: YolkBathSetup = { bowl: 'steel', yolkG: 51 }
    const end = (dt: number) => {
      let s = startYolkBath(setup, 45)
      for (let t = 0; t < 240; t += dt) s = stepYolkBath(setup, s, { bath: 'gentle', whisk: 'normal' }, dt)
      return s.tempC
    }
    near(end(0.5), end(0.25), 0.02)
  })
})

import { blenderMixTempC } from '../techniques/eggEmulsion/blenderMix'
import { BUTTERS, milkFatGPerMl, type ButterKind } from '../mixture/butterFat'
import { recommendedPourGPerS, TOOLS, type Tool } from '../techniques/eggEmulsion/butterPour'
import {
  butterPerWaterG,
  butterRoomG,
  dropletThickening,
  phaseFraction,
  phasesOf,
  waterNeededG,
} from '../mixture/phases'
import { runYolkBath } from '../techniques/eggEmulsion/runYolkBath'
import {
  BATHS,
  BOWLS,
  carryOverBoundK,
  contentsJPerK,
  liquidMl,
  startYolkBath,
  wettedAreaM2,
  type BathHeat,
  type BowlMaterial,
  type Whisk,
  type YolkBathSetup,
} from '../techniques/eggEmulsion/yolkBath'
import type { Model, ModelInput } from './model'
import { num, type Values } from './values'

const SOURCE = 'emulsion.md'
/** What a load of fat drops does: past 0.74 drops press each other flat and water must go in first, past 0.78 it splits. */
function phaseWarnings(phaseFrac: number): string[] {
  if (phaseFrac > 0.78) return ['splits']
  return phaseFrac > 0.74 ? ['waterFirst'] : []
}
const YOLK: ModelInput = { name: 'yolkG', says: 'egg yolk', range: { min: 5, max: 400, unit: 'g' } }
const AQUEOUS: ModelInput = {
  name: 'aqueousG',
  says: 'water, juice, reduction',
  range: { min: 0, max: 800, unit: 'g' },
}
const BUTTER_G: ModelInput = {
  name: 'butterG',
  says: 'butter in it',
  range: { min: 0, max: 4000, unit: 'g' },
}
const BUTTER: ModelInput = { name: 'butter', says: 'kind of butter', oneOf: Object.keys(BUTTERS) }
const TARGET: ModelInput = {
  name: 'phaseFrac',
  says: 'phase fraction to reach',
  range: { min: 0.4, max: 0.78, unit: '(0..1)' },
  optional: 0.74,
}
const BOWL: ModelInput = { name: 'bowl', says: 'what the bowl is made of', oneOf: Object.keys(BOWLS) }
const BATH: ModelInput = {
  name: 'bath',
  says: 'the water under it',
  oneOf: Object.keys(BATHS).filter((b) => b !== 'off'),
}
const WHISK: ModelInput = { name: 'whisk', says: 'how it is whisked', oneOf: ['normal', 'vigorous'] }
const butterOf = (v: Values) => BUTTERS[v.butter as ButterKind]
const phasesIn = (v: Values, extraAqueous = 0) =>
  phasesOf({
    yolkG: num(v, 'yolkG'),
    aqueousG: num(v, 'aqueousG') + extraAqueous,
    butters: [{ massG: num(v, 'butterG'), parts: butterOf(v) }],
  })
const ribbonRun = (v: Values, rateFactor: number) => {
  const setup: YolkBathSetup = { bowl: v.bowl as BowlMaterial, yolkG: num(v, 'yolkG'), rateFactor }
  return runYolkBath(setup, startYolkBath(setup, num(v, 'aqueousG')), {
    controlOf: () => ({ bath: v.bath as BathHeat, whisk: v.whisk as Whisk }),
    isDone: (_, stage) => stage === 'ribbon' || stage === 'awayFromSide' || stage === 'grainy',
    mostS: 1800,
  })
}
const RIBBON_SHARE = 0.2 // until the house has logged five batches per bowl and burner

/** Models of egg and butter emulsions. */
export const EMULSION_MODELS: readonly Model[] = [
  {
    id: 'phaseFraction',
    version: '1',
    says: 'share of an egg and butter sauce that is fat',
    formula: 'φ = V_fat / (V_fat + V_continuous) at 60 °C; the yolk’s own fat is continuous',
    unit: '(0..1)',
    sources: [`${SOURCE} §1`],
    confidence: 'high',
    coverage: 0.9,
    inputs: [YOLK, AQUEOUS, BUTTER_G, BUTTER],
    run: (v) => {
      const value = phaseFraction(phasesIn(v))
      const by = 0.01
      return {
        value,
        low: Math.max(0, value - by),
        high: value + by,
        warnings: phaseWarnings(value),
      }
    },
  },
  {
    id: 'butterRoom',
    version: '1',
    says: 'butter that may still go in before a phase fraction is reached',
    formula: 'm = (φ*(V_f + V_c) − V_f) / (a − φ*(a + b))',
    unit: 'g',
    sources: [`${SOURCE} §1`],
    confidence: 'high',
    coverage: 0.9,
    inputs: [YOLK, AQUEOUS, BUTTER_G, BUTTER, TARGET],
    run: (v) => {
      const at = (by: number) => butterRoomG(phasesIn(v, by), num(v, 'phaseFrac'), butterOf(v))
      const value = at(0)
      const spread = 0.03 * num(v, 'aqueousG')
      return {
        value,
        low: Math.min(value, at(-spread)),
        high: Math.max(value, at(spread)),
        warnings: value < 0 ? ['pastIt'] : [],
      }
    },
  },
  {
    id: 'waterToLoosen',
    version: '1',
    says: 'water that brings a stiff emulsion back to a phase fraction',
    formula: 'W = max(0, V_f(1 − φ*)/φ* − V_c)·ρ_w',
    unit: 'g',
    sources: [`${SOURCE} §1`],
    confidence: 'high',
    coverage: 0.9,
    inputs: [YOLK, AQUEOUS, BUTTER_G, BUTTER, TARGET],
    run: (v) => {
      const value = waterNeededG(phasesIn(v), num(v, 'phaseFrac'))
      return { value, low: value * 0.95, high: value * 1.05 }
    },
  },
  {
    id: 'butterPerWater',
    version: '1',
    says: 'butter that a gram of water buys at a phase fraction',
    formula: 'φ*/ρ_w / (a − φ*(a + b))',
    unit: 'g/g',
    sources: [`${SOURCE} §1`],
    confidence: 'high',
    coverage: 1,
    inputs: [BUTTER, TARGET],
    run: (v) => ({ value: butterPerWaterG(num(v, 'phaseFrac'), butterOf(v)) }),
  },
  {
    id: 'dropletThickening',
    version: '1',
    says: 'how many times thicker the drops make it than its water phase',
    formula: '(1 − φ/0.80)^−2',
    unit: '×',
    sources: [`${SOURCE} §1`, 'Krieger & Dougherty 1959', 'Princen 1979–1985'],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [{ ...TARGET, range: { min: 0, max: 0.78, unit: '(0..1)' }, optional: 0.64 }],
    run: (v) => {
      const value = dropletThickening(num(v, 'phaseFrac'))
      return { value, low: value * 0.7, high: value * 1.4 }
    },
  },
  {
    id: 'ribbonTime',
    version: '1',
    says: 'time over the bath until the yolk stands in a ribbon',
    formula: 'heat through bowl and layer, setting as first-order reaction, foam; RK4 at half a second',
    unit: 's',
    sources: [`${SOURCE} §2`, 'Vega & Mercadé-Prieto 2011'],
    confidence: 'low',
    coverage: 0.8,
    inputs: [YOLK, AQUEOUS, BOWL, BATH, WHISK],
    run: (v) => {
      const run = ribbonRun(v, 1)
      const value = run.state.atS
      const notReached = run.isReached ? [] : ['neverReached']
      return {
        value,
        low: value * (1 - RIBBON_SHARE),
        high: value * (1 + RIBBON_SHARE),
        warnings: run.stage === 'grainy' ? ['grainy'] : notReached,
      }
    },
  },
  {
    id: 'ribbonTemp',
    version: '1',
    says: 'temperature at which the yolk stands in a ribbon',
    formula: 'as ribbonTime; the setting rate doubled and halved gives the band',
    unit: '°C',
    sources: [`${SOURCE} §2, §12`],
    confidence: 'low',
    coverage: 0.8,
    inputs: [YOLK, AQUEOUS, BOWL, BATH, WHISK],
    run: (v) => ({
      value: ribbonRun(v, 1).state.tempC,
      low: ribbonRun(v, 2).state.tempC,
      high: ribbonRun(v, 0.5).state.tempC,
    }),
  },
  {
    id: 'bowlCarryOver',
    version: '1',
    says: 'most that the bowl can still warm what is in it once off the bath',
    formula: 'C_b(T_b − T)/(C + C_b); evaporation eats most of it while whisking',
    unit: 'K',
    sources: [`${SOURCE} §2`],
    confidence: 'high',
    coverage: 0.9,
    inputs: [
      YOLK,
      AQUEOUS,
      BOWL,
      { name: 'wallC', says: 'the wetted bowl', range: { min: 20, max: 100, unit: '°C' } },
      { name: 'tempC', says: 'what is in it', range: { min: 20, max: 100, unit: '°C' } },
    ],
    run: (v) => {
      const setup: YolkBathSetup = { bowl: v.bowl as BowlMaterial, yolkG: num(v, 'yolkG') }
      const value = Math.max(
        0,
        carryOverBoundK(setup.bowl, {
          contentsJPerK: contentsJPerK(setup, num(v, 'aqueousG'), 0),
          wettedM2: wettedAreaM2(2 * liquidMl(setup, num(v, 'aqueousG'), 0)),
          wallC: num(v, 'wallC'),
          tempC: num(v, 'tempC'),
        }),
      )
      return { value, low: 0, high: value }
    },
  },
  {
    id: 'safePour',
    version: '1',
    says: 'butter that may be poured now, with a fifth in hand',
    formula:
      '0.8·R_max/f; R_max grows with the water phase, the tool and the fat that is in, and ends at φ_max',
    unit: 'g/s',
    sources: [`${SOURCE} §3`, 'Taylor 1934', 'Grace 1982'],
    confidence: 'low',
    coverage: 0.8,
    inputs: [
      YOLK,
      AQUEOUS,
      BUTTER_G,
      BUTTER,
      {
        name: 'tempC',
        says: 'temperature in the bowl',
        range: { min: 10, max: 90, unit: '°C' },
        optional: 58,
      },
      { name: 'tool', says: 'whisk', oneOf: Object.keys(TOOLS), optional: 'handWhisk' },
    ],
    run: (v) => {
      const tempC = num(v, 'tempC')
      const { fatMl, continuousMl } = phasesIn(v)
      const value = recommendedPourGPerS(
        { emulsifiedG: fatMl * milkFatGPerMl(60), freeG: 0, continuousMl, isBroken: false },
        { tempC, tool: v.tool as Tool, highestPhaseFrac: 0.78 },
        butterOf(v),
      )
      return { value, low: value * 0.7, high: value * 1.25, warnings: value === 0 ? ['stopPouring'] : [] }
    },
  },
  {
    id: 'blenderMixTemp',
    version: '1',
    says: 'where raw yolk and hot butter under a power whisk end',
    formula: 'heat before and shaft work = heat after, melting included',
    unit: '°C',
    sources: [`${SOURCE} §2`],
    confidence: 'medium',
    coverage: 0.9,
    inputs: [
      YOLK,
      AQUEOUS,
      BUTTER_G,
      BUTTER,
      { name: 'butterC', says: 'the butter', range: { min: 20, max: 120, unit: '°C' } },
      {
        name: 'shaftJ',
        says: 'work of the blender',
        range: { min: 0, max: 20_000, unit: 'J' },
        optional: 2400,
      },
    ],
    run: (v) => {
      const value =
        blenderMixTempC({
          yolkG: num(v, 'yolkG'),
          waterG: num(v, 'aqueousG'),
          baseC: 20,
          butterG: num(v, 'butterG'),
          butter: butterOf(v),
          butterC: num(v, 'butterC'),
          vesselJPerK: 80,
          vesselC: 20,
          shaftJ: num(v, 'shaftJ'),
        }) ?? NaN
      return { value, low: value - 1.5, high: value + 1.5, warnings: Number.isNaN(value) ? ['noAnswer'] : [] }
    },
  },
]

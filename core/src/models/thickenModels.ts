import { Z10 } from '../solve/normal'
import { rouxSurplusFatG } from '../formula/portions'
import { gelatinDose, swappedGelatinG } from '../mixture/gelatin'
import { coatGrade, spoonFilmMm, viscosityFromFilmPaS } from '../mixture/spoonFilm'
import {
  agentGPerL,
  COOK_OUT,
  cookOutS,
  STARCH_POWERS,
  starchPctFor,
  swollenFrac,
  SWELLING,
  viscosityPaS,
  type StarchAgent,
} from '../mixture/viscosity'
import { SPOON_GRADES, spoonBeside, spoonOfGrade, thicknessBias } from '../techniques/thicken/spoonReading'
import { doseOf } from '../techniques/thicken/thickenerDose'
import { choice, number } from './inputs'
import type { Model, ModelInput } from './model'
import { num, within, type Values } from './values'

const THICKEN = 'emulsion.md §7'
const PORTIONS = 'emulsion.md §11'
const VISCOSITY_BAND = 1.5 // a sauce's viscosity is known to about half and half again
const pct = (name: string, says: string, max: number, optional?: number): ModelInput =>
  number(name, says, { min: 0, max, unit: '%' }, optional)
const grams = (name: string, says: string, max = 20_000): ModelInput =>
  number(name, says, { min: 0, max, unit: 'g' })
const SOLIDS = pct('solidsPct', 'sugars and other dissolved solids', 85, 0)
const GELATIN = pct('gelatinPct', 'gelatin', 30, 0)
const STARCH = pct('starchPct', 'starch, as flour of a white roux', 15, 0)
const TEMP = number('tempC', 'temperature of the sauce', { min: 40, max: 99, unit: '°C' }, 65)
const VISCOSITY = number('viscosityPaS', 'how thick it is', { min: 0.0003, max: 30, unit: 'Pa·s' })
const AGENT = choice('agent', 'what thickens', Object.keys(STARCH_POWERS))
const BLOOM = { min: 50, max: 350, unit: '°Bl' } as const
const thickness = (v: Values) => ({
  solidsPct: num(v, 'solidsPct'),
  gelatinPct: num(v, 'gelatinPct'),
  starchPct: num(v, 'starchPct'),
})

/** How thick a sauce is, what makes it so, and what hangs on a spoon. */
export const THICKEN_MODELS: readonly Model[] = [
  {
    id: 'sauceViscosity',
    version: '1',
    says: 'how thick a sauce is',
    formula: 'water × solids × gelatin × (1 + (starch/0.554)^3.2)',
    unit: 'Pa·s',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [SOLIDS, GELATIN, STARCH, TEMP],
    run: (v) => {
      const value = viscosityPaS(thickness(v), num(v, 'tempC'))
      return { value, low: value / VISCOSITY_BAND, high: value * VISCOSITY_BAND }
    },
  },
  {
    id: 'spoonFilm',
    version: '1',
    says: 'film left on a spoon five seconds after it was lifted',
    formula: 'lifted film (Landau & Levich), drained (Jeffreys)',
    unit: 'mm',
    sources: [THICKEN, 'Landau & Levich 1942', 'Jeffreys 1930'],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      VISCOSITY,
      number('yieldPa', 'yield stress', { min: 0, max: 100, unit: 'Pa' }, 0),
      number('drainS', 'read so long after it was lifted', { min: 1, max: 60, unit: 's' }, 5),
    ],
    run: (v) => within(spoonFilmMm(num(v, 'viscosityPaS'), num(v, 'yieldPa'), num(v, 'drainS')), 0.25),
  },
  {
    id: 'coatOnSpoon',
    version: '1',
    says: 'grade of coat, 0 watery to 5 paste; nappe is 3',
    formula: 'by viscosity at 45 °C: 0.012, 0.05, 0.2, 0.8, 3 Pa·s',
    unit: 'grade',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [VISCOSITY],
    run: (v) => {
      const at = (by: number) => coatGrade(num(v, 'viscosityPaS') * by).grade
      return { value: at(1), low: at(1 / VISCOSITY_BAND), high: at(VISCOSITY_BAND) }
    },
  },
  {
    id: 'viscosityFromSpoon',
    version: '1',
    says: 'viscosity read back from the film weighed on a dipped spoon',
    formula: 'η = (1.5 h)²·ρ·g·t/L',
    unit: 'Pa·s',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'filmG', says: 'what hangs on the spoon', range: { min: 0.05, max: 30, unit: 'g' } },
      {
        name: 'areaCm2',
        says: 'wetted spoon, both sides',
        range: { min: 5, max: 200, unit: 'cm²' },
        optional: 36,
      },
    ],
    run: (v) => within(viscosityFromFilmPaS(num(v, 'filmG'), num(v, 'areaCm2')), 0.3),
  },
  {
    id: 'thickenerNeeded',
    version: '1',
    says: 'thickener for a litre to reach a viscosity; roux and kneaded butter weighed whole',
    formula: 'inverse of sauceViscosity over the power of the agent',
    unit: 'g/l',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      AGENT,
      { ...VISCOSITY, name: 'targetPaS', says: 'how thick it should be', optional: 0.3 },
      SOLIDS,
      GELATIN,
      TEMP,
    ],
    run: (v) => {
      const at = (by: number) =>
        agentGPerL(
          starchPctFor(num(v, 'targetPaS') * by, thickness(v), num(v, 'tempC')),
          v.agent as StarchAgent,
        )
      return { value: at(1), low: at(1 / VISCOSITY_BAND), high: at(VISCOSITY_BAND) }
    },
  },
  {
    id: 'thickenerToAdd',
    version: '1',
    says: 'thickener that brings so much sauce from one viscosity to another, and the cold water that starch is stirred into',
    formula: 'litres × (needed at the target − needed as it is)',
    unit: 'g',
    also: { coldWaterG: 'g' },
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      AGENT,
      number('volumeMl', 'sauce', { min: 1, max: 50_000, unit: 'ml' }),
      { ...VISCOSITY, name: 'nowPaS', says: 'how thick it is' },
      { ...VISCOSITY, name: 'targetPaS', says: 'how thick it should be', optional: 0.3 },
      SOLIDS,
      GELATIN,
      TEMP,
    ],
    run: (v) => {
      const pctAt = (paS: number) => starchPctFor(paS, thickness(v), num(v, 'tempC'))
      const of = (by: number) =>
        (Math.max(0, pctAt(num(v, 'targetPaS') * by) - pctAt(num(v, 'nowPaS'))) * num(v, 'volumeMl')) / 1000
      const grams = (pct: number) => agentGPerL(pct, v.agent as StarchAgent)
      const value = grams(of(1))
      const dose = doseOf(v.agent as StarchAgent, value)
      return {
        value,
        low: grams(of(1 / VISCOSITY_BAND)),
        high: grams(of(VISCOSITY_BAND)),
        also: { coldWaterG: dose.waterG },
      }
    },
  },
  {
    id: 'starchSwollen',
    version: '1',
    says: 'share of a starch that has swollen',
    formula: '(1 − e^(−t/τ))/(1 + e^(−(T − T½)/w))',
    unit: '(0..1)',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      { name: 'starch', says: 'which starch', oneOf: Object.keys(SWELLING) },
      TEMP,
      { name: 'durationS', says: 'time at it', range: { min: 0, max: 7200, unit: 's' } },
    ],
    run: (v) => {
      const value = swollenFrac(v.starch as keyof typeof SWELLING, num(v, 'tempC'), num(v, 'durationS'))
      return { value, low: value * 0.85, high: Math.min(1, value * 1.15) }
    },
  },
  {
    id: 'cookOut',
    version: '1',
    says: 'time until raw starch is no longer tasted',
    formula: 'τ·ln(raw/0.1)/10^((T − 95)/25)',
    unit: 's',
    sources: [THICKEN],
    confidence: 'low',
    coverage: 0.8,
    inputs: [
      { name: 'agent', says: 'what thickens', oneOf: Object.keys(COOK_OUT) },
      { ...TEMP, optional: 95 },
    ],
    run: (v) => within(cookOutS(v.agent as keyof typeof COOK_OUT, num(v, 'tempC')), 0.3),
  },
  {
    id: 'gelatinToAdd',
    version: '1',
    says: 'gelatin that brings a thin stock to a strength; bloomed in six times its weight of cold water',
    formula: 'm·(g* − g)/(0.86 − 7·g*)',
    unit: 'g',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.9,
    inputs: [
      grams('stockG', 'stock'),
      pct('nowPct', 'gelatin it has', 12, 0),
      pct('targetPct', 'gelatin wanted', 12, 2),
    ],
    run: (v) =>
      within(gelatinDose(num(v, 'stockG'), num(v, 'nowPct') / 100, num(v, 'targetPct') / 100).gelatinG, 0.1),
  },
  {
    id: 'spoonBias',
    version: '1',
    says: 'how many times thicker a sauce is than its sum, from one spoon compared with the five drawn ones',
    formula: 'conjugate normal on ln η: the sum’s own error, met by the spoon’s',
    unit: 'times',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.8,
    inputs: [
      number('grade', 'the spoon that is seen, 1 jus film to 5 paste', { min: 1, max: 5, unit: 'grade' }),
      { ...VISCOSITY, name: 'expectedPaS', says: 'what its sum says' },
    ],
    run: (v) => {
      const expectedPaS = num(v, 'expectedPaS')
      const grade = SPOON_GRADES.find((g) => g === Math.round(num(v, 'grade'))) ?? 3
      const seen = spoonBeside(spoonOfGrade(grade), expectedPaS)
      const { meanLn, sdLn } = thicknessBias([{ ...seen, expectedPaS }])
      const at = (z: number) => Math.exp(meanLn + z * sdLn)
      return { value: at(0), low: at(-Z10), high: at(Z10) }
    },
  },
  {
    id: 'rouxSurplusFat',
    version: '1',
    says: 'fat that a roux has over its flour: it will float',
    formula: 'max(0, fat − flour)',
    unit: 'g',
    sources: [PORTIONS],
    confidence: 'high',
    coverage: 1,
    inputs: [grams('fatG', 'fat'), grams('flourG', 'flour')],
    run: (v) => ({ value: rouxSurplusFatG(num(v, 'fatG'), num(v, 'flourG')) }),
  },
  {
    id: 'gelatinSwap',
    version: '1',
    says: 'gelatin of one strength for that of another',
    formula: 'm·√(bloom/bloom)',
    unit: 'g',
    sources: [THICKEN],
    confidence: 'medium',
    coverage: 0.9,
    inputs: [
      grams('massG', 'gelatin that the formula says', 2000),
      number('fromBloom', 'its strength', BLOOM, 200),
      number('toBloom', 'strength of what is there', BLOOM),
    ],
    run: (v) => within(swappedGelatinG(num(v, 'massG'), num(v, 'fromBloom'), num(v, 'toBloom')), 0.1),
  },
]

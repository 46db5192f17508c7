import { parseReduction } from '../language/parseReduction'
import { resolveReduction } from '../language/reductionTarget'
import { LIMITS } from '../limits'
import { boilDown, KAPPA } from '../mixture/boilDown'
import { acidFrac, massG, saltFrac, solidsFrac, type Composition } from '../mixture/composition'
import { reduceMixture, toGo, type StopAt } from '../mixture/reduceMixture'
import {
  addBack,
  diluteToSalt,
  keepShare,
  maxStockSaltFrac,
  stretchWithStock,
} from '../mixture/saltCorrections'
import { skim, SKIM_SHARE } from '../mixture/skim'
import { HELD_G_PER_G, strain, type SolidKind } from '../mixture/strain'
import { density20GPerMl, hotVolumeMl, volume20Ml } from '../mixture/volume'
import { EMPTY_CONTENTS } from '../pan/contents'
import { textureVolume } from '../techniques/reduce/textureStop'
import { ALTITUDE, choice, LIQUIDS, list, mixtureOf, number, pressureOf, R } from './inputs'
import type { Model, ModelInput } from './model'
import { num, rows, word, type Values } from './values'

const LANGUAGE = 'reduction.md §1'
const MIXTURE = 'reduction.md §2'
const GOES_DOWN: readonly ModelInput[] = [
  LIQUIDS,
  choice('stopAt', 'what is to be reached', ['fractionLeft', 'volumeMl', 'massG', 'solidsPct']),
  number('stop', 'how much of it', { min: 0.01, max: 60_000, unit: 'as asked' }),
  ALTITUDE,
]
const ACID = 'as acetic, whatever the acid'

/** Where a boil-down stops, by what was asked. */
export function stopOf(v: Values, of: Composition): StopAt {
  const stop = num(v, 'stop')
  switch (word(v, 'stopAt')) {
    case 'volumeMl':
      return { volumeMl: stop }
    case 'massG':
      return { massG: stop }
    case 'solidsPct':
      return { solidsFrac: stop / 100 }
    default:
      return { volumeMl: stop * volume20Ml(of) }
  }
}
export const GOES_DOWN_INPUTS = GOES_DOWN

const figuresOf = (of: Composition) => ({
  volumeMl: volume20Ml(of),
  saltPct: 100 * saltFrac(of),
  solidsPct: 100 * solidsFrac(of),
  acidPct: 100 * acidFrac(of),
  aceticG: of.acetic,
  sugarPct: (100 * of.sugar) / massG(of),
  waterG: of.water,
  ethanolG: of.ethanol,
})
const FIGURES = {
  volumeMl: 'ml',
  saltPct: '%',
  solidsPct: '%',
  acidPct: '%',
  aceticG: 'g',
  sugarPct: '%',
  waterG: 'g',
  ethanolG: 'g',
} as const
const SALT_NOW = number('saltPct', 'salt now', R.somePct)
const SALT_WANTED = number('wantedPct', 'salt wanted', R.somePct)
const MASS = number('massG', 'sauce', R.someGrams)
const saltState = (v: Values) => ({
  massG: num(v, 'massG'),
  saltFrac: num(v, 'saltPct') / 100,
  wantedSaltFrac: num(v, 'wantedPct') / 100,
})
const EXACT = { version: '1', confidence: 'high', coverage: 1 } as const

/** Words of a reduction, and what becomes of what is in the pan. */
export const REDUCTION_MODELS: readonly Model[] = [
  {
    id: 'reductionVolume',
    version: '2',
    says: 'what a phrase such as "by a third" leaves',
    formula: 'f = V_target / V_start from every claim in the phrase; refused where they disagree',
    unit: 'ml',
    sources: [LANGUAGE],
    confidence: 'high',
    coverage: 1,
    also: { fractionLeft: '(0..1)', delta: '1', eitherMl: 'ml', orMl: 'ml' },
    inputs: [
      { name: 'phrase', says: 'how far, in words', text: { maxLength: 200 } },
      number('volumeMl', 'liquid at the start', { ...LIMITS.volumeMl, min: 1 }),
    ],
    run: (v) => {
      const startMl = num(v, 'volumeMl')
      const t = resolveReduction(parseReduction(word(v, 'phrase')), startMl)
      const [first, other] = t.options
      return {
        value: t.volumeMl ?? NaN,
        low: t.lowMl ?? t.volumeMl ?? NaN,
        high: t.highMl ?? t.volumeMl ?? NaN,
        warnings: t.status === 'ok' ? t.flags : [t.status, ...t.flags],
        also: {
          ...(t.volumeMl === undefined ? {} : { fractionLeft: t.fractionLeft ?? t.volumeMl / startMl }),
          ...(t.delta === undefined ? {} : { delta: t.delta }),
          ...(first ? { eitherMl: first.volumeMl } : {}),
          ...(other ? { orMl: other.volumeMl } : {}),
        },
      }
    },
  },
  {
    id: 'textureVolume',
    version: '1',
    says: 'where a liquid boiled down coats a spoon, is a syrup, is a glaze',
    formula: 'by what the spoon would carry, else by solids',
    unit: 'ml',
    sources: [LANGUAGE, 'emulsion.md §7'],
    confidence: 'low',
    coverage: 0.8,
    inputs: [LIQUIDS, choice('texture', 'wanted', ['nappe', 'syrup', 'glaze']), ALTITUDE],
    run: (v) => {
      const liquid = mixtureOf(v)
      if (massG(liquid) === 0) return { value: NaN, warnings: ['nothingThere'] }
      const found = textureVolume(
        boilDown(liquid, pressureOf(v)),
        { ...EMPTY_CONTENTS, liquid },
        word(v, 'texture') as 'nappe' | 'syrup' | 'glaze',
      )
      if (!found) return { value: NaN, warnings: ['neverReached'] }
      return { value: found.volumeMl, low: found.lowMl, high: found.highMl }
    },
  },
  {
    id: 'mixture',
    version: '1',
    says: 'liquids poured together: mass, volume at 20 °C, what is in them',
    formula: 'sums by species; volume by their specific volumes',
    unit: 'g',
    sources: [MIXTURE, 'Choi & Okos 1986'],
    confidence: 'high',
    coverage: 0.95,
    also: { ...FIGURES, densityGPerMl: 'g/ml', hotVolumeMl: 'ml' },
    inputs: [LIQUIDS, number('tempC', 'read hot at', { min: 20, max: 100, unit: '°C' }, 95)],
    run: (v) => {
      const of = mixtureOf(v)
      const value = massG(of)
      if (value === 0) return { value: 0, warnings: ['nothingThere'] }
      return {
        value,
        also: {
          ...figuresOf(of),
          densityGPerMl: density20GPerMl(of),
          hotVolumeMl: hotVolumeMl(of, num(v, 'tempC')),
        },
      }
    },
  },
  {
    id: 'reducedMass',
    version: '2',
    says: 'mass left of liquids boiled down, and what is then in them',
    formula: 'Rayleigh: d ln E / d ln W = κ·α; acetic = A₀(W/W₀)^0.70; all else stays',
    unit: 'g',
    sources: [MIXTURE, 'reduction.md §6'],
    confidence: 'medium',
    coverage: 0.9,
    also: { ...FIGURES, startMassG: 'g', waterLeftFrac: '(0..1)' },
    inputs: GOES_DOWN,
    run: (v) => {
      const start = mixtureOf(v)
      const stop = stopOf(v, start)
      const at = (kappa: number) => reduceMixture(start, stop, kappa, pressureOf(v))
      const [boiled, simmered] = [at(KAPPA.boil), at(KAPPA.simmer)]
      const [a, b] = [massG(boiled), massG(simmered)]
      return {
        value: a,
        low: Math.min(a, b),
        high: Math.max(a, b),
        warnings: saltFrac(boiled) > 0.02 ? ['tooSalty'] : [],
        also: {
          ...figuresOf(boiled),
          startMassG: massG(start),
          waterLeftFrac: start.water > 0 ? boiled.water / start.water : 0,
        },
      }
    },
  },
  {
    ...EXACT,
    id: 'strained',
    confidence: 'low',
    coverage: 0.8,
    says: 'liquor that passes the sieve',
    formula: 'held = ρ·solids·(1 − press), with all that is dissolved in it',
    unit: 'g',
    sources: [MIXTURE],
    also: { heldG: 'g', saltG: 'g' },
    inputs: [
      number('liquorG', 'liquor', R.someGrams),
      number('saltPct', 'its salt', R.pct, 0),
      list('solids', 'what stays in the sieve', [
        choice('kind', 'kind', Object.keys(HELD_G_PER_G)),
        number('massG', 'mass', R.grams),
      ]),
      number('pressFrac', 'pressed', { min: 0, max: 0.6, unit: '(0..1)' }, 0),
    ],
    run: (v) => {
      const [liquorG, salt] = [num(v, 'liquorG'), (num(v, 'liquorG') * num(v, 'saltPct')) / 100]
      const solids: Partial<Record<SolidKind, number>> = {}
      for (const row of rows(v, 'solids')) {
        const kind = word(row, 'kind') as SolidKind
        solids[kind] = (solids[kind] ?? 0) + num(row, 'massG')
      }
      const { strained, retainedG } = strain(
        { ...EMPTY_CONTENTS.liquid, water: liquorG - salt, salt },
        solids,
        num(v, 'pressFrac'),
      )
      const value = massG(strained)
      return {
        value,
        low: Math.max(0, value - retainedG / 2),
        high: Math.min(liquorG, value + retainedG / 2),
        also: { heldG: retainedG, saltG: strained.salt },
      }
    },
  },
  {
    ...EXACT,
    id: 'skimmed',
    confidence: 'low',
    coverage: 0.8,
    says: 'what a skim leaves',
    formula: 'fat·(1 − η), and a tenth of it in liquor',
    unit: 'g',
    sources: [MIXTURE],
    also: { fatG: 'g', liquorLostG: 'g' },
    inputs: [
      number('liquorG', 'liquor and fat', R.someGrams),
      number('fatG', 'fat on it', R.grams),
      choice('how', 'how', Object.keys(SKIM_SHARE)),
    ],
    run: (v) => {
      const [all, fat] = [num(v, 'liquorG'), num(v, 'fatG')]
      if (fat >= all) return { value: NaN, warnings: ['onlyFat'] }
      const left = skim(
        { ...EMPTY_CONTENTS.liquid, water: all - fat, fat },
        word(v, 'how') as keyof typeof SKIM_SHARE,
      )
      const value = massG(left)
      return { value, also: { fatG: left.fat, liquorLostG: all - fat - left.water } }
    },
  },
  {
    ...EXACT,
    id: 'highestStockSalt',
    says: 'the saltiest a stock may be for a finished sauce',
    formula: '(s_hi·M_final − other salt)/M_stock',
    unit: '%',
    sources: [MIXTURE],
    inputs: [
      number('highestPct', 'salt of the sauce at most', R.somePct),
      number('finalG', 'sauce', R.someGrams),
      number('stockG', 'stock', R.someGrams),
      number('otherSaltG', 'salt of all else', R.grams, 0),
    ],
    run: (v) => {
      const value =
        100 *
        maxStockSaltFrac(num(v, 'highestPct') / 100, num(v, 'finalG'), num(v, 'stockG'), num(v, 'otherSaltG'))
      return { value, warnings: value <= 0 ? ['saltyWithoutIt'] : [] }
    },
  },
  {
    ...EXACT,
    id: 'diluteToSalt',
    says: 'salt-free liquid that brings a salty sauce down; boiled off again, the salt is back',
    formula: 'X1: M(s/s* − 1)',
    unit: 'g',
    sources: [MIXTURE],
    inputs: [MASS, SALT_NOW, SALT_WANTED],
    run: (v) => ({ value: diluteToSalt(saltState(v)).addG ?? 0 }),
  },
  {
    ...EXACT,
    id: 'stretchWithStock',
    says: 'stock to add and boil back down to the same solids',
    formula: 'X2: (M·s − s*·M)/(s*·c_st/c − s_st)',
    unit: 'g',
    sources: [MIXTURE],
    inputs: [
      MASS,
      SALT_NOW,
      SALT_WANTED,
      number('solidsPct', 'solids of the sauce', R.somePct),
      number('stockSolidsPct', 'solids of the stock', R.somePct),
      number('stockSaltPct', 'salt of the stock', R.pct, 0),
    ],
    run: (v) => {
      const done = stretchWithStock(saltState(v), num(v, 'solidsPct') / 100, {
        saltFrac: num(v, 'stockSaltPct') / 100,
        solidsFrac: num(v, 'stockSolidsPct') / 100,
      })
      if (done.status === 'impossible') return { value: NaN, warnings: ['impossible'] }
      return { value: done.addG ?? 0, warnings: done.status === 'futile' ? ['futile'] : [] }
    },
  },
  {
    ...EXACT,
    id: 'addBack',
    version: '2',
    says: 'what to add to a sauce boiled too far, and its salt then',
    formula: 'X3: target mass − mass',
    unit: 'g',
    sources: [MIXTURE],
    also: { saltPct: '%' },
    inputs: [
      number('massG', 'liquid now', R.someGrams),
      number('targetMassG', 'wanted', R.someGrams),
      number('saltPct', 'salt now', R.pct, 0),
      number('addedSaltPct', 'salt of what is added', R.pct, 0),
    ],
    run: (v) => {
      const back = addBack(
        num(v, 'massG'),
        num(v, 'targetMassG'),
        num(v, 'saltPct') / 100,
        num(v, 'addedSaltPct') / 100,
      )
      return { value: back.addG ?? 0, also: { saltPct: back.status === 'add' ? 100 * back.saltFrac : 0 } }
    },
  },
  {
    ...EXACT,
    id: 'keepShare',
    says: 'share of a salty sauce to keep, the rest made up with unsalted base',
    formula: 'X4: s*/s',
    unit: '(0..1)',
    sources: [MIXTURE],
    inputs: [MASS, SALT_NOW, SALT_WANTED],
    run: (v) => ({ value: keepShare(saltState(v)) }),
  },
  {
    ...EXACT,
    id: 'goesTo',
    confidence: 'medium',
    coverage: 0.9,
    says: `how far the water falls until a stop, and the acid then (${ACID})`,
    formula: 'first mixture on the way down that meets the stop',
    unit: 'ln',
    sources: [MIXTURE],
    also: FIGURES,
    inputs: GOES_DOWN,
    run: (v) => {
      const start = mixtureOf(v)
      const found = start.water > 0 ? boilDown(start, pressureOf(v)).where(toGo(stopOf(v, start))) : undefined
      if (!found) return { value: NaN, warnings: ['neverReached'] }
      return { value: found.fall, also: figuresOf(found.mixture) }
    },
  },
]

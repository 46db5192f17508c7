import { waterNeededG } from '../mixture/phases'
import { againS } from '../rescue/againS'
import { AFRESH_HOLDS, chooseRescue, oddsOf } from '../rescue/odds'
import { TOOLS, type Tool } from '../techniques/eggEmulsion/butterPour'
import { boiledCream, CREAM_PHI } from '../techniques/reduce/creamEdge'
import { choice, number, R } from './inputs'
import type { Model } from './model'
import { num, word } from './values'

const RESCUE = 'emulsion.md §10'
const JUDGED = { version: '1', confidence: 'low', coverage: 0.8, sources: [RESCUE] } as const
const prob = (name: string, says: string, optional?: number) =>
  number(name, says, { min: 0, max: 1, unit: '(0..1)' }, optional)
const minutes = (name: string, says: string) => number(name, says, { min: 0, max: 1440, unit: 'min' })

/** A sauce that went wrong: what brings it back, how long that takes, how likely it is, and whether a new one is better. */
export const RESCUE_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'waterToMend',
    says: 'water that takes fat and water phase back to a phase fraction',
    formula: 'W = max(0, V_f(1 − φ*)/φ* − V_c)·ρ_w',
    unit: 'g',
    inputs: [
      number('fatMl', 'fat', R.ml),
      number('continuousMl', 'what stands around it', R.ml),
      number('phaseFrac', 'phase fraction to reach', { min: 0.4, max: 0.78, unit: '(0..1)' }, 0.66),
    ],
    run: (v) => ({
      value: waterNeededG(
        { fatMl: num(v, 'fatMl'), continuousMl: num(v, 'continuousMl') },
        num(v, 'phaseFrac'),
      ),
    }),
  },
  {
    ...JUDGED,
    id: 'workedInAgain',
    says: 'time until a broken sauce is whole again in new yolk and water',
    formula: 'the pour of §3 with the broken sauce as its feed, at .6·R_max/f and 52 °C',
    unit: 's',
    inputs: [
      number('brokenG', 'broken sauce', { min: 10, max: 10_000, unit: 'g' }),
      prob('fatFrac', 'fat in it'),
      number('yolkG', 'new yolk', { min: 5, max: 400, unit: 'g' }),
      number('waterG', 'warm water', { min: 5, max: 800, unit: 'g' }),
      choice('tool', 'worked with', Object.keys(TOOLS)),
    ],
    run: (v) => {
      const massG = num(v, 'brokenG')
      const broken = { massG, fatG: Math.max(1, massG * num(v, 'fatFrac')) }
      const base = { yolkG: num(v, 'yolkG'), waterG: num(v, 'waterG') }
      const value = againS(broken, base, word(v, 'tool') as Tool)
      return { value, low: value * 0.8, high: value * 1.25 }
    },
  },
  {
    ...JUDGED,
    id: 'remedyOdds',
    says: 'chance that a remedy holds, by the table and this house’s own tries',
    formula: 'Beta(10·p₀ + held, 10·(1 − p₀) + lost)',
    unit: '(0..1)',
    inputs: [
      prob('prior', 'the table’s chance'),
      number('wins', 'times it held', { min: 0, max: 100_000, unit: '1' }, 0),
      number('losses', 'times it did not', { min: 0, max: 100_000, unit: '1' }, 0),
    ],
    run: (v) => oddsOf(num(v, 'prior'), { wins: num(v, 'wins'), tries: num(v, 'wins') + num(v, 'losses') }),
  },
  {
    ...JUDGED,
    id: 'mendOrAfresh',
    says: 'chance to be on the plate in time, mended first; and begun anew',
    formula: 'p·[t_fix ≤ R] + (1 − p)·q·[t_fix + t_new ≤ R]; q·[t_new ≤ R]',
    unit: '(0..1)',
    also: { afresh: '(0..1)' },
    inputs: [
      prob('prob', 'chance that the remedy holds'),
      minutes('fixMin', 'the remedy takes'),
      minutes('afreshMin', 'a new one takes'),
      minutes('leftMin', 'until it is wanted'),
      prob('afreshProb', 'chance that a new one comes out', AFRESH_HOLDS),
    ],
    run: (v) => {
      const { fix, afresh, better, isHopeless } = chooseRescue({
        prob: num(v, 'prob'),
        fixMin: num(v, 'fixMin'),
        afreshMin: num(v, 'afreshMin'),
        leftMin: num(v, 'leftMin'),
        afreshProb: num(v, 'afreshProb'),
      })
      return { value: fix, warnings: isHopeless ? ['neither'] : [better], also: { afresh } }
    },
  },
  {
    ...JUDGED,
    id: 'boiledCream',
    says: 'how crowded the fat of a boiled-down cream is, and the water that brings it back',
    formula: 'φ = V_f/(V_f + V_c); W = V_f/.50 − V_f − V_c',
    unit: '(0..1)',
    also: { fatFrac: '(0..1)', waterG: 'g' },
    inputs: [
      number('creamG', 'cream', { min: 10, max: 100_000, unit: 'g' }),
      number('fatFrac', 'fat in it', { min: 0.05, max: 0.55, unit: '(0..1)' }),
      number('leftFrac', 'share of it that is left', { min: 0.3, max: 1, unit: '(0..1)' }),
    ],
    run: (v) => {
      const massG = num(v, 'creamG')
      // boiled to its fat it is butter: there is no less
      const leftG = massG * Math.max(num(v, 'leftFrac'), num(v, 'fatFrac'))
      const { phi, ...also } = boiledCream({ massG, fatFrac: num(v, 'fatFrac'), leftG })
      const stops = phi > CREAM_PHI.best ? ['stop'] : []
      return { value: phi, warnings: phi > CREAM_PHI.edge ? ['breaks'] : stops, also }
    },
  },
]

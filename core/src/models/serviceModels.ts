import { fishSeconds } from '../companions/fishSeconds'
import {
  BATH_LOSS_W_PER_K,
  eggAfter,
  eggForGuestS,
  eggTimes,
  EGG_WISHES,
  freshEgg,
  type EggBath,
  type EggWish,
} from '../companions/poachedEgg'
import { peakCore, REST_LOSS, restedAt, restUntilMin, SEAR, type Rested } from '../companions/resting'
import { learnPortions, portionsFor } from '../demand/learned'
import {
  COOKING_WAYS,
  pair,
  PROTEINS,
  SAUCE_KINDS,
  type CookingWay,
  type Protein,
  type SauceKind,
} from '../plate/pairing'
import { plateSalt, sauceAllowancePct, type OnPlate } from '../plate/plateSalt'
import { choice, list, number, R } from './inputs'
import type { Model } from './model'
import { num, rows, within, word, type Values } from './values'

const JUDGED = { version: '1', confidence: 'low', coverage: 0.8 } as const
const EGG_SPREAD = 0.15
const EGG_WATER = [
  choice('bath', 'the water', ['lid', 'open', 'held'], 'lid'),
  number('heldC', 'held at', { min: 55, max: 100, unit: '°C' }, 92),
  number('startC', 'when its heat goes off', { min: 80, max: 100, unit: '°C' }, 98),
  number('waterKg', 'water', { min: 0.3, max: 20, unit: 'kg' }, 1.5),
  number('eggs', 'eggs in it', { min: 1, max: 60, unit: '1' }, 2),
] as const
const EGG = [
  number('eggG', 'egg out of its shell', { min: 40, max: 70, unit: 'g' }, 50),
  number('eggC', 'egg before', { min: 1, max: 30, unit: '°C' }, 5),
] as const
function bathOf(v: Values): EggBath {
  const kind = word(v, 'bath') as 'lid' | 'open' | 'held'
  if (kind === 'held') return { kind, tempC: num(v, 'heldC') }
  return {
    kind: 'offHeat',
    lossWPerK: BATH_LOSS_W_PER_K[kind],
    waterKg: num(v, 'waterKg'),
    startC: num(v, 'startC'),
    eggs: num(v, 'eggs'),
  }
}
const seconds = (s: number) => ({
  ...within(s, EGG_SPREAD),
  warnings: Number.isFinite(s) ? [] : ['neverReached'],
})

const MEAT = [
  number('thickMm', 'thickness', { min: 8, max: 150, unit: 'mm' }),
  number('coreC', 'core off the heat', { min: 20, max: 90, unit: '°C' }),
  number('surfaceC', 'surface off the heat', { min: 40, max: 120, unit: '°C' }),
  choice('sear', 'how the heat lies', Object.keys(SEAR), 'hard'),
  choice('cover', 'it rests', Object.keys(REST_LOSS), 'open'),
] as const
const meatOf = (v: Values): Rested => ({
  thickMm: num(v, 'thickMm'),
  coreC: num(v, 'coreC'),
  surfaceC: num(v, 'surfaceC'),
  sear: word(v, 'sear') as Rested['sear'],
  cover: word(v, 'cover') as Rested['cover'],
})

const PARTS = list('parts', 'what stands on the plate', [
  number('massG', 'as eaten', R.grams),
  number('saltPct', 'its salt', R.pct),
])
const partsOf = (v: Values): OnPlate[] =>
  rows(v, 'parts').map((r) => ({ massG: num(r, 'massG'), saltPct: num(r, 'saltPct') }))

/** What stands beside a sauce: eggs, meat, fish, the plate's salt, which sauce suits, how many will take it. */
export const SERVICE_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'poachedEgg',
    sources: ['kitchen.md §4'],
    says: 'seconds that an egg is poached for a guest',
    formula: 'white and yolk warmed in turn; dW/dt = 10^((T−70)/8)/34, dX/dt = .005·10^((T−65)/4.6)(1−X)',
    unit: 's',
    also: { setS: 's', firmS: 's', runnyUntilS: 's', jammyUntilS: 's' },
    inputs: [...EGG_WATER, ...EGG, choice('wish', 'the guest wants it', EGG_WISHES, 'runny')],
    run: (v) => {
      const times = eggTimes(bathOf(v), { eggG: num(v, 'eggG'), startC: num(v, 'eggC') })
      return { ...seconds(eggForGuestS(times, word(v, 'wish') as EggWish)), also: { ...times } }
    },
  },
  {
    ...JUDGED,
    id: 'poachedEggAfter',
    sources: ['kitchen.md §4'],
    says: 'how far a yolk has set after a time in its water, then in a second bath',
    formula: 'as poachedEgg',
    unit: '(0..1)',
    also: { bathC: '°C', whiteC: '°C', yolkC: '°C', set: '1' },
    inputs: [
      ...EGG_WATER,
      ...EGG,
      number('seconds', 'in it', { min: 0, max: 1800, unit: 's' }),
      list(
        'then',
        'baths after it',
        [
          number('tempC', 'held at', { min: 0, max: 100, unit: '°C' }),
          number('seconds', 'for', { min: 0, max: 3600, unit: 's' }),
        ],
        { min: 0, max: 6 },
      ),
    ],
    run: (v) => {
      const first = eggAfter(freshEgg(num(v, 'eggC')), bathOf(v), num(v, 'seconds'), num(v, 'eggG'))
      const { cookedFrac, ...also } = rows(v, 'then').reduce(
        (egg, r) =>
          eggAfter(egg, { kind: 'held', tempC: num(r, 'tempC') }, num(r, 'seconds'), num(v, 'eggG')),
        first,
      )
      return { value: cookedFrac, also }
    },
  },
  {
    ...JUDGED,
    id: 'restedMeat',
    sources: ['kitchen.md §5'],
    says: 'surface of meat after so many minutes of rest, its core and its peak',
    formula: 'half slab, explicit, T = T_c + (T_s − T_c)(x/L)^p',
    unit: '°C',
    also: { coreC: '°C', peakC: '°C', peakMin: 'min' },
    inputs: [...MEAT, number('minutes', 'rested', { min: 0, max: 60, unit: 'min' })],
    run: (v) => {
      const at = restedAt(meatOf(v), num(v, 'minutes'))
      const peak = peakCore(meatOf(v))
      return { value: at.surfaceC, also: { coreC: at.coreC, peakC: peak.coreC, peakMin: peak.min } }
    },
  },
  {
    ...JUDGED,
    id: 'restUntil',
    sources: ['kitchen.md §5'],
    says: 'minutes of rest until a surface bears a sauce',
    formula: 'as restedMeat',
    unit: 'min',
    inputs: [...MEAT, number('mostC', 'surface at most', { min: 25, max: 100, unit: '°C' }, 60.5)],
    run: (v) => {
      const min = restUntilMin(meatOf(v), num(v, 'mostC'))
      return { ...within(min, 0.2), warnings: Number.isFinite(min) ? [] : ['neverReached'] }
    },
  },
  {
    ...JUDGED,
    id: 'fishSeconds',
    sources: ['kitchen.md §5'],
    says: 'seconds of a fillet on its first side',
    formula: 'slab between pan and air, turned at 60 %, a minute of rest',
    unit: 's',
    also: { secondS: 's' },
    inputs: [
      number('thickMm', 'thickness', { min: 5, max: 45, unit: 'mm' }),
      number('panC', 'pan', { min: 140, max: 250, unit: '°C' }, 200),
      number('targetC', 'inside', { min: 40, max: 68, unit: '°C' }, 50),
    ],
    run: (v) => {
      const { firstS, secondS } = fishSeconds(num(v, 'thickMm'), num(v, 'panC'), num(v, 'targetC'))
      return { ...within(firstS, 0.2), also: { secondS } }
    },
  },
  {
    ...JUDGED,
    id: 'plateSalt',
    sources: ['kitchen.md §9'],
    says: 'salt of a whole plate as eaten',
    formula: 'Σ m·s / Σ m',
    unit: '%',
    also: { saltG: 'g' },
    inputs: [PARTS],
    run: (v) => {
      const { pct, saltG } = plateSalt(partsOf(v))
      return { ...within(pct, 0.25), also: { saltG } }
    },
  },
  {
    ...JUDGED,
    id: 'sauceAllowance',
    sources: ['kitchen.md §9'],
    says: 'salt that a sauce may have for the whole plate to taste right; below 0 another part must give',
    formula: '(target·M − 100·S) / m',
    unit: '%',
    inputs: [
      PARTS,
      number('sauceG', 'sauce', R.someGrams),
      number('targetPct', 'salt of the plate', { min: 0.1, max: 3, unit: '%' }, 0.9),
    ],
    run: (v) => {
      const at = (target: number) => sauceAllowancePct(partsOf(v), num(v, 'sauceG'), target)
      const value = at(num(v, 'targetPct'))
      return {
        value,
        low: Math.min(value, at(0.7)),
        high: Math.max(value, at(1.1)),
        warnings: value < 0 ? ['anotherPart'] : [],
      }
    },
  },
  {
    ...JUDGED,
    id: 'pairing',
    sources: ['kitchen.md §10'],
    says: 'how well a sauce suits what is on the plate',
    formula: '6 − 1.5·|p−P| − max(0, f+F−3) + .5·min(a, max(F,f)) + .75·min(D,f) …',
    unit: '1',
    inputs: [
      choice('protein', 'on the plate', PROTEINS),
      choice('way', 'cooked', COOKING_WAYS),
      choice('sauce', 'sauce', SAUCE_KINDS),
      choice('wants', 'the guest or the menu wants it', ['usual', 'light'], 'usual'),
    ],
    run: (v) => {
      const found = pair(
        word(v, 'protein') as Protein,
        word(v, 'way') as CookingWay,
        word(v, 'sauce') as SauceKind,
        word(v, 'wants') === 'light',
      )
      return found
        ? { value: found.score, warnings: found.reasons.map((r) => r.why) }
        : { value: 0, warnings: ['excluded'] }
    },
  },
  {
    ...JUDGED,
    id: 'portionsLearned',
    sources: ['kitchen.md §12'],
    says: 'portions that tonight’s covers will take, by the evenings before',
    formula: 'Gamma(a + Σ portions, b + Σ covers); negative binomial',
    unit: '1',
    also: { a: '1', b: '1', enough: '1' },
    inputs: [
      number('a', 'believed before: portions', { min: 0.1, max: 10_000, unit: '1' }, 4),
      number('b', 'believed before: covers', { min: 0.1, max: 100_000, unit: '1' }, 10),
      list(
        'evenings',
        'evenings before',
        [
          number('portions', 'portions', { min: 0, max: 5000, unit: '1' }),
          number('covers', 'covers', { min: 0, max: 5000, unit: '1' }),
        ],
        { min: 0, max: 400 },
      ),
      number('covers', 'covers tonight', { min: 1, max: 2000, unit: '1' }),
      number('chance', 'enough with a chance of', { min: 0.5, max: 0.99, unit: '(0..1)' }, 0.9),
    ],
    run: (v) => {
      const of = learnPortions(
        { a: num(v, 'a'), b: num(v, 'b') },
        rows(v, 'evenings').map((r) => ({ portions: num(r, 'portions'), covers: num(r, 'covers') })),
      )
      const { mean, enough } = portionsFor(of, num(v, 'covers'), num(v, 'chance'))
      const low = portionsFor(of, num(v, 'covers'), 0.1).enough
      return { value: mean, low, high: Math.max(mean, enough), also: { ...of, enough } }
    },
  },
]

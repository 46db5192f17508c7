import { cadences } from '../demand/cadence'
import { batchOutcome, expectedPortions, newsvendor, type Sitting } from '../demand/demand'
import { list, number } from './inputs'
import type { Model } from './model'
import { num, rows } from './values'

const DEMAND = 'kitchen.md §12'
const JUDGED = { version: '1', confidence: 'low', coverage: 0.8, sources: [DEMAND] } as const
const minute = (name: string, says: string) => number(name, says, { min: -600, max: 1440, unit: 'min' })
const SITTINGS = list('sittings', 'sittings', [
  number('covers', 'guests', { min: 0, max: 2000, unit: '1' }),
  minute('atMin', 'sit down at'),
  number('sdMin', 'spread', { min: 1, max: 120, unit: 'min' }),
])
const SHARE = number('shareFrac', 'share that takes the sauce', { min: 0, max: 1, unit: '(0..1)' })
const DELAY = number('delayMin', 'called after sitting down', { min: 0, max: 240, unit: 'min' })
const CV = number('cv', 'the forecast’s own error', { min: 0, max: 1, unit: '(0..1)' }, 0)
const MEAN = number('mean', 'portions expected', { min: 0, max: 2000, unit: '1' })
const UNDER = number('under', 'cost of one too few', { min: 0.1, max: 1000, unit: '1' }, 6)
const OVER = number('over', 'cost of one too many', { min: 0.1, max: 1000, unit: '1' }, 1)
const sittingsOf = (v: Parameters<typeof rows>[0]): Sitting[] =>
  rows(v, 'sittings').map((r) => ({
    covers: Number(r.covers),
    atMin: Number(r.atMin),
    sdMin: Number(r.sdMin),
  }))

/** How many portions will be asked for, and in how many batches they are made. */
export const DEMAND_MODELS: readonly Model[] = [
  {
    ...JUDGED,
    id: 'expectedPortions',
    says: 'portions of a sauce expected in a stretch of a service',
    formula: 'Λ = Σ N·p·[Φ((t₂ − a − δ)/s) − Φ((t₁ − a − δ)/s)]',
    unit: '1',
    inputs: [SITTINGS, SHARE, DELAY, minute('fromMin', 'from'), minute('toMin', 'to')],
    run: (v) => ({
      value: expectedPortions(
        sittingsOf(v),
        { shareFrac: num(v, 'shareFrac'), delayMin: num(v, 'delayMin') },
        num(v, 'fromMin'),
        Math.max(num(v, 'fromMin'), num(v, 'toMin')),
      ),
    }),
  },
  {
    ...JUDGED,
    id: 'batchSize',
    says: 'portions of a batch that are worth making for what is expected',
    formula: 'smallest q with F(q) ≥ c_u/(c_u + c_o)',
    unit: '1',
    inputs: [MEAN, CV, UNDER, OVER],
    run: (v) => ({
      value: newsvendor(num(v, 'mean'), num(v, 'cv'), { under: num(v, 'under'), over: num(v, 'over') }),
    }),
  },
  {
    ...JUDGED,
    id: 'batchOutcome',
    says: 'portions of a batch that are left over',
    formula: 'E(q − D)⁺; E(D − q)⁺',
    unit: '1',
    also: { short: '1', shortProb: '(0..1)' },
    inputs: [number('portions', 'portions made', { min: 0, max: 2000, unit: '1' }), MEAN, CV],
    run: (v) => {
      const { wasted, ...also } = batchOutcome(Math.round(num(v, 'portions')), num(v, 'mean'), num(v, 'cv'))
      return { value: wasted, also }
    },
  },
  {
    ...JUDGED,
    id: 'cadence',
    says: 'portions left over in a service by the fewest batches that its age allows, or more',
    formula: '⌈service/A⌉ windows, each the newsvendor’s',
    unit: '1',
    also: { batches: '1', made: '1', short: '1', first: '1', last: '1' },
    inputs: [
      SITTINGS,
      SHARE,
      DELAY,
      number('lengthMin', 'service from 0 to', { min: 15, max: 720, unit: 'min' }),
      CV,
      UNDER,
      OVER,
      number('mostAgeMin', 'a batch may be so old', { min: 20, max: 720, unit: 'min' }),
    ],
    run: (v) => {
      const [best] = cadences({
        sittings: sittingsOf(v),
        shareFrac: num(v, 'shareFrac'),
        delayMin: num(v, 'delayMin'),
        fromMin: 0,
        toMin: num(v, 'lengthMin'),
        cv: num(v, 'cv'),
        under: num(v, 'under'),
        over: num(v, 'over'),
        mostAgeMin: num(v, 'mostAgeMin'),
        makingMin: 0,
      })
      return {
        value: best?.wasted ?? NaN,
        also: {
          batches: best?.batches.length ?? NaN,
          made: best?.made ?? NaN,
          short: best?.short ?? NaN,
          first: best?.batches[0]?.portions ?? NaN,
          last: best?.batches.at(-1)?.portions ?? NaN,
        },
      }
    },
  },
]

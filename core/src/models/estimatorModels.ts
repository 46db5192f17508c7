import { LIMITS } from '../limits'
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
} from '../techniques/reduce/estimator'
import { forecast, minutesToTarget } from '../techniques/reduce/forecast'
import { choice, list, number, R } from './inputs'
import type { Model } from './model'
import { num, rows, word, type Row } from './values'

const EVENTS = ['reading', 'added', 'heat', 'off', 'on'] as const
interface Heard {
  readonly belief: PanBelief
  readonly verdicts: readonly string[]
}

function hear({ belief, verdicts }: Heard, row: Row): Heard {
  const now = predictTo(belief, num(row, 'min'))
  const [amount, sd] = [num(row, 'amount'), num(row, 'sd')]
  switch (word(row, 'what')) {
    case 'reading': {
      const { belief: after, verdict } = takeReading(now, {
        atMin: num(row, 'min'),
        massG: amount,
        sigmaG: Math.max(0.1, sd),
      })
      return { belief: after, verdicts: verdict === 'taken' ? verdicts : [...verdicts, verdict] }
    }
    case 'added':
      return { belief: addMass(now, { massG: amount, sdG: sd, coolerByK: num(row, 'coolerByK') }), verdicts }
    case 'heat':
      return { belief: changeHeat(now, Math.max(0.001, amount)), verdicts }
    case 'off':
      return { belief: liftPan(now), verdicts }
    default:
      return { belief: returnPan(now), verdicts }
  }
}

/** What is believed of a pan after all that was read and done. */
export const ESTIMATOR_MODELS: readonly Model[] = [
  {
    id: 'reductionForecast',
    version: '2',
    says: 'minutes to a mass from what was believed of a pan and all that was read and done since',
    formula: 'Kalman filter on mass and rate; P(done) by the normal law',
    unit: 'min',
    sources: ['reduction.md §4'],
    confidence: 'medium',
    coverage: 0.8,
    also: {
      massG: 'g',
      sdMassG: 'g',
      rateGPerMin: 'g/min',
      sdRateGPerMin: 'g/min',
      deadMin: 'min',
      p05Min: 'min',
      p95Min: 'min',
    },
    inputs: [
      number('massG', 'liquid at the start', { ...LIMITS.massG, min: 1 }),
      number('sdMassG', 'its standard deviation', { min: 0, max: 5000, unit: 'g' }),
      number('rateGPerMin', 'loss', { min: 0.1, max: 500, unit: 'g/min' }),
      number('sdRateGPerMin', 'its standard deviation', { min: 0, max: 500, unit: 'g/min' }),
      number('targetMassG', 'stop at', LIMITS.massG),
      number('driftPerRootMin', 'restlessness of the heat', { min: 0, max: 0.2, unit: '/√min' }, 0.03),
      list(
        'events',
        'readings, additions, the flame turned (new over old), the pan off and on, in order of time',
        [
          number('min', 'minute', R.minutes),
          choice('what', 'what', EVENTS),
          number('amount', 'g, or the ratio of the flame', { min: -60_000, max: 60_000, unit: 'g' }, 0),
          number('sd', 'its standard deviation', { min: 0, max: 5000, unit: 'g' }, 10),
          number('coolerByK', 'colder than the pan', { min: 0, max: 200, unit: 'K' }, 0),
        ],
        { min: 0, max: 500 },
      ),
    ],
    run: (v) => {
      const start: Heard = {
        belief: startBelief({
          massG: num(v, 'massG'),
          sdMassG: num(v, 'sdMassG'),
          rateGPerMin: num(v, 'rateGPerMin'),
          sdRateGPerMin: num(v, 'sdRateGPerMin'),
          driftPerRootMin: num(v, 'driftPerRootMin'),
        }),
        verdicts: [],
      }
      const { belief, verdicts } = rows(v, 'events').reduce(hear, start)
      const target = num(v, 'targetMassG')
      const f = forecast(belief, target)
      const at = (p: number) => minutesToTarget(belief, target, p) ?? Infinity
      return {
        value: f.p50Min ?? Infinity,
        low: f.p10Min ?? Infinity,
        high: f.p90Min ?? Infinity,
        warnings: [
          ...(f.p90Min === undefined ? ['noUpperBound'] : []),
          ...(isHardlyEvaporating(belief) ? ['hardlyEvaporating'] : []),
          ...verdicts,
        ],
        also: {
          massG: belief.massG,
          sdMassG: Math.sqrt(belief.varMass),
          rateGPerMin: belief.rateGPerMin,
          sdRateGPerMin: Math.sqrt(belief.varRate),
          deadMin: belief.deadMin,
          p05Min: at(0.05),
          p95Min: at(0.95),
        },
      }
    },
  },
]

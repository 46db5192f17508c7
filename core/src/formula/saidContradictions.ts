import { contradictionOf, type Contradiction } from '../quantity/checkAmounts'
import type { Formula } from './formula'
import type { TraceStep } from './traceFormula'

/** Two things said of one step that cannot both be true: its target's claims in ml, or the minutes in its words and in its span. */
export interface SaidContradiction extends Contradiction {
  readonly stepId: string
  readonly unit: 'ml' | 'min'
}

const MINUTES = /(\d+(?:[.,]\d+)?)(?:\s*(?:–|-|to)\s*(\d+(?:[.,]\d+)?))?\s*min/i
const num = (text: string) => Number(text.replace(',', '.'))

/** Where the words of a step and its numbers do not agree, both sides by side; and reductions whose phrase names two ends. */
export function saidContradictions(formula: Formula, trace: readonly TraceStep[]): SaidContradiction[] {
  return formula.steps.flatMap((step): SaidContradiction[] => {
    const target = trace.find((t) => t.stepId === step.id)?.target
    const ends = target && (target.status === 'conflict' || target.status === 'ask') ? target.options : []
    const targets = contradictionOf(
      'target',
      ends.map((o) => ({ says: step.target ?? '', low: o.volumeMl, value: o.volumeMl, high: o.volumeMl })),
    )
    const said = MINUTES.exec(step.endsWhen)
    const times =
      said && step.minutes
        ? contradictionOf('minutes', [
            {
              says: said[0],
              low: num(said[1] ?? ''),
              value: num(said[1] ?? ''),
              high: num(said[2] ?? said[1] ?? ''),
            },
            { says: 'span', ...step.minutes },
          ])
        : undefined
    return [
      ...(targets ? [{ ...targets, stepId: step.id, unit: 'ml' as const }] : []),
      ...(times ? [{ ...times, stepId: step.id, unit: 'min' as const }] : []),
    ]
  })
}

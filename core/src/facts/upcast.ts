import type { Fact } from './fact'
import { KINDS, type FactKind } from './kinds/kinds'
import { PLAN_UPCASTERS } from './upcastPlans'

export type Upcaster = (payload: unknown) => unknown
const asItWas: Upcaster = (payload) => payload
const crewWithoutName: Upcaster = (payload) => {
  const { id, role } = (payload as { member: { id: string; role: unknown } }).member
  return { crewId: id, role }
}

/** Per kind, how a payload of version n becomes n + 1; index 0 lifts version 1. */
const UPCASTERS: Partial<Record<FactKind, readonly Upcaster[]>> = {
  ...PLAN_UPCASTERS,
  'batch.finished': [asItWas], // 2: a base may end in the larder
  'hold.started': [asItWas], // 2: a sauce may stand aside, in no well
  'crew.set': [crewWithoutName], // 2: names may be erased
  'alarm.silenced': [asItWas], // 2: a timed step calls too
  'lot.stored': [(payload) => ({ ...(payload as object), batchId: null })], // 2: says which batch made it
}

/**
 * A payload of any version ever written, in the newest form.
 * @param upcasters - the table to use; tests pass their own
 */
export function upcast(
  kind: FactKind,
  v: number,
  payload: unknown,
  upcasters: Partial<Record<FactKind, readonly Upcaster[]>> = UPCASTERS,
): unknown {
  const steps = upcasters[kind] ?? []
  return steps.slice(v - 1).reduce((lifted, step) => step(lifted), payload)
}

/** Whether a version of a kind can be read here: this release's or an older one. */
export function isReadableVersion(kind: FactKind, v: number): boolean {
  return Number.isInteger(v) && v >= 1 && v <= KINDS[kind].v
}

/** A stored fact in the newest form of its kind; the log and its chain keep it as it was written. */
export function liftFact<F extends Fact>(fact: F): F {
  return fact.v === KINDS[fact.kind].v
    ? fact
    : { ...fact, v: KINDS[fact.kind].v, payload: upcast(fact.kind, fact.v, fact.payload) }
}

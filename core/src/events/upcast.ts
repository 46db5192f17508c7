import { KINDS, type FactKind } from './kinds'

type Upcaster = (payload: unknown) => unknown

/** Per kind, how a payload of version n becomes n + 1; index 0 lifts version 1. No kind has changed yet. */
const UPCASTERS: Partial<Record<FactKind, readonly Upcaster[]>> = {}

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

import { stepsBefore } from '../formula/stepsBefore'
import type { VesselRole } from '../pan/contents'
import type { EveningBatch } from './eveningInstance'

/** What of a batch stands in one vessel: from when, and until when another may not. */
interface Standing {
  readonly batch: EveningBatch
  readonly role: VesselRole
  readonly panId: string
  readonly fromMs: number
  readonly untilMs: number
}

function standingsOf(batch: EveningBatch, washMs: number): Standing[] {
  const { formula, begun = [], plans } = batch
  const roleOf = new Map(plans[0]!.plan.steps.map((s) => [s.stepId, s.vessel]))
  const stepIds = formula.steps.map((s) => s.id)
  const roles = [...new Set(begun.flatMap((b) => roleOf.get(b.stepId) ?? []))]
  return roles.flatMap((role): Standing[] => {
    const own = begun.filter((b) => roleOf.get(b.stepId) === role)
    const panId = own.find((b) => b.panId !== undefined)?.panId
    if (panId === undefined) return []
    // empty once all of it went into another vessel
    const emptied = begun.filter(
      (b) =>
        roleOf.get(b.stepId) !== role &&
        stepsBefore(formula, stepIds.indexOf(b.stepId)).some((id) => roleOf.get(id) === role),
    )
    const untilMs = emptied.length ? Math.max(...emptied.map((b) => b.toMs)) + washMs : Infinity
    return [{ batch, role, panId, fromMs: Math.min(...own.map((b) => b.fromMs)), untilMs }]
  })
}

/**
 * Batches under way, each in vessels of its own: where two are on record in one at once, the later is in truth in another that nobody named. No plan
 * is impossible by what is done already.
 * @returns the batches, and the vessels that were made up for them
 */
export function inOwnVessels(
  batches: readonly EveningBatch[],
  washMs: number,
): { readonly batches: readonly EveningBatch[]; readonly unnamed: readonly string[] } {
  const held = new Map<string, Standing>()
  const madeUp = new Map<EveningBatch, Map<VesselRole, string>>()
  const inTurn = batches.flatMap((b) => standingsOf(b, washMs)).sort((a, b) => a.fromMs - b.fromMs)
  for (const standing of inTurn) {
    const { batch, role, panId, fromMs } = standing
    const other = held.get(panId)
    if (!other || other.batch === batch || other.untilMs <= fromMs) held.set(panId, standing)
    else madeUp.set(batch, new Map(madeUp.get(batch)).set(role, `${panId} of ${batch.id} ${role}`))
  }
  return {
    unnamed: [...madeUp.values()].flatMap((roles) => [...roles.values()]),
    batches: batches.map((batch) => {
      const roles = madeUp.get(batch)
      if (!roles) return batch
      const roleOf = new Map(batch.plans[0]!.plan.steps.map((s) => [s.stepId, s.vessel]))
      return {
        ...batch,
        panIds: { ...batch.panIds, ...Object.fromEntries([...roles].map(([role, id]) => [role, [id]])) },
        begun: (batch.begun ?? []).map((b) => ({ ...b, panId: roles.get(roleOf.get(b.stepId)!) ?? b.panId })),
      }
    }),
  }
}

import {
  chosenFormula,
  compareFacts,
  foldBatch,
  followPlan,
  placeBatch,
  plannedAt,
  rehearsalRecord,
  viewBatch,
  type BatchView,
  type Choices,
  type Fact,
  type OrderShare,
  type PlacedBatch,
} from '@liquamen/core'
import { catalog, goods } from './mountScreen'

/** Ids of the batch and of its order. */
export const BATCH_ID = '018f0000-0000-7000-8000-00000000000b'
export const ORDER_ID = '018f0000-0000-7000-8000-00000000000a'
/** When a rehearsed batch was lit. */
export const LIT_AT_MS = Date.UTC(2026, 10, 28, 16)
/** Where each sauce was placed, so that a test of all its steps places it once. */
const placedOnce = new Map<string, PlacedBatch>()

/** For whom a rehearsed batch is, one order of its basis unless told, and the schools and swaps taken. */
export interface Asked {
  readonly shares?: readonly OrderShare[]
  readonly choices?: Choices
}

/** A batch of a demo formula, worked as planned up to a step, through the real plan and the real fold. */
export function rehearsed(
  formulaId: string,
  untilStepId: string,
  afterMin = 0,
  { shares, choices }: Asked = {},
) {
  const formula = chosenFormula(catalog.formulas, formulaId, choices)!
  const portions = shares?.reduce((sum, s) => sum + s.portions, 0) ?? formula.basisPortions
  const request = {
    formula,
    ingredients: goods,
    portions,
    pickupAtMs: LIT_AT_MS + 36e6,
  }
  const key = JSON.stringify([formulaId, portions, choices])
  const placed = placedOnce.get(key) ?? placeBatch({ ...request, nowMs: LIT_AT_MS }, catalog, [])
  placedOnce.set(key, placed)
  const { facts, put } = rehearsalRecord(BATCH_ID)
  const startedAtMs = followPlan({
    batchId: BATCH_ID,
    planned: plannedAt(
      {
        shares: shares ?? [{ orderId: ORDER_ID, portions }],
        formulaId,
        sauceName: formula.name,
        fill: formula.fill,
        ...(choices ? { choices } : {}),
        sources: {},
        phrases: {},
      },
      placed,
    ),
    frozen: {
      formula,
      ingredients: [...goods.values()],
      vessels: placed.place.vessels,
      ring: placed.ring,
      settings: catalog.settings,
    },
    startAtMs: LIT_AT_MS,
    put,
    untilStepId,
    well: { id: catalog.wells[1]!.id, letter: catalog.wells[1]!.letter },
  })
  const nowMs = startedAtMs + afterMin * 60_000
  const viewAt = (atMs: number, more: readonly Fact[] = []): BatchView =>
    viewBatch(foldBatch(BATCH_ID, [...facts, ...more].sort(compareFacts)), catalog, atMs)!
  return { view: viewAt(nowMs), viewAt, nowMs, put, facts }
}

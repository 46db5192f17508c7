import {
  houseTries,
  planAgain,
  rescueNow,
  takenBy,
  type BatchView,
  type KitchenCatalog,
  type RescueNow,
  type RescueOffer,
  type Symptom,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, type Ref } from 'vue'
import { useBench } from '../bench/useBench'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import { useKitchenViews } from '../port/useKitchenViews'
import { useLessons } from '../port/useLessons'
import { rescueTexts as says } from './texts'

const TENTH = 10

/** What a cook can do for a batch that shows something: a remedy, its outcome, or a new one. */
export function useRescue(view: Ref<BatchView>, symptom: Ref<Symptom | undefined>) {
  const kitchen = useKitchen()
  const nowMs = useKitchenNow()
  const { catalog, current } = useKitchenViews()
  const bench = useBench(view)
  const { rows } = useLessons()
  const tries = computed(() => houseTries(rows.value))
  /** Worked out anew by the facts and four times a minute, not with every second. */
  const quarterMs = computed(() => Math.floor(nowMs.value / 15_000) * 15_000)
  const now = computed<RescueNow | undefined>(() =>
    symptom.value && view.value.state.status === 'underWay'
      ? rescueNow(
          view.value,
          symptom.value,
          Math.max(quarterMs.value, view.value.state.lastAtMs),
          tries.value,
        )
      : undefined,
  )
  /** A remedy that was begun and of which nobody has said how it went. */
  const underWay = computed(() => view.value.state.rescues.findLast((r) => r.isHeld === undefined))

  const begin = (offer: RescueOffer) =>
    symptom.value
      ? bench.tryRescue(
          symptom.value,
          offer.id,
          offer.adds.map(
            ({ ingredientId, massG }) => [ingredientId, Math.round(massG * TENTH) / TENTH] as const,
          ),
          says.remedies[offer.id].name,
        )
      : Promise.resolve(false)
  const end = (isHeld: boolean) =>
    underWay.value
      ? bench.endRescue(underWay.value.id, isHeld, isHeld ? says.heldSays : says.notHeldSays)
      : Promise.resolve(false)

  /** Discards it and plans another of what is still wanted of it. @returns the new batch's id */
  async function startAgain(): Promise<string | undefined> {
    const all = catalog.value
    const { state } = view.value
    const was = state.planned
    if (!all || !was) return undefined
    const id = uuidv7()
    const reason = says.afreshReason(symptom.value ? says.symptoms[symptom.value] : '')
    const isKept = await bench.attempt(async () => {
      const served = (orderId: string) =>
        state.servings.reduce((sum, s) => sum + (s.orderId === orderId ? s.portions : 0), 0)
      const left = was.shares
        .map((s) => ({ ...s, portions: s.portions - served(s.orderId) }))
        .filter((s) => s.portions > 0)
      const shares = left.length ? left : was.shares
      const portions = shares.reduce((sum, s) => sum + s.portions, 0)
      const planned = planAgain(
        { ...was, shares, plan: { ...was.plan, portions } },
        {
          catalog: all as KitchenCatalog,
          ingredients: kitchen.ingredients,
          taken: current.value
            .filter((v) => v.state.id !== state.id)
            .flatMap((v) => takenBy(v, nowMs.value) ?? []),
          nowMs: kitchen.exactNowMs(),
        },
      )
      await kitchen.recordAll([
        { kind: 'batch.finished', streamId: state.id, payload: { result: 'discarded', reason } },
        { kind: 'batch.planned', streamId: id, payload: planned },
      ])
    })
    return isKept ? id : undefined
  }
  return { now, underWay, tries, bench, begin, end, startAgain }
}

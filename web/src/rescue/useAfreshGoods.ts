import { needsOf, storeHoldings, type BatchState, type LotState } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import { numberText } from '../ui/format'
import { rescueTexts as says } from './texts'

const SHOWN = 3

/** What another batch would take, the most first, and what the larder holds of it; a good that the larder does not count is the cook's to look for. */
export function useAfreshGoods(state: Ref<BatchState>) {
  const kitchen = useKitchen()
  const nowMs = useKitchenNow()
  const goods = computed(() => {
    const { plan } = state.value
    if (!plan) return []
    const lots = [...kitchen.lots.values()] as LotState[]
    const held = storeHoldings(lots, nowMs.value)
    const counted = new Set(lots.flatMap((l) => l.stored?.ingredientId ?? []))
    return needsOf(plan).map((need) => ({
      ...need,
      heldG: counted.has(need.ingredientId) ? (held.get(need.ingredientId)?.massG ?? 0) : undefined,
    }))
  })
  const amount = (g: number) => `${numberText(g, g < 10 ? 1 : 0)} g`
  /** What is counted is said by the piece. */
  const pieces = (id: string, g: number) => {
    const pieceG = kitchen.ingredients.get(id)?.pieceG
    return pieceG === undefined ? undefined : `${numberText(Math.ceil(g / pieceG))} ×`
  }
  return {
    /** "250 g butter, 3 yolks": the most of what it takes. */
    list: computed(() =>
      goods.value
        .slice(0, SHOWN)
        .map((n) => `${pieces(n.ingredientId, n.massG) ?? amount(n.massG)} ${n.name.toLowerCase()}`)
        .join(', '),
    ),
    /** What the larder is short of. */
    short: computed(() =>
      goods.value
        .filter((n) => n.heldG !== undefined && n.heldG < n.massG)
        .map((n) => says.short(n.name.toLowerCase(), amount(n.heldG ?? 0), amount(n.massG)))
        .join(' '),
    ),
    /** Some of it the larder does not count. */
    isAsked: computed(() => goods.value.slice(0, SHOWN).some((n) => n.heldG === undefined)),
  }
}

import {
  cadences,
  COVERS_CV,
  DomainError,
  houseHolds,
  placeBatch,
  plannedHold,
  type Cadence,
  type Formula,
  type KitchenCatalog,
} from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed, reactive, ref, watch } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { useKitchenViews } from '../port/useKitchenViews'
import { useLessons } from '../port/useLessons'
import { tapped } from '../port/tapped'
import { instantOfClock } from '../ui/format'
import { cadenceTexts as says } from './texts'

const MINUTE_MS = 60_000
/** Between two batches the well is emptied and filled, min. */
const SLACK_MIN = 5
const SPREAD_MIN = 16

/** How many batches of a sauce a service takes, how big and when: what is typed, what it comes to, and the orders that are made of it. */
export function useCadence() {
  const kitchen = useKitchen()
  const { catalog } = useKitchenViews()
  const { rows } = useLessons()
  const sauces = computed(() => (catalog.value?.formulas ?? []).filter((f) => !f.makes))
  const draft = reactive({
    formulaId: sauces.value.find((f) => f.emulsion)?.id ?? sauces.value[0]?.id ?? '',
    sittings: [
      { covers: '30', at: '19:00' },
      { covers: '28', at: '20:45' },
    ],
    share: '35',
    delay: '35',
    from: '19:00',
    to: '22:30',
    sureness: 'booked' as keyof typeof COVERS_CV,
    under: '6',
    mostAge: '',
    making: '',
  })
  const formula = computed<Formula | undefined>(() => sauces.value.find((f) => f.id === draft.formulaId))
  /** How long it stands as it would be made: worked out once a sauce. */
  const stands = computed(() => {
    const all = catalog.value
    return (
      formula.value &&
      all &&
      plannedHold(formula.value, all as KitchenCatalog, kitchen.ingredients, houseHolds(rows.value))
    )
  })
  const proposed = computed(() => ({
    formulaId: draft.formulaId,
    mostAge: stands.value ? String(Math.max(0, Math.floor(stands.value.margin.min) - SLACK_MIN)) : '',
    making: stands.value ? String(Math.ceil(stands.value.makingMin)) : '',
  }))
  // what the house learned may come late: what was typed by then stays, until another sauce is asked for
  watch(
    proposed,
    (now, before) => {
      for (const field of ['mostAge', 'making'] as const)
        if (now.formulaId !== before?.formulaId || draft[field] === before[field]) draft[field] = now[field]
    },
    { immediate: true },
  )
  const minuteOf = (clock: string, nearMs: number) => {
    const ms = instantOfClock(clock, nearMs)
    return ms === undefined ? NaN : ms / MINUTE_MS
  }
  /** When it begins; its other times are of the same evening, whatever the clock says now. */
  const beginsMs = computed(() => instantOfClock(draft.from, kitchen.nowMs) ?? kitchen.nowMs)
  const request = computed(() => ({
    sittings: draft.sittings
      .filter((s) => Number(s.covers) > 0)
      .map((s) => ({ covers: Number(s.covers), atMin: minuteOf(s.at, beginsMs.value), sdMin: SPREAD_MIN })),
    shareFrac: Number(draft.share) / 100,
    delayMin: Number(draft.delay),
    fromMin: minuteOf(draft.from, kitchen.nowMs),
    toMin: minuteOf(draft.to, beginsMs.value),
    cv: COVERS_CV[draft.sureness],
    under: Number(draft.under),
    over: 1,
    mostAgeMin: Number(draft.mostAge),
    makingMin: Number(draft.making),
  }))
  const isWrong = computed(() => {
    const { sittings, ...numbers } = request.value
    const all = [...Object.values(numbers), ...sittings.flatMap((s) => Object.values(s))]
    const { fromMin, toMin, shareFrac, under } = request.value
    return all.some((n) => !Number.isFinite(n) || n < 0) || toMin <= fromMin || shareFrac > 1 || under <= 0
  })
  const found = computed<{ readonly options: readonly Cadence[]; readonly why: string }>(() => {
    if (isWrong.value) return { options: [], why: says.wrong }
    try {
      const options = cadences(request.value)
      return options.every((o) => o.made === 0) ? { options: [], why: says.none } : { options, why: '' }
    } catch (error) {
      if (!(error instanceof DomainError)) throw error
      return { options: [], why: says.tooShort }
    }
  })
  const picked = ref(0)
  watch(found, ({ options }) => (picked.value = Math.min(picked.value, Math.max(0, options.length - 1))))
  const chosen = computed(() => found.value.options[picked.value])
  /** Equal batches that the largest suitable vessel makes of the biggest of them. */
  const vessels = computed(() => {
    const all = catalog.value
    const portions = Math.max(0, ...(chosen.value?.batches ?? []).map((b) => b.portions))
    if (!formula.value || !all || portions === 0) return 1
    const { nowMs } = kitchen
    const request = {
      formula: formula.value,
      ingredients: kitchen.ingredients,
      portions,
      nowMs,
      pickupAtMs: nowMs,
    }
    return placeBatch(request, all as KitchenCatalog, []).choice.batches
  })
  const problem = ref('')
  /** Each batch becomes an order of its own, wanted when its stretch begins. @returns whether they were taken */
  const takeAsOrders = () =>
    tapped(async () => {
      const batches = (chosen.value?.batches ?? []).filter((b) => b.portions > 0)
      await kitchen.recordAll(
        batches.map((b, i) => ({
          kind: 'order.taken',
          streamId: uuidv7(),
          payload: {
            formulaId: draft.formulaId,
            portions: b.portions,
            pickupAtMs: Math.round(b.fromMin * MINUTE_MS),
            label: says.label(i + 1, batches.length),
            detailsId: null,
          },
        })),
      )
    }, problem)
  return { draft, sauces, formula, stands, found, picked, chosen, vessels, problem, takeAsOrders }
}

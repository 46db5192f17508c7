<script setup lang="ts">
import {
  actualEnd,
  CELLS_ML,
  chilledLimit,
  cubesFrom,
  FOOD_CODES,
  FREEZERS,
  houseRules,
  larderDays,
  phamMin,
  PHAM_SHARE,
  saltFrac,
  solidsFrac,
  STOCK_FREEZES,
  STORE_PLACES,
  type BatchView,
  type Ingredient,
  type KitchenCatalog,
  type StorePlace,
  tempsRead,
} from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Bench } from '../../bench/useBench'
import type { VesselNow } from '../../bench/useVesselNow'
import type { Entry } from '../../port/makeFact'
import { useKitchen } from '../../port/useKitchen'
import EntryRuler from '../../ui/EntryRuler.vue'
import { clockText, dayText, degreesText, numberText, useByMs } from '../../ui/format'
import { texts } from '../../ui/texts'
import { coolTexts } from './texts.cool'

/** A base becomes a lot: how much, where it stands, until when; or a sauce without a name in the larder is simply ended. */
const props = defineProps<{ view: BatchView; bench: Bench; vessel: VesselNow }>()
const kitchen = useKitchen()
const router = useRouter()
const place = ref<StorePlace>('fridge')
const isWeighing = ref(false)
const massG = ref<number>()
/** How large a block it is frozen in, ml; none in one piece. */
const cellMl = ref<number>()
const isSure = ref(false)
const settings = computed(
  () => props.view.state.frozen?.settings ?? (kitchen.catalog as unknown as KitchenCatalog).settings,
)
const code = computed(() => FOOD_CODES[houseRules(settings.value).code])
const codeDays = computed(() => ('chilledDays' in code.value ? code.value.chilledDays : undefined))
const good = computed<Ingredient | undefined>(() => kitchen.ingredients.get(props.view.formula.makes ?? ''))
const amountG = computed(() => massG.value ?? Math.max(1, Math.round(props.vessel.endG)))
const places = computed(() =>
  STORE_PLACES.filter((p) => larderDays(props.view.formula, p, codeDays.value) > 0),
)
/** Its day is counted from the end of its cooking: cooling does not make it younger. */
const madeAtMs = computed(() => {
  const ends = Object.values(props.view.state.steps).flatMap((s) => s.finishedAtMs ?? [])
  return Math.round(ends.length ? Math.max(...ends) : kitchen.nowMs)
})
const expiresAtMs = computed(() =>
  useByMs(madeAtMs.value, larderDays(props.view.formula, place.value, codeDays.value)),
)
/** Whose word its days are. */
const limit = computed(() => chilledLimit(props.view.formula, codeDays.value))
/** The last temperature that was read of it: warm, it is asked about once. */
const last = computed(() => {
  const { state, formula, step } = props.view
  const cooling = formula.steps.findLast((s) => s.technique === 'cool')
  // a probe that stood in hot oil, hours ago, says nothing of what is put away
  return tempsRead(state.stageFacts).findLast(
    (t) => !cooling || t.stepId === cooling.id || t.stepId === step?.id,
  )
})
const warm = computed(() => (last.value && last.value.tempC > code.value.coldHoldC ? last.value : undefined))
const volumeMl = computed(() => (props.vessel.endMl * amountG.value) / Math.max(1, props.vessel.endG))
const blocks = computed(() => {
  if (place.value !== 'freezer' || cellMl.value === undefined) return undefined
  const { cubes, restMl } = cubesFrom(volumeMl.value, cellMl.value)
  const sideMm = Math.cbrt(cellMl.value * 1000)
  const hours =
    phamMin({
      block: { shape: 'brick', sidesMm: [sideMm, sideMm, sideMm] },
      ...FREEZERS.still,
      ...STOCK_FREEZES,
      startC: code.value.coldHoldC,
      endC: -15,
    }) / 60
  return { cubes, restMl, low: hours * (1 - PHAM_SHARE), high: hours * (1 + PHAM_SHARE) }
})
/** What its label says of its strength. */
const strength = computed(() => {
  const end = actualEnd(props.view.state)
  return end ? { solidsFrac: solidsFrac(end.liquid), saltFrac: saltFrac(end.liquid) } : {}
})
/** One lot a batch: tapped twice it is the same lot. */
const lotId = computed(() => uuidv5('lot', props.view.state.id))

async function put(): Promise<void> {
  const { view, bench } = props
  if (warm.value && !isSure.value) {
    isSure.value = true
    return
  }
  const { id } = view.state
  const lot: Entry[] =
    good.value && !kitchen.lots.has(lotId.value)
      ? [
          {
            kind: 'lot.stored',
            streamId: lotId.value,
            payload: {
              ingredientId: good.value.id,
              massG: amountG.value,
              place: place.value,
              madeAtMs: madeAtMs.value,
              expiresAtMs: expiresAtMs.value,
              batchId: id,
              ...strength.value,
              ...(blocks.value && blocks.value.cubes > 0 && cellMl.value !== undefined
                ? { pack: { count: blocks.value.cubes, eachMl: cellMl.value } }
                : {}),
            },
          },
        ]
      : []
  const isKept = await bench.attempt(() =>
    kitchen.recordAll([
      ...lot,
      { kind: 'step.finished', streamId: id, payload: { stepId: bench.stepId.value } },
      { kind: 'batch.finished', streamId: id, payload: { result: 'stored', reason: '' } },
    ]),
  )
  if (isKept) await router.push(`/log/${id}`)
}
</script>

<template>
  <div class="stack gap-above">
    <p class="amounts">
      <strong class="big">{{ numberText(amountG) }}</strong> g
      <span class="sauce">{{ good?.name ?? view.formula.name }}</span>
      <v-btn @click="isWeighing = !isWeighing">{{ texts.bench.weigh }} <small>g</small></v-btn>
    </p>
    <EntryRuler
      v-if="isWeighing"
      :label="texts.rooms.lotAmount"
      unit="g"
      :start="amountG"
      :min="1"
      :max="100000"
      :step="1"
      :reach="Math.max(50, amountG * 0.2)"
      @keep="
        (g) => {
          massG = g
          isWeighing = false
        }
      "
      @cancel="isWeighing = false"
    />
    <div class="keys-row" role="group" :aria-label="texts.rooms.where">
      <v-btn v-for="p in places" :key="p" :aria-pressed="place === p" @click="place = p">{{
        texts.workbench.store.places[p]
      }}</v-btn>
    </div>
    <template v-if="place === 'freezer'">
      <div class="keys-row" role="group" :aria-label="coolTexts.blocks">
        <v-btn
          v-for="ml in CELLS_ML"
          :key="ml"
          :aria-pressed="cellMl === ml"
          @click="cellMl = cellMl === ml ? undefined : ml"
          >{{ ml }} ml</v-btn
        >
      </div>
      <p v-if="blocks" class="caption">
        {{
          coolTexts.frozen(
            numberText(blocks.cubes),
            numberText(blocks.restMl),
            `${numberText(blocks.low, 1)}–${numberText(blocks.high, 1)}`,
          )
        }}
      </p>
    </template>
    <p v-if="warm && isSure" class="wine label" role="alert">
      ■ {{ coolTexts.warmLot(degreesText(warm.tempC), clockText(warm.atMs), degreesText(code.coldHoldC)) }}
    </p>
    <p class="label">
      {{ texts.rooms.useBy(dayText(expiresAtMs)) }}
      <span v-if="place === 'fridge'" class="caption">{{ coolTexts.keptBy[limit.by](limit.days) }}</span>
    </p>
    <v-btn class="is-first" @click="put">{{
      warm && isSure ? coolTexts.putAnyway : texts.rooms.putAway
    }}</v-btn>
  </div>
</template>

<style scoped>
.amounts {
  font-size: var(--type-key);
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.big {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 1;
}
</style>

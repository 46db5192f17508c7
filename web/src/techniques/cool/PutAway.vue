<script setup lang="ts">
import { larderDays, STORE_PLACES, type BatchView, type Ingredient, type StorePlace } from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Bench } from '../../bench/useBench'
import type { VesselNow } from '../../bench/useVesselNow'
import type { Entry } from '../../port/makeFact'
import { useKitchen } from '../../port/useKitchen'
import EntryRuler from '../../ui/EntryRuler.vue'
import { dayText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** A base becomes a lot: how much, where it stands, until when; or a sauce without a name in the larder is simply ended. */
const props = defineProps<{ view: BatchView; bench: Bench; vessel: VesselNow }>()
const kitchen = useKitchen()
const router = useRouter()
const DAY_MS = 86_400_000
const place = ref<StorePlace>('fridge')
const isWeighing = ref(false)
const massG = ref<number>()
const good = computed<Ingredient | undefined>(() => kitchen.ingredients.get(props.view.formula.makes ?? ''))
const amountG = computed(() => massG.value ?? Math.max(1, Math.round(props.vessel.endG)))
const places = computed(() => STORE_PLACES.filter((p) => larderDays(props.view.formula.keeps, p) > 0))
/** Its day is counted from the end of its cooking: cooling does not make it younger. */
const madeAtMs = computed(() => {
  const ends = Object.values(props.view.state.steps).flatMap((s) => s.finishedAtMs ?? [])
  return Math.round(ends.length ? Math.max(...ends) : kitchen.nowMs)
})
const expiresAtMs = computed(
  () => madeAtMs.value + larderDays(props.view.formula.keeps, place.value) * DAY_MS,
)
/** One lot a batch: tapped twice it is the same lot. */
const lotId = computed(() => uuidv5('lot', props.view.state.id))

async function put(): Promise<void> {
  const { view, bench } = props
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
    <p class="label">{{ texts.rooms.useBy(dayText(expiresAtMs)) }}</p>
    <v-btn class="is-first" @click="put">{{ texts.rooms.putAway }}</v-btn>
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

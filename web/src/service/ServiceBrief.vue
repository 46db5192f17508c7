<script setup lang="ts">
import type { Dish, Formula, KitchenCatalog, OfferedDish, PlannedSitting, ServiceState } from '@liquamen/core'
import { computed, ref } from 'vue'
import { usePlanning } from '../plan/usePlanning'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { storeAmountText } from '../port/useLarder'
import { dayText, instantOn, clockText, isoDayText, numberText } from '../ui/format'
import DayField from '../ui/DayField.vue'
import SentenceField from '../ui/SentenceField.vue'
import DishForm from './DishForm.vue'
import DishLine from './DishLine.vue'
import PastServices from './PastServices.vue'
import SittingLine from './SittingLine.vue'
import { briefTexts as says } from './texts.brief'

/** The evening's brief, like a menu proof: who comes, what is offered, what the larder has of it, and one key to plan it. */
const props = defineProps<{ service: ServiceState; catalog: KitchenCatalog }>()
const kitchen = useKitchen()
const id = computed(() => props.service.id)
const covers = computed(() => props.service.sittings.reduce((sum, s) => sum + s.covers, 0))
const { explosion, isWorking } = usePlanning(
  computed(() => props.service),
  'goods',
)
const firstMs = computed(() => props.service.sittings[0]?.startsAtMs ?? kitchen.nowMs)
/** Between two sittings, usually. */
const NEXT_SITTING_MIN = 105
const SPREAD_MIN = 15
const MINUTE_MS = 60_000

const setSitting = (sitting: PlannedSitting) => tapped(() => kitchen.record('sitting.set', id.value, sitting))
const removeSitting = (sittingId: string) =>
  tapped(() => kitchen.record('sitting.removed', id.value, { sittingId }))
function addSitting(): void {
  const last = props.service.sittings.at(-1)
  const n = Math.max(0, ...props.service.sittings.map((s) => Number(s.sittingId.replace(/\D/g, '')) || 0)) + 1
  void setSitting({
    sittingId: `sitting${n}`,
    name: says.sitting(props.service.sittings.length + 1),
    startsAtMs: (last?.startsAtMs ?? kitchen.nowMs) + NEXT_SITTING_MIN * MINUTE_MS,
    covers: last?.covers ?? 0,
    basis: last?.basis ?? 'booked',
    spreadMin: last?.spreadMin ?? SPREAD_MIN,
  })
}
/** All sittings move to another day, each at its own time. */
const day = computed({
  get: () => isoDayText(firstMs.value),
  set: (to: string) =>
    void tapped(async () => {
      await kitchen.recordAll(
        props.service.sittings.map((s) => ({
          kind: 'sitting.set' as const,
          streamId: id.value,
          payload: { ...s, startsAtMs: instantOn(to, clockText(s.startsAtMs)) ?? s.startsAtMs },
        })),
      )
    }),
})
const cooks = computed(() => props.service.people.at(-1)?.count ?? 1)
/** What is made ahead is made by them too. */
const MISE_MS = 24 * 60 * MINUTE_MS
const setCooks = (count: number) =>
  tapped(() =>
    kitchen.record('line.planned', id.value, {
      people: [
        {
          fromAtMs: Math.min(firstMs.value, Math.round(kitchen.nowMs)) - MISE_MS,
          count: Math.round(count),
        },
      ],
    }),
  )

const formulas = computed(() => props.catalog.formulas.filter((f) => !f.makes))
const chip = computed(() => props.catalog.pans[0]?.profile)
const formulaOf = (dish: Dish): Formula | undefined =>
  props.catalog.formulas.find((f) => f.id === dish.formulaId)
const onCard = computed(() => new Set(props.service.dishes.map((d) => d.dish.id)))
const house = computed(() => (props.catalog.dishes ?? []).filter((d) => !onCard.value.has(d.id)))
const takenIds = computed(() => new Set([...onCard.value, ...(props.catalog.dishes ?? []).map((d) => d.id)]))
const DELAY_MIN = 35
const PER_COVER = 0.1
const offer = (offered: OfferedDish) =>
  tapped(() =>
    kitchen.record('dish.offered', id.value, {
      dish: offered.dish,
      perCover: offered.perCover,
      delayMin: offered.delayMin,
    }),
  )
const offerHouse = (dishId: string | null) => {
  const dish = house.value.find((d) => d.id === dishId)
  if (dish) void offer({ dish, perCover: PER_COVER, delayMin: DELAY_MIN })
}
const takeOff = (dishId: string, reason: string) =>
  tapped(() => kitchen.record('dish.withdrawn', id.value, { dishId, reason }))
/** The dish whose card is open; none for a new one. */
const form = ref<{ readonly offered?: OfferedDish }>()
const keepDish = (dish: Dish, delayMin: number) =>
  tapped(async () => {
    const perCover = form.value?.offered?.perCover ?? PER_COVER
    await kitchen.recordAll([
      { kind: 'dish.set', streamId: kitchen.kitchenId, payload: { dish } },
      { kind: 'dish.offered', streamId: id.value, payload: { dish, perCover, delayMin } },
    ])
    form.value = undefined
  })
const isLookingBack = ref(false)
const nameOf = (goodId: string) => kitchen.ingredients.get(goodId)?.name ?? goodId
const amount = (goodId: string, massG: number) => {
  const good = kitchen.ingredients.get(goodId)
  return good ? storeAmountText(good, massG) : `${numberText(massG)} g`
}
</script>

<template>
  <section class="brief">
    <div class="heading-row top">
      <h1>
        <span class="big">{{ covers }}</span>
        <span class="soft">{{ says.covers }} · {{ service.opened?.name }} · {{ dayText(firstMs) }}</span>
      </h1>
      <div class="keys-row">
        <DayField v-model="day" :label="says.day" />
        <v-btn class="is-first" to="/plan">{{ service.plan ? says.toPlan : says.plan }}</v-btn>
      </div>
    </div>
    <ul>
      <SittingLine
        v-for="s in service.sittings"
        :key="s.sittingId"
        :sitting="s"
        :can-go="service.sittings.length > 1"
        @set="setSitting"
        @remove="removeSitting(s.sittingId)"
      />
    </ul>
    <p class="keys-row">
      <span class="label">{{ says.line }}</span>
      <SentenceField
        :model-value="cooks"
        :label="says.line"
        :min="0"
        :max="40"
        @update:model-value="setCooks"
      />
      <button class="text-key" @click="addSitting">{{ says.addSitting }}</button>
    </p>
    <p v-if="service.dishes.length === 0 && !form" class="label">{{ says.noDishes }}</p>
    <ul>
      <DishLine
        v-for="d in service.dishes"
        :key="d.dish.id"
        :offered="d"
        :covers="covers"
        :formula="formulaOf(d.dish)"
        :chip="chip"
        @offer="offer"
        @off="(reason) => takeOff(d.dish.id, reason)"
        @change="form = { offered: d }"
      />
    </ul>
    <DishForm
      v-if="form"
      :key="form.offered?.dish.id ?? 'new'"
      :formulas="formulas"
      :offered="form.offered"
      :taken-ids="takenIds"
      @keep="keepDish"
      @cancel="form = undefined"
    />
    <div v-else class="keys-row add">
      <v-autocomplete
        v-if="house.length"
        class="offer"
        :model-value="null"
        :items="house.map((d) => ({ value: d.id, title: d.name }))"
        :label="says.offer"
        @update:model-value="offerHouse"
      />
      <v-btn @click="form = {}">{{ says.newDish }}</v-btn>
    </div>
    <template v-if="explosion?.bases.length">
      <h2 class="label soft gap-above">{{ says.store }}</h2>
      <ul class="bases">
        <li v-for="b in explosion.bases" :key="b.ingredientId">
          <span class="sauce">{{ nameOf(b.ingredientId) }}</span>
          <span class="label">{{ amount(b.ingredientId, b.massG) }}</span>
          <span v-if="b.missingG > 0" class="roux label"
            >▽ {{ says.toMake(amount(b.ingredientId, b.missingG), b.portions) }}</span
          >
          <span v-else class="caption">{{ says.makesNone }}</span>
        </li>
      </ul>
    </template>
    <p v-else-if="isWorking && !explosion" class="caption">{{ says.counting }}</p>
    <PastServices v-if="isLookingBack" :service="service" :first-ms="firstMs" @offer="offer" />
    <div class="keys-row gap-above">
      <v-btn :aria-expanded="isLookingBack" @click="isLookingBack = !isLookingBack">{{
        says.past.open
      }}</v-btn>
      <v-btn to="/service/closing">{{ says.closing }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.brief {
  padding-bottom: 26px;
}
.top {
  padding-bottom: 10px;
  border-bottom: 1.25px solid var(--ink);
}
h1 {
  font-size: var(--type-key);
}
.big {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 0.9;
}
.add {
  padding: 10px 0;
  border-top: 1px solid var(--hair);
}
.offer {
  flex: 0 1 380px;
}
.bases li {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
.bases .sauce {
  font-size: 24px;
}
</style>

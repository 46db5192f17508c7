<script setup lang="ts">
import {
  cutsOf,
  plateThingsOf,
  probeVerdict,
  type Explosion,
  type KitchenCatalog,
  type MiseCut,
  type PlateThing,
} from '@liquamen/core'
import { computed } from 'vue'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { storeAmountText } from '../port/useLarder'
import { useService } from '../service/useService'
import { clockText, dayText, numberText } from '../ui/format'
import MiseTick from './MiseTick.vue'
import { planTexts } from './texts.plan'

/** The mise en place as a gate: what is cut in which order, what is checked before the first plate, each ticked by whoever did it. */
const props = defineProps<{ explosion: Explosion; catalog: KitchenCatalog }>()
const says = planTexts.mise
const { kitchen, nowMs } = useKitchenViews()
const { service } = useService()
const ready = computed(() => service.value?.ready ?? {})
const cuts = computed(() =>
  cutsOf(props.explosion, kitchen.ingredients, { ready: ready.value, nowMs: nowMs.value }),
)
const amount = (cut: MiseCut) => {
  const good = kitchen.ingredients.get(cut.ingredientId)
  return good ? `${good.name}, ${storeAmountText(good, cut.massG)}` : `${numberText(cut.massG)} g`
}
const keeps = (cut: MiseCut) => {
  const minutes = Math.round((cut.firstUseMs - cut.notBeforeMs) / 60_000)
  const span = minutes < 60 ? `${minutes} min` : `${numberText(minutes / 60)} h`
  return says.keeps(span, says.goesBy[cut.goesBy])
}
/** When to cut it, and when again. */
const whenOf = (cut: MiseCut) =>
  cut.notBeforeMs <= nowMs.value
    ? says.by(clockText(cut.firstUseMs))
    : says.between(clockText(cut.notBeforeMs), clockText(cut.firstUseMs))
const checks = computed(() => [
  ...(props.catalog.probes ?? []).map((p) => ({
    itemId: `probe:${p.channelId}`,
    says: says.probe(p.name, says.verdicts[probeVerdict(p)], dayText(p.atMs)),
    isBad: probeVerdict(p) === 'outOfService',
  })),
  ...props.catalog.wells.map((w) => ({
    itemId: `well:${w.id}`,
    says: says.well(w.letter),
    isBad: false,
  })),
])
/** What the plate cards put on at the last moment: herbs are not cut an hour before. */
const plateThings = computed(() => plateThingsOf(props.explosion.sauces, kitchen.ingredients))
const whenForPlates = ({ notBeforeMs = 0, firstUseMs }: PlateThing) =>
  notBeforeMs <= nowMs.value
    ? says.by(clockText(firstUseMs))
    : says.between(clockText(notBeforeMs), clockText(firstUseMs))
const all = computed(() => [...cuts.value, ...plateThings.value, ...checks.value].map((item) => item.itemId))
const isDone = (itemId: string) =>
  ready.value[itemId] !== undefined && !cuts.value.some((c) => c.itemId === itemId && c.isOld)
const left = computed(() => all.value.filter((id) => !isDone(id)).length)
const firstMs = computed(() => Math.min(...cuts.value.map((c) => c.firstUseMs)))
const tick = (itemId: string) =>
  tapped(() => kitchen.record(isDone(itemId) ? 'mise.undone' : 'mise.ready', service.value!.id, { itemId }))
</script>

<template>
  <section class="mise">
    <p class="label" role="status" :class="{ roux: left > 0 }">
      {{ left ? says.left(left, all.length) : says.open }}
      <span v-if="left && Number.isFinite(firstMs)" class="caption">{{
        says.firstUse(clockText(firstMs))
      }}</span>
    </p>
    <div class="columns">
      <div>
        <h2 class="label soft">{{ says.cut }}</h2>
        <ol>
          <li v-for="cut in cuts" :key="cut.itemId" class="item">
            <MiseTick :label="amount(cut)" :is-done="isDone(cut.itemId)" @tick="tick(cut.itemId)" />
            <span>
              <span class="name">{{ amount(cut) }}</span>
              <span class="label"> {{ whenOf(cut) }}</span>
              <span class="caption"> {{ keeps(cut) }}</span>
              <span v-if="cut.times > 1" class="caption"> · {{ says.again(cut.times) }}</span>
              <span v-if="cut.isOld" class="wine label"> ✕ {{ says.old(clockText(cut.cutAtMs ?? 0)) }}</span>
            </span>
          </li>
          <li v-if="!cuts.length" class="soft">{{ says.nothing }}</li>
        </ol>
        <p class="caption">{{ says.raw }}</p>
      </div>
      <div>
        <h2 v-if="plateThings.length" class="label soft">{{ says.forPlates }}</h2>
        <ul>
          <li v-for="thing in plateThings" :key="thing.itemId" class="item">
            <MiseTick :label="thing.name" :is-done="isDone(thing.itemId)" @tick="tick(thing.itemId)" />
            <span>
              <span class="name">{{ thing.name }}</span>
              <span class="label"> {{ whenForPlates(thing) }}</span>
              <span class="caption">
                {{ says.plates(Math.ceil(thing.plates), thing.dishes.join(', ')) }}</span
              >
            </span>
          </li>
        </ul>
        <h2 class="label soft">{{ says.checks }}</h2>
        <ul>
          <li v-for="check in checks" :key="check.itemId" class="item">
            <MiseTick :label="check.says" :is-done="isDone(check.itemId)" @tick="tick(check.itemId)" />
            <span :class="{ wine: check.isBad }">{{ check.says }}</span>
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 24px;
}
.item {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 56px;
  border-bottom: 1px solid var(--hair);
}
.name {
  font-weight: var(--weight-key);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

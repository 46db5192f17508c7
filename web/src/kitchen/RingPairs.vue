<script setup lang="ts">
import { housePairs, OFFERED_FROM, type LearnedPair, type Ring } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { useLessons } from '../port/useLessons'
import { dayText, numberText } from '../ui/format'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** What closed batches taught of this ring with each pan, beside what is in force: taken, or put back, in one tap. */
const props = defineProps<{ ring: Ring; change: KitchenChange }>()
const kitchen = useKitchen()
const { rows } = useLessons()
const panName = (id: string) => kitchen.catalog?.pans.find((p) => p.id === id)?.name ?? id
const inForce = (panId: string) => props.ring.withPans?.find((p) => p.panId === panId)
const pairs = computed(() =>
  housePairs(rows.value)
    .filter((p) => p.ringId === props.ring.id)
    .map(({ ringId: _ring, ...pair }) => {
      const now = inForce(pair.panId)
      const isNew = now?.factor === undefined || Math.abs(now.factor / pair.factor - 1) > 0.005
      return { pair, now, canTake: pair.n >= OFFERED_FROM && isNew }
    }),
)
const others = (panId: string) => (props.ring.withPans ?? []).filter((p) => p.panId !== panId)
const set = (says: string, withPans: readonly LearnedPair[]) =>
  props.change.make(says, { kind: 'ring.set', payload: { ring: { ...props.ring, withPans } } })
const take = (pair: LearnedPair) =>
  set(texts.ring.pairs.taken(panName(pair.panId)), [...others(pair.panId), pair])
const putBack = (panId: string) => set(texts.ring.pairs.isBack(panName(panId)), others(panId))
const times = (factor: number) => numberText(factor, 2)
</script>

<template>
  <section v-if="pairs.length" :aria-label="texts.ring.pairs.title">
    <h3 class="label">{{ texts.ring.pairs.title }}</h3>
    <ul>
      <li v-for="{ pair, now, canTake } in pairs" :key="pair.panId" class="pair">
        <span
          ><strong>{{ panName(pair.panId) }}</strong>
          {{
            texts.ring.pairs.taught(
              times(pair.factor),
              numberText(100 * pair.sdShare),
              pair.n,
              dayText(pair.atMs),
            )
          }}
          <span class="soft">{{
            now ? texts.ring.pairs.inForce(times(now.factor)) : texts.ring.pairs.prior
          }}</span></span
        >
        <v-btn v-if="canTake" @click="take(pair)">{{ texts.ring.pairs.take }}</v-btn>
        <v-btn v-if="now" @click="putBack(pair.panId)">{{ texts.ring.pairs.putBack }}</v-btn>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  min-height: 48px;
  border-top: 1px solid var(--hair);
}
</style>

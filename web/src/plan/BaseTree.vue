<script setup lang="ts">
import type { BaseNeed, Explosion, KitchenCatalog, SaucePlan } from '@liquamen/core'
import { computed } from 'vue'
import { useKitchen } from '../port/useKitchen'
import { storeAmountText } from '../port/useLarder'
import { numberText } from '../ui/format'
import VesselChip from '../vessel/VesselChip.vue'
import { planTexts as says } from './texts.plan'

/** Where the evening's sauces come from: sources at the top, each sauce where it runs out to. */
const props = defineProps<{ explosion: Explosion; catalog: KitchenCatalog }>()
const kitchen = useKitchen()
const profile = computed(() => props.catalog.pans[0]?.profile)
const amount = (b: BaseNeed, massG: number) => {
  const good = kitchen.ingredients.get(b.ingredientId)
  return good ? storeAmountText(good, massG) : `${numberText(massG)} g`
}
/** Sources first: what others are made of stands over them. */
const bases = computed(() => [...props.explosion.bases].reverse())
const takes = (key: string) => props.explosion.bases.filter((b) => b.for.some((f) => f.of === key))
const saucesOf = (b: BaseNeed): readonly SaucePlan[] =>
  props.explosion.sauces.filter((s) => b.for.some((f) => f.of === s.need.key))
const basesOf = (b: BaseNeed) =>
  props.explosion.bases.filter((o) => b.for.some((f) => f.of === o.ingredientId))
const plain = computed(() => props.explosion.sauces.filter((s) => takes(s.need.key).length === 0))
</script>

<template>
  <ul class="tree">
    <li v-for="b in bases" :key="b.ingredientId" class="base">
      <p class="keys-row">
        <VesselChip v-if="profile" :profile="profile" :fill="b.formula.fill" :level-mm="34" />
        <span class="sauce big">{{ kitchen.ingredients.get(b.ingredientId)?.name }}</span>
        <span class="label">{{ amount(b, b.massG) }}</span>
        <span v-if="b.fromLotsG > 0" class="caption">{{ says.fromLots(amount(b, b.fromLotsG)) }}</span>
        <span v-if="b.missingG > 0" class="roux label"
          >▽ {{ says.toMake(amount(b, b.missingG), b.portions, Math.round(b.makingMin)) }}</span
        >
      </p>
      <ul class="runs">
        <li v-for="o in basesOf(b)" :key="o.ingredientId">
          <span class="sauce">{{ kitchen.ingredients.get(o.ingredientId)?.name }}</span>
        </li>
        <li v-for="s in saucesOf(b)" :key="s.need.key" class="keys-row">
          <VesselChip v-if="profile" :profile="profile" :fill="s.need.formula.fill" :level-mm="34" />
          <span class="sauce">{{ s.need.formula.name }}</span>
          <span class="caption"
            >{{ says.portionsOf(s.portions) }}, {{ s.need.dishes.map((d) => d.dish.name).join(', ') }}</span
          >
        </li>
      </ul>
    </li>
    <li v-for="s in plain" :key="s.need.key" class="base keys-row">
      <VesselChip v-if="profile" :profile="profile" :fill="s.need.formula.fill" :level-mm="34" />
      <span class="sauce big">{{ s.need.formula.name }}</span>
      <span class="caption"
        >{{ says.portionsOf(s.portions) }}, {{ s.need.dishes.map((d) => d.dish.name).join(', ') }}</span
      >
    </li>
  </ul>
</template>

<style scoped>
.base {
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}
.big {
  font-size: 28px;
}
.sauce {
  font-size: 24px;
}
.big.sauce {
  font-size: 28px;
}
.runs {
  margin-left: 14px;
  padding-left: 26px;
  border-left: 1.5px solid var(--ink);
}
</style>

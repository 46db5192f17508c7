<script setup lang="ts">
import type { HeldNow, HoldMend } from '@liquamen/core'
import { computed } from 'vue'
import type { Bench } from '../../bench/useBench'
import { degreesText, numberText, percentText } from '../../ui/format'
import { holdTexts as says } from './texts'

/** How a held sauce stands: what it has lost, how likely it has broken, and what would let it stand longer. */
const props = defineProps<{
  held: HeldNow
  bench: Bench
  nowMs: number
  /** The house's own batches stand behind the chance. */ isHouse: boolean
}>()
const isOver = computed(() => props.held.margin.atMs <= props.nowMs && props.held.margin.binds !== 'clock')
const isMeasurable = computed(() => props.held.lostG >= 0.5)
function heatSays({ toC = 0, gainMin }: HoldMend): string {
  const word = (props.held.tempC ?? 0) > toC ? says.cooler : says.warmer
  return word(degreesText(toC), numberText(gainMin))
}
</script>

<template>
  <section class="standing" :aria-label="says.title">
    <p v-if="isOver" class="label wine" role="alert">✕ {{ says.isOver[held.margin.binds] }}</p>
    <p v-if="held.family" class="caption">
      {{ says.broken(percentText(held.brokenProb, held.brokenProb < 0.02 ? 1 : 0), isHouse) }}
    </p>
    <p v-else class="caption">{{ says.plain }}</p>
    <p v-if="isMeasurable" class="caption">
      {{ says.lost(numberText(held.lostG, 1), percentText(held.saltFrac, 2)) }}
    </p>
    <p v-if="held.isTempTaken" class="label roux">
      ▽ {{ held.tempC === undefined ? says.unread : says.taken(degreesText(held.tempC)) }}
    </p>
    <p v-if="held.hasSkin" class="label roux">▽ {{ says.hasSkin }}</p>
    <div v-if="held.mends.length" class="keys-row">
      <template v-for="m in held.mends" :key="m.waterG ?? m.toC">
        <v-btn v-if="m.waterG" @click="bench.add('water', m.waterG)"
          >{{ says.whisk }}
          <small>{{
            m.gainMin > 0
              ? says.warmWater(numberText(m.waterG), numberText(m.gainMin))
              : says.lostBack(numberText(m.waterG))
          }}</small></v-btn
        >
        <p v-else class="label sorrel">{{ heatSays(m) }}</p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.standing {
  display: grid;
  gap: 4px;
}
</style>

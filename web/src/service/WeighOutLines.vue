<script setup lang="ts">
import type { WeighOutLine } from '@liquamen/core'
import { ref } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'

defineProps<{ lines: readonly WeighOutLine[] }>()
const emit = defineEmits<{ why: [] }>()
const isExact = ref(false)
/** What scale, jug or hand shows; or the exact amount. */
function amountOf({ shown, exactG, exactMl }: WeighOutLine): { number: string; unit: string } {
  if (!isExact.value)
    return { number: numberText(shown.value), unit: shown.unit === 'pieces' ? '×' : shown.unit }
  return shown.unit === 'ml'
    ? { number: numberText(exactMl, 1), unit: 'ml' }
    : { number: numberText(exactG, 1), unit: 'g' }
}
</script>

<template>
  <div>
    <h2 class="head">
      <span class="label">{{ texts.plan.weighOut }}</span><button
        class="text-key"
        :aria-pressed="isExact"
        @click="isExact = !isExact"
      >
        {{ isExact ? texts.plan.asShown : texts.plan.exact }}</button
      ><button class="text-key" :aria-label="texts.app.explain" @click="emit('why')">?</button>
    </h2>
    <ul>
      <li v-for="line in lines" :key="line.itemId">
        <span class="amount"
          >{{ amountOf(line).number }}<span class="u">{{ amountOf(line).unit }}</span></span
        ><span :class="{ sauce: line.isLiquid }">{{ line.name }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding-bottom: 4px;
}
li {
  display: flex;
  gap: 14px;
  align-items: baseline;
  border-top: 1px solid var(--hair);
  padding: 4px 0;
}
li .sauce {
  font-size: var(--type-key);
}
.amount {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
  min-width: 4.4em;
  text-align: right;
}
.u {
  font-size: var(--type-caption);
  font-weight: var(--weight-soft);
  color: var(--ink-soft);
  display: inline-block;
  width: 1.7em;
  text-align: left;
  padding-left: 4px;
}
</style>

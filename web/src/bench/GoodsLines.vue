<script setup lang="ts">
import type { BatchView, WeighOutLine } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useLarder } from '../port/useLarder'
import { useKitchen } from '../port/useKitchen'
import { OutOfReach } from '../port/api'
import EntryRuler from '../ui/EntryRuler.vue'
import { dayText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Bench } from './useBench'

const props = defineProps<{ view: BatchView; bench: Bench }>()
const kitchen = useKitchen()
const { lots } = useLarder()
const editing = ref<string>()
const fromLarder = ref<Record<string, string>>({})
const isPlanned = computed(() => props.view.state.status === 'planned')
const lines = computed(
  () => props.view.state.plan?.weighOut.filter((l) => l.stepId === props.view.step?.id) ?? [],
)
/** The first lot of a good that may be used. */
const lotOf = (line: WeighOutLine) =>
  lots.value.find(
    (l) => l.stored?.ingredientId === line.ingredientId && l.massG > 0 && l.expiresAtMs > kitchen.nowMs,
  )

async function keep(line: WeighOutLine, grams: number): Promise<void> {
  if (!(await props.bench.weighIn(line.itemId, line.ingredientId, grams))) return
  editing.value = undefined
  if (grams > 0 && lotOf(line)) await take(line, grams)
}
/** What the kitchen made falls in its lot; only the server may say so, so while it is away the lot is counted later. */
async function take(line: WeighOutLine, massG: number): Promise<void> {
  const ask = { batchId: props.view.state.id, itemId: line.itemId, ingredientId: line.ingredientId, massG }
  const says = await kitchen.takeFromLarder(ask).then(
    ({ taken, missingG }) =>
      missingG > 1
        ? texts.bench.larderShort(numberText(missingG))
        : texts.bench.larderTaken(numberText(taken.reduce((sum, t) => sum + t.massG, 0))),
    (error: unknown) => {
      if (error instanceof OutOfReach) return texts.bench.larderAway
      throw error
    },
  )
  fromLarder.value = { ...fromLarder.value, [line.itemId]: says }
}
</script>

<template>
  <ul v-if="lines.length" class="lines">
    <li v-for="line in lines" :key="line.itemId">
      <span class="amount"
        >{{ numberText(line.shown.value, line.shown.unit === 'tsp' ? 2 : 0)
        }}<span class="u">{{ line.shown.unit === 'pieces' ? '×' : line.shown.unit }}</span></span
      >
      <span :class="{ sauce: line.isLiquid }" class="what"
        >{{ line.name
        }}<small v-if="lotOf(line)" class="lot">{{
          texts.bench.lotOf(dayText(lotOf(line)?.stored?.madeAtMs ?? 0))
        }}</small
        ><small v-if="fromLarder[line.itemId]" class="lot">{{ fromLarder[line.itemId] }}</small></span
      >
      <button
        v-if="view.state.weighed[line.itemId] !== undefined"
        class="done sorrel"
        @click="editing = line.itemId"
      >
        ✓ {{ numberText(view.state.weighed[line.itemId] ?? 0) }} g
      </button>
      <v-btn v-else-if="!isPlanned" @click="editing = line.itemId">{{ texts.bench.tick }}</v-btn>
      <EntryRuler
        v-if="editing === line.itemId"
        class="wide"
        :label="line.name"
        unit="g"
        :start="Math.round(view.state.weighed[line.itemId] ?? line.shownG)"
        :min="0"
        :max="60000"
        :step="1"
        :reach="Math.max(20, line.shownG * 0.3)"
        @keep="(g) => keep(line, g)"
        @cancel="editing = undefined"
      />
    </li>
  </ul>
</template>

<style scoped>
.lines {
  margin-top: 8px;
}
.lines li {
  display: flex;
  align-items: center;
  gap: 16px;
  border-top: 1px solid var(--hair);
  min-height: 56px;
  padding: 2px 0;
  flex-wrap: wrap;
}
.amount {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
  min-width: 4.2em;
  text-align: right;
}
.u {
  font-size: var(--type-text);
  color: var(--ink-soft);
  display: inline-block;
  width: 1.6em;
  text-align: left;
  padding-left: 4px;
}
.what {
  font-size: var(--type-key);
  flex: 1;
  min-width: 9em;
}
.lot {
  display: block;
  font-size: var(--type-caption);
  font-style: normal;
  color: var(--ink-soft);
}
.done {
  border: 0;
  background: none;
  font: inherit;
  min-height: 48px;
  min-width: 48px;
  cursor: pointer;
}
.wide {
  flex-basis: 100%;
}
</style>

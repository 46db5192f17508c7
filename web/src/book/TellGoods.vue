<script setup lang="ts">
import {
  NO_HOUSE_MEASURES,
  readGoods,
  type KitchenCatalog,
  type ReadGoods,
  type ReadLine,
} from '@liquamen/core'
import { computed, reactive, ref, shallowRef } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import type { Workbench } from './useWorkbench'

const props = defineProps<{
  catalog: KitchenCatalog
  bench: Workbench
  /** The step at which they go in. */
  stepId: string
}>()
const emit = defineEmits<{ done: [] }>()
const said = ref('')
const read = shallowRef<ReadGoods>()
/** Line → the good that was picked for it; '' where it is left out. */
const picked = reactive(new Map<number, string>())
/** Good → the grams that were picked where it was said twice. */
const settled = reactive(new Map<string, number>())
const nameOf = (id: string) => props.bench.ingredients.value.get(id)?.name ?? id
const goodOf = (line: ReadLine, i: number) => picked.get(i) ?? line.ingredientId
const isOpen = computed(() => (read.value?.contradictions ?? []).some((c) => !settled.has(c.ingredientId)))

function readIt(): void {
  picked.clear()
  settled.clear()
  read.value = readGoods(
    said.value,
    props.catalog.ingredients,
    props.catalog.settings.measures ?? NO_HOUSE_MEASURES,
  )
}
/** What would go in: one entry a line, one for a good that was said twice and settled. */
const goods = computed(() => {
  const taken = new Set<string>()
  return (read.value?.lines ?? []).flatMap((line, i) => {
    const ingredientId = goodOf(line, i)
    if (!ingredientId) return []
    const one = settled.get(ingredientId)
    if (one !== undefined) {
      if (taken.has(ingredientId)) return []
      taken.add(ingredientId)
      return [{ ingredientId, massG: one, said: line.text }]
    }
    const massG = line.weight?.status === 'ok' ? line.weight.massG.value : undefined
    return [
      { ingredientId, massG, said: massG === undefined && line.parsed.status !== 'missing' ? line.text : '' },
    ]
  })
})
function outcome(line: ReadLine, i: number): string {
  const id = goodOf(line, i)
  if (id === '') return texts.workbench.leaveOut
  if (!id) return line.candidates.length ? texts.workbench.whichGood : texts.workbench.unknownGood
  if (line.parsed.status === 'bad') return texts.book.bench.bad[line.parsed.code] ?? line.parsed.code
  if (line.parsed.status === 'missing') return texts.workbench.noAmount
  if (line.weight?.status !== 'ok') return texts.workbench.asks
  const { low, value, high } = line.weight.massG
  const isLoose = high - low > 0.02 * value
  return `${numberText(value, value < 10 ? 1 : 0)} g${isLoose ? ` (${numberText(low, value < 10 ? 1 : 0)}–${numberText(high, value < 10 ? 1 : 0)})` : ''}`
}
function put(): void {
  const factor = props.bench.factor.value
  props.bench.putIn(
    props.stepId,
    goods.value.map((g) => ({ ...g, massG: g.massG === undefined ? undefined : g.massG / factor })),
  )
  emit('done')
}
</script>

<template>
  <section class="tell" :aria-label="texts.workbench.tell">
    <p class="caption">{{ texts.workbench.tellHint }}</p>
    <textarea v-model="said" rows="4" maxlength="4000" :aria-label="texts.workbench.tell" />
    <v-btn :disabled="!said.trim()" @click="readIt">{{ texts.workbench.read }}</v-btn>
    <ul v-if="read" aria-live="polite">
      <li v-for="(line, i) in read.lines" :key="i">
        <span class="said">{{ line.text }}</span>
        <span
          ><template v-if="goodOf(line, i)">{{ nameOf(goodOf(line, i) ?? '') }}: </template
          >{{ outcome(line, i) }}</span
        >
        <span v-if="!line.ingredientId" class="picks">
          <v-btn
            v-for="id in line.candidates"
            :key="id"
            :aria-pressed="picked.get(i) === id"
            @click="picked.set(i, id)"
            >{{ nameOf(id) }}</v-btn
          >
          <v-btn :aria-pressed="picked.get(i) === ''" @click="picked.set(i, '')">{{
            texts.workbench.leaveOut
          }}</v-btn>
        </span>
      </li>
      <li v-for="c in read.contradictions" :key="c.ingredientId" class="roux">
        <span>▽ {{ texts.workbench.disagree(nameOf(c.ingredientId)) }}</span>
        <span class="picks">
          <v-btn
            v-for="claim in c.claims"
            :key="claim.says"
            :aria-pressed="settled.get(c.ingredientId) === claim.value"
            @click="settled.set(c.ingredientId, claim.value)"
            >{{ claim.says }}</v-btn
          >
          <v-btn
            @click="
              settled.set(
                c.ingredientId,
                c.claims.reduce((sum, claim) => sum + claim.value, 0),
              )
            "
            >{{
              texts.workbench.both(numberText(c.claims.reduce((sum, claim) => sum + claim.value, 0)))
            }}</v-btn
          >
        </span>
      </li>
    </ul>
    <v-btn v-if="read" class="is-first" :disabled="goods.length === 0 || isOpen" @click="put">{{
      texts.workbench.putAll(goods.length)
    }}</v-btn>
  </section>
</template>

<style scoped>
.tell {
  display: grid;
  gap: 8px;
  padding: 8px 0 14px;
  justify-items: start;
}
textarea {
  width: 100%;
  padding: 8px 10px;
  border: 1.75px solid var(--ink);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-text);
  line-height: 1.4;
  resize: vertical;
}
ul {
  width: 100%;
}
li {
  display: flex;
  gap: 4px 14px;
  align-items: baseline;
  flex-wrap: wrap;
  padding: 4px 0;
  border-top: 1px solid var(--hair);
  font-size: var(--type-text);
}
.said {
  color: var(--ink-soft);
}
.picks {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
</style>

<script setup lang="ts">
import {
  NO_HOUSE_MEASURES,
  parseQuantity,
  weighSaid,
  type HouseMeasures,
  type ParsedQuantity,
  type WeighedGood,
} from '@liquamen/core'
import { onMounted, ref, watch } from 'vue'
import { texts } from '../ui/texts'

const props = defineProps<{
  /** What it is of, as said to a screen reader. */
  name: string
  /** As it stands: "170 ml", "51 g". */
  shown: string
  /** As it was told, where nothing stands yet: it is asked about at once. */
  said?: string
  good: WeighedGood
  measures: HouseMeasures | undefined
}>()
const emit = defineEmits<{
  /** Grams that were meant. */ amount: [massG: number]
  /** A word was given its size once. */ measured: [measures: HouseMeasures]
}>()
const text = ref(props.shown)
const note = ref('')
type Question =
  | { readonly kind: 'separator'; readonly options: readonly { says: string; parsed: ParsedQuantity }[] }
  | { readonly kind: 'reading'; readonly unitId: string; readonly readings: readonly string[] }
  | { readonly kind: 'weigh'; readonly unitId: string }
const question = ref<Question>()
const weighed = ref('')
watch(
  () => props.shown,
  (shown) => {
    text.value = shown
    note.value = ''
    question.value = undefined
  },
)

function take(parsed: ParsedQuantity, measures = props.measures ?? NO_HOUSE_MEASURES): void {
  question.value = undefined
  note.value = ''
  if (parsed.status === 'bad') {
    note.value = texts.book.bench.bad[parsed.code] ?? parsed.code
    return
  }
  if (parsed.status === 'missing') {
    note.value = texts.book.bench.missing
    return
  }
  if (parsed.status === 'ask') {
    question.value = {
      kind: 'separator',
      options: parsed.options.map((o) => ({
        parsed: o,
        says: o.status === 'ok' ? o.amounts.map((a) => `${a.low} ${a.unitId}`).join(' ') : '',
      })),
    }
    return
  }
  const weight = weighSaid(parsed, props.good, measures)
  if (weight.status === 'ok') {
    emit('amount', weight.massG.value)
    return
  }
  question.value =
    weight.code === 'whichReading'
      ? { kind: 'reading', unitId: weight.unitId, readings: weight.readings }
      : { kind: 'weigh', unitId: weight.unitId }
}
if (props.said) {
  text.value = props.said
  onMounted(() => take(parseQuantity(text.value)))
}
const submit = () => {
  if (text.value.trim() !== props.shown) take(parseQuantity(text.value))
}
/** Asked once, kept for the kitchen, and the amount read again with it. */
function answer(unitId: string, reading: string): void {
  const measures = {
    ...(props.measures ?? NO_HOUSE_MEASURES),
    readings: { ...props.measures?.readings, [unitId]: reading },
  }
  emit('measured', measures)
  take(parseQuantity(text.value), measures)
}
function weigh(unitId: string): void {
  const value = Number(weighed.value.replace(',', '.'))
  if (!(value > 0)) return
  const measures = {
    ...(props.measures ?? NO_HOUSE_MEASURES),
    weighed: {
      ...props.measures?.weighed,
      [`${unitId}:${props.good.id}`]: { low: value * 0.7, value, high: value * 1.3 },
    },
  }
  emit('measured', measures)
  take(parseQuantity(text.value), measures)
}
</script>

<template>
  <div class="amount">
    <input
      v-model="text"
      :aria-label="texts.book.bench.amount(name)"
      maxlength="80"
      @change="submit"
      @keydown.enter="submit"
    />
    <p v-if="note" class="wine note" role="alert">✕ {{ note }}</p>
    <div v-if="question" class="ask" role="alertdialog" :aria-label="texts.book.bench.ask.separator?.('')">
      <template v-if="question.kind === 'separator'"
        ><v-btn v-for="o in question.options" :key="o.says" @click="take(o.parsed)">{{
          o.says
        }}</v-btn></template
      >
      <template v-else-if="question.kind === 'reading'"
        ><span class="label">{{ texts.book.bench.ask.whichReading?.(question.unitId) }}</span
        ><v-btn v-for="r in question.readings" :key="r" @click="answer(question.unitId, r)">{{
          r
        }}</v-btn></template
      >
      <template v-else
        ><span class="label">{{ texts.book.bench.ask.weighOnce?.(question.unitId) }}</span
        ><input
          v-model="weighed"
          class="grams"
          inputmode="decimal"
          aria-label="g"
          @keydown.enter="weigh(question.unitId)"
        /><v-btn @click="weigh(question.unitId)">{{ texts.app.keep }}</v-btn></template
      >
    </div>
  </div>
</template>

<style scoped>
.amount {
  display: contents;
}
input {
  width: 118px;
  height: 48px;
  text-align: right;
  border: 0;
  border-bottom: 1px solid var(--tick);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-label);
  font-weight: var(--weight-key);
}
.grams {
  width: 90px;
}
.note,
.ask {
  grid-column: 1 / -1;
}
.ask {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  padding: 4px 0;
}
</style>

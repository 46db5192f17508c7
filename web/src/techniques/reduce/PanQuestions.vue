<script setup lang="ts">
import type { HeatLevel, ReduceLive } from '@liquamen/core'
import { computed } from 'vue'
import AskedRow from '../../ui/AskedRow.vue'
import { clockText, numberText, percentText } from '../../ui/format'
import { texts } from '../../ui/texts'
import type { useReduction } from './useReduction'

/** What a pan on its way down wants answered or done: a reading that does not fit, a flame turned without a word, which way to turn it, and what lets it down again. */
const props = defineProps<{
  pan: ReturnType<typeof useReduction>
  live: ReduceLive
  flameEnd: (level: HeatLevel) => string
}>()
const question = computed(() => props.live.estimate.questions.at(-1))
const asks = computed(() => {
  const of = question.value
  if (!of) return ''
  if (of.isBare) return texts.bench.question.bare(numberText(grossOf(of.readingId)))
  if (of.wallMm !== undefined) return texts.bench.question.deeper(numberText(of.wallMm))
  return texts.bench.question[of.verdict](numberText(of.expectedG), numberText(of.massG))
})
/** What the scale showed. */
function grossOf(readingId: string): number {
  const payload = props.live.estimate.readings.find((r) => r.fact.id === readingId)?.fact.payload
  return payload?.how === 'weighing' ? payload.grossG : 0
}
/** Whether the flame was turned, and since when the readings say so. */
const turned = computed(() => {
  const of = props.pan.turned.value
  if (!of) return undefined
  const asks = texts.bench.turned.ask(texts.bench.levels[of.level])
  return { of, asks, since: texts.bench.turned.since(clockText(of.sinceMs), numberText(of.ratio, 1)) }
})
</script>

<template>
  <AskedRow v-if="question" :asks="asks">
    <template v-if="question.isBare">
      <v-btn @click="pan.explain(question.readingId, 'zeroed')">{{
        texts.bench.question.zeroed
      }}</v-btn><v-btn @click="pan.explain(question.readingId, 'mistake')">{{
        texts.bench.question.offIt
      }}</v-btn>
    </template>
    <template v-else>
      <v-btn @click="pan.explain(question.readingId, 'mistake')">{{
        texts.bench.question.mistake
      }}</v-btn><v-btn @click="pan.explain(question.readingId, 'right')">{{
        texts.bench.question.right
      }}</v-btn
      ><v-btn v-if="question.massG > question.expectedG" @click="pan.explain(question.readingId, 'added')">{{
        texts.bench.question.added
      }}</v-btn
      ><v-btn v-else @click="pan.explain(question.readingId, 'ladled')">{{
        texts.bench.question.ladled
      }}</v-btn>
    </template>
  </AskedRow>
  <AskedRow v-if="turned" :name="turned.asks" :asks="`${turned.since} ${turned.asks}`">
    <v-btn @click="turned && pan.wasTurned(turned.of.level)">{{ texts.bench.turned.yes }}</v-btn>
    <v-btn @click="turned && pan.explain(turned.of.readingId, 'right')">{{ texts.bench.turned.no }}</v-btn>
  </AskedRow>
  <p v-if="pan.flameTurn.value" class="caption" role="status">
    {{
      texts.bench.turned[pan.flameTurn.value.turn](
        texts.bench.levels[pan.flameTurn.value.to.level],
        flameEnd(pan.flameTurn.value.to.level),
      )
    }}
  </p>
  <section v-if="pan.fixes.value.length" class="question-row">
    <p class="label">{{ texts.bench.overBy(numberText(live.stage.targetMassG - live.estimate.massG)) }}</p>
    <div class="keys-row">
      <v-btn
        v-for="fix in pan.fixes.value"
        :key="fix.ingredientId"
        @click="pan.add(fix.ingredientId, Math.round(fix.addG))"
        >{{ numberText(fix.addG) }} g <span class="sauce">{{ fix.name }}</span>
        <small>{{ texts.bench.saltAfter(percentText(fix.saltFrac, 2)) }}</small></v-btn
      >
    </div>
  </section>
</template>

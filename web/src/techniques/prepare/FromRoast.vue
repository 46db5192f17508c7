<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref } from 'vue'
import type { Bench } from '../../bench/useBench'
import EntryRuler from '../../ui/EntryRuler.vue'
import { numberText } from '../../ui/format'
import { prepareTexts as says } from './texts'

/** Salt that a pan sauce inherits: the juices of the roast that go in, by how it was salted. It is in the sum before anybody tastes. */
const props = defineProps<{ view: BatchView; bench: Bench }>()
type How = keyof typeof says.roast.how
/** Salt of the juices beyond those of a seasoned roast, share (seasoned meat 0.8 %, the outer 10 mm of a rub or crust 1.5 %; kitchen.md §9). */
const MORE_SALT: Readonly<Record<How, number>> = { salted: 0, rub: 0.007, crust: 0.007 }
const USUAL_G = 60
const how = ref<How>()
const inG = computed(() =>
  props.view.state.stageFacts.reduce(
    (sum, f) =>
      f.kind === 'addition.made' && f.payload.ingredientId === 'roastJuices' ? sum + f.payload.massG : sum,
    0,
  ),
)
const hasGood = computed(() => props.view.state.frozen?.ingredients.some((i) => i.id === 'roastJuices'))
async function keep(grams: number): Promise<void> {
  const saltG = Math.round(100 * grams * MORE_SALT[how.value ?? 'salted']) / 100
  const goods = [['roastJuices', grams] as const, ...(saltG > 0 ? [['salt', saltG] as const] : [])]
  if (grams > 0 && (await props.bench.addTogether(goods))) how.value = undefined
}
</script>

<template>
  <section v-if="hasGood" class="roast gap-above">
    <p class="label">
      {{ says.roast.title }} <span v-if="inG > 0" class="sorrel">{{ says.roast.isIn(numberText(inG)) }}</span>
    </p>
    <div class="keys-row">
      <v-btn v-for="(word, k) in says.roast.how" :key="k" :aria-pressed="how === k" @click="how = k as How">{{
        word
      }}</v-btn>
    </div>
    <EntryRuler
      v-if="how"
      :label="says.roast.juices"
      unit="g"
      :start="USUAL_G"
      :min="1"
      :max="2000"
      :step="1"
      :reach="60"
      @keep="keep"
      @cancel="how = undefined"
    />
  </section>
</template>

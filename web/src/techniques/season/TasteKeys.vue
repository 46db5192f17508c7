<script setup lang="ts">
import { TASTE_WORDS, type BatchView, type Contents, type TasteRemedy } from '@liquamen/core'
import { toRef } from 'vue'
import type { Bench } from '../../bench/useBench'
import { numberText, percentText } from '../../ui/format'
import AskedRow from '../../ui/AskedRow.vue'
import { seasonTexts as says } from './texts'
import { useTasting } from './useTasting'

/** The tastings of a step in their order, in one tap each; what contradicts the sum is asked about, what is wrong is mended in grams. */
const props = defineProps<{ view: BatchView; bench: Bench; contents: Contents; canAct: boolean }>()
const t = useTasting(toRef(props, 'view'), toRef(props, 'contents'), props.bench)
const amount = (r: TasteRemedy) =>
  r.keepFrac === undefined
    ? numberText(r.massG ?? 0, (r.massG ?? 0) < 20 ? 1 : 0)
    : numberText(100 * r.keepFrac)
</script>

<template>
  <section v-if="t.here.value.length" class="tastings" :aria-label="says.tastings">
    <ol>
      <li v-for="c in t.here.value" :key="c.id" :class="{ due: c.id === t.due.value?.id }">
        <span class="name">{{ says.checkpoints[c.id] }}</span>
        <span class="caption">{{ says.hints[c.id] }}</span>
        <span v-if="c.noted" class="sorrel">{{ says.says(says.words[c.noted.word]) }}</span>
        <span v-if="canAct && c.id === t.due.value?.id" class="keys-row">
          <v-btn v-for="w in TASTE_WORDS" :key="w" @click="t.say(c.id, w)">{{ says.words[w] }}</v-btn>
        </span>
      </li>
    </ol>
    <AskedRow
      v-if="t.contrary.value"
      :asks="says.contrary(says.words[t.contrary.value.word], t.sumSays(t.contrary.value.word))"
    >
      <v-btn @click="t.stands()">{{ says.stands }}</v-btn><v-btn class="is-first" @click="t.again()">{{
        says.again
      }}</v-btn>
    </AskedRow>
    <template v-if="t.remedies.value.length">
      <p class="label">{{ says.mend }}</p>
      <ul class="remedies">
        <li v-for="r in t.remedies.value" :key="r.kind">
          <span>{{ says.remedy[r.kind](amount(r)) }}</span>
          <span v-if="r.saltFrac !== undefined" class="caption"
            >{{ percentText(r.saltFrac, 2) }} % {{ says.salt }}</span
          >
          <v-btn v-if="canAct && r.ingredientId" @click="t.put(r)"
            >{{ says.put }} <small>{{ amount(r) }} g</small></v-btn
          >
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.tastings {
  display: grid;
  gap: 6px;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 16px;
  min-height: 40px;
  border-top: 1px solid var(--hair);
  font-size: var(--type-text);
}
.name {
  min-width: 11em;
}
.due .name {
  font-weight: var(--weight-key);
}
.remedies li span:first-child {
  flex: 1;
  min-width: 16em;
}
</style>

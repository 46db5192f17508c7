<script setup lang="ts">
import type { Choices, Formula } from '@liquamen/core'
import { texts } from '../ui/texts'
import { sayMoves } from './sayMoves'
import { NOW } from './useWorkbench'
import type { VariantOutcome } from './variantOutcome'

const props = defineProps<{
  formula: Formula
  choices: Choices
  /** By `school:option`, and the sauce as it stands; worked out between frames. */
  outcomes: ReadonlyMap<string, VariantOutcome>
  currency: string
}>()
const emit = defineEmits<{ choose: [schoolId: string, optionId: string] }>()
const chosenId = (schoolId: string, defaultId: string) => props.choices.schools[schoolId] ?? defaultId

/** What a way would move, beside what is chosen now. */
function moves(key: string): string {
  const [now, way] = [props.outcomes.get(NOW), props.outcomes.get(key)]
  return now && way ? sayMoves(now, way, props.currency).join(', ') : ''
}
</script>

<template>
  <div>
    <fieldset v-for="school in formula.schools ?? []" :key="school.id">
      <legend class="label">
        {{ school.says }} <span class="caption">{{ texts.book.bench.reason(school.reason) }}</span>
      </legend>
      <button
        v-for="o in school.options"
        :key="o.id"
        class="way"
        :aria-pressed="chosenId(school.id, school.defaultId) === o.id"
        @click="emit('choose', school.id, o.id)"
      >
        <span class="word">{{ o.says }}</span>
        <span class="caption">{{
          chosenId(school.id, school.defaultId) === o.id ? '' : moves(`${school.id}:${o.id}`)
        }}</span>
      </button>
    </fieldset>
  </div>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0 0 10px;
  margin: 0;
}
legend {
  padding: 6px 0 4px;
  width: 100%;
  border-top: 1px solid var(--hair);
}
.way {
  display: grid;
  width: 100%;
  min-height: 48px;
  padding: 4px 8px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  align-content: center;
}
.way[aria-pressed='true'] {
  border-left-color: var(--ink);
  background: var(--sunk);
}
.way[aria-pressed='true'] .word {
  font-weight: var(--weight-key);
}
.way:hover .word {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.word {
  font-size: var(--type-text);
}
</style>

<script setup lang="ts">
import { techniqueOf, type FormulaStep } from '@liquamen/core'
import { ref } from 'vue'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'
import StepForm from './StepForm.vue'
import type { Workbench } from './useWorkbench'

const props = defineProps<{
  bench: Workbench
  /** The step that is looked at. */ selectedId?: string | undefined
}>()
const emit = defineEmits<{ select: [stepId: string] }>()
const { chosen, draft, trace } = props.bench
const editingId = ref<string>()
const range = ({ low, high }: NonNullable<FormulaStep['minutes']>) => {
  const decimals = low % 1 ? 1 : 0
  return `${numberText(low, decimals)}–${numberText(high, decimals)} min`
}
/** What a phrase comes to, beside it: never a phrase alone. */
function leaves(stepId: string): string {
  const target = trace.value.find((t) => t.stepId === stepId)?.target
  if (!target?.volumeMl || target.fractionLeft === undefined) return ''
  return texts.book.bench.leaves(
    numberText(target.volumeMl * props.bench.factor.value),
    numberText(target.fractionLeft * 100),
  )
}
/** A step of the formula's own; a school's step is changed in the school. */
const isOwn = (id: string) => draft.value.steps.some((s) => s.id === id)
function edit(id: string): void {
  emit('select', id)
  editingId.value = editingId.value === id ? undefined : id
}
function added(id: string): void {
  emit('select', id)
  editingId.value = id
}
</script>

<template>
  <ol class="steps">
    <li v-for="s in chosen.steps" :key="s.id" :class="{ here: s.id === selectedId }">
      <div class="row">
        <button class="step" @click="emit('select', s.id)">
          <strong>{{ s.verb }}</strong> {{ s.endsWhen
          }}<span v-if="s.minutes" class="soft">&ensp;{{ range(s.minutes) }}</span>
          <span v-if="s.cut" class="soft">&ensp;{{ texts.book.bench.cuts[s.cut] }}</span>
          <span v-if="s.aheadKeepsH" class="soft"
            >&ensp;{{ texts.book.bench.keepsAhead(numberText(s.aheadKeepsH)) }}</span
          >
        </button>
        <button
          v-if="isOwn(s.id)"
          class="text-key edit"
          :aria-expanded="editingId === s.id"
          :aria-label="`${texts.workbench.editStep}: ${s.verb}`"
          @click="edit(s.id)"
        >
          {{ texts.book.bench.change }}
        </button>
      </div>
      <ul v-if="s.cautions.length && s.id === selectedId" class="cautions">
        <li v-for="c in s.cautions" :key="c" class="caption">▽ {{ texts.cautions[c] ?? c }}</li>
      </ul>
      <label v-if="techniqueOf(s).asksTarget" class="target"
        ><span class="caption">{{ texts.plan.phrase }}</span
        ><input
          :value="s.target"
          maxlength="120"
          :aria-label="`${texts.plan.phrase}: ${s.verb}`"
          @change="bench.setTarget(s.id, ($event.target as HTMLInputElement).value)"
        /><span class="caption">{{ leaves(s.id) }}</span></label
      >
      <StepForm
        v-if="editingId === s.id"
        :key="s.id"
        :step="s"
        :bench="bench"
        @done="editingId = undefined"
        @added="added"
      />
    </li>
  </ol>
</template>

<style scoped>
.steps > li {
  border-top: 1px solid var(--hair);
  padding: 2px 0;
}
.steps > li.here {
  background: var(--sunk);
}
.row {
  display: flex;
  gap: 8px;
  align-items: start;
}
.step {
  flex: 1;
  min-height: 48px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--type-text);
  text-align: left;
  cursor: pointer;
  line-height: 1.2;
}
.edit {
  color: var(--ink-soft);
  font-size: var(--type-caption);
  text-decoration-color: var(--tick);
}
.cautions {
  padding: 0 6px 4px;
}
.target {
  display: flex;
  gap: 10px;
  align-items: center;
}
.target input {
  flex: 1;
  min-width: 0;
  height: 48px;
  border: 0;
  border-bottom: 1px solid var(--tick);
  background: none;
  color: var(--ink);
  font: inherit;
  font-size: var(--type-label);
  font-weight: var(--weight-key);
}
@media print {
  .edit {
    display: none;
  }
}
</style>

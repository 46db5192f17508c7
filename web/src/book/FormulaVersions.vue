<script setup lang="ts">
import { diffFormula, type Formula, type Ingredient } from '@liquamen/core'
import { computed, onMounted, shallowRef } from 'vue'
import { api } from '../port/api'
import { texts } from '../ui/texts'
import { sayDifference } from './sayDifference'

const props = defineProps<{ formulaId: string; ingredients: ReadonlyMap<string, Ingredient> }>()
const emit = defineEmits<{ /** An older version is wanted beside the bench. */ beside: [version: Formula] }>()
const versions = shallowRef<readonly Formula[]>([])
onMounted(async () => {
  versions.value = await api.formulaVersions(props.formulaId).catch(() => [])
})
/** Each version with what it changed from the one before, newest first. */
const notes = computed(() =>
  versions.value.slice(0, -1).map((v, i) => ({
    version: v.version,
    formula: v,
    lines: diffFormula(versions.value[i + 1] as Formula, v).map((d) => sayDifference(d, props.ingredients)),
  })),
)
</script>

<template>
  <div>
    <h2 class="label">{{ texts.book.bench.versions }}</h2>
    <ul>
      <li v-for="n in notes" :key="n.version">
        <strong>{{ texts.book.bench.version(n.version) }}</strong>
        {{ n.lines.join('; ') || texts.book.bench.nothingChanged }}
      </li>
      <li v-for="v in versions.slice(1)" :key="`beside ${v.version}`">
        <v-btn @click="emit('beside', v)"
          >{{ texts.workbench.beside }}: {{ texts.book.bench.version(v.version) }}</v-btn
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
h2 {
  padding-top: 12px;
}
li {
  font-size: var(--type-text);
  padding: 2px 0;
}
</style>

<script setup lang="ts">
import type { Formula, KitchenCatalog } from '@liquamen/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, OutOfReach, Refusal } from '../port/api'
import { useKitchen } from '../port/useKitchen'
import { texts } from '../ui/texts'
import { slugOf } from '../ui/slugOf'

const props = defineProps<{
  /** As it is chosen on the bench, schools and swaps in it. */
  formula: Formula
  catalog: KitchenCatalog
}>()
const emit = defineEmits<{ done: [] }>()
const kitchen = useKitchen()
const router = useRouter()
const name = ref('')
const refusal = ref('')
const id = computed(() => slugOf(name.value, new Set(props.catalog.formulas.map((f) => f.id))))

/** A new sauce of its own, a child of the one it was copied from; it makes no base, so that no good has two makers. */
async function keep(): Promise<void> {
  const copyId = id.value // once saved, the name is taken and the next free one would be another
  if (!copyId) return
  const { makes: _makes, ...copied } = props.formula
  try {
    await api.saveFormula({
      ...copied,
      id: copyId,
      name: name.value.trim(),
      version: 1,
      motherId: props.formula.id,
    })
    await kitchen.refreshCatalog()
    emit('done')
    await router.push(`/book/${copyId}`)
  } catch (error) {
    if (error instanceof Refusal)
      refusal.value = texts.book.problems[error.problem.code] ?? error.problem.title
    else if (error instanceof OutOfReach) refusal.value = texts.app.failed
    else throw error
  }
}
</script>

<template>
  <form class="copy" :aria-label="texts.workbench.copy" @submit.prevent="keep" @keydown.esc="emit('done')">
    <v-text-field v-model="name" :label="texts.workbench.copyName" maxlength="80" autofocus />
    <v-btn type="submit" class="is-first" :disabled="!id">{{ texts.workbench.copyKeep }}</v-btn>
    <v-btn @click="emit('done')">{{ texts.app.cancel }}</v-btn>
    <p v-if="refusal" class="wine label" role="alert">✕ {{ refusal }}</p>
  </form>
</template>

<style scoped>
.copy {
  display: flex;
  gap: 16px;
  align-items: end;
  flex-wrap: wrap;
  padding: 8px 0;
}
.copy > .v-input {
  flex: 1 1 260px;
}
</style>

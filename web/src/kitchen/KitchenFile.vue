<script setup lang="ts">
import { computed, ref } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { api, OutOfReach, Refusal } from '../port/api'
import { useKitchen } from '../port/useKitchen'
import { saveAs } from '../ui/saveAs'
import { kitchenTexts as texts } from './texts.kitchen'

/** The whole kitchen as a file, and the house book for a kitchen that has none. */
const kitchen = useKitchen()
const message = ref('')
const isWrong = ref(false)
const picker = ref<HTMLInputElement>()
const isEmpty = computed(() => (kitchen.catalog?.formulas.length ?? 0) === 0)

function sayRefused({ problem }: Refusal): string {
  const fields = (problem.fields ?? []).slice(0, 3).map((f) => `${f.field} ${f.message}`)
  return [problem.title, problem.detail, ...fields].filter(Boolean).join(' ')
}
async function ask(act: () => Promise<string>): Promise<void> {
  try {
    message.value = await act()
    isWrong.value = false
    await kitchen.refreshCatalog()
  } catch (error) {
    if (!(error instanceof Refusal || error instanceof OutOfReach)) throw error
    message.value = error instanceof Refusal ? sayRefused(error) : texts.away
    isWrong.value = true
  }
}
/** Taken by a call that says who asks: a link could not. */
async function exportFile(): Promise<void> {
  await ask(async () => {
    saveAs(await api.exportKitchen(), 'kitchen.json')
    return texts.exported
  })
}
async function importFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  await ask(async () => {
    const done = await api.importFile(file)
    return texts.imported(done.facts, done.batches)
  })
  input.value = ''
}
const takeBook = () =>
  ask(async () => {
    const { formulas, ingredients } = await api.takeHouseBook()
    return texts.bookTaken(formulas, ingredients)
  })
</script>

<template>
  <section class="stack">
    <template v-if="isEmpty">
      <p class="reading">{{ texts.bookEmpty }}</p>
      <v-btn class="is-first" @click="takeBook">{{ texts.takeBook }}</v-btn>
    </template>
    <h2 class="label">{{ texts.files }}</h2>
    <p class="reading">{{ texts.filesHint }}</p>
    <MayLine doing="moveKitchen" />
    <div class="keys-row">
      <v-btn @click="exportFile">{{ texts.exportAll }}</v-btn>
      <v-btn @click="picker?.click()">{{ texts.importFile }}</v-btn>
      <input
        ref="picker"
        class="visually-hidden"
        type="file"
        accept="application/json,.json"
        tabindex="-1"
        :aria-label="texts.importFile"
        @change="importFile"
      />
    </div>
    <p v-if="message" class="label" :class="{ wine: isWrong }" role="status">{{ message }}</p>
  </section>
</template>

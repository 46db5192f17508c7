<script setup lang="ts">
import { airPressureKPa, waterBoilingPointC } from '@liquamen/core'
import { computed, ref } from 'vue'
import { api, OutOfReach, Refusal } from '../port/api'
import { useKitchenViews } from '../port/useKitchenViews'
import { numberText, tempText } from '../ui/format'
import { texts } from '../ui/texts'

const { kitchen, catalog } = useKitchenViews()
const message = ref('')
const isWrong = ref(false)
const picker = ref<HTMLInputElement>()
const counts = computed(() => {
  const c = catalog.value
  if (!c) return []
  const what = texts.kitchen.what
  const of = (list: readonly unknown[], name: string) => texts.kitchen.counts(list.length, name)
  return [
    of(c.formulas, what.formulas),
    of(c.ingredients, what.ingredients),
    of(c.rings, what.rings),
    of(c.pans, what.pans),
    of(c.wells, what.wells),
    of(c.crew, what.crew),
  ]
})

function sayRefused({ problem }: Refusal): string {
  const fields = (problem.fields ?? []).slice(0, 3).map((f) => `${f.field} ${f.message}`)
  return [problem.title, problem.detail, ...fields].filter(Boolean).join(' ')
}
async function importFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  try {
    const done = await api.importFile(await file.text())
    message.value = texts.log.imported(done.facts, done.batches)
    isWrong.value = false
    await kitchen.refreshCatalog()
  } catch (error) {
    if (!(error instanceof Refusal || error instanceof OutOfReach)) throw error
    message.value = error instanceof Refusal ? sayRefused(error) : texts.kitchen.away
    isWrong.value = true
  }
  input.value = ''
}
</script>

<template>
  <section v-if="catalog" class="stack">
    <h1>{{ catalog.settings.name }}</h1>
    <p class="label">
      {{
        texts.kitchen.place(
          numberText(catalog.settings.altitudeM),
          tempText(waterBoilingPointC(airPressureKPa(catalog.settings.altitudeM))),
        )
      }}
    </p>
    <h2 class="label gap-above">{{ texts.kitchen.holds }}</h2>
    <ul>
      <li v-for="c in counts" :key="c" class="reading">{{ c }}</li>
    </ul>
    <h2 class="label gap-above">{{ texts.kitchen.files }}</h2>
    <p class="reading hint">{{ texts.kitchen.filesHint }}</p>
    <div class="keys-row">
      <v-btn href="/api/export" download>{{ texts.kitchen.exportAll }}</v-btn>
      <v-btn @click="picker?.click()">{{ texts.kitchen.importFile }}</v-btn>
      <input
        ref="picker"
        class="visually-hidden"
        type="file"
        accept="application/json,.json"
        tabindex="-1"
        :aria-label="texts.kitchen.importFile"
        @change="importFile"
      />
    </div>
    <p v-if="message" class="label" :class="{ wine: isWrong }" role="status">{{ message }}</p>
  </section>
</template>

<style scoped>
h1 {
  font-size: var(--type-title);
}
.hint {
  max-width: 60ch;
}
</style>

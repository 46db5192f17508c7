<script setup lang="ts">
import { ref } from 'vue'
import { Refusal } from '../port/api'
import { useLiveKitchen } from '../port/kitchen.store'
import { texts } from '../ui/texts'

const kitchen = useLiveKitchen()
const code = ref('')
const name = ref('Tablet by the stove')
const error = ref('')
async function enrol(): Promise<void> {
  error.value = ''
  try {
    await kitchen.enrol(name.value, code.value)
  } catch (caught) {
    error.value = caught instanceof Refusal ? caught.problem.title : texts.app.failed
  }
}
</script>

<template>
  <main class="enrol">
    <h1 class="sauce">{{ texts.app.name }}</h1>
    <form @submit.prevent="enrol">
      <h2 class="label">{{ texts.enrol.title }}</h2>
      <v-text-field v-model="name" :label="texts.enrol.name" maxlength="60" />
      <v-text-field
        v-model="code"
        :label="texts.enrol.code"
        inputmode="numeric"
        autocomplete="off"
        maxlength="20"
        :error-messages="error"
      />
      <v-btn type="submit" class="is-first">{{ texts.enrol.key }}</v-btn>
    </form>
  </main>
</template>

<style scoped>
.enrol {
  display: grid;
  place-content: center;
  gap: 24px;
  min-height: var(--screen-h);
  padding: 32px;
}
h1 {
  font-size: var(--type-station);
}
form {
  display: grid;
  gap: 16px;
  width: min(420px, 100%);
}
</style>

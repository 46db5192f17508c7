<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Kitchen } from '@liquamen/contracts'
import { PIN_DIGITS } from '@liquamen/core'
import { api, OutOfReach, Refusal } from '../port/api'
import { useLiveKitchen } from '../port/kitchen.store'
import { tapped } from '../port/tapped'
import { texts } from '../ui/texts'
import { crewTexts as says } from './texts.crew'
import { useSignOnSheet } from './useSignOnSheet'

/** Signing on and off at this tablet: a name, then its PIN, by touch or by keys. */
const kitchen = useLiveKitchen()
const { isOpen } = useSignOnSheet()
const personId = ref<string>()
const pin = ref('')
const problem = ref('')
const isAsking = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
const crew = computed(() => kitchen.catalog?.crew ?? [])
const person = computed(() => crew.value.find((c) => c.id === personId.value))
const present = computed(() => crew.value.find((c) => c.id === kitchen.crewId))
const isUnclaimed = computed(() => kitchen.session?.isClaimed === false)
const kitchens = ref<readonly Kitchen[]>([])
const code = ref('')
const isEnrolling = ref(false)
const others = computed(() => kitchens.value.filter((k) => k.kitchenId !== kitchen.kitchenId))
async function enrolElsewhere(): Promise<void> {
  await tapped(() => kitchen.enrolElsewhere(kitchen.session?.deviceName ?? '', code.value), problem)
}
const demoPin = computed(() => kitchen.session?.demoPin)

function begin(id?: string): void {
  personId.value = id
  pin.value = ''
  problem.value = ''
  if (id) void nextTick(() => field.value?.focus())
}
watch(
  isOpen,
  async (open) => {
    if (!open) return
    begin()
    isEnrolling.value = false
    kitchens.value = await api.kitchens().catch(() => [])
  },
  { immediate: true },
)
const typed = (digits: string) => {
  pin.value = digits.replace(/\D/g, '').slice(0, PIN_DIGITS.most)
  problem.value = ''
}
async function signOn(): Promise<void> {
  if (!person.value || pin.value === '' || isAsking.value) return
  isAsking.value = true
  try {
    await kitchen.signOn(person.value.id, pin.value)
    isOpen.value = false
  } catch (error) {
    if (!(error instanceof Refusal || error instanceof OutOfReach)) throw error
    problem.value = error instanceof Refusal ? error.problem.title : says.away
  } finally {
    pin.value = ''
    isAsking.value = false
  }
}
async function signOff(): Promise<void> {
  isOpen.value = false
  await kitchen.signOff()
}
</script>

<template>
  <v-dialog v-model="isOpen" :scrim="false" max-width="560" :aria-label="says.sheet">
    <div class="sheet">
      <h2 class="label">{{ person ? says.pinOf(person.name) : says.sheet }}</h2>
      <form v-if="person" class="pin" @submit.prevent="signOn">
        <input
          ref="field"
          class="digits"
          type="password"
          inputmode="numeric"
          autocomplete="off"
          :value="pin"
          :aria-label="says.pinOf(person.name)"
          :aria-invalid="problem !== ''"
          @input="typed(($event.target as HTMLInputElement).value)"
        />
        <p v-if="problem" class="wine" role="alert">{{ problem }}</p>
        <div class="pad">
          <v-btn
            v-for="digit in ['1', '2', '3', '4', '5', '6', '7', '8', '9']"
            :key="digit"
            type="button"
            @click="typed(pin + digit)"
            >{{ digit }}</v-btn
          >
          <v-btn type="button" :aria-label="says.erase" @click="typed(pin.slice(0, -1))">←</v-btn>
          <v-btn type="button" @click="typed(`${pin}0`)">0</v-btn>
          <v-btn type="submit" class="is-first" :disabled="pin === '' || isAsking">{{ says.enter }}</v-btn>
        </div>
        <p v-if="demoPin" class="caption">{{ says.demoPin(demoPin) }}</p>
        <div class="keys-row">
          <v-btn type="button" @click="begin()">{{ says.another }}</v-btn>
          <v-btn type="button" @click="isOpen = false">{{ texts.app.cancel }}</v-btn>
        </div>
      </form>
      <template v-else>
        <p v-if="isUnclaimed" class="reading">
          {{ says.unclaimed }}
          <RouterLink to="/kitchen" @click="isOpen = false">{{ says.toCrew }}</RouterLink>
        </p>
        <p v-else-if="crew.length === 0">{{ says.nobody }}</p>
        <ul v-else class="names">
          <li v-for="c in crew" :key="c.id">
            <v-btn :aria-pressed="c.id === present?.id" @click="begin(c.id)"
              ><span>{{ c.name }}</span> <small>{{ says.roles[c.role] }}</small></v-btn
            >
          </li>
        </ul>
        <p class="caption">{{ kitchen.awaySinceMs === undefined ? says.open : says.away }}</p>
        <template v-if="others.length || isEnrolling">
          <h3 class="caption">{{ says.kitchens }}</h3>
          <div v-if="others.length" class="keys-row">
            <v-btn v-for="k in others" :key="k.kitchenId" @click="kitchen.moveTo(k.kitchenId)">{{
              k.name
            }}</v-btn>
          </div>
          <form v-if="isEnrolling" class="keys-row" @submit.prevent="enrolElsewhere">
            <v-text-field
              v-model="code"
              :label="says.code"
              inputmode="numeric"
              autocomplete="off"
              maxlength="20"
              :error-messages="problem"
              autofocus
            />
            <v-btn type="submit" :disabled="code.trim() === ''">{{ says.enrol }}</v-btn>
          </form>
        </template>
        <div class="keys-row">
          <v-btn v-if="!isEnrolling" @click="isEnrolling = true">{{ says.anotherKitchen }}</v-btn>
          <v-btn v-if="present" @click="signOff">{{ says.signOff(present.name) }}</v-btn>
          <v-btn @click="isOpen = false">{{ says.close }}</v-btn>
        </div>
      </template>
    </div>
  </v-dialog>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 14px;
  padding: 22px 26px 26px;
  background: var(--sunk);
  color: var(--ink);
  border: 1.25px solid var(--ink);
  max-height: calc(var(--screen-h) - 32px);
  overflow-y: auto;
}
a {
  color: inherit;
}
.names {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
  padding: 0;
  list-style: none;
}
.names .v-btn {
  width: 100%;
  min-height: 64px;
}
.names small {
  padding-left: 10px;
  opacity: 0.8;
}
.pin {
  display: grid;
  gap: 12px;
}
.digits {
  width: 100%;
  height: 64px;
  padding: 0 14px;
  border: 0;
  border-bottom: 2px solid var(--ink);
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--type-station);
  letter-spacing: 0.2em;
}
.pad {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 12px;
}
.pad .v-btn {
  min-height: 64px;
  font-size: var(--type-key);
}
</style>

<script setup lang="ts">
import type { PastServicesAnswer } from '@liquamen/contracts'
import { coversOn, learnDish, type OfferedDish, type PastService, type ServiceState } from '@liquamen/core'
import { computed, ref } from 'vue'
import { api } from '../port/api'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { numberText, weekdayText } from '../ui/format'
import { briefTexts } from './texts.brief'

/** What past evenings say of tonight: guests of such a day, and how much of each dish a guest takes. */
const props = defineProps<{ service: ServiceState; firstMs: number }>()
const emit = defineEmits<{ offer: [dish: OfferedDish] }>()
const says = briefTexts.past
const kitchen = useKitchen()
const past = ref<readonly PastService[]>()
const answer = ref<PastServicesAnswer>()
const load = () =>
  tapped(async () => {
    past.value = await api.pastServices()
  })
void load()
async function readFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  await tapped(async () => {
    answer.value = await api.readPastServices(await file.text())
  })
  input.value = ''
  await load()
}
const weekday = computed(() => weekdayText(props.firstMs))
const guests = computed(() => coversOn(past.value ?? [], (atMs) => weekdayText(atMs) === weekday.value))
/** The card as it says itself does not count for more than it says. */
const learned = computed(() =>
  props.service.dishes.flatMap((offered) => {
    const of = learnDish(offered.dish.id, {
      perCover: offered.perCover,
      past: past.value ?? [],
      nowMs: kitchen.nowMs,
    })
    return of ? [{ offered, of, isSame: rounded(of.value) === rounded(offered.perCover) }] : []
  }),
)
const rounded = (perCover: number) => Math.round(perCover * 100) / 100
const text = (perCover: number) => numberText(perCover, 2)
const take = ({ offered, of }: (typeof learned.value)[number]) =>
  emit('offer', { ...offered, perCover: rounded(of.value) })
const takeAll = () => learned.value.filter((l) => !l.isSame).forEach(take)
</script>

<template>
  <section class="gap-above" :aria-label="says.title">
    <div class="heading-row">
      <h2 class="label soft">{{ says.title }}</h2>
      <div class="keys-row">
        <v-btn v-if="learned.some((l) => !l.isSame)" @click="takeAll">{{ says.takeAll }}</v-btn>
        <label class="text-key file"
          >{{ says.file
          }}<input
            class="visually-hidden"
            type="file"
            accept=".csv,text/csv"
            :aria-label="says.file"
            @change="readFile"
        /></label>
      </div>
    </div>
    <p class="caption">{{ says.columns }}</p>
    <p v-if="answer && answer.bad.length === 0" class="label" role="status">
      ✓ {{ says.added(answer.added, answer.known) }}
    </p>
    <ul v-else-if="answer" role="alert">
      <li class="wine label">✕ {{ says.notRead }}</li>
      <li v-for="b in answer.bad" :key="b.line" class="caption">{{ says.line(b.line) }} {{ b.why }}</li>
    </ul>
    <p v-if="past && past.length === 0" class="label">{{ says.none }}</p>
    <p v-if="guests" class="label">
      {{ says.guests(weekday, guests.evenings, numberText(guests.value), [guests.low, guests.high]) }}
    </p>
    <ul>
      <li v-for="l in learned" :key="l.offered.dish.id" class="dish">
        <span class="name">{{ l.offered.dish.name }}</span>
        <span class="label">{{ says.perCover(text(l.of.value)) }}</span>
        <span class="caption">{{ says.band(text(l.of.low), text(l.of.high), l.of.evenings) }}</span>
        <span v-if="l.isSame" class="caption">{{ says.same }}</span>
        <button v-else class="text-key" :aria-label="says.takeFor(l.offered.dish.name)" @click="take(l)">
          {{ says.take(text(l.offered.perCover)) }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.dish {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid var(--hair);
}
.name {
  font-weight: var(--weight-key);
}
.file {
  cursor: pointer;
}
.file:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 3px;
}
</style>

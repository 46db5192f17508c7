<script setup lang="ts">
import { dilution, STORE_PLACES, type Ingredient, type LotState, type StorePlace } from '@liquamen/core'
import { computed } from 'vue'
import { storeAmountText } from '../port/useLarder'
import { useKitchen } from '../port/useKitchen'
import { numberText, percentText } from '../ui/format'
import { larderTexts as texts } from './texts.larder'
import { openLabel } from './openLabel'
import { useLots } from './useLots'

/** What can be done with a lot beside counting it: frozen or thawed, poured together with its like, labelled. */
const props = defineProps<{ lot: LotState; good: Ingredient; lots: readonly LotState[] }>()
const kitchen = useKitchen()
const { daysIn, move, pourTogether } = useLots()
const outOf = (place: StorePlace) => (place === 'freezer' ? texts.thaw : texts.chilled)
const places = computed(() =>
  STORE_PLACES.filter((p) => p !== props.lot.place && p !== 'shelf').map((place) => ({
    place,
    days: daysIn(props.lot, place),
    says: place === 'freezer' ? texts.freeze : outOf(props.lot.place),
  })),
)
const isSpent = computed(() => places.value.some((p) => p.place === 'fridge' && p.days <= 0))
const likes = computed(() =>
  props.lots.filter(
    (l) =>
      l.id !== props.lot.id &&
      l.place === props.lot.place &&
      l.stored?.ingredientId === props.lot.stored?.ingredientId &&
      l.expiresAtMs > kitchen.nowMs,
  ),
)
const DEMI_SOLIDS = 0.2 // where a demi-glace stands
const CONCENTRATED_FROM = 0.3
/** What a concentrate needs in water, and the salt it then has. */
const letDown = computed(() => {
  const { water = 0, ethanol = 0, acetic = 0, salt = 0 } = props.good.per100G
  const solids = props.lot.stored?.solidsFrac ?? (100 - water - ethanol - acetic) / 100
  if (solids < CONCENTRATED_FROM) return ''
  const down = dilution(props.lot.massG, solids, DEMI_SOLIDS, props.lot.stored?.saltFrac ?? salt / 100)
  return texts.letDown(numberText(down.water), percentText(down.saltFrac, 2))
})
const go = (place: StorePlace) => void move(props.lot, place)
</script>

<template>
  <div class="keys-row">
    <template v-for="p in places" :key="p.place">
      <v-btn v-if="p.days > 0" :aria-label="`${p.says}: ${good.name}`" @click="go(p.place)"
        >{{ p.says }} <small>{{ texts.days(p.days) }}</small></v-btn
      >
    </template>
    <span v-if="isSpent" class="caption roux">▽ {{ texts.noDays }}</span>
    <v-btn v-for="l in likes.slice(0, 2)" :key="l.id" @click="pourTogether(lot, l)">{{
      texts.pour(storeAmountText(good, l.massG))
    }}</v-btn>
    <v-btn :aria-label="`${texts.label}: ${good.name}`" @click="openLabel(lot, good, kitchen)">{{
      texts.label
    }}</v-btn>
    <span v-if="letDown" class="caption">{{ letDown }}</span>
    <span v-if="lot.stored?.pack" class="caption">{{
      texts.packs(String(lot.stored.pack.count), String(Math.round(lot.stored.pack.eachMl)))
    }}</span>
  </div>
</template>

<script setup lang="ts">
import {
  boilingTest,
  depthAtVolumeMm,
  heatedBaseMm,
  onRing,
  ringPower,
  RING_TEST_MODEL_VERSION,
  warmingTest,
  airPressureKPa,
  type Pan,
  type Payloads,
  type Ring,
} from '@liquamen/core'
import { computed, reactive, ref } from 'vue'
import { useKitchen, useKitchenNow } from '../port/useKitchen'
import { numberText, spanText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** What a ring really gives: water boiled away and weighed, or warmed and read. The newest test of a setting counts. */
const props = defineProps<{ ring: Ring; change: KitchenChange }>()
const USUAL_BASE_MM = 200
const kitchen = useKitchen()
const nowMs = useKitchenNow()
const pans = computed(() =>
  ((kitchen.catalog?.pans ?? []) as readonly Pan[]).filter((p) => p.kind !== 'bowl' && p.kind !== 'tray'),
)
/** The pan nearest to the width a burner is made for. */
function usualPan() {
  const off = (p: Pan) => Math.abs(heatedBaseMm(p) - USUAL_BASE_MM)
  return [...pans.value].sort((a, b) => off(a) - off(b))[0]
}
const draft = reactive({
  how: 'boiled' as 'boiled' | 'warmed',
  panId: usualPan()?.id ?? '',
  flamePct: 100,
  waterG: 500,
  afterG: undefined as number | undefined,
  fromC: 20,
  toC: undefined as number | undefined,
  minutes: 4,
})
const pan = computed(() => pans.value.find((p) => p.id === draft.panId))
const startedAtMs = ref<number>()
const running = computed(() =>
  startedAtMs.value === undefined ? undefined : spanText(nowMs.value - startedAtMs.value),
)
function clock(): void {
  if (startedAtMs.value === undefined) {
    startedAtMs.value = kitchen.exactNowMs()
    return
  }
  draft.minutes = Math.round((kitchen.exactNowMs() - startedAtMs.value) / 600) / 100
  startedAtMs.value = undefined
}
const METAL_OF = {
  stainless: 'steel',
  copperLined: 'copper',
  enamel: 'steel',
  coated: 'coatedAluminium',
  aluminium: 'coatedAluminium',
  castIron: 'castIron',
  carbonSteel: 'carbonSteel',
} as const
const answer = computed(() => {
  const of = pan.value
  const settings = kitchen.catalog?.settings
  if (!of || !settings) return undefined
  const testPan = {
    diameterMm: heatedBaseMm(of),
    waterDepthMm: depthAtVolumeMm(of.profile, draft.waterG),
    massKg: of.tareG / 1000,
    metal: METAL_OF[of.metal ?? 'stainless'],
    pressureKPa: airPressureKPa(settings.altitudeM),
  }
  const durationS = draft.minutes * 60
  if ((draft.how === 'boiled' ? draft.afterG : draft.toC) === undefined) return undefined
  return draft.how === 'boiled'
    ? boilingTest(testPan, { beforeG: draft.waterG, afterG: draft.afterG ?? 0, durationS })
    : warmingTest(testPan, {
        massKg: draft.waterG / 1000,
        fromC: draft.fromC,
        toC: draft.toC ?? 0,
        durationS,
      })
})
const found = computed(() => (answer.value?.status === 'ok' ? answer.value : undefined))
const fault = computed(() =>
  answer.value && answer.value.status !== 'ok' ? texts.ring.faults[answer.value.status] : '',
)
/** What counts now: the tests in force, or the plate. */
const inForce = computed(() => {
  const of = pan.value
  const settings = kitchen.catalog?.settings
  return of && settings ? ringPower(props.ring, 'high', onRing(of), settings.altitudeM) : undefined
})
async function keep(): Promise<void> {
  const of = pan.value
  if (!of || !found.value) return
  const durationS = draft.minutes * 60
  const test: Payloads['ring.tested']['test'] =
    draft.how === 'boiled'
      ? { how: 'boiled', beforeG: draft.waterG, afterG: draft.afterG ?? 0, durationS }
      : { how: 'warmed', massKg: draft.waterG / 1000, fromC: draft.fromC, toC: draft.toC ?? 0, durationS }
  await props.change.make(texts.ring.testKept(props.ring.number, numberText(found.value.powerW)), {
    kind: 'ring.tested',
    payload: {
      ringId: props.ring.id,
      panId: of.id,
      position: draft.flamePct / 100,
      test,
      powerW: found.value.powerW,
      sdShare: found.value.sdShare,
      diameterMm: heatedBaseMm(of),
      modelVersion: RING_TEST_MODEL_VERSION,
    },
  })
}
const forget = () => {
  const last = props.ring.measured?.at(-1)
  if (last) void props.change.forget([last.id], texts.ring.forgotten)
}
</script>

<template>
  <div v-if="pans.length" class="test">
    <div>
      <div class="heading-row">
        <h3 class="label">{{ texts.ring.test }}</h3>
        <span class="keys-row" role="radiogroup" :aria-label="texts.ring.test">
          <button
            v-for="how in ['boiled', 'warmed'] as const"
            :key="how"
            type="button"
            class="text-key"
            role="radio"
            :class="{ chosen: draft.how === how }"
            :aria-checked="draft.how === how"
            @click="draft.how = how"
          >
            {{ how === 'boiled' ? texts.ring.boils : texts.ring.warms }}
          </button>
        </span>
      </div>
      <p class="sentence">
        <SentenceField v-model="draft.waterG" :label="texts.ring.before" :min="200" :max="20000" unit="g" />
        {{ texts.ring.of }} {{ pan?.name }}, {{ texts.ring.at }}
        <SentenceField v-model="draft.flamePct" :label="texts.ring.flame" :min="2" :max="100" unit="%" />
        {{ texts.ring.flamePct }},
        <template v-if="draft.how === 'boiled'">
          {{ texts.ring.boilsFor }}
          <SentenceField v-model="draft.minutes" :label="texts.ring.minutes" :min="1" :max="30" unit="min" />
          {{ texts.ring.min }}; {{ texts.ring.after }}
          <SentenceField
            v-model="draft.afterG"
            :label="texts.ring.afterLabel"
            :min="0"
            :max="20000"
            unit="g"
          />
          {{ texts.ring.left }}
        </template>
        <template v-else>
          {{ texts.ring.passes }}
          <SentenceField v-model="draft.fromC" :label="texts.ring.from" :min="1" :max="70" unit="°C" />°
          {{ texts.ring.andAfter }}
          <SentenceField v-model="draft.minutes" :label="texts.ring.minutes" :min="1" :max="30" unit="min" />
          {{ texts.ring.min }}{{ texts.ring.reads }}
          <SentenceField v-model="draft.toC" :label="texts.ring.to" :min="1" :max="100" unit="°C" />°.
        </template>
      </p>
      <p class="caption">{{ texts.ring.caution }}</p>
    </div>
    <div class="result">
      <span class="watts"
        >{{ found ? numberText(Math.round(found.powerW / 10) * 10) : '–' }}<span class="unit">W</span></span
      >
      <span v-if="found" class="caption"
        >{{ texts.ring.into }}, ± {{ numberText(found.powerW * found.sdShare) }} W</span
      >
      <span v-if="inForce" class="caption">{{
        inForce.isMeasured
          ? `${numberText(inForce.powerW)} W ${texts.ring.afterTests(`${numberText(inForce.powerW * inForce.sdLnPower)} W`, ring.measured?.length ?? 0)}`
          : `${numberText(inForce.powerW)} W ${texts.ring.prior}`
      }}</span>
    </div>
    <p v-if="fault" class="wine wide" role="alert">{{ fault }}</p>
    <div class="keys-row wide">
      <v-btn @click="clock">{{
        running
          ? texts.ring.stop(`${running.number}${running.unit ? ` ${running.unit}` : ''}`)
          : texts.ring.clock
      }}</v-btn>
      <v-btn class="is-first" :disabled="!found" @click="keep">{{ texts.ring.keepTest }}</v-btn>
      <v-btn v-if="ring.measured?.length" @click="forget">{{ texts.ring.forget }}</v-btn>
      <v-select
        v-model="draft.panId"
        class="pan"
        :items="pans.map((p) => ({ value: p.id, title: p.name }))"
        :label="texts.ring.pan"
      />
    </div>
  </div>
</template>

<style scoped>
.test {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 20px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.result {
  display: grid;
  justify-items: end;
  text-align: right;
  max-width: 240px;
}
.watts {
  font-size: var(--type-station);
  font-weight: var(--weight-plain);
  line-height: 1;
  white-space: nowrap;
}
.text-key {
  text-decoration: none;
  font-weight: var(--weight-soft);
}
.chosen {
  font-weight: var(--weight-key);
  text-decoration: underline;
}
.pan {
  flex: 0 1 210px;
}
</style>

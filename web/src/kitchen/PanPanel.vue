<script setup lang="ts">
import { capacityMl, METALS, radiusAtMm, VESSEL_KINDS, volumeAtDepthMl, type Pan } from '@liquamen/core'
import { computed, reactive, ref } from 'vue'
import { slugOf } from '../ui/slugOf'
import { numberText } from '../ui/format'
import HoldButton from '../ui/HoldButton.vue'
import SentenceField from '../ui/SentenceField.vue'
import { COMMON_PANS } from './commonPans'
import { fitted, type PanDraft } from './panDraft'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'
import { usersOf } from './usersOf'

/** A vessel of the kitchen: from a list of common sizes, or measured by pouring twice and reading the depth. */
const props = defineProps<{ pan: Pan | undefined; taken: readonly string[]; change: KitchenChange }>()
const emit = defineEmits<{ done: [] }>()
const users = usersOf()
const LEAST_GAUGE_KPA = 20 // a lid that only shuts holds none

/** What two pours into a known inside would show. */
function pours(profile: Pan['profile']) {
  const at = (share: number) => Math.max(3, Math.round(profile.heightMm * share))
  const [firstMm, secondMm] = [at(0.3), at(0.75)]
  const ml = (mm: number) => Math.round(volumeAtDepthMl(profile, mm))
  return { firstMm, secondMm, firstMl: ml(firstMm), secondMl: ml(secondMm), heightMm: profile.heightMm }
}
const start = props.pan ?? COMMON_PANS[2]!
const draft = reactive<PanDraft>({
  name: props.pan?.name ?? '',
  kind: start.kind,
  metal: start.metal ?? 'stainless',
  tareG: start.tareG,
  ...pours(start.profile),
  lengthMm: start.footprint?.lengthMm ?? 0,
  widthMm: start.footprint?.widthMm ?? 0,
  gaugeKPa: start.gaugeKPa ?? 0,
})
/** The inside as it is known; another one only once a pour is changed, so that a rounded corner is not lost by opening it. */
const known = ref<Pan['profile'] | undefined>(start.profile)
function takeCommon(name: string | null): void {
  const found = COMMON_PANS.find((p) => p.name === name)
  if (!found) return
  Object.assign(draft, { ...pours(found.profile), name: found.name, kind: found.kind, tareG: found.tareG })
  draft.gaugeKPa = found.gaugeKPa ?? 0
  draft.lengthMm = found.footprint?.lengthMm ?? 0
  draft.widthMm = found.footprint?.widthMm ?? 0
  known.value = found.profile
}
function measured(change: Partial<PanDraft>): void {
  Object.assign(draft, change)
  known.value = undefined
}
/** A tray is known by its length and width. */
function trayed(change: Partial<PanDraft>): void {
  Object.assign(draft, change)
  const radius = Math.sqrt((draft.lengthMm * draft.widthMm) / Math.PI)
  known.value = {
    shape: 'pan',
    baseRadiusMm: radius,
    rimRadiusMm: radius,
    heightMm: draft.heightMm,
    cornerMm: 0,
  }
  Object.assign(draft, pours(known.value))
}
const isTray = computed(() => draft.kind === 'tray' && draft.lengthMm > 0)
const fit = computed(() =>
  known.value ? { status: 'ok' as const, profile: known.value, sdMm: undefined } : fitted(draft),
)
const says = computed(() => {
  if (fit.value.status !== 'ok') return ''
  const { profile, sdMm } = fit.value
  const mm = (h: number) => numberText(2 * radiusAtMm(profile, h))
  const inside = texts.pans.measured(
    profile.shape === 'pan' ? numberText(2 * profile.baseRadiusMm) : '0',
    mm(profile.heightMm),
    numberText(Math.round(capacityMl(profile) / 10) * 10),
  )
  return sdMm === undefined ? inside : `${inside} ${texts.pans.readTo(numberText(sdMm, 1))}`
})
const id = computed(() => {
  const taken = new Set(props.taken)
  return props.pan?.id ?? (slugOf(draft.name, taken) || slugOf('pan', taken))
})
const canKeep = computed(() => fit.value.status === 'ok' && draft.name.trim() !== '')
async function keep(): Promise<void> {
  if (fit.value.status !== 'ok' || !canKeep.value) return
  const { profile } = fit.value
  const {
    material,
    metal: _metal,
    footprint: _footprint,
    gaugeKPa: _gauge,
    ...before
  } = props.pan ?? ({} as Partial<Pan>)
  const pan: Pan = {
    ...before,
    id: id.value,
    name: draft.name.trim(),
    kind: draft.kind,
    tareG: draft.tareG,
    profile,
    ...(draft.metal === 'stainless' ? {} : { metal: draft.metal }),
    ...(draft.kind === 'bowl' ? { material: material ?? 'steel' } : {}),
    ...(draft.kind === 'stockpot' && draft.gaugeKPa >= LEAST_GAUGE_KPA ? { gaugeKPa: draft.gaugeKPa } : {}),
    ...(isTray.value ? { footprint: { lengthMm: draft.lengthMm, widthMm: draft.widthMm } } : {}),
  }
  if (await props.change.make(texts.pans.kept(pan.name), { kind: 'pan.set', payload: { pan } })) emit('done')
}
const wantedBy = computed(() => (props.pan ? users.ofPan(props.pan.id) : []))
async function remove(): Promise<void> {
  const { pan } = props
  if (!pan) return
  const isGone = await props.change.make(texts.pans.removed(pan.name), {
    kind: 'pan.removed',
    payload: { panId: pan.id },
  })
  if (isGone) emit('done')
}
const kinds = VESSEL_KINDS.map((kind) => ({ value: kind, title: texts.pans.kinds[kind] }))
const metals = METALS.map((metal) => ({ value: metal, title: texts.pans.metals[metal] }))
</script>

<template>
  <form class="panel" :aria-label="draft.name || texts.pans.add" @submit.prevent="keep">
    <div class="row">
      <v-select
        v-if="!pan"
        class="common"
        :items="COMMON_PANS.map((p) => p.name)"
        :label="texts.pans.common"
        @update:model-value="takeCommon"
      />
      <v-text-field v-model="draft.name" class="name" :label="texts.pans.name" maxlength="60" />
      <v-select v-model="draft.kind" class="kind" :items="kinds" :label="texts.pans.kind" />
      <v-select v-model="draft.metal" class="kind" :items="metals" :label="texts.pans.metal" />
    </div>
    <p class="sentence">
      {{ texts.pans.weighs }}
      <SentenceField v-model="draft.tareG" :label="texts.pans.tare" :min="50" :max="30000" unit="g" />
      {{ texts.pans.grams }} {{ texts.pans.tall }}
      <SentenceField
        :model-value="draft.heightMm"
        :label="texts.pans.height"
        :min="10"
        :max="600"
        unit="mm"
        @update:model-value="(heightMm) => (isTray ? trayed({ heightMm }) : measured({ heightMm }))"
      />
      {{ texts.pans.tallMm }}
      <template v-if="isTray">
        {{ texts.pans.isLong }}
        <SentenceField
          :model-value="draft.lengthMm"
          :label="texts.pans.length"
          :min="60"
          :max="1500"
          unit="mm"
          @update:model-value="(lengthMm) => trayed({ lengthMm })"
        />
        {{ texts.pans.by }}
        <SentenceField
          :model-value="draft.widthMm"
          :label="texts.pans.width"
          :min="60"
          :max="1500"
          unit="mm"
          @update:model-value="(widthMm) => trayed({ widthMm })"
        />
        {{ texts.pans.mm }}
      </template>
      <template v-else>
        {{ texts.pans.pourFirst }}
        <SentenceField
          :model-value="draft.firstMl"
          :label="texts.pans.firstMl"
          :min="20"
          :max="60000"
          unit="ml"
          @update:model-value="(firstMl) => measured({ firstMl })"
        />
        {{ texts.pans.pourMl }}
        <SentenceField
          :model-value="draft.firstMm"
          :label="texts.pans.firstMm"
          :min="1"
          :max="400"
          unit="mm"
          @update:model-value="(firstMm) => measured({ firstMm })"
        />
        {{ texts.pans.mmDeep }} {{ texts.pans.pourMore }}
        <SentenceField
          :model-value="draft.secondMl"
          :label="texts.pans.secondMl"
          :min="20"
          :max="60000"
          unit="ml"
          @update:model-value="(secondMl) => measured({ secondMl })"
        />
        {{ texts.pans.pourAll }}
        <SentenceField
          :model-value="draft.secondMm"
          :label="texts.pans.secondMm"
          :min="1"
          :max="400"
          unit="mm"
          @update:model-value="(secondMm) => measured({ secondMm })"
        />
        {{ texts.pans.mmDeep }}
      </template>
      <template v-if="draft.kind === 'stockpot'">
        {{ texts.pans.lidHolds }}
        <SentenceField v-model="draft.gaugeKPa" :label="texts.pans.gauge" :min="0" :max="200" unit="kPa" />
        {{ texts.pans.kPaOver }}
      </template>
    </p>
    <p v-if="fit.status === 'ok'" class="caption" role="status">{{ says }}</p>
    <p v-else class="wine" role="alert">{{ texts.pans[fit.status] }}</p>
    <div class="keys-row">
      <v-btn type="submit" class="is-first" :disabled="!canKeep">{{ texts.keep }}</v-btn>
      <v-btn @click="emit('done')">{{ texts.close }}</v-btn>
      <template v-if="pan">
        <HoldButton :disabled="wantedBy.length > 0" @held="remove">{{ texts.holdToRemove }}</HoldButton>
        <span v-if="wantedBy.length" class="caption">{{ texts.inUse(pan.name, wantedBy.join(', ')) }}</span>
      </template>
    </div>
  </form>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
}
.common,
.name {
  flex: 1 1 200px;
  max-width: 320px;
}
.kind {
  flex: 0 1 190px;
}
</style>

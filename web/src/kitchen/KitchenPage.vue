<script setup lang="ts">
import type { KitchenCatalog, PlanPlace, Ring, Well } from '@liquamen/core'
import { computed, ref } from 'vue'
import MayLine from '../crew/MayLine.vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { slugOf } from '../ui/slugOf'
import SentenceField from '../ui/SentenceField.vue'
import { texts as appTexts } from '../ui/texts'
import CrewLines from './CrewLines.vue'
import DeviceLines from './DeviceLines.vue'
import HouseRules from './HouseRules.vue'
import KitchenFile from './KitchenFile.vue'
import PanLine from './PanLine.vue'
import PanPanel from './PanPanel.vue'
import PlaceLine from './PlaceLine.vue'
import ProbeChecks from './ProbeChecks.vue'
import RingPanel from './RingPanel.vue'
import ScaleCheck from './ScaleCheck.vue'
import StovePlan from './StovePlan.vue'
import { placesOf, rowsOf, USUAL_STOVE } from './stovePlan'
import { kitchenTexts as texts } from './texts.kitchen'
import { useKitchenChange, type Change } from './useKitchenChange'
import WellPanel from './WellPanel.vue'

/** The kitchen itself: its stove set out by hand, its pans measured, its rings, probes and scale tested, its rules. */
const { catalog } = useKitchenViews()
const kitchen = computed(() => catalog.value as unknown as KitchenCatalog | undefined)
const change = useKitchenChange()
const { undo, problem } = change
const stove = computed(() => kitchen.value?.settings.stove ?? USUAL_STOVE)
const selectedId = ref<string>()
const selected = computed(() => selectedId.value ?? kitchen.value?.rings[0]?.id)
const ring = computed(() => kitchen.value?.rings.find((r) => r.id === selected.value))
const well = computed(() => kitchen.value?.wells.find((w) => w.id === selected.value))
const panId = ref<string>()
const isAdding = ref(false)
const pan = computed(() => kitchen.value?.pans.find((p) => p.id === panId.value))
const hasChanged = (a: Ring | Well, b: Ring | Well) =>
  a.row !== b.row || a.column !== b.column || a.at?.xMm !== b.at?.xMm || a.at?.yMm !== b.at?.yMm

/** Rings, or wells, with one of them somewhere else: rows and columns follow from where they stand. */
function setOut<T extends Ring | Well>(
  all: readonly T[],
  part: 'rings' | 'wells',
  moved: { readonly thing: T; readonly to: PlanPlace },
): T[] {
  const hasOther = (kitchen.value?.rings.length ?? 0) > 0 && (kitchen.value?.wells.length ?? 0) > 0
  const places = new Map(placesOf(all, stove.value, part, hasOther)).set(moved.thing, moved.to)
  return rowsOf(places).filter((now) => hasChanged(now, all.find((t) => t.id === now.id) as T))
}
const ringSet = (one: Ring): Change => ({ kind: 'ring.set', payload: { ring: one } })
const wellSet = (one: Well): Change => ({ kind: 'well.set', payload: { well: one } })
function moved(thing: Ring | Well, to: PlanPlace): void {
  const k = kitchen.value
  if (!k) return
  const changes =
    'heater' in thing
      ? setOut(k.rings, 'rings', { thing, to }).map(ringSet)
      : setOut(k.wells, 'wells', { thing, to }).map(wellSet)
  const name = 'heater' in thing ? texts.ring.title(thing.number) : texts.well.title(thing.letter)
  if (changes.length) void change.make(texts.stove.moved(name), ...changes)
}
const free = (taken: readonly number[]) =>
  Array.from({ length: 99 }, (_, i) => i + 1).find((n) => !taken.includes(n)) ?? 99
async function addRing(): Promise<void> {
  const rings = kitchen.value?.rings ?? []
  const number = free(rings.map((r) => r.number))
  const last = rings.at(-1)
  const next: Ring = {
    id: slugOf(`ring ${number}`, new Set(rings.map((r) => r.id))),
    number,
    row: Math.max(0, ...rings.map((r) => r.row)),
    column: rings.filter((r) => r.row === Math.max(0, ...rings.map((x) => x.row))).length,
    strength: texts.ring.defaultStrength,
    heater: last?.heater ?? { kind: 'gasPro', ratedW: 4500 },
  }
  if (await change.make(texts.ring.set(number), ringSet(next))) selectedId.value = next.id
}
async function addWell(): Promise<void> {
  const wells = kitchen.value?.wells ?? []
  const letter = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((l) => !wells.some((w) => w.letter === l)) ?? 'Z'
  const next: Well = {
    id: `well${letter}`,
    letter,
    row: Math.max(0, ...wells.map((w) => w.row)),
    column: wells.filter((w) => w.row === Math.max(0, ...wells.map((x) => x.row))).length,
    waterC: 62,
    profile: { shape: 'pan', baseRadiusMm: 76, rimRadiusMm: 82, heightMm: 130, cornerMm: 16 },
  }
  if (await change.make(texts.well.set(letter), wellSet(next))) selectedId.value = next.id
}
function sized(size: Partial<typeof USUAL_STOVE>): void {
  const settings = kitchen.value?.settings
  if (!settings) return
  const { name, altitudeM, roomTempC, timeZone, scaleStepG } = settings
  void change.make(texts.stove.sized, {
    kind: 'place.set',
    payload: { name, altitudeM, roomTempC, timeZone, scaleStepG, stove: { ...stove.value, ...size } },
  })
}
function openPan(id: string): void {
  isAdding.value = false
  panId.value = panId.value === id ? undefined : id
}
function closePan(): void {
  panId.value = undefined
  isAdding.value = false
}
</script>

<template>
  <section v-if="kitchen" class="kitchen">
    <h1 class="visually-hidden">{{ appTexts.app.screens.kitchen }}</h1>
    <MayLine doing="setKitchen" />
    <PlaceLine :settings="kitchen.settings" :change="change" />
    <div class="halves">
      <section :aria-label="texts.stove.title">
        <h2 class="label">
          {{ texts.stove.title }} <span class="caption">{{ texts.stove.hint }}</span>
        </h2>
        <p v-if="kitchen.rings.length === 0">{{ texts.stove.none }}</p>
        <StovePlan
          :rings="kitchen.rings"
          :wells="kitchen.wells"
          :stove="stove"
          :selected-id="selected"
          @select="(id) => (selectedId = id)"
          @moved="moved"
        />
        <p class="sentence small">
          {{ texts.stove.isWide }}
          <SentenceField
            :model-value="stove.widthMm"
            :label="texts.stove.width"
            :min="200"
            :max="6000"
            unit="mm"
            @update:model-value="(widthMm) => sized({ widthMm } as never)"
          />
          {{ texts.stove.wide }}
          <SentenceField
            :model-value="stove.depthMm"
            :label="texts.stove.depth"
            :min="200"
            :max="3000"
            unit="mm"
            @update:model-value="(depthMm) => sized({ depthMm } as never)"
          />
          {{ texts.stove.deep }}
        </p>
        <div class="keys-row">
          <v-btn @click="addRing">{{ texts.stove.addRing }}</v-btn>
          <v-btn @click="addWell">{{ texts.stove.addWell }}</v-btn>
        </div>
      </section>
      <RingPanel v-if="ring" :key="ring.id" :ring="ring" :change="change" />
      <WellPanel v-else-if="well" :key="well.id" :well="well" :change="change" />
    </div>
    <section class="ruled" :aria-label="texts.pans.title">
      <div class="heading-row">
        <h2 class="label">
          {{ texts.pans.title }} <span class="caption">{{ texts.pans.hint }}</span>
        </h2>
        <v-btn @click="((panId = undefined), (isAdding = !isAdding))">{{ texts.pans.add }}</v-btn>
      </div>
      <p v-if="kitchen.pans.length === 0" class="reading">{{ texts.pans.none }}</p>
      <PanLine :pans="kitchen.pans" :selected-id="panId" @select="openPan" />
      <PanPanel
        v-if="isAdding || pan"
        :key="pan?.id ?? 'new'"
        :pan="pan"
        :taken="kitchen.pans.map((p) => p.id)"
        :change="change"
        @done="closePan"
      />
    </section>
    <div class="halves ruled">
      <div class="stack wide">
        <ProbeChecks :change="change" />
        <ScaleCheck :change="change" />
      </div>
      <div class="stack wide">
        <HouseRules :settings="kitchen.settings" :change="change" />
        <CrewLines />
        <DeviceLines />
      </div>
    </div>
    <KitchenFile class="ruled" />
    <div v-if="undo || problem" class="told" role="status">
      <p v-if="problem" class="wine">{{ problem }}</p>
      <template v-else-if="undo"
        ><span>{{ undo.says }}</span> <v-btn @click="change.takeBack()">{{ texts.undo }}</v-btn></template
      >
    </div>
  </section>
</template>

<style>
.sentence {
  font-size: var(--type-text);
  line-height: 2;
}
.entry-line {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid var(--hair);
  padding: 3px 0;
}
.panel {
  display: grid;
  gap: 6px;
  align-content: start;
}
</style>
<style scoped>
.kitchen {
  display: grid;
  gap: 12px;
  padding-bottom: 24px;
}
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px 40px;
  align-items: start;
}
.ruled {
  border-top: 1.25px solid var(--ink);
  padding-top: 10px;
}
.wide {
  justify-items: stretch;
}
.told {
  position: sticky;
  bottom: var(--foot);
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: flex-end;
  padding: 8px 0;
  background: var(--bone);
  border-top: 1.25px solid var(--ink);
  font-size: var(--type-label);
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

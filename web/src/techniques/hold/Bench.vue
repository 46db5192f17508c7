<script setup lang="ts">
import { tempOnDevice } from '../../ui/useDeviceUnits'
import { computed, ref, toRef } from 'vue'
import { useRouter } from 'vue-router'
import { depthAtVolumeMm, isBroken, type BatchView } from '@liquamen/core'
import MayLine from '../../crew/MayLine.vue'
import { useKitchen, useKitchenNow } from '../../port/useKitchen'
import HoldButton from '../../ui/HoldButton.vue'
import { clockText, degreesText, numberText, spanText } from '../../ui/format'
import { texts } from '../../ui/texts'
import VesselShape from '../../vessel/VesselShape.vue'
import { scaleInBox } from '../../vessel/vesselGeometry'
import WellDrawing from '../../vessel/WellDrawing.vue'
import BenchFrame from '../../bench/BenchFrame.vue'
import TempEntry from '../../bench/TempEntry.vue'
import ServeKeys from '../../bench/ServeKeys.vue'
import ProbeLine from '../../bench/ProbeLine.vue'
import { useBench } from '../../bench/useBench'
import PickUp from '../brown/PickUp.vue'
import PlateCheck from '../mount/PlateCheck.vue'
import HoldStanding from './HoldStanding.vue'
import { holdTexts } from './texts'
import { useMarginBand } from './useMarginBand'
import { useProbe } from '../../bench/useProbe'
import { useServing } from '../../bench/useServing'
import { useRescueDrawer } from '../../rescue/useRescueDrawer'

const props = defineProps<{ view: BatchView }>()
const view = toRef(props, 'view')
const bench = useBench(view)
const probe = useProbe(view, bench)
const kitchen = useKitchen()
const router = useRouter()
const nowMs = useKitchenNow()
const isTyping = ref(false)
const isGoingOn = ref(false)
const mayNotGoOn = computed(() => kitchen.whyNot('passHouseLimit') !== undefined)
const reason = ref('')
const hold = computed(() => props.view.hold!)
const clock = computed(() => hold.value.clock)
const limits = computed(() => props.view.state.hold!.limits)
const hours = (s: number) => numberText(s / 3600, s % 3600 ? 1 : 0)
/** What ends its wait first: that it breaks or curdles, or its clock. */
const margin = computed(() => spanText(Math.max(0, hold.value.endsAtMs - nowMs.value)))
/** Eight in ten of its futures end between these. */
const band = useMarginBand(view)
const bandSays = computed(() => {
  if (!band.value) return ''
  const min = (atMs: number) => numberText(Math.max(0, (atMs - nowMs.value) / 60_000))
  return holdTexts.between(min(band.value.lowAtMs), min(band.value.highAtMs))
})
const binds = computed(() => holdTexts.binds[hold.value.held?.margin.binds ?? 'clock'])
/** Where it stands, where it was said. */
const stands = computed(() => {
  const { place, wall = 'metal' } = props.view.state.hold!
  return place && `${holdTexts.places[place]}, ${holdTexts.walls[wall]}`
})
const crewName = (id: string | undefined) => kitchen.catalog?.crew.find((c) => c.id === id)?.name ?? id ?? ''
const isStopped = computed(() => clock.value.state === 'pastCode' || clock.value.state === 'pastHouse')
const stirSpan = computed(() => spanText(hold.value.stirAtMs - nowMs.value))
/** Found broken and not yet brought back: nothing of it is served. */
const broken = computed(() => isBroken(props.view.state))
const { show: showRescue } = useRescueDrawer()
async function itBroke(): Promise<void> {
  if (await bench.broke(holdTexts.itBroke)) showRescue(props.view.state.id, 'split')
}
const { isEgg, isCredited, isBlocked } = useServing(view)

async function keepTemp(tempC: number): Promise<void> {
  if (await probe.typed(tempC)) isTyping.value = false
}
async function finish(): Promise<void> {
  if (await bench.finishWithStep('served')) await router.push(`/log/${props.view.state.id}`)
}
async function discard(): Promise<void> {
  const isKept = await bench.finish(
    'discarded',
    clock.value.state === 'pastCode'
      ? texts.emulsion.codeLimit
      : texts.emulsion.houseLimit(
          hours(limits.value.houseS),
          clockText(clock.value.houseLimitAtMs),
          clockText(clock.value.codeLimitAtMs),
        ),
  )
  if (isKept) await router.push(`/log/${props.view.state.id}`)
}
async function goOn(): Promise<void> {
  if (
    await bench.attempt(() =>
      kitchen.record('hold.goneOn', props.view.state.id, { reason: reason.value.trim() }),
    )
  )
    isGoingOn.value = false
}
</script>

<template>
  <BenchFrame :view="view" :bench="bench" :place="hold.wellId ? hold.letter : String(view.ring.number)">
    <div class="grid">
      <div class="drawing">
        <WellDrawing v-if="hold.wellId" :view="view" detail="bench" />
        <svg
          v-else
          viewBox="-180 -160 360 184"
          role="img"
          :aria-label="`${view.formula.name}, ${view.pan.name}`"
        >
          <VesselShape
            :profile="view.pan.profile"
            :scale="scaleInBox(view.pan.profile, 124, 138)"
            :fill="view.formula.fill"
            :level-mm="depthAtVolumeMm(view.pan.profile, hold.portionsLeft * view.formula.portionMl)"
            :heat-share="0"
          />
        </svg>
      </div>
      <aside class="side">
        <div v-if="clock.state === 'pastCode'" class="block block-past" role="alert">
          <span class="act-verb">✕ {{ texts.emulsion.codeLimit }}</span>
        </div>
        <div v-else-if="clock.state === 'pastHouse'" class="block block-past" role="alert">
          <span class="says"
            >✕
            {{
              texts.emulsion.houseLimit(
                `${hours(limits.houseS)} h`,
                clockText(clock.houseLimitAtMs),
                clockText(clock.codeLimitAtMs),
              )
            }}</span
          >
        </div>
        <template v-else
          ><p class="label">{{ holdTexts.left }}</p>
          <p class="glance" :class="{ roux: hold.endsAtMs - nowMs < 900_000 }">
            {{ margin.number }}<span class="unit">{{ margin.unit }}</span>
          </p>
          <p class="label">
            {{ binds }} <span class="soft">{{ bandSays }}</span>
          </p></template
        >
        <p v-if="stands" class="label">{{ stands }}</p>
        <p class="label">
          {{ texts.emulsion.discardAt }} <strong class="at">{{ clockText(clock.discardAtMs) }}</strong>
          <span class="soft">{{ texts.emulsion.clockFrom(clockText(clock.startedAtMs)) }}</span>
        </p>
        <p v-if="view.state.hold?.goneOn" class="roux">
          ▽ {{ texts.emulsion.goneOn(crewName(view.state.hold.goneOn.by), clockText(clock.codeLimitAtMs)) }}
        </p>
      </aside>
      <aside class="side">
        <p class="temp">
          <span class="big">{{ hold.tempC === undefined ? '?°' : degreesText(hold.tempC, 1) }}</span>
          <span class="soft">{{
            hold.tempC === undefined
              ? texts.emulsion.noProbe
              : hold.tempC < limits.hotHoldC
                ? texts.emulsion.underHold(numberText(tempOnDevice(limits.hotHoldC)))
                : texts.emulsion.atHold(numberText(tempOnDevice(limits.hotHoldC)))
          }}</span>
          <span v-if="hold.tempFrom === 'spot'" class="soft">{{
            texts.emulsion.readAt(clockText(hold.readAtMs ?? 0))
          }}</span>
        </p>
        <p v-if="!isStopped && hold.portionsLeft > 0" class="label" :class="{ roux: hold.stirAtMs <= nowMs }">
          <template v-if="hold.stirAtMs <= nowMs">▽ {{ texts.emulsion.stirNow }}</template
          ><template v-else>{{ texts.emulsion.stirIn }} {{ stirSpan.number }} {{ stirSpan.unit }}</template>
        </p>
        <ProbeLine :view="view" :probe="probe" />
        <HoldStanding
          v-if="hold.held && !isStopped && hold.portionsLeft > 0"
          :held="hold.held"
          :bench="bench"
          :now-ms="nowMs"
          :is-house="view.state.hold?.hazard !== undefined"
        />
        <p v-if="broken" class="wine label" role="alert">✕ {{ holdTexts.isBroken }}</p>
        <p v-if="isEgg" :class="isCredited ? 'sorrel' : 'roux'" class="label">
          {{ texts.emulsion.credit[view.state.credit?.band ?? view.credit] }}
        </p>
        <p v-if="isBlocked" class="wine label" role="alert">✕ {{ texts.emulsion.blocked }}</p>
        <PickUp v-if="hold.portionsLeft > 0" :view="view" :left="hold.portionsLeft" :temp-c="hold.tempC" />
        <PlateCheck v-if="hold.portionsLeft > 0" :view="view" :sauce-c="hold.tempC" />
        <p class="caption">
          {{ texts.emulsion.rules(hours(limits.houseS), texts.emulsion.codes[limits.code] ?? limits.code) }}
        </p>
      </aside>
    </div>
    <template #entry>
      <TempEntry
        v-if="isTyping"
        :label="texts.emulsion.typed"
        :start-c="hold.tempC ?? 60"
        :reach-k="15"
        @keep="keepTemp"
        @cancel="isTyping = false"
      />
      <div v-if="isGoingOn && clock.state === 'pastHouse'" class="choice-row">
        <MayLine doing="passHouseLimit" />
        <v-text-field v-model="reason" :label="texts.emulsion.goOnReason" maxlength="300" /><HoldButton
          :disabled="!reason.trim() || !kitchen.crewId || mayNotGoOn"
          @held="goOn"
          >{{ texts.emulsion.goOn }}: {{ crewName(kitchen.crewId) }}</HoldButton
        ><v-btn @click="isGoingOn = false">{{ texts.app.cancel }}</v-btn>
      </div>
    </template>
    <template #keys>
      <template v-if="isStopped">
        <v-btn v-if="clock.state === 'pastHouse'" @click="isGoingOn = true">{{ texts.emulsion.goOn }}</v-btn>
        <HoldButton class="is-first" @held="discard">{{ texts.bench.discard }}</HoldButton>
      </template>
      <template v-else>
        <v-btn @click="isTyping = !isTyping">{{ texts.bench.temp }}</v-btn>
        <v-btn @click="bench.keep('hold.stirred', { stepId: view.step?.id ?? '' }, texts.emulsion.stir)">{{
          texts.emulsion.stir
        }}</v-btn>
        <v-btn v-if="broken" class="is-first" @click="showRescue(view.state.id, 'split')">{{
          holdTexts.mend
        }}</v-btn>
        <template v-else-if="hold.portionsLeft > 0"
          ><v-btn v-if="hold.held?.family" @click="itBroke">{{ holdTexts.itBroke }}</v-btn
          ><ServeKeys :view="view" :bench="bench" :left="hold.portionsLeft"
        /></template>
        <v-btn v-else class="is-first" @click="finish">{{ texts.bench.finish }}</v-btn>
      </template>
    </template>
  </BenchFrame>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px 420px;
  gap: 28px;
}
.drawing {
  height: min(430px, calc(var(--screen-h) - 360px));
}
.side {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.glance {
  font-size: var(--type-pan);
}
.at {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
}
.big {
  font-size: var(--type-title);
  font-weight: var(--weight-plain);
}
.block {
  padding: 12px 14px;
}
.says {
  font-size: var(--type-key);
  font-weight: var(--weight-key);
}
@media (max-width: 1100px) {
  .grid {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 12px 28px;
  }
  .drawing {
    grid-column: 1 / -1;
    height: 280px;
  }
}
</style>

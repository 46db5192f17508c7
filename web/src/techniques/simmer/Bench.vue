<script setup lang="ts">
import type { BatchView } from '@liquamen/core'
import { computed, ref, toRef } from 'vue'
import StepBench from '../../bench/StepBench.vue'
import { useBench } from '../../bench/useBench'
import { useKitchenNow } from '../../port/useKitchen'
import EntryRuler from '../../ui/EntryRuler.vue'
import { clockText, degreesText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'

/** A bare simmer: what will have left by its end, when to look, and water back where it falls bare. */
const props = defineProps<{ view: BatchView }>()
const bench = useBench(toRef(props, 'view'))
const nowMs = useKitchenNow()
/** What is poured on: boiling water restores, cold stock raises scum. */
const adding = ref<'boiling' | 'cold'>()
const work = computed(() =>
  props.view.planned?.work.kind === 'simmer' ? props.view.planned.work : undefined,
)
const timed = computed(() => (props.view.live?.kind === 'timed' ? props.view.live : undefined))
const lookAtMs = computed(() => timed.value?.lookAtMs)
/** What it is visited for next, and when. */
const visit = computed(() =>
  lookAtMs.value === undefined
    ? ''
    : texts.rooms.visitAt(texts.verbs[timed.value?.lookFor ?? 'look'], clockText(lookAtMs.value)),
)
const losses = computed(() =>
  (work.value?.losses ?? []).map((l) => ({
    ...l,
    says:
      l.lossG >= (work.value?.endMassG ?? Infinity) + (work.value?.lossG ?? 0)
        ? texts.rooms.lidDry(texts.rooms.lids[l.lid])
        : texts.rooms.lidLoss(texts.rooms.lids[l.lid], numberText(Math.round(l.lossG / 10) * 10)),
  })),
)
/** Skims still to come, as clock times; minutes after the simmer began while it has not. */
const skims = computed(() =>
  (work.value?.skimAtMin ?? [])
    .map((min) =>
      timed.value ? clockText(timed.value.startedAtMs + min * 60_000) : `${numberText(min)} min`,
    )
    .join(', '),
)
const pressure = computed(() => work.value?.pressure)
const pressed = computed(() => timed.value?.pressure)
const isFlameOffDue = computed(() =>
  props.view.deadlines.some((d) => d.code === 'pressureOff' && d.atMs <= nowMs.value),
)
/** Coming up: when its minutes begin. */
const comesUp = computed(() => {
  const min = work.value?.comeUpMin
  if (pressure.value || min === undefined || min < 0.5) return ''
  const at = timed.value?.simmersAtMs
  if (at === undefined) return texts.rooms.comesUp(numberText(min))
  return at > nowMs.value ? texts.rooms.simmersFrom(clockText(at)) : ''
})
const clarityText = computed(() => {
  const of = work.value?.clarity
  if (!of) return ''
  const { clarity, clouds } = texts.rooms
  return `${clarity[of.grade]}: ${clouds(numberText(of.scumGPerL, 1), numberText(of.fatGPerL, 1))}`
})
const advice = computed(() => {
  const w = work.value
  if (!w) return []
  return [
    ...(comesUp.value ? [comesUp.value] : []),
    ...(clarityText.value ? [clarityText.value] : []),
    ...(w.drawnFrac === undefined ? [] : [texts.rooms.drawn(numberText(w.drawnFrac * 100))]),
    ...(w.stirEveryMin == null ? [] : [texts.rooms.stirs(numberText(Math.max(1, w.stirEveryMin)))]),
    ...(skims.value ? [texts.rooms.skims(skims.value)] : []),
    ...(w.bareAfterMin == null
      ? []
      : [texts.rooms.bare(numberText(w.bareAfterMin), numberText(Math.round((w.topUpMl ?? 0) / 50) * 50))]),
  ]
})
async function keep(grams: number): Promise<void> {
  const coolerByK = adding.value === 'boiling' || grams < 0 ? 0 : undefined
  if (await bench.add('water', grams, coolerByK)) adding.value = undefined
}
</script>

<template>
  <StepBench :view="view" :bench="bench">
    <template #default>
      <p v-if="work && work.lossG >= 1" class="label gap-above">
        {{ texts.rooms.simmers(numberText(work.lossG), numberText(work.endMassG)) }}
      </p>
      <template v-if="pressure && work?.tempC !== undefined">
        <p class="label gap-above">
          {{
            pressed?.isUp
              ? texts.rooms.pressureOff(clockText(pressed.offAtMs))
              : texts.rooms.pressureTimes(
                  numberText(work.comeUpMin ?? 0),
                  numberText(pressure.holdMin),
                  numberText(pressure.releaseMin),
                )
          }}
        </p>
        <p class="text">
          {{
            texts.rooms.pressure(
              numberText(pressure.gaugeKPa),
              degreesText(work.tempC),
              numberText(pressure.openMin),
            )
          }}
        </p>
      </template>
      <p v-if="visit" class="label">{{ visit }}</p>
      <p v-if="losses.length && work?.tempC !== undefined" class="text">
        {{ texts.rooms.heldAt(degreesText(work.tempC)) }}
        <span v-for="(l, i) in losses" :key="l.lid"
          ><template v-if="i">, </template><strong v-if="l.lid === work.lid">{{ l.says }}</strong
          ><template v-else>{{ l.says }}</template></span
        ><template v-if="work.lid">; {{ texts.rooms.lidChosen(texts.rooms.lids[work.lid]) }}</template
        >.
      </p>
      <p v-for="a in advice" :key="a" class="text">{{ a }}</p>
    </template>
    <template #entry>
      <EntryRuler
        v-if="adding"
        :key="adding"
        :label="texts.rooms.pours[adding]"
        unit="g"
        :start="work?.topUpMl ? Math.round(work.topUpMl / 50) * 50 : 250"
        :min="-5000"
        :max="20000"
        :step="10"
        :reach="1000"
        :hint="`− ${texts.bench.ladle}`"
        @keep="keep"
        @cancel="adding = undefined"
      />
    </template>
    <template #keys>
      <v-btn
        v-if="pressed && !pressed.isUp"
        class="is-first"
        @click="
          bench.keep('cue.seen', { stepId: bench.stepId.value, cue: 'atPressure' }, texts.rooms.atPressure)
        "
        >{{ texts.rooms.atPressure }}</v-btn
      >
      <v-btn v-if="isFlameOffDue" class="is-first" @click="bench.answer('actNow')">{{
        texts.rooms.flameOff
      }}</v-btn>
      <template v-if="view.stepStartedAtMs !== undefined && !pressure">
        <v-btn @click="adding = adding === 'cold' ? undefined : 'cold'"
          >{{ texts.rooms.pours.cold }} <small>g</small></v-btn
        >
        <v-btn @click="adding = adding === 'boiling' ? undefined : 'boiling'"
          >{{ texts.rooms.topUp }} <small>{{ texts.rooms.topUpBoiling }}, g</small></v-btn
        >
      </template>
    </template>
  </StepBench>
</template>

<style scoped>
.text {
  max-width: 58ch;
  line-height: 1.35;
}
</style>

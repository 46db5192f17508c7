<script setup lang="ts">
import { boilsAtC as boilsAt, probeVerdict, wasDropped, type ProbeCheckKept } from '@liquamen/core'
import type { Channel } from '@liquamen/contracts'
import { computed, reactive } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { dayText, numberText } from '../ui/format'
import SentenceField from '../ui/SentenceField.vue'
import { kitchenTexts as texts } from './texts.kitchen'
import type { KitchenChange } from './useKitchenChange'

/** Probes in ice and in boiling water: what they are off by, with the day of the check. */
const props = defineProps<{ change: KitchenChange }>()
const { catalog, channels } = useKitchenViews()
const boilsAtC = computed(() => boilsAt({ altitudeM: catalog.value?.settings.altitudeM ?? 0 }))
const probes = computed(() => channels.channels.filter((c) => c.kind === 'probe'))
const checkOf = (id: string): ProbeCheckKept | undefined =>
  catalog.value?.probes?.find((p) => p.channelId === id)
/** What was read so far of a check that has one of its two points. */
const half = reactive(new Map<string, { iceReadsC?: number; boilReadsC?: number }>())
const shown = (id: string) => {
  const check = checkOf(id)
  const own = half.get(id)
  return {
    iceReadsC: own?.iceReadsC ?? check?.iceReadsC,
    boilReadsC: own?.boilReadsC ?? check?.boilReadsC,
  }
}
async function read(channel: Channel, point: { iceReadsC?: number; boilReadsC?: number }): Promise<void> {
  const own = { ...half.get(channel.id), ...point }
  half.set(channel.id, own)
  const check = checkOf(channel.id)
  const iceReadsC = own.iceReadsC ?? check?.iceReadsC
  const boilReadsC = own.boilReadsC ?? check?.boilReadsC
  if (iceReadsC === undefined || boilReadsC === undefined) return
  const isKept = await props.change.make(texts.probes.kept(channel.name), {
    kind: 'probe.checked',
    payload: { channelId: channel.id, name: channel.name, iceReadsC, boilReadsC, boilsAtC: boilsAtC.value },
  })
  if (isKept) half.delete(channel.id)
}
const saysNow = (id: string) => channels.last(id)?.value
const tenth = (v: number) => Math.round(v * 10) / 10
const tenthIf = (v: number | undefined) => (v === undefined ? undefined : tenth(v))
const OFF_PX = 26
const lines = computed(() =>
  probes.value.map((channel) => {
    const check = checkOf(channel.id)
    const at = shown(channel.id)
    const off = {
      ice: at.iceReadsC ?? 0,
      boil: at.boilReadsC === undefined ? 0 : at.boilReadsC - (check?.boilsAtC ?? boilsAtC.value),
    }
    const previous = half.get(channel.id)?.iceReadsC
    return {
      channel,
      at,
      check,
      off,
      verdict: check && probeVerdict(check),
      isDropped:
        check !== undefined && previous !== undefined && wasDropped(check, { ...check, iceReadsC: previous }),
      y: (k: number) => -Math.max(-2.2, Math.min(2.2, k)) * OFF_PX,
    }
  }),
)
const signed = (v: number) => `${v < 0 ? '−' : '+'}${numberText(Math.abs(v), 1)}°`
</script>

<template>
  <section>
    <h2 class="label">
      {{ texts.probes.title }} <span class="caption">{{ texts.probes.hint }}</span>
    </h2>
    <p v-if="probes.length === 0">{{ texts.probes.none }}</p>
    <div v-for="l in lines" :key="l.channel.id" class="probe">
      <div>
        <p class="sentence">
          <strong>{{ l.channel.name }}</strong> {{ texts.probes.ice }}
          <SentenceField
            :model-value="tenthIf(l.at.iceReadsC)"
            :label="texts.probes.iceLabel(l.channel.name)"
            :min="-10"
            :max="20"
            unit="°C"
            @update:model-value="(iceReadsC) => read(l.channel, { iceReadsC })"
          />{{ texts.probes.boil }}
          <SentenceField
            :model-value="tenthIf(l.at.boilReadsC)"
            :label="texts.probes.boilLabel(l.channel.name)"
            :min="60"
            :max="130"
            unit="°C"
            @update:model-value="(boilReadsC) => read(l.channel, { boilReadsC })"
          />{{ texts.probes.end }}
        </p>
        <p class="caption" :class="{ wine: l.verdict === 'outOfService' }">
          {{
            l.check && l.verdict
              ? `${texts.probes.checked(dayText(l.check.atMs))}: ${texts.probes.verdicts[l.verdict]}`
              : texts.probes.never
          }}
        </p>
        <p v-if="l.isDropped" class="roux" role="alert">▽ {{ texts.probes.dropped }}</p>
        <div class="keys-row">
          <v-btn
            :disabled="saysNow(l.channel.id) === undefined"
            @click="read(l.channel, { iceReadsC: tenth(saysNow(l.channel.id) ?? 0) })"
            >{{ texts.probes.takeIce }}</v-btn
          >
          <v-btn
            :disabled="saysNow(l.channel.id) === undefined"
            @click="read(l.channel, { boilReadsC: tenth(saysNow(l.channel.id) ?? 0) })"
            >{{ texts.probes.takeBoil }}</v-btn
          >
        </div>
      </div>
      <svg
        v-if="l.check"
        class="offsets"
        viewBox="-46 -66 220 96"
        role="img"
        :aria-label="texts.probes.drawn(l.channel.name, signed(l.off.ice), signed(l.off.boil))"
      >
        <path d="M0 0H130M0 -4V4M130 -4V4M32 -3V3M65 -3V3M98 -3V3" class="axis" />
        <path :d="`M0 ${l.y(l.off.ice)}L130 ${l.y(l.off.boil)}`" class="between" />
        <path :d="`M0 ${l.y(l.off.ice)}l-6 -9h12z`" class="read" />
        <path :d="`M130 ${l.y(l.off.boil)}l-6 -9h12z`" class="read" />
        <text x="0" :y="l.y(l.off.ice) - 14">{{ signed(l.off.ice) }}</text>
        <text x="130" :y="l.y(l.off.boil) - 14">{{ signed(l.off.boil) }}</text>
        <text x="0" y="22" class="soft">0°</text>
        <text x="130" y="22" class="soft">{{ numberText(boilsAtC, 1) }}°</text>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.probe {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 12px;
  align-items: center;
  padding: 4px 0 8px;
}
.offsets {
  width: 200px;
  overflow: visible;
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.between {
  stroke: var(--ink-soft);
  stroke-width: 1.4;
  stroke-dasharray: 3 3;
}
.read {
  fill: var(--ink);
}
text {
  font-size: 16px;
  text-anchor: middle;
  fill: var(--ink);
}
text.soft {
  fill: var(--ink-soft);
}
</style>

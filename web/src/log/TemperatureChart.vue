<script setup lang="ts">
import type { Sample } from '@liquamen/contracts'
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip, type ChartDataset, type ScatterDataPoint } from 'chart.js'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import { TOKENS, type ThemeName } from '../app/tokens'
import { clockText, numberText } from '../shared/format'
import { texts } from '../shared/texts'

const props = defineProps<{
  /** Every sample of each probe that stood in the sauce. */
  logs: readonly { name: string; isSimulated: boolean; samples: readonly Sample[] }[]
  /** Spot readings and typed ones. */
  spots: readonly { atMs: number; tempC: number }[]
  limitC: number | undefined
}>()
Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip)
const canvas = ref<HTMLCanvasElement>()
const theme = useTheme()
let chart: Chart | undefined

function datasets(): ChartDataset<'line', ScatterDataPoint[]>[] {
  const t = TOKENS[theme.global.name.value as ThemeName]
  const times = [...props.logs.flatMap((l) => l.samples.map((s) => s.atMs)), ...props.spots.map((s) => s.atMs)]
  const line = (label: string, data: ScatterDataPoint[], more: object) =>
    ({ label, data, pointRadius: 0, ...more }) as ChartDataset<'line', ScatterDataPoint[]>
  return [
    ...props.logs.map((l) =>
      line(
        `${l.name}${l.isSimulated ? ` ${texts.batch.simulated}` : ''}`,
        l.samples.map((s) => ({ x: s.atMs, y: s.value })),
        { borderColor: t.ink, borderWidth: 2 },
      ),
    ),
    line(
      texts.emulsion.spot,
      props.spots.map((s) => ({ x: s.atMs, y: s.tempC })),
      {
        showLine: false,
        pointRadius: 6,
        pointStyle: 'circle',
        pointBackgroundColor: t.bone,
        pointBorderColor: t.ink,
        pointBorderWidth: 1.8,
      },
    ),
    ...(props.limitC === undefined || times.length === 0
      ? []
      : [
          line(
            texts.batch.hotHold,
            [Math.min(...times) - 60_000, Math.max(...times) + 60_000].map((x) => ({ x, y: props.limitC as number })),
            { borderColor: t.wine, borderWidth: 2 },
          ),
        ]),
  ]
}

function draw(): void {
  chart?.destroy()
  if (!canvas.value) return
  const t = TOKENS[theme.global.name.value as ThemeName]
  Chart.defaults.font.family = 'Encode Sans Variable, sans-serif'
  Chart.defaults.font.size = 17
  chart = new Chart(canvas.value, {
    type: 'line',
    data: { datasets: datasets() },
    options: {
      animation: false,
      parsing: false,
      responsive: true,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: 'linear',
          ticks: { color: t['ink-soft'], maxTicksLimit: 8, callback: (v) => clockText(Number(v)) },
          grid: { display: false },
          border: { color: t.ink, width: 1.4 },
        },
        y: { ticks: { color: t['ink-soft'] }, grid: { color: t.hair }, border: { display: false } },
      },
      plugins: {
        legend: { display: false },
        tooltip: {
          callbacks: {
            title: (items) => clockText(Number(items[0]?.parsed.x), true),
            label: (item) => `${item.dataset.label ?? ''} ${numberText(Number(item.parsed.y), 1)} °C`,
          },
        },
      },
    },
  })
}
onMounted(draw)
watch([() => props.logs, () => props.spots, () => theme.global.name.value], draw)
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <figure>
    <figcaption>
      <span class="label">{{ texts.batch.tempChart }}</span>
      <span class="caption"
        ><template v-for="l in logs" :key="l.name"
          >━ {{ l.name }}<template v-if="l.isSimulated"> {{ texts.batch.simulated }}</template> · </template
        >○ {{ texts.emulsion.spot
        }}<template v-if="limitC !== undefined">
          · <span class="wine">━ {{ texts.batch.hotHold }} {{ limitC }} °C</span></template
        ></span
      >
    </figcaption>
    <div class="box"><canvas ref="canvas" role="img" :aria-label="texts.batch.tempChart"></canvas></div>
  </figure>
</template>

<style scoped>
figure {
  margin: 12px 0;
}
.box {
  height: 260px;
  position: relative;
  overflow: hidden;
}
</style>

<script setup lang="ts">
import type { Sample } from '@liquamen/contracts'
import type { ChartDataset, ScatterDataPoint } from 'chart.js'
import { ref } from 'vue'
import { clockText, numberText, tempText } from '../ui/format'
import { texts } from '../ui/texts'
import { tempOnDevice, tempScale } from '../ui/useDeviceUnits'
import { timeAxis, useLineChart, type ChartTokens } from './useLineChart'

const props = defineProps<{
  /** Every sample of each probe that stood in the sauce. */
  logs: readonly { name: string; isSimulated: boolean; samples: readonly Sample[] }[]
  /** Spot readings and typed ones. */
  spots: readonly { atMs: number; tempC: number }[]
  limitC: number | undefined
}>()
const canvas = ref<HTMLCanvasElement>()

function datasets(t: ChartTokens): ChartDataset<'line', ScatterDataPoint[]>[] {
  const times = [
    ...props.logs.flatMap((l) => l.samples.map((s) => s.atMs)),
    ...props.spots.map((s) => s.atMs),
  ]
  const line = (label: string, data: ScatterDataPoint[], more: object) =>
    ({ label, data, pointRadius: 0, ...more }) as ChartDataset<'line', ScatterDataPoint[]>
  return [
    ...props.logs.map((l) =>
      line(
        `${l.name}${l.isSimulated ? ` ${texts.batch.simulated}` : ''}`,
        l.samples.map((s) => ({ x: s.atMs, y: tempOnDevice(s.value) })),
        { borderColor: t.ink, borderWidth: 2 },
      ),
    ),
    line(
      texts.emulsion.spot,
      props.spots.map((s) => ({ x: s.atMs, y: tempOnDevice(s.tempC) })),
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
            [Math.min(...times) - 60_000, Math.max(...times) + 60_000].map((x) => ({
              x,
              y: tempOnDevice(props.limitC as number),
            })),
            { borderColor: t.wine, borderWidth: 2 },
          ),
        ]),
  ]
}

useLineChart(canvas, [() => props.logs, () => props.spots, tempScale], (t) => ({
  type: 'line',
  data: { datasets: datasets(t) },
  options: {
    animation: false,
    parsing: false,
    responsive: true,
    maintainAspectRatio: false,
    scales: {
      x: timeAxis(t),
      y: { ticks: { color: t['ink-soft'] }, grid: { color: t.hair }, border: { display: false } },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        callbacks: {
          title: (items) => clockText(Number(items[0]?.parsed.x), true),
          label: (item) =>
            `${item.dataset.label ?? ''} ${numberText(Number(item.parsed.y), 1)} ${tempScale()}`,
        },
      },
    },
  },
}))
</script>

<template>
  <figure>
    <figcaption>
      <span class="label">{{ texts.batch.tempChart(tempScale()) }}</span>
      <span class="caption"
        ><template v-for="l in logs" :key="l.name"
          >━ {{ l.name }}<template v-if="l.isSimulated"> {{ texts.batch.simulated }}</template> · </template
        >○ {{ texts.emulsion.spot
        }}<template v-if="limitC !== undefined">
          · <span class="wine">━ {{ texts.batch.hotHold }} {{ tempText(limitC, 0) }}</span></template
        ></span
      >
    </figcaption>
    <div class="box">
      <canvas ref="canvas" role="img" :aria-label="texts.batch.tempChart(tempScale())"></canvas>
    </div>
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

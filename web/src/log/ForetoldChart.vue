<script setup lang="ts">
import type { Foretold } from '@liquamen/core'
import { ref } from 'vue'
import { dayText, numberText } from '../ui/format'
import { texts } from '../ui/texts'
import { useLineChart } from './useLineChart'

/** How far each reduction's first forecast was out, oldest first: on the line it came as foretold. */
const props = defineProps<{ all: readonly Foretold[] }>()
const canvas = ref<HTMLCanvasElement>()
const percent = (errorLn: number) => 100 * (Math.exp(errorLn) - 1)
useLineChart(canvas, [() => props.all], (t) => ({
  type: 'line',
  data: {
    datasets: [
      {
        data: props.all.map((f, i) => ({ x: i + 1, y: percent(f.errorLn) })),
        borderColor: t.ink,
        borderWidth: 1.4,
        pointRadius: props.all.map((f) => (f.isHeld ? 4 : 6)),
        pointBackgroundColor: props.all.map((f) => (f.isHeld ? t.ink : t.roux)),
        pointBorderColor: props.all.map((f) => (f.isHeld ? t.ink : t.roux)),
      },
      {
        data: [
          { x: 1, y: 0 },
          { x: Math.max(2, props.all.length), y: 0 },
        ],
        borderColor: t['ink-soft'],
        borderWidth: 1,
        borderDash: [4, 4],
        pointRadius: 0,
      },
    ],
  },
  options: {
    animation: false,
    maintainAspectRatio: false,
    parsing: false,
    scales: {
      x: { type: 'linear', display: false, min: 0.5, max: Math.max(2, props.all.length) + 0.5 },
      y: {
        ticks: { color: t['ink-soft'], maxTicksLimit: 4, callback: (v) => `${numberText(Number(v))} %` },
        grid: { display: false },
        border: { color: t.ink, width: 1.4 },
      },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        filter: (item) => item.datasetIndex === 0,
        callbacks: {
          title: ([item]) => dayText(props.all[item?.dataIndex ?? 0]?.atMs ?? 0),
          label: (item) => texts.log.foretold.off(numberText(item.parsed.y ?? 0)),
        },
      },
    },
  },
}))
</script>

<template>
  <div class="chart">
    <canvas
      ref="canvas"
      role="img"
      :aria-label="texts.log.foretold.drawn(all.length, all.filter((f) => f.isHeld).length)"
    />
  </div>
</template>

<style scoped>
.chart {
  height: 150px;
}
</style>

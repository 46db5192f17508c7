<script setup lang="ts">
import type { LiveEstimate, BatchState, StagePlan } from '@liquamen/core'
import { Chart, Filler, type ChartDataset, type ScatterDataPoint } from 'chart.js'
import { ref } from 'vue'
import { fillOf, type ThemeName } from '../../app/tokens'
import { clockText } from '../../ui/format'
import { texts } from '../../ui/texts'
import { timeAxis, useLineChart, type ChartTokens } from '../../log/useLineChart'

const props = defineProps<{
  /** The reductions of a batch with their readings and the forecasts that were shown. */
  stages: readonly {
    stepId: string
    verb: string
    stage: StagePlan
    startedAtMs: number
    endedAtMs: number | undefined
    estimate: LiveEstimate
    forecasts: BatchState['forecasts']
  }[]
  fill: string
}>()
Chart.register(Filler)
const canvas = ref<HTMLCanvasElement>()
type Line = ChartDataset<'line', ScatterDataPoint[]>

/** The band that each shown forecast drew: from the mass then to the target between its tenth and ninetieth percentile. */
function bandsOf(stage: (typeof props.stages)[number], t: ChartTokens): Line[] {
  return stage.forecasts.flatMap((f) => {
    if (f.p10AtMs === null || f.p90AtMs === null || f.p50AtMs === null) return []
    const plain = { pointRadius: 0, borderWidth: 0, label: '' }
    return [
      {
        ...plain,
        data: [
          { x: f.atMs, y: f.massG },
          { x: f.p10AtMs, y: f.targetMassG },
          { x: f.p90AtMs, y: f.targetMassG },
          { x: f.atMs, y: f.massG },
        ],
        fill: 'shape',
        backgroundColor: `${t.ink}1f`,
      } as unknown as Line,
      {
        ...plain,
        label: texts.batch.foretoldBand,
        borderWidth: 1.5,
        borderDash: [6, 4],
        borderColor: t['ink-soft'],
        data: [
          { x: f.atMs, y: f.massG },
          { x: f.p50AtMs, y: f.targetMassG },
        ],
      } as Line,
    ]
  })
}
const POINT = { depth: 'triangle', level: 'triangle', weighing: 'rect' } as const

function datasets(t: ChartTokens, theme: ThemeName): Line[] {
  return props.stages.flatMap((stage) => {
    const read = stage.estimate.readings.flatMap((r) =>
      'massG' in r.fact.payload ? [{ x: r.fact.atMs, y: r.fact.payload.massG, how: r.fact.payload.how }] : [],
    )
    const path = [{ x: stage.startedAtMs, y: stage.stage.startMassG }, ...read]
    const end = stage.endedAtMs ?? read.at(-1)?.x ?? stage.startedAtMs
    return [
      ...bandsOf(stage, t),
      {
        label: texts.batch.asItWent,
        data: path,
        borderColor: fillOf(props.fill, theme).fill,
        borderWidth: 3,
        pointRadius: path.map((_, i) => (i ? 7 : 0)),
        pointStyle: path.map((p) => ('how' in p ? POINT[p.how as keyof typeof POINT] : 'circle')),
        pointRotation: 180,
        pointBackgroundColor: t.bone,
        pointBorderColor: t.ink,
        pointBorderWidth: 1.8,
      },
      { label: texts.batch.asItWent, data: path, borderColor: t.ink, borderWidth: 5, pointRadius: 0 },
      {
        label: texts.batch.notch,
        data: [
          { x: stage.startedAtMs, y: stage.stage.targetMassG },
          { x: end, y: stage.stage.targetMassG },
        ],
        borderColor: t.ink,
        borderWidth: 1.4,
        borderDash: [8, 5],
        pointRadius: 0,
      },
    ] as Line[]
  })
}

/** From the first start to the last moment anybody foretold, with a little room. */
function spanOf(): { min: number; max: number } {
  const ends = props.stages.flatMap((s) => [
    s.endedAtMs ?? s.startedAtMs,
    ...s.forecasts.map((f) => f.p90AtMs ?? 0),
  ])
  return {
    min: Math.min(...props.stages.map((s) => s.startedAtMs)) - 60_000,
    max: Math.max(...ends) + 60_000,
  }
}

/** Fills the triangle of a band, which the line chart's own filling cannot. */
const bandShape = {
  id: 'bandShape',
  beforeDatasetsDraw(c: Chart) {
    c.data.datasets.forEach((set) => {
      if ((set as { fill?: unknown }).fill !== 'shape') return
      const { x, y } = c.scales
      if (!x || !y) return
      c.ctx.beginPath()
      for (const p of set.data as ScatterDataPoint[])
        c.ctx.lineTo(x.getPixelForValue(Number(p.x)), y.getPixelForValue(Number(p.y)))
      c.ctx.fillStyle = String(set.backgroundColor)
      c.ctx.fill()
    })
  },
}

useLineChart(canvas, [() => props.stages], (t, theme) => ({
  type: 'line',
  data: {
    datasets: datasets(t, theme).map((set) =>
      (set as { fill?: unknown }).fill === 'shape' ? { ...set, showLine: false } : set,
    ),
  },
  plugins: [bandShape],
  options: {
    animation: false,
    parsing: false,
    normalized: true,
    responsive: true,
    maintainAspectRatio: false,
    scales: {
      x: { ...timeAxis(t), ...spanOf(), ticks: { ...timeAxis(t).ticks, stepSize: 300_000 } },
      y: {
        beginAtZero: true,
        ticks: { color: t['ink-soft'] },
        grid: { color: t.hair },
        border: { display: false },
      },
    },
    plugins: {
      legend: { display: false },
      tooltip: {
        filter: (item) => item.dataset.label !== '',
        callbacks: {
          title: (items) => clockText(Number(items[0]?.parsed.x), true),
          label: (item) => `${item.dataset.label ?? ''} ${Math.round(Number(item.parsed.y))} g`,
        },
      },
    },
  },
}))
</script>

<template>
  <figure>
    <figcaption>
      <span class="label">{{ texts.batch.chart }}</span>
      <span class="caption"
        >━ {{ texts.batch.asItWent }} · ┅ {{ texts.batch.foretoldBand }} · ▽ {{ texts.batch.hows.depth }} □
        {{ texts.batch.hows.weighing }}</span
      >
    </figcaption>
    <div class="box"><canvas ref="canvas" role="img" :aria-label="texts.batch.chart"></canvas></div>
  </figure>
</template>

<style scoped>
figure {
  margin: 12px 0;
}
.box {
  height: 320px;
  position: relative;
  overflow: hidden;
}
</style>

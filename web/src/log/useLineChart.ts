import {
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartConfiguration,
} from 'chart.js'
import { onBeforeUnmount, onMounted, watch, type Ref, type WatchSource } from 'vue'
import { themeName } from '../ui/theme'
import { TOKENS, type ThemeName } from '../app/tokens'
import { clockText } from '../ui/format'

Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip)

/** Colours of the theme that is shown. */
export type ChartTokens = (typeof TOKENS)[ThemeName]

/** A time axis in the house's hand: clock times, no grid, an ink line. */
export const timeAxis = (t: ChartTokens) => ({
  type: 'linear' as const,
  ticks: { color: t['ink-soft'], maxTicksLimit: 8, callback: (v: string | number) => clockText(Number(v)) },
  grid: { display: false },
  border: { color: t.ink, width: 1.4 },
})

/**
 * A line chart on a canvas, drawn anew when its sources or the theme change, gone with its component.
 * @param configure - the whole of the chart for a theme
 */
export function useLineChart(
  canvas: Ref<HTMLCanvasElement | undefined>,
  sources: WatchSource[],
  configure: (tokens: ChartTokens, theme: ThemeName) => ChartConfiguration<'line'>,
): void {
  const name = () => themeName.value
  let chart: Chart | undefined
  function draw(): void {
    chart?.destroy()
    if (!canvas.value) return
    Chart.defaults.font.family = 'Encode Sans Variable, sans-serif'
    Chart.defaults.font.size = 17
    chart = new Chart(canvas.value, configure(TOKENS[name()], name()) as ChartConfiguration)
  }
  onMounted(draw)
  watch([...sources, name], draw)
  onBeforeUnmount(() => chart?.destroy())
}

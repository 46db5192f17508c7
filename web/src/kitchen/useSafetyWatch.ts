import { FOOD_CODES, EMULSION_MODEL_VERSION, houseRules } from '@liquamen/core'
import { watch } from 'vue'
import type { BatchView } from './batchView'
import { useKitchenViews } from './useKitchenViews'

const BAND_ORDER = ['none', 'under5', 'from5to8', 'over8']

/** The finding that a batch's record still lacks: that its sauce fell under the hot-hold limit by probe, or what the probe's log has earned. */
function missingFact(view: BatchView): 'controlLost' | 'credit' | undefined {
  const { state, probe, formula } = view
  const whisk = formula.steps.find((s) => s.technique === 'whisk')
  if (
    !formula.emulsion ||
    !state.frozen ||
    !probe ||
    probe.health !== 'good' ||
    probe.tempC === undefined ||
    !whisk ||
    state.steps[whisk.id]?.finishedAtMs === undefined
  )
    return undefined
  if (state.clockStartedAtMs === undefined && probe.tempC < FOOD_CODES[houseRules(state.frozen.settings).code].hotHoldC)
    return 'controlLost'
  return BAND_ORDER.indexOf(view.credit) > BAND_ORDER.indexOf(state.credit?.band ?? 'none') ? 'credit' : undefined
}

/** Writes what probes find onto the record by itself; one tab of a browser does it. */
export function useSafetyWatch(): void {
  const { kitchen, current } = useKitchenViews()
  const written = new Set<string>()
  void navigator.locks.request(
    'liquamen-watch',
    () =>
      new Promise<never>(() => {
        watch(
          current,
          (views) =>
            views.forEach((view) => {
              const { state, probe } = view
              const what = missingFact(view)
              const key = `${state.id}:${what}:${view.credit}`
              if (!what || !probe || probe.tempC === undefined || !state.frozen || written.has(key)) return
              written.add(key)
              const stamp = { channelId: probe.channelId, name: probe.name, isSimulated: probe.isSimulated }
              if (what === 'controlLost')
                void kitchen.record('control.lost', state.id, {
                  tempC: probe.tempC,
                  limitC: FOOD_CODES[houseRules(state.frozen.settings).code].hotHoldC,
                  probe: stamp,
                })
              else
                void kitchen.record('pasteurisation.credited', state.id, {
                  ...stamp,
                  band: view.credit,
                  modelVersion: EMULSION_MODEL_VERSION,
                })
            }),
          { immediate: true },
        )
      }),
  )
}

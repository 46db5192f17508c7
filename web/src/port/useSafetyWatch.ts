import { EMULSION_MODEL_VERSION, FOOD_CODES, houseRules, recordDue, type BatchView } from '@liquamen/core'
import { watch } from 'vue'
import { useKitchenViews } from './useKitchenViews'

const BAND_ORDER = ['none', 'under5', 'from5to8', 'over8']

/** What a batch's record still lacks: that its sauce fell under the hot-hold limit by probe, or what the probe's log has earned. */
export function missingFinding({
  state,
  probe,
  formula,
  credit,
}: BatchView): 'controlLost' | 'credit' | undefined {
  if (!formula.emulsion || !state.frozen || probe?.health !== 'good' || probe.tempC === undefined)
    return undefined
  const rawStep = state.plan?.steps.find((s) => s.work.kind === 'eggEmulsion')
  if (!rawStep || state.steps[rawStep.stepId]?.finishedAtMs === undefined) return undefined
  if (
    state.clockStartedAtMs === undefined &&
    probe.tempC < FOOD_CODES[houseRules(state.frozen.settings).code].hotHoldC
  )
    return 'controlLost'
  return BAND_ORDER.indexOf(credit) > BAND_ORDER.indexOf(state.credit?.band ?? 'none') ? 'credit' : undefined
}

/** Writes what probes find onto the record by itself; one tab of a browser does it. */
export function useSafetyWatch(): void {
  const { kitchen, current } = useKitchenViews()
  const written = new Set<string>()
  /** Puts what a probe or scale shows on record, once a while. */
  function keepReading(view: BatchView): void {
    const due = recordDue(view, kitchen.nowMs)
    const key = `${view.state.id}:reading`
    if (!due || written.has(key)) return
    written.add(key)
    void kitchen
      .record('reading.taken', view.state.id, due)
      .catch(() => undefined) // not kept: the next second tries again
      .finally(() => written.delete(key))
  }
  function write(view: BatchView): void {
    keepReading(view)
    const { state, probe, credit } = view
    const what = missingFinding(view)
    const key = `${state.id}:${what}:${credit}`
    if (!what || probe?.tempC === undefined || !state.frozen || written.has(key)) return
    written.add(key)
    const stamp = { channelId: probe.channelId, name: probe.name, isSimulated: probe.isSimulated }
    const limitC = FOOD_CODES[houseRules(state.frozen.settings).code].hotHoldC
    const fact =
      what === 'controlLost'
        ? kitchen.record('control.lost', state.id, { tempC: probe.tempC, limitC, probe: stamp })
        : kitchen.record('pasteurisation.credited', state.id, {
            ...stamp,
            band: credit,
            modelVersion: EMULSION_MODEL_VERSION,
          })
    fact.catch(() => written.delete(key)) // not kept: the next second tries again
  }
  void navigator.locks.request(
    'liquamen-watch',
    () => new Promise<never>(() => void watch(current, (views) => views.forEach(write), { immediate: true })),
  )
}

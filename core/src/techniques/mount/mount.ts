import { butterOf } from '../../mixture/butterPartsOf'
import { massG } from '../../mixture/composition'
import { HIGHEST_PHASE_FRAC, phaseFraction } from '../../mixture/phases'
import { contentsPhases, type Contents } from '../../pan/contents'
import { bindFat } from '../../pan/sieve'
import { WARM_WAITS_S, type Technique } from '../technique'
import { FAT_SETS_C, mountMinutes, planMountPace } from './mountPace'

const CREAM_SHARE = 0.1 // from a tenth of the butter's mass on, cream steadies a mounted sauce
/** Where a mounted sauce stays whole, °C (emulsion.md §4): plain, with cream, and a jus with gelatin or starch. */
export const MOUNT_WINDOWS = {
  plain: { lowC: 46, highC: 57 },
  cream: { lowC: 42, highC: 64 },
  jus: { lowC: 40, highC: 75 },
} as const
const JUS_BELOW_PHASE = 0.3 // so little butter is a gloss on a jus, no sauce of its own
const BODY_FRAC = 0.01 // gelatin or starch from here on carries it

function windowOf({ liquid, starchEqG }: Contents, phaseFrac: number, isCreamy: boolean) {
  const body = (liquid.gelatin + starchEqG) / Math.max(1, massG(liquid))
  if (phaseFrac < JUS_BELOW_PHASE && body > BODY_FRAC) return MOUNT_WINDOWS.jus
  return isCreamy ? MOUNT_WINDOWS.cream : MOUNT_WINDOWS.plain
}

/** Cold butter into a hot reduction, a gloss or a whole sauce. */
export const mount: Technique = {
  id: 'mount',
  stands: () => 'ring',
  usualMin: () => 3,
  attention: () => 'constant',
  waitsS: () => WARM_WAITS_S,
  end: (contents) => ({ contents: bindFat(contents) }),
  phaseLimit: (_step, { butterG, creamG }) =>
    creamG >= CREAM_SHARE * butterG ? HIGHEST_PHASE_FRAC.mountedWithCream : HIGHEST_PHASE_FRAC.mounted,
  plan(context) {
    const { walked, ingredients, milk } = context
    const phaseFrac = phaseFraction(contentsPhases(walked.end))
    const isCreamy = milk.creamG >= CREAM_SHARE * milk.butterG
    const phaseLimitFrac = isCreamy ? HIGHEST_PHASE_FRAC.mountedWithCream : HIGHEST_PHASE_FRAC.mounted
    const butterG = butterOf(walked.lines, ingredients)?.massG ?? 0
    const window = windowOf(walked.end, phaseFrac, isCreamy)
    const pace = planMountPace(context, { window, phaseLimitFrac, isCreamy })
    const stepId = walked.step.id
    return {
      work: { kind: 'mount', butterG, phaseFrac, phaseLimitFrac, window, ...(pace && { pace }) },
      ...(pace && !walked.step.minutes && { minutes: mountMinutes(pace) }), // what the house has learned stands
      warnings: [
        ...(phaseFrac > phaseLimitFrac
          ? [{ code: 'splits' as const, stepId, phaseFrac, limitFrac: phaseLimitFrac }]
          : []),
        ...(pace?.heat === 'off' && pace.offHeatC < FAT_SETS_C
          ? [{ code: 'setsOffHeat' as const, stepId }]
          : []),
        ...(pace?.heat === 'bubble' && !pace.bearsBubble ? [{ code: 'bubbleBreaks' as const, stepId }] : []),
      ],
    }
  },
  models: ['phaseFraction', 'mountHeat', 'sauceContact', 'sauceOnPlate'],
}

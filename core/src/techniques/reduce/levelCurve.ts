import type { LevelPoint } from '../../batch/batchPlan'

type Axis = keyof LevelPoint

/**
 * Reads the level curve of a stage along any axis: mass, volume at 20 °C, or depth of the hot pan.
 *
 * Straight between points and along the last stretch beyond both ends, so that an added ladle or an overshot pan still has a level.
 * @param curve - falling in all three axes, at least two points
 */
export function readCurve(curve: readonly LevelPoint[], from: Axis, value: number): LevelPoint {
  let i = 1
  while (i < curve.length - 1 && (curve[i]?.[from] ?? -Infinity) > value) i++
  const a = curve[i - 1]
  const b = curve[i]
  if (!a || !b) throw new RangeError('a level curve needs two points')
  const share = a[from] === b[from] ? 0 : (value - a[from]) / (b[from] - a[from])
  const at = (axis: Axis) => Math.max(0, a[axis] + share * (b[axis] - a[axis]))
  return { massG: at('massG'), volumeMl: at('volumeMl'), depthMm: at('depthMm') }
}

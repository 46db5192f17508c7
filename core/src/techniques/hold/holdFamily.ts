import type { BatchPlan } from '../../batch/batchPlan'
import { MOUNT_WINDOWS } from '../mount/mount'
import type { HoldFamilyId } from './holdRisk'

/** Which sauce it breaks like; none for what has no drops to break out. */
export function holdFamily({
  plan,
}: {
  readonly plan?: Pick<BatchPlan, 'steps'> | undefined
}): HoldFamilyId | undefined {
  const works = (plan?.steps ?? []).map((s) => s.work)
  if (works.some((w) => w.kind === 'eggEmulsion')) return 'egg'
  const mounts = works.findLast((w) => w.kind === 'mount')
  if (mounts?.kind !== 'mount') return undefined
  const is = (w: { readonly highC: number }) => mounts.window.highC === w.highC
  if (is(MOUNT_WINDOWS.jus)) return 'mountedJus'
  return is(MOUNT_WINDOWS.cream) ? 'mountedWithCream' : 'mounted'
}

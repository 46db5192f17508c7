import type { BatchView } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { rehearsed } from '../testing/rehearsed'
import { missingFinding } from './useSafetyWatch'

/** A hollandaise past its pour, with a probe in it. */
function watched(tempC: number, more: Partial<BatchView> = {}): BatchView {
  const { view } = rehearsed('hollandaise', 'season')
  const probe = {
    channelId: 'p1',
    name: 'Probe 1',
    isSimulated: true,
    health: 'good',
    tempC,
    atMs: 0,
  } as const
  return { ...view, probe, ...more }
}

describe('what probes find goes on record by itself', () => {
  it('a sauce under the hot-hold limit after its pour starts its clock', () => {
    const state = { ...watched(56).state, clockStartedAtMs: undefined }
    expect(missingFinding(watched(56, { state }))).toBe('controlLost')
    expect(missingFinding(watched(58, { state }))).toBeUndefined()
  })
  it('never while it is still made, for a probe that sticks, for a sauce without egg, or twice', () => {
    const { view } = rehearsed('hollandaise', 'sabayon')
    const probe = watched(40).probe
    expect(missingFinding({ ...view, probe })).toBeUndefined()
    expect(missingFinding(watched(40, { probe: { ...probe!, health: 'stuck' as never } }))).toBeUndefined()
    const jus = rehearsed('panJus', 'season').view
    expect(missingFinding({ ...jus, probe })).toBeUndefined()
    const { state } = watched(40)
    expect(missingFinding(watched(40, { state: { ...state, clockStartedAtMs: 1 } }))).not.toBe('controlLost')
  })
  it('a credit is written when it is earned, and only upwards', () => {
    const { state } = watched(60)
    const credited = (band: 'from5to8' | 'over8') => ({ ...state, credit: { band } }) as BatchView['state']
    expect(missingFinding(watched(60, { credit: 'from5to8' }))).toBe('credit')
    expect(missingFinding(watched(60, { credit: 'from5to8', state: credited('over8') }))).toBeUndefined()
    expect(missingFinding(watched(60, { credit: 'over8', state: credited('from5to8') }))).toBe('credit')
  })
})

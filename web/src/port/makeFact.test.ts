import { KINDS } from '@liquamen/core'
import { beforeAll, describe, expect, it } from 'vitest'
import { Refusal } from './api'
import { checked, checkedBy, makeFact, type Entry } from './makeFact'
import { schemas } from './schemas'

const by = { kitchenId: 'k', deviceId: 'd', crewId: 'ilse', clockOffsetMs: -600_000 }
const ends: Entry = { kind: 'step.finished', streamId: 's', payload: { stepId: 'simmer' } }

describe('a fact made in the browser', () => {
  beforeAll(() => schemas()) // a tap waits a second for the rules, and a loaded machine takes longer to bring them
  it('what the server would refuse is refused here, with the place that is wrong', async () => {
    const broken = { ...ends, payload: { stepId: 7 } } as unknown as Entry
    const refusal = await checked([broken]).catch((error: unknown) => error)
    expect(refusal).toBeInstanceOf(Refusal)
    expect((refusal as Refusal).problem.code).toBe('badInput')
    expect((refusal as Refusal).problem.fields?.[0]?.field).toBe('stepId')
  })
  it('is stored as it will be sent: nothing in it that JSON would lose', async () => {
    const payload = { stepId: 'simmer', massG: undefined }
    const [kept] = await checked([{ ...ends, payload } as unknown as Entry])
    expect(kept!.payload).toEqual({ stepId: 'simmer' })
    expect(Object.keys(kept!.payload)).toEqual(['stepId'])
  })
  it('without the rules at hand it is kept as it is, and the server judges', () => {
    const broken = { ...ends, payload: { stepId: 7 } } as unknown as Entry
    expect(checkedBy(broken, undefined)).toEqual(broken)
  })
  it('carries who, where, its number and the kitchen’s time, and the version of its kind', () => {
    const fact = makeFact(ends, by, 41)
    expect(fact).toMatchObject({
      kind: 'step.finished',
      streamKind: 'batch',
      v: KINDS['step.finished'].v,
      deviceSeq: 41,
      actor: { deviceId: 'd', crewId: 'ilse' },
    })
    expect(fact.atMs).toBe(fact.deviceAtMs - 600_000)
  })
  it('a fact that is taken back says in which stream, since its kind does not', () => {
    const voids: Entry = { kind: 'fact.voided', streamId: 'o', payload: { factId: 'f', reason: 'undone' } }
    expect(makeFact({ ...voids, streamKind: 'order' }, by, 1).streamKind).toBe('order')
    expect(makeFact(ends, { ...by, crewId: undefined }, 1).actor).toEqual({ deviceId: 'd' })
  })
})

import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

let t: TestApp
let channelId: string
const probe = { kind: 'probe', name: 'Probe 1', isSimulated: true }
beforeAll(async () => {
  t = await createTestApp()
  channelId = ((await (await t.request('/channels', { body: probe })).json()) as { id: string }).id
})
afterAll(() => t.close())

type Sample = { atMs: number; value: number; flag?: string }
const group = (samples: Sample[], more: object = {}) => ({
  groupId: uuidv7(),
  sentAtMs: NOW_MS,
  samples,
  ...more,
})
const send = async (body: unknown, token?: string, id = channelId) => {
  const answer = await t.request(`/channels/${id}/samples`, { body, ...(token ? { token } : {}) })
  return {
    status: answer.status,
    body: (await answer.json()) as { status: string; code?: string; flagged?: number },
  }
}
const read = async (fromMs: number, toMs: number) =>
  (
    (await (await t.request(`/channels/${channelId}/samples?fromMs=${fromMs}&toMs=${toMs}`)).json()) as {
      samples: Sample[]
    }
  ).samples

describe('channels of probes and scales', () => {
  it('the same name of the same device is the same channel', async () => {
    expect(((await (await t.request('/channels', { body: probe })).json()) as { id: string }).id).toBe(
      channelId,
    )
    expect(((await (await t.request('/channels')).json()) as { channels: unknown[] }).channels).toHaveLength(
      1,
    )
  })
  it('a group is stored once and read back in order of time', async () => {
    const g = group([
      { atMs: NOW_MS - 1000, value: 61 },
      { atMs: NOW_MS, value: 61.2 },
    ])
    expect((await send(g)).body.status).toBe('stored')
    expect((await send(g)).body.status).toBe('known')
    expect(await read(NOW_MS - 2000, NOW_MS)).toEqual([
      { atMs: NOW_MS - 1000, value: 61 },
      { atMs: NOW_MS, value: 61.2 },
    ])
  })
  it('a wrong clock is settled by its own offset, the future and the far past are kept and flagged', async () => {
    const hour = 3600_000
    expect(
      (await send(group([{ atMs: NOW_MS - hour - 500, value: 40 }], { sentAtMs: NOW_MS - hour }))).body
        .flagged,
    ).toBe(1)
    await send(
      group([
        { atMs: NOW_MS + 2 * hour, value: 41 },
        { atMs: NOW_MS - 3 * hour, value: 42 },
      ]),
    )
    expect(await read(NOW_MS - 500, NOW_MS - 500)).toEqual([{ atMs: NOW_MS - 500, value: 40, flag: 'clock' }])
    expect(await read(NOW_MS + hour, NOW_MS + 3 * hour)).toEqual([
      { atMs: NOW_MS + 2 * hour, value: 41, flag: 'future' },
    ])
    expect(await read(NOW_MS - 4 * hour, NOW_MS - hour)).toEqual([
      { atMs: NOW_MS - 3 * hour, value: 42, flag: 'late' },
    ])
  })
  it('absurd readings are kept: the cook is told, nothing is dropped', async () => {
    await send(group([{ atMs: NOW_MS - 60_000, value: 9999 }]))
    expect((await read(NOW_MS - 60_000, NOW_MS - 60_000))[0]?.value).toBe(9999)
  })
  it.each([
    ['no samples', () => group([]), 400, 'badInput'],
    ['a word for a number', () => group([{ atMs: NOW_MS, value: 'hot' as never }]), 400, 'badInput'],
    ['a number no database keeps', () => group([{ atMs: NOW_MS, value: 1e300 }]), 400, 'badInput'],
    ['parts that are not known', () => group([{ atMs: NOW_MS, value: 1 }], { unit: 'F' }), 400, 'badInput'],
  ])('refuses %s', async (_, body, status, code) =>
    expect(await send(body())).toMatchObject({ status, body: { code } }),
  )
  it('refuses another device’s channel, an unknown one, and a revoked token; its readings stay', async () => {
    const other = await t.deps.devices.enrol(t.kitchenId, 'probe box')
    const g = group([{ atMs: NOW_MS, value: 1 }])
    expect(await send(g, other.token)).toMatchObject({ status: 403, body: { code: 'notYourChannel' } })
    expect(await send(g, undefined, uuidv7())).toMatchObject({
      status: 404,
      body: { code: 'unknownChannel' },
    })
    const own = (
      (await (
        await t.request('/channels', { body: { ...probe, name: 'Probe 9' }, token: other.token })
      ).json()) as { id: string }
    ).id
    expect((await send(g, other.token, own)).status).toBe(200)
    await t.deps.devices.revoke(t.kitchenId, other.device.deviceId)
    expect(await send(group([{ atMs: NOW_MS, value: 1 }]), other.token, own)).toMatchObject({
      status: 401,
      body: { code: 'notEnrolled' },
    })
    expect((await t.deps.channels.read(t.kitchenId, own, 0, NOW_MS + 1)).samples).toHaveLength(1)
  })
  it('another kitchen sees neither channel nor samples', async () => {
    const kitchenId = await t.deps.devices.createKitchen('Other')
    expect(await t.deps.channels.list(kitchenId)).toEqual([])
    expect((await t.deps.channels.read(kitchenId, channelId, 0, NOW_MS * 2)).samples).toEqual([])
  })
  it('readings are never changed, whoever connects', async () => {
    await expect(t.database.pool.query('update samples set value = 0')).rejects.toThrow()
    await expect(t.database.pool.query('delete from samples')).rejects.toThrow()
  })
  it('the temperature sheet of a batch names the probe, the limit in force and that it is simulated', async () => {
    const stream = uuidv7()
    await t.request('/facts', {
      body: {
        facts: [
          testFact(
            t,
            'channel.bound',
            stream,
            { channelId, name: 'Probe 1', isSimulated: true, place: 'bowl' },
            { deviceAtMs: NOW_MS - 1500 },
          ),
        ],
      },
    })
    const csv = await (await t.request(`/batches/${stream}/temperatures.csv`)).text()
    expect(csv.split('\r\n')[0]).toBe('at,probe,probeId,simulated,place,tempC,hotHoldLimitC,clock')
    expect(csv).toContain(`Probe 1,${channelId},SIMULATED,bowl,61.2`)
  })
  it('only a demo kitchen runs its clock ahead', async () =>
    expect(await (await t.request('/demo/clock', { body: { aheadMs: 1000 } })).json()).toMatchObject({
      code: 'notADemo',
    }))
})

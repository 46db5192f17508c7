import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createFaulty, FAULTS } from './fault'
import { createEyes } from './eyes'
import { createKitchenClient, Refused } from './kitchenClient'
import { runStandIn } from './standIn'
import { createWatcher, trueMassG, trueTempC } from './truth'

describe('a probe that misbehaves', () => {
  const sound = () => createFaulty(() => 0.5)
  it('sound, it says the truth to a tenth', () => {
    expect(sound().bend(61.234)).toBe(61.2)
  })
  it('stuck, it says what it said last; zeroed, nothing but zero; unplugged, nothing', () => {
    const probe = sound()
    probe.bend(58)
    probe.set('stuck')
    expect([probe.bend(70), probe.bend(80)]).toEqual([58, 58])
    probe.set('zeroed')
    expect(probe.bend(70)).toBe(0)
    probe.set('unplugged')
    expect(probe.bend(70)).toBeUndefined()
  })
  it('out of the bowl it cools to the room, from where it was', () => {
    const probe = sound()
    probe.bend(65)
    probe.set('outOfBowl')
    const said = Array.from({ length: 60 }, () => probe.bend(65)!)
    expect(said[0]!).toBeLessThan(65)
    expect(said.every((v, i) => i === 0 || v <= said[i - 1]!)).toBe(true)
    expect(said.at(-1)!).toBeCloseTo(23, 0)
  })
  it('noisy, it strays by nine degrees at most, both ways', () => {
    let chance = 0
    const probe = createFaulty(() => chance)
    probe.set('noisy')
    expect(probe.bend(60)).toBe(51)
    chance = 1
    expect(probe.bend(60)).toBe(69)
  })
  it('with a wrong clock it is ten minutes behind, and right again afterwards', () => {
    const probe = sound()
    probe.set('clockOff')
    expect(probe.clockOffMs()).toBe(-600_000)
    probe.set('none')
    expect(probe.clockOffMs()).toBe(0)
    expect(FAULTS).toContain('clockOff')
  })
})

describe('what a device sees of the kitchen', () => {
  it('without a batch a probe reads the room and a scale nothing', () => {
    const watcher = createWatcher()
    expect(watcher.boundTo('c')).toBeUndefined()
    expect(trueTempC(undefined, 0)).toBe(23)
    expect(trueMassG(undefined, 0)).toBe(0)
  })
  it('knows the batch that it is bound to, and from which number to read on', () => {
    const watcher = createWatcher()
    const fact = (seq: number, kind: string, payload: object) => ({
      id: `f${seq}`,
      seq,
      streamKind: 'batch',
      streamId: 'b',
      kind,
      v: 1,
      deviceId: 'd',
      deviceSeq: seq,
      actor: { deviceId: 'd' },
      atMs: seq,
      payload,
    })
    const bound = fact(3, 'channel.bound', {
      channelId: 'c',
      name: 'Probe',
      isSimulated: true,
      place: 'bowl',
    })
    watcher.take([bound] as never)
    expect(watcher.boundTo('c')?.id).toBe('b')
    expect(watcher.seq()).toBe(3)
    watcher.take([fact(4, 'channel.released', { channelId: 'c' })] as never)
    expect(watcher.boundTo('c')).toBeUndefined()
  })
})

describe('a stand-in against the public interface', () => {
  const heard: { path: string; token: string | undefined; body: Record<string, unknown> }[] = []
  const is = { away: false, refusesToken: false }
  let server: Server
  let url = ''
  beforeEach(async () => {
    heard.length = 0
    Object.assign(is, { away: false, refusesToken: false })
    server = createServer((request, response) => {
      let text = ''
      request.on('data', (chunk) => (text += String(chunk)))
      request.on('end', () => {
        const path = request.url!.replace('/api', '').split('?')[0]!
        const token = request.headers.authorization?.replace('Bearer ', '')
        heard.push({ path, token, body: text ? (JSON.parse(text) as Record<string, unknown>) : {} })
        const say = (status: number, json: object, headers = {}) =>
          response
            .writeHead(status, { 'content-type': 'application/json', ...headers })
            .end(JSON.stringify(json))
        if (is.away) return void response.destroy()
        if (path === '/devices/enrol') return say(201, { deviceId: 'd' }, { 'x-device-token': 'fresh' })
        if (is.refusesToken && token === 'old') return say(401, { code: 'notEnrolled' })
        if (path === '/channels') return say(201, { id: 'channel1' })
        if (path === '/health') return say(200, { nowMs: 1_800_000_000_000 })
        if (path === '/facts') return say(200, { facts: [], hasMore: false })
        return say(200, {})
      })
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterEach(() => new Promise<void>((resolve) => void server.close(() => resolve())))
  const run = (more: { token?: string; code?: string } = {}) => {
    const stopping = new AbortController()
    const keepToken = vi.fn()
    const done = runStandIn(
      { kind: 'probe', name: 'Probe 1', read: () => 61.25, scatter: 0 },
      { url, say: () => undefined, stopping: stopping.signal, keepToken, ...more },
      createEyes(
        createKitchenClient(url, () => 0),
        { code: '87654321' },
      ),
    )
    return { keepToken, stop: () => (stopping.abort(), done) }
  }
  const samples = () => heard.filter((h) => h.path === '/channels/channel1/samples')
  it('enrols with its code, names its channel as simulated, and sends what it reads', async () => {
    const { stop, keepToken } = run({ code: '12345678' })
    await vi.waitFor(() => expect(samples().length).toBeGreaterThan(0), { timeout: 4000 })
    await stop()
    expect(heard[0]).toMatchObject({
      path: '/devices/enrol',
      body: { name: 'Probe 1', kind: 'probe', code: '12345678' },
    })
    expect(heard.find((h) => h.path === '/devices/enrol' && h.body.kind === 'wall')?.body.code).toBe(
      '87654321',
    ) // a probe may not see the facts
    expect(heard[1]).toMatchObject({
      path: '/channels',
      token: 'fresh',
      body: { kind: 'probe', name: 'Probe 1', isSimulated: true },
    })
    expect(samples()[0]!.body.samples).toMatchObject([{ value: 61.3 }])
    expect(keepToken).toHaveBeenCalledWith('fresh')
  })
  it('with a token from before it does not enrol again; a revoked one is given up', async () => {
    is.refusesToken = true
    const { stop } = run({ token: 'old' })
    await vi.waitFor(() => expect(samples().length).toBeGreaterThan(0), { timeout: 6000 })
    await stop()
    expect(heard.map((h) => h.path).slice(0, 2)).toEqual(['/channels', '/devices/enrol'])
  }, 10_000)
  it('outlives a server that goes, and comes back by itself', async () => {
    is.away = true
    const { stop } = run()
    await vi.waitFor(() => expect(heard.length).toBeGreaterThan(0), { timeout: 4000 })
    is.away = false
    await vi.waitFor(() => expect(samples().length).toBeGreaterThan(0), { timeout: 6000 })
    await stop()
  }, 12_000)
  it('a refusal is told with its code', async () => {
    is.refusesToken = true
    const client = createKitchenClient(url, () => 0)
    client.useToken('old')
    await expect(client.addChannel('scale', 'Scale')).rejects.toThrow(Refused)
  })
})

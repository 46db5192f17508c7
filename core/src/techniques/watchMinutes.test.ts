import { describe, expect, it } from 'vitest'
import type { LiveContext } from './technique'
import { watchMinutes } from './watchMinutes'

const context = (minutes: number, more: Partial<LiveContext> = {}): LiveContext =>
  ({
    state: { silenced: [] },
    step: { id: 's', technique: 'simmer' },
    planned: { minutes: { low: minutes * 0.8, value: minutes, high: minutes * 1.3 } },
    startedAtMs: 1_000_000,
    probe: [],
    nowMs: 1_000_000,
    ...more,
  }) as unknown as LiveContext
const due = (c: LiveContext) => {
  const live = watchMinutes.live(c)
  return live ? watchMinutes.deadlines(live, c).map((d) => [d.kind, (d.atMs - c.startedAtMs) / 60_000]) : []
}

describe('a step that lasts its minutes', () => {
  it('calls when they are over', () => {
    expect(due(context(5))).toEqual([['step', 5]])
  })
  it('without minutes it never calls', () => {
    expect(due(context(0))).toEqual([])
  })
  it('a long one asks for looks in between, as often as it wants a cook', () => {
    const with_ = (attention: string) => context(180, { step: { id: 's', attention } as never })
    expect(due(with_('often'))[0]).toEqual(['lookSoon', 10])
    expect(due(with_('none'))[0]).toEqual(['lookSoon', 30])
    expect(due(with_('constant'))).toEqual([['step', 180]])
  })
  it('the next look is counted from the last that was taken', () => {
    const looked = { silenced: [{ key: 'lookSoon:s', atMs: 1_000_000 + 12 * 60_000 }] }
    expect(due(context(180, { state: looked as never }))[0]).toEqual(['lookSoon', 22])
  })
  it('a look of another step does not count, nor is one asked for just before the end', () => {
    const other = { silenced: [{ key: 'lookSoon:x', atMs: 1_000_000 + 12 * 60_000 }] }
    expect(due(context(180, { state: other as never }))[0]).toEqual(['lookSoon', 10])
    expect(due(context(12))).toEqual([['step', 12]])
    expect(due(context(11))).toEqual([['step', 11]])
  })
})

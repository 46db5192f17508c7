import { radiusAtMm, type VesselProfile } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { TOKENS } from '../app/tokens'
import { actNowNotes, lookSoonNotes } from '../alarms/sounds'
import { dotCentres, liquidPath, rulingHeights } from '../vessel/vesselGeometry'
import { fractionText } from './fractionText'
import { layOutRule, ruleMinutes, ruleX } from './ruleLayout'
import baseCss from '../app/base.css?raw'

const NOW = 1e12
const event = (minutes: number, text: string, isOrder = false) => ({
  atMs: NOW + minutes * 60_000,
  text,
  isOrder,
})

describe('the slide rule', () => {
  it('the next minute is always the widest, and the span ends at the edge', () => {
    const widths = Array.from({ length: 90 }, (_, m) => ruleX(m + 1, 90, 900) - ruleX(m, 90, 900))
    widths.slice(1).forEach((w, i) => expect(w).toBeLessThan(widths[i]!))
    expect(ruleX(90, 90, 900)).toBeCloseTo(900, 9)
    expect(
      ruleMinutes(90)
        .filter((t) => t.label)
        .map((t) => t.minute)
        .sort((a, b) => a - b),
    ).toEqual([1, 2, 3, 5, 10, 15, 20, 30, 45, 60, 90])
  })
  it('labels do not cross; what finds no room is counted, nothing is lost', () => {
    const events = Array.from({ length: 12 }, (_, i) => event(20 + i * 0.2, 'stir sorrel cream'))
    const { shown, folded } = layOutRule(events, { nowMs: NOW, spanMin: 90, widthPx: 900 })
    expect(shown.length + folded).toBe(12)
    for (const lane of [0, 1])
      shown
        .filter((e) => e.lane === lane)
        .reduce((end, e) => {
          expect(e.x).toBeGreaterThanOrEqual(end)
          return e.x + e.text.length * 9
        }, 0)
  })
})

describe('the vessel', () => {
  const pan: VesselProfile = { shape: 'pan', baseRadiusMm: 70, rimRadiusMm: 95, heightMm: 75, cornerMm: 12 }
  const scale = { pxPerMm: 2, heightFactor: 1.5 }
  it('the drawn liquid is as wide as the pan at its level', () => {
    const xs = [...liquidPath(pan, 0, 30, scale).matchAll(/(-?[\d.]+) -?[\d.]+/g)].map((m) => Number(m[1]))
    expect(Math.max(...xs)).toBeCloseTo(2 * radiusAtMm(pan, 30), 1)
    expect(liquidPath(pan, 30, 30, scale)).toBe('')
  })
  it('rules one line a minute between level and target, and keeps dots inside the wall', () => {
    expect(rulingHeights(10, 20, scale, [19, 17, 15, 9])).toEqual([19, 17, 15])
    for (const dot of dotCentres(pan, { fromMm: 20, toMm: 50 }, scale, 9))
      expect(Math.abs(dot.x)).toBeLessThan(2 * 95)
  })
})

describe('words and sounds', () => {
  it.each([
    [1 / 3, 'A third is left', 'two thirds gone'],
    [2 / 3, 'Two thirds are left', 'a third gone'],
    [0.41, '41 % is left', '59 % gone'],
  ])('%d is told both ways', (left, a, b) => expect(fractionText(left)).toEqual({ left: a, gone: b }))
  it('each ring has its own pattern, over the fan and under 1.2 kHz', () => {
    expect(lookSoonNotes(3)).toHaveLength(3)
    for (const note of [...actNowNotes(6, 2), ...lookSoonNotes(6)])
      expect(note.hz > 300 && note.hz < 1200).toBe(true)
    expect(actNowNotes(1, 3).length).toBe(3 * actNowNotes(1, 1).length)
  })
  it('the style sheet has the same colours as the theme', () => {
    for (const name of ['day', 'night'] as const)
      for (const [token, colour] of Object.entries(TOKENS[name]))
        expect(baseCss.toLowerCase()).toContain(`--${token}: ${colour.toLowerCase()}`)
  })
})

import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'

const {
  clockText,
  degreesText,
  instantOfClock,
  instantOn,
  isoDayText,
  numberText,
  percentText,
  setZone,
  spanText,
  tempText,
} = await import('./format')
const { deltaOnDevice, tempFromDevice, tempOnDevice, useDeviceUnits } = await import('./useDeviceUnits')
beforeEach(() => setActivePinia(createPinia()))
const NOW = Date.UTC(2026, 4, 2, 23, 40)

describe('numbers as they are shown', () => {
  it.each([
    [190_000, '3:10', ''],
    [9_000, '0:09', ''],
    [-23_000, '−0:23', ''],
    [720_000, '12', 'min'],
    [599_000, '9:59', ''],
  ])('a span of %d ms', (ms, number, unit) => expect(spanText(ms)).toEqual({ number, unit }))
  it('groups thousands, and minus is a minus', () => {
    expect([0.4, -0.4, 999.5, 1234567.4, -1000, 2e15, NaN].map((n) => numberText(n))).toEqual([
      '0',
      '0',
      '1,000',
      '1,234,567',
      '−1,000',
      '2,000,000,000,000,000',
      'NaN',
    ])
    expect([numberText(1248.4), numberText(-3.25, 1), percentText(0.0105, 2)]).toEqual([
      '1,248',
      '−3.3',
      '1.05',
    ])
  })
  it.each([
    ['19:40', 20],
    ['1940', 20],
    ['22:10', -1.5],
    ['00:15', 35 / 60],
    ['7.05', 7 + 25 / 60],
  ])('the clock time %s is the next to come, unless it has only just gone by', (text, hours) =>
    expect((instantOfClock(text, NOW)! - NOW) / 3600_000).toBeCloseTo(hours, 6),
  )
  it.each(['25:00', '12:75', 'soon', '', '-1:00'])('"%s" is no clock time', (text) =>
    expect(instantOfClock(text, NOW)).toBeUndefined(),
  )
  it('at 23:50, 00:18 is in half an hour, and at 00:10 a quarter to midnight has just gone by', () => {
    expect(instantOfClock('00:18', Date.UTC(2026, 4, 2, 23, 50))).toBe(Date.UTC(2026, 4, 3, 0, 18))
    expect(instantOfClock('23:45', Date.UTC(2026, 4, 3, 0, 10))).toBe(Date.UTC(2026, 4, 2, 23, 45))
  })
  it.each(['UTC', 'Europe/Berlin', 'Pacific/Auckland', 'America/St_Johns'])(
    'a clock time on a day is told back as the same in %s, on the days the clock is changed too',
    (timeZone) => {
      setZone(timeZone)
      for (const day of ['2026-03-29', '2026-10-25', '2026-07-01', '2026-04-05', '2026-11-01'])
        for (const clock of ['00:30', '06:15', '23:45']) {
          const at = instantOn(day, clock)!
          expect([isoDayText(at), clockText(at)]).toEqual([day, clock])
        }
      setZone('UTC')
    },
  )
  it.each([
    ['Europe/Berlin', 120],
    ['America/St_Johns', -150],
    ['Asia/Kathmandu', 345],
  ])(
    'told as a sum while its clocks stay, a clock time of %s is the calendar’s',
    (timeZone, utcOffsetMin) => {
      const instants = Array.from({ length: 50 }, (_, i) => NOW + i * 2_111_333)
      const tell = () => instants.flatMap((ms) => [clockText(ms), clockText(ms, true)])
      setZone(timeZone)
      const byCalendar = tell()
      setZone(timeZone, { fromMs: NOW, untilMs: NOW + 40 * 2_111_333, utcOffsetMin }) // the last ones are past it
      expect(tell()).toEqual(byCalendar)
      setZone('UTC')
    },
  )
  it('a clock time and back is the same minute', () =>
    expect(clockText(instantOfClock('23:59', NOW)!)).toBe('23:59'))
})

describe('temperatures on this device’s scale', () => {
  it('are said in Celsius, in Fahrenheit where it was asked for, and typed ones come back as Celsius', () => {
    const { setTempUnit, setSystem, system } = useDeviceUnits()
    expect(tempText(62.5)).toBe('62.5 °C')
    setTempUnit('°F')
    expect(tempText(62.5)).toBe('144.5 °F')
    expect(degreesText(0)).toBe('32°')
    expect(deltaOnDevice(10)).toBe(18)
    for (const c of [-30, 0, 57, 63, 260]) expect(tempFromDevice(tempOnDevice(c))).toBeCloseTo(c, 9)
    expect(localStorage.getItem('liquamen.temperatures')).toBe('°F')
    setTempUnit('°C')
    setSystem('us')
    expect([system.value, localStorage.getItem('liquamen.measures')]).toEqual(['us', 'us'])
    setSystem('metric')
  })
})

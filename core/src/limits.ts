import type { Range } from './errors'

/** Most facts that are sent, and taken, at once. */
export const MOST_FACTS_PER_POST = 200

/** Ranges of what people and devices may tell the application, by role. Wide enough for any kitchen, narrow enough to catch a slip. */
export const LIMITS = {
  portions: { min: 1, max: 400, unit: 'portions' },
  tempC: { min: -30, max: 260, unit: '°C' },
  depthMm: { min: 0, max: 400, unit: 'mm' },
  grossG: { min: 1, max: 60_000, unit: 'g' },
  massG: { min: 0, max: 60_000, unit: 'g' },
  additionG: { min: -60_000, max: 60_000, unit: 'g' },
  volumeMl: { min: 0, max: 60_000, unit: 'ml' },
  fraction: { min: 0, max: 1, unit: '(0..1)' },
  altitudeM: { min: -100, max: 5000, unit: 'm' },
  pressureKPa: { min: 40, max: 110, unit: 'kPa' },
  powerW: { min: 0, max: 30_000, unit: 'W' },
  diameterMm: { min: 60, max: 800, unit: 'mm' },
  heightMm: { min: 10, max: 600, unit: 'mm' },
  durationS: { min: 0, max: 172_800, unit: 's' },
  abvFrac: { min: 0, max: 1, unit: '(0..1)' },
} as const satisfies Record<string, Range>

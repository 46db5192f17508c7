/** Where a moment stands on the slide rule: the next minute is always the widest (LOOK.md §7). */
export function ruleX(minutes: number, spanMin: number, widthPx: number): number {
  return (widthPx * Math.log(1 + Math.max(0, minutes) / 6)) / Math.log(1 + spanMin / 6)
}

const LABELLED = [1, 2, 3, 5, 10, 15, 20, 30, 45, 60, 90]

const STEPS = [
  { untilMin: 5, stepMin: 0.5 },
  { untilMin: 20, stepMin: 1 },
  { untilMin: 40, stepMin: 2 },
]
/** Ticks of the rule: half minutes to 5, minutes to 20, twos to 40, fives after; the labelled ones stand still. */
export function ruleMinutes(spanMin: number): { minute: number; label: boolean }[] {
  const ticks: number[] = []
  const stepAt = (m: number) => STEPS.find(({ untilMin }) => m < untilMin)?.stepMin ?? 5
  for (let m = 0.5; m <= spanMin; m += stepAt(m)) ticks.push(m)
  return ticks
    .map((minute) => ({ minute, label: LABELLED.includes(minute) }))
    .concat(ticks.includes(45) || spanMin < 45 ? [] : [{ minute: 45, label: true }])
}

const CHAR_PX = 9.2
const CHIP_PX = 36
const FOLDED_PX = 26 // room for the count of what is folded

/** The rule that events are laid out on. */
export interface Rule {
  readonly nowMs: number
  readonly spanMin: number
  readonly widthPx: number
  /** Room that an overdue call takes at the left of the upper lane. */
  readonly flagPx?: number
}

/** How wide a text of the rule is thought to be. */
export const ruleTextPx = (text: string): number => text.length * CHAR_PX

/** Lays events out in two lanes without a label crossing another; what finds no room is folded into a count. */
export function layOutRule<
  E extends { readonly atMs: number; readonly text: string; readonly isOrder: boolean },
>(
  events: readonly E[],
  { nowMs, spanMin, widthPx, flagPx = 0 }: Rule,
): { shown: (E & { x: number; lane: 0 | 1 })[]; folded: number } {
  const freeFrom = [0, flagPx]
  const shown: (E & { x: number; lane: 0 | 1 })[] = []
  const inSpan = [...events].filter((e) => e.atMs - nowMs < spanMin * 60_000).sort((a, b) => a.atMs - b.atMs)
  for (const event of inSpan) {
    const x = ruleX((event.atMs - nowMs) / 60_000, spanMin, widthPx)
    const lanes = event.isOrder ? ([1, 0] as const) : ([0, 1] as const)
    const endOf = (text: string) => x + ruleTextPx(text) + (event.isOrder ? 8 : CHIP_PX) + 8
    // near the edge the first word must do
    const fits = [event.text, event.text.split(' ')[0] ?? '']
      .flatMap((text) => lanes.map((lane) => ({ text, lane, end: endOf(text) })))
      .find((f) => (freeFrom[f.lane] ?? 0) <= x && f.end <= widthPx - FOLDED_PX)
    if (!fits) continue
    const { lane, end, text } = fits
    freeFrom[lane] = end
    if (lane === 1) freeFrom[0] = Math.max(freeFrom[0] ?? 0, x + 2) // its stem goes down through the lower lane
    shown.push({ ...event, text, x, lane })
  }
  return { shown, folded: inSpan.length - shown.length }
}

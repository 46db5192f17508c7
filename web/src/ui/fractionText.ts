const NAMES: readonly (readonly [number, string, string])[] = [
  [1 / 10, 'A tenth is left', 'nine tenths gone'],
  [1 / 4, 'A quarter is left', 'three quarters gone'],
  [1 / 3, 'A third is left', 'two thirds gone'],
  [1 / 2, 'Half is left', 'half gone'],
  [2 / 3, 'Two thirds are left', 'a third gone'],
  [3 / 4, 'Three quarters are left', 'a quarter gone'],
]

/** A share left, in both its readings, so that "by" and "to" are never mistaken. */
export function fractionText(left: number): { left: string; gone: string } {
  const named = NAMES.find(([share]) => Math.abs(share - left) < 0.004)
  return named
    ? { left: named[1], gone: named[2] }
    : { left: `${Math.round(left * 100)} % is left`, gone: `${Math.round((1 - left) * 100)} % gone` }
}

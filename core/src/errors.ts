/** A number with its allowed range and unit; the one place code, schemas and forms read it from. */
export interface Range {
  readonly min: number
  readonly max: number
  readonly unit: string
}

/** A value outside its range: the caller's fault, told as data so that texts can be made anywhere. */
export class DomainError extends Error {
  override readonly name = 'DomainError'
  constructor(
    /** Stable code, e.g. `outOfRange`. */
    readonly code: string,
    readonly field: string,
    readonly value: unknown,
    /** What it must lie in, where that is what is wrong. */
    readonly range?: Range,
  ) {
    super(`${code}: ${field} = ${String(value)}`)
  }
}

/**
 * Refuses a number outside its range; NaN fails too.
 *
 * @throws DomainError `outOfRange` with field, value and bounds
 */
export function requireInRange(field: string, value: number, range: Range): void {
  if (!(value >= range.min && value <= range.max)) throw new DomainError('outOfRange', field, value, range)
}

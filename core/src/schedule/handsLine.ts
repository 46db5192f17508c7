/** A stretch in which fewer hands are free than are asked for, s. */
export interface Short {
  readonly fromS: number
  readonly toS: number
}

/** Hundredths of a pair of hands that are free, by time. */
export class HandsLine {
  /** Where it changes, ascending; the first is before all time. */
  private readonly at: number[] = [-Infinity]
  private readonly free: number[] = [0]

  constructor(people: readonly { readonly fromS: number; readonly hands: number }[]) {
    for (const { fromS, hands } of [...people].sort((a, b) => a.fromS - b.fromS)) {
      if (this.at.at(-1) === fromS) this.free[this.free.length - 1] = hands
      else {
        this.at.push(fromS)
        this.free.push(hands)
      }
    }
  }
  /** Index of the stretch that a second lies in. */
  private indexAt(s: number): number {
    let [low, high] = [0, this.at.length - 1]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (this.at[middle]! <= s) low = middle
      else high = middle - 1
    }
    return low
  }
  private cut(s: number): number {
    const i = this.indexAt(s)
    if (this.at[i] === s) return i
    this.at.splice(i + 1, 0, s)
    this.free.splice(i + 1, 0, this.free[i]!)
    return i + 1
  }
  /** Takes hands from a second to another; fewer than none gives them back. */
  take(fromS: number, toS: number, hands: number): void {
    if (toS <= fromS || hands === 0) return
    const first = this.cut(fromS)
    const last = this.cut(toS)
    for (let i = first; i < last; i++) this.free[i]! -= hands
    this.join(last)
    this.join(first)
  }
  private join(i: number): void {
    if (i === 0 || this.free[i] !== this.free[i - 1]) return
    this.at.splice(i, 1)
    this.free.splice(i, 1)
  }
  /** The first stretch in [fromS, toS) with fewer than so many free. */
  firstShort(fromS: number, toS: number, hands: number): Short | undefined {
    if (hands === 0) return undefined
    for (let i = this.indexAt(fromS); i < this.at.length && this.at[i]! < toS; i++)
      if (this.free[i]! < hands) return { fromS: this.at[i]!, toS: this.at[i + 1] ?? Infinity }
    return undefined
  }
  /** The last such stretch. */
  lastShort(fromS: number, toS: number, hands: number): Short | undefined {
    if (hands === 0 || toS <= fromS) return undefined
    let i = this.indexAt(toS)
    if (this.at[i] === toS) i -= 1
    for (; i >= 0 && (this.at[i + 1] ?? Infinity) > fromS; i--)
      if (this.free[i]! < hands) return { fromS: this.at[i]!, toS: this.at[i + 1] ?? Infinity }
    return undefined
  }
}

/** What is slid or typed on a ruler, and where it opens. */
export interface Ruler {
  /** What is entered. */
  readonly label: string
  readonly unit: string
  /** Where the ruler opens: the prediction, so that one tap confirms it. */
  readonly start: number
  readonly min: number
  readonly max: number
  readonly step: number
  /** Half the span that the ruler shows around its start. */
  readonly reach: number
  readonly hint?: string
}
/** An entry of a bench: its ruler, and what keeping the number does. */
export interface RulerEntry {
  readonly ruler: Ruler
  /** @returns whether it was kept */
  readonly keep: (value: number) => Promise<boolean>
}

/** One figure of the bench: a ratio to its peer, measured in the same run. */
export interface Line {
  readonly name: string
  readonly ratio: number
  readonly peer: string
  readonly detail: string
  /** What it is to be, where that is settled. */
  readonly aim?: string | undefined
}
export const say = ({ name, ratio, peer, detail, aim }: Line) =>
  process.stdout.write(
    `${name.padEnd(34)} ${ratio.toFixed(2).padStart(8)} × ${peer}${aim ? `, aim ${aim}` : ''}  (${detail})\n`,
  )

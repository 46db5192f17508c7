/** One line of progress; the first line of every script's voice. */
export const say = (line) => process.stdout.write(`liquamen: ${line}\n`)

/** Ends with one line that says what went wrong and what to do. */
export function fail(line) {
  process.stderr.write(`liquamen: ${line}\n`)
  process.exit(1)
}

/** One line of progress, beside what a command answers: that alone goes where it is sent. */
export const say = (line) => process.stderr.write(`liquamen: ${line}\n`)

/** Ends with one line that says what went wrong and what to do. */
export function fail(line) {
  process.stderr.write(`liquamen: ${line}\n`)
  process.exit(1)
}

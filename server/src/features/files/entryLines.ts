const OPENS = /^"(facts|samples)": \[$/
const LONGEST_LINE = 4_000_000 // a longer one is read as whatever it is

/** What a line of a list has: an entry, and whether another follows. */
function entryOf(line: string): { readonly value: unknown; readonly hasMore: boolean } | undefined {
  if (!line.startsWith('{')) return undefined
  const hasMore = line.endsWith(',')
  try {
    return { value: JSON.parse(hasMore ? line.slice(0, -1) : line), hasMore }
  } catch {
    return undefined // it goes on in the next line, or it is none: the other reader will tell
  }
}

/** Who takes what is read: all that is no entry as it stands, and entries whole. */
interface LineTaker {
  readonly plain: (text: string) => void
  readonly entry: (value: unknown, hasMore: boolean) => void
}

/**
 * Parts a file of JSON where it has an entry a line, as ours have: such a line is read whole, ten times as fast as letter by letter. A file that is laid
 * out otherwise goes through as it is.
 */
export function entryLines({ plain, entry }: LineTaker) {
  let rest = ''
  let isInList = false
  return {
    write(text: string): void {
      rest += text
      if (!text.includes('\n') && rest.length <= LONGEST_LINE) return // a line that comes letter by letter is parted once
      const lines = rest.split('\n')
      rest = lines.pop()!
      let between = ''
      for (const line of lines) {
        const found = isInList ? entryOf(line) : undefined
        if (found) {
          if (between) plain(between)
          between = ''
          entry(found.value, found.hasMore)
          continue
        }
        isInList = OPENS.test(line)
        between += `${line}\n`
      }
      if (rest.length > LONGEST_LINE) {
        between += rest
        rest = ''
        isInList = false
      }
      if (between) plain(between)
    },
    end: (): void => plain(rest),
  }
}

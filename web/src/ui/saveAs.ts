const KEPT_MS = 60_000

/** Hands a file that the page has to whoever sits before it. */
export function saveAs(file: Blob, name: string): void {
  const url = URL.createObjectURL(file)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(url), KEPT_MS)
}

import { expect, type Page } from '@playwright/test'

/** The two sizes at which every screen must hold. */
export const SIZES = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
] as const

/** What is wrong with the page as it stands: wider than the screen, text cut off, a caution out of sight, a control under another. */
function faultsOnPage(): string[] {
  const faults: string[] = []
  const says = (el: Element) =>
    `${el.tagName.toLowerCase()} “${(el.getAttribute('aria-label') ?? el.textContent ?? '').trim().slice(0, 40)}”`
  const isShown = (el: Element) =>
    el.checkVisibility({ checkVisibilityCSS: true, checkOpacity: true }) &&
    !el.closest('.visually-hidden, svg')
  const hitOn = (el: Element) => {
    const { left, top, width, height } = el.getBoundingClientRect()
    return document.elementFromPoint(left + width / 2, top + height / 2)
  }
  const isOn = (el: Element, hit: Element | null) =>
    hit !== null && (el.contains(hit) || (hit.closest('.v-input') ?? hit) === el.closest('.v-input'))
  const page = document.documentElement
  if (page.scrollWidth > window.innerWidth + 1)
    faults.push(`the page is ${page.scrollWidth} px wide on ${window.innerWidth}`)
  for (const el of document.querySelectorAll('header *, main *, footer *, [role=alert] *')) {
    const hasText = [...el.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent?.trim())
    if (!hasText || !isShown(el)) continue
    const style = getComputedStyle(el)
    const isCut =
      style.overflowX !== 'visible' &&
      el.scrollWidth > el.clientWidth + 1 &&
      style.textOverflow !== 'ellipsis'
    const rect = el.getBoundingClientRect()
    if (isCut || (rect.width > 0 && rect.right > window.innerWidth + 1)) faults.push(`cut off: ${says(el)}`)
  }
  window.scrollTo(0, 0) // a caution is there before anyone scrolls, whatever is said above it
  for (const el of document.querySelectorAll('.bench-page .cautions li'))
    if (!isOn(el, hitOn(el))) faults.push(`not seen at once: ${says(el)}`)
  for (const el of document.querySelectorAll(
    'button:enabled, a[href], input:enabled:not([type=file]), [role=combobox]',
  )) {
    if (!isShown(el)) continue
    const { width, height } = el.getBoundingClientRect()
    if (width === 0 || height === 0) continue
    let hit = hitOn(el)
    if (!isOn(el, hit)) {
      el.scrollIntoView({ block: 'center', behavior: 'instant' }) // what sticks to the screen's foot may be scrolled away from
      hit = hitOn(el)
    }
    if (!isOn(el, hit)) faults.push(`under another: ${says(el)} under ${hit ? says(hit) : 'nothing'}`)
  }
  return faults
}

/** Words that are written over other words, of text and of drawings alike. */
function wordsOverWords(): string[] {
  interface Box {
    left: number
    right: number
    top: number
    bottom: number
  }
  const words: (Box & { node: Node; text: string; sticks: boolean })[] = []
  const sticks = (el: Element | null): boolean =>
    el !== null && (/sticky|fixed/.test(getComputedStyle(el).position) || sticks(el.parentElement))
  /** What its ancestors let be seen of it. */
  const seenThrough = (el: Element | null): Box => {
    if (!el) return { left: -Infinity, right: Infinity, top: -Infinity, bottom: Infinity }
    const outer = seenThrough(el.parentElement)
    if (!/hidden|clip|auto|scroll/.test(getComputedStyle(el).overflow)) return outer
    const own = el.getBoundingClientRect()
    return {
      left: Math.max(outer.left, own.left),
      right: Math.min(outer.right, own.right),
      top: Math.max(outer.top, own.top),
      bottom: Math.min(outer.bottom, own.bottom),
    }
  }
  const walk = document.createTreeWalker(document.querySelector('main')!, NodeFilter.SHOW_TEXT)
  for (let node = walk.nextNode(); node; node = walk.nextNode()) {
    const parent = node.parentElement!
    const text = node.textContent!.trim()
    if (!text || !parent.checkVisibility({ checkVisibilityCSS: true, checkOpacity: true })) continue
    if (parent.closest('.visually-hidden, .v-field')) continue // a field's name lies over its value until it floats
    const range = document.createRange()
    range.selectNodeContents(node)
    const shown = seenThrough(parent)
    for (const { left, right, top, bottom } of range.getClientRects()) {
      const air = (bottom - top) * 0.28 // a line's box is taller than its letters
      const seen = {
        node, // a name cut short by dots is told twice
        text,
        sticks: sticks(parent), // the page scrolls under what sticks to the screen's foot
        left: Math.max(left + 1, shown.left),
        right: Math.min(right - 1, shown.right),
        top: Math.max(top + air, shown.top),
        bottom: Math.min(bottom - air, shown.bottom),
      }
      if (seen.left < seen.right && seen.top < seen.bottom) words.push(seen)
    }
  }
  return words.flatMap((a, i) =>
    words
      .slice(i + 1)
      .filter((b) => a.node !== b.node && a.sticks === b.sticks)
      .filter((b) => a.left < b.right && b.left < a.right)
      .filter((b) => a.top < b.bottom && b.top < a.bottom)
      .map((b) => `words over words: “${a.text.slice(0, 40)}” and “${b.text.slice(0, 40)}”`),
  )
}

/** Looks at the page at a size, or at both, and leaves it at the last of them. */
export async function expectWhole(
  page: Page,
  where: string,
  sizes: readonly { width: number; height: number }[] = SIZES,
): Promise<void> {
  for (const size of sizes) {
    await page.setViewportSize(size)
    await expect
      .poll(async () => [...(await page.evaluate(faultsOnPage)), ...(await page.evaluate(wordsOverWords))], {
        message: `${where} at ${size.width}x${size.height}`,
      })
      .toEqual([])
  }
}

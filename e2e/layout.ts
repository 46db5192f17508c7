import { expect, type Page } from '@playwright/test'

/** The two sizes at which every screen must hold. */
export const SIZES = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
] as const

/** What is wrong with the page as it stands: wider than the screen, text cut off, a control under another. */
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

/** Looks at the page at a size, or at both, and leaves it at the last of them. */
export async function expectWhole(
  page: Page,
  where: string,
  sizes: readonly { width: number; height: number }[] = SIZES,
): Promise<void> {
  for (const size of sizes) {
    await page.setViewportSize(size)
    await expect
      .poll(() => page.evaluate(faultsOnPage), {
        message: `${where} at ${size.width}x${size.height}`,
        timeout: 4000,
      })
      .toEqual([])
  }
}

/** A hand that moved farther than this while it pressed meant something else, px. */
const STILL_PX = 12
/** What a browser makes of a press comes right after it, ms; what comes later is of another. */
const CLICK_WITHIN_MS = 1000
const KEYS = 'button, a[href]'

/** What a hand presses, and where it came down. */
interface Press {
  readonly path: readonly EventTarget[]
  readonly key: HTMLElement | undefined
  readonly x: number
  readonly y: number
  /** Done here already: what the browser makes of it is not to be done again. */
  isDone: boolean
}

/**
 * A tap belongs to the key on which it began. A call that comes, a line of news or an alarm may push the page down between a finger's coming down
 * and its going up: what was pressed then is what is done, wherever it stands by now, and never what has come to lie under the finger. A key that
 * is no longer there does nothing. Says how to end it.
 */
export function tapStays(page: Window = window): () => void {
  let press: Press | undefined
  function down(event: PointerEvent): void {
    if (event.isPrimary === false) return // a second finger makes no click
    const path = event.composedPath()
    const key = path.find((on): on is HTMLElement => on instanceof HTMLElement && on.matches(KEYS))
    press = event.button === 0 ? { path, key, x: event.clientX, y: event.clientY, isDone: false } : undefined
  }
  function up({ clientX, clientY, isPrimary }: PointerEvent): void {
    const own = press
    if (!own || isPrimary === false) return
    setTimeout(() => own === press && forget(), CLICK_WITHIN_MS)
    if (!own.key?.isConnected || Math.hypot(clientX - own.x, clientY - own.y) > STILL_PX) return
    if (own.key.contains(page.document.elementFromPoint(clientX, clientY))) return
    own.isDone = true
    own.key.click()
  }
  function click(event: MouseEvent): void {
    if (event.detail === 0 || !press) return // by the keyboard, or by us
    const { isDone, path } = press
    forget()
    const on = event.target instanceof Element ? event.target.closest(KEYS) : null
    if (!isDone && (!on || path.includes(on))) return
    event.stopImmediatePropagation()
    event.preventDefault()
  }
  const forget = () => void (press = undefined)
  const hears = new AbortController()
  const first = { capture: true, signal: hears.signal }
  page.addEventListener('pointerdown', down, first)
  page.addEventListener('pointerup', up, first)
  page.addEventListener('pointercancel', forget, first)
  page.addEventListener('click', click, first)
  return () => hears.abort()
}

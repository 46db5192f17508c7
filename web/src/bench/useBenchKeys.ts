import { useEventListener } from '@vueuse/core'

/**
 * Keys of a keyboard that stand for keys of the bench, by their letter in lower case. Nothing happens while a cook types in a field, or
 * with a modifier held; a key that returns false is left to the page.
 */
export function useBenchKeys(keys: Readonly<Record<string, () => unknown>>): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const isTyping = /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping) return
    const press = keys[event.key.toLowerCase()]
    if (press && press() !== false) event.preventDefault()
  })
}

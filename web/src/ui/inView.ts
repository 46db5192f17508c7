import type { Directive } from 'vue'

/** What opens under a finger is scrolled to where it can be seen: the foot of the screen covers the page's end. */
export const vInView: Directive<HTMLElement> = {
  mounted: (el) => el.scrollIntoView({ block: 'center' }),
}

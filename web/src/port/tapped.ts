import { ref } from 'vue'
import { texts } from '../ui/texts'
import { OutOfReach, Refusal } from './api'

/** What the last tap that could not be kept says, where its screen has no place of its own for that; empty once it was read. */
export const notKept = ref('')

/** Why an act was not kept, in a cook's words; undefined where it is no refusal but a defect. */
export function whyNotKept(error: unknown): string | undefined {
  if (error instanceof Refusal) return texts.bench.notKept(error.problem.title)
  return error instanceof OutOfReach ? texts.bench.notKept(texts.app.failed) : undefined
}

/** Does what a tap asks for. @returns whether it was kept; where not, the page says why */
export async function tapped(act: () => Promise<unknown>): Promise<boolean> {
  try {
    await act()
    return true
  } catch (error) {
    const why = whyNotKept(error)
    notKept.value = why ?? texts.bench.notKept(texts.app.failedTap)
    if (why === undefined) throw error
    return false
  }
}

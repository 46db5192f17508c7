import { ref, type Ref } from 'vue'
import { texts } from '../ui/texts'
import { OutOfReach, Refusal } from './api'

/** What the last tap that could not be kept says, where its screen has no place of its own for that; empty once it was read. */
export const notKept = ref('')

/** Why an act was not kept; what is no refusal is a defect. */
function whyNot(error: unknown): string {
  if (error instanceof Refusal) return error.problem.title
  return error instanceof OutOfReach ? texts.app.failed : texts.app.failedTap
}

/**
 * Does what a tap asks for.
 * @param says - where it is said why it was not kept; the page's own line unless the screen has a place for it
 * @returns whether it was kept
 * @throws what is neither a refusal nor a line that is down
 */
export async function tapped(act: () => Promise<unknown>, says: Ref<string> = notKept): Promise<boolean> {
  try {
    await act()
    says.value = ''
    return true
  } catch (error) {
    says.value = texts.bench.notKept(whyNot(error))
    if (error instanceof Refusal || error instanceof OutOfReach) return false
    throw error
  }
}

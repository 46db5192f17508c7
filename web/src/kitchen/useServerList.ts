import { ref, shallowRef } from 'vue'
import { OutOfReach } from '../port/api'
import { tapped } from '../port/tapped'

/** A list that is the server's alone, such as who cooks and which devices are let in: read, and read again after each change of it. */
export function useServerList<T>(read: () => Promise<readonly T[]>) {
  const list = shallowRef<readonly T[]>()
  const isAway = ref(false)
  const problem = ref('')
  async function load(): Promise<void> {
    try {
      list.value = await read()
      isAway.value = false
    } catch (error) {
      if (!(error instanceof OutOfReach)) throw error
      isAway.value = true
    }
  }
  return {
    list,
    isAway,
    /** Why the last change was not made; empty where it was. */
    problem,
    load,
    /** Makes a change. @returns whether it was made */
    act: (change: () => Promise<unknown>): Promise<boolean> =>
      tapped(async () => {
        await change()
        await load()
      }, problem),
  }
}

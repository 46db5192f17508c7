import { expect, it } from 'vitest'
import { useEntry } from './useEntry'

it('what is kept closes its own entry, and not the one opened while it was being written', async () => {
  const { entry, toggle, closeAfter } = useEntry<'dip' | 'look'>()
  let written!: (isKept: boolean) => void
  const writing = () => new Promise<boolean>((resolve) => (written = resolve))
  toggle('dip')
  let kept = closeAfter(writing())
  toggle('look')
  written(true)
  await kept
  expect(entry.value).toBe('look')
  kept = closeAfter(writing())
  written(false)
  await kept
  expect(entry.value).toBe('look')
  kept = closeAfter(writing())
  written(true)
  await kept
  expect(entry.value).toBeUndefined()
})

import { expect, it } from 'vitest'
import { boundedStreams } from './boundedStreams'

it('of a device that opens stream after stream the oldest end; another device’s go on', async () => {
  const streams = boundedStreams()
  const ended: number[] = []
  const open = (deviceId: string, n: number) =>
    void streams.within(
      deviceId,
      (over) =>
        new Promise((resolve) =>
          over.addEventListener('abort', () => {
            ended.push(n)
            resolve()
          }),
        ),
    )
  open('other', 100)
  for (let n = 1; n <= 20; n++) open('tablet', n)
  await Promise.resolve()
  expect(ended).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
})

import { holdFutures, type HeldCourse, type MinutesBand } from '@liquamen/core'

/** One well's question and its answer, by the batch that stands in it. */
export interface FuturesAsked {
  readonly batchId: string
  readonly course: HeldCourse
  readonly futures: number
  readonly seed: number
}
export interface FuturesTold {
  readonly batchId: string
  readonly band: MinutesBand
}

/** Futures of held sauces, away from the thread that draws. */
self.onmessage = ({ data }: MessageEvent<FuturesAsked>) => {
  const { batchId, course, ...of } = data
  self.postMessage({ batchId, band: holdFutures(course, of) } satisfies FuturesTold)
}

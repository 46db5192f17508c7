import type { Problem } from '@liquamen/contracts'

/** A failure that already knows how to be told. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError'
  constructor(readonly problem: Problem) {
    super(problem.code)
  }
}

import { problem, type Problem } from '@liquamen/contracts'

/** A failure that already knows how to be told. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError'
  constructor(readonly problem: Problem) {
    super(problem.code)
  }
}
/** A refusal with its status, its code and its sentence. */
export const refusal = (status: number, code: string, title: string, more: Partial<Problem> = {}) =>
  new ProblemError(problem(status, code, title, more))

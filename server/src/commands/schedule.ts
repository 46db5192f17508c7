// npm run -s schedule -- INSTANCE.json [--ms 1000 | --steps N] [--seed 1], or --check INSTANCE ANSWER: without server or database
import { scheduleAnswerSchema, scheduleInstanceSchema, scheduleProblem } from '@liquamen/contracts'
import { checkAnswer, DomainError, scheduleService } from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import type { z } from 'zod'

function give(line: string): never {
  process.stderr.write(`schedule: ${line}\n`)
  process.exit(2)
}
function read<T>(file: string | undefined, schema: z.ZodType<T>): T {
  if (!file) give('usage: npm run -s schedule -- INSTANCE.json --ms 1000 | --check INSTANCE.json ANSWER.json')
  let json: unknown
  try {
    json = JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    give(`${file} cannot be read as JSON`)
  }
  const done = schema.safeParse(json)
  const [issue] = done.error?.issues ?? []
  return done.data ?? give(`${file}: ${issue?.path.join('.')}: ${issue?.message}`)
}

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    ms: { type: 'string' },
    steps: { type: 'string' },
    seed: { type: 'string' },
    check: { type: 'boolean' },
  },
})
const instance = read(positionals[0], scheduleInstanceSchema)
if (values.check) {
  const faults = checkAnswer(instance, read(positionals[1], scheduleAnswerSchema))
  process.stdout.write(faults.length ? `${faults.join('\n')}\n` : 'it holds\n')
  process.exit(faults.length ? 1 : 0)
}
const number = (text: string | undefined, usual: number) => {
  const value = text === undefined ? usual : Number(text)
  return Number.isFinite(value) && value >= 0 ? value : give(`${text} is no number`)
}
try {
  const answer = scheduleService(instance, {
    seed: number(values.seed, 1),
    ...(values.steps === undefined
      ? { budgetMs: number(values.ms, 1000), nowMs: () => performance.now() }
      : { steps: number(values.steps, 500) }),
  })
  process.stdout.write(`${JSON.stringify(answer, null, 1)}\n`)
} catch (error) {
  if (error instanceof DomainError) give(scheduleProblem(error).title)
  throw error
}

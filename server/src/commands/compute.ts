// npm run -s compute -- MODEL JSON: asks a model without server or database
import { compute } from '@liquamen/contracts'
import { MODELS } from '@liquamen/core'

const [model, json] = process.argv.slice(2)
process.stdout.on('error', () => process.exit()) // `| head` has read enough
const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)
function parse(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    process.stderr.write('compute: the second argument is not JSON\n')
    process.exit(2)
  }
}

function sayRange(input: (typeof MODELS)[number]['inputs'][number]): string {
  if ('rows' in input) {
    const { of, min, max } = input.rows
    return `${min} to ${max} of {${of.map((i) => `${i.name}: ${sayRange(i)}`).join(', ')}}`
  }
  if ('range' in input) return `${input.range.min}–${input.range.max} ${input.range.unit}`
  return 'oneOf' in input ? input.oneOf.join('|') : 'text'
}

if (model === '--list') {
  for (const m of MODELS) {
    const inputs = m.inputs.map(
      (i) => `${i.name} (${sayRange(i)})${i.optional === undefined ? '' : `=${i.optional}`}`,
    )
    process.stdout.write(`${m.id} → ${m.unit}: ${m.says}\n  ${inputs.join(', ')}\n`)
  }
} else if (!model || !json) {
  process.stderr.write('usage: npm run -s compute -- MODEL JSON | --list\n')
  process.exit(2)
} else {
  const done = compute(model, parse(json))
  print(done.ok ? done.answer : done.problem)
  if (!done.ok) process.exit(1)
}

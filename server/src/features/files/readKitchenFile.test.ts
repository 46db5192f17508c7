import type { ExportFile } from '@liquamen/contracts'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readKitchenFile } from './readKitchenFile'

const demo = JSON.parse(
  readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as ExportFile
const { facts: all, samples: _none, ...head } = demo
const facts = all.slice(0, 40)
const samples = [1, 2, 3].map((n) => ({
  channelId: '018f0000-0000-7000-8000-0000000000c1',
  seq: n,
  chain: String(n).repeat(64),
  groupId: `018f0000-0000-7000-8000-00000000000${n}`,
  samples: [{ atMs: 1e12 + n, value: 60 + n / 7 }],
}))

/** What is read of a text that comes in pieces. */
async function read(text: string, size = text.length) {
  const bytes = new TextEncoder().encode(text)
  const pieces = Array.from({ length: Math.ceil(bytes.length / size) }, (_, i) =>
    bytes.subarray(i * size, (i + 1) * size),
  )
  const got = { facts: [] as unknown[], samples: [] as unknown[], name: '' }
  await readKitchenFile(pieces, {
    begin: () => Promise.resolve(),
    facts: (some) => Promise.resolve(void got.facts.push(...some)),
    samples: (some) => Promise.resolve(void got.samples.push(...some)),
    end: (of) => Promise.resolve(void (got.name = of.catalog.settings.name)),
  })
  return got
}
const entries = (list: readonly unknown[]) => list.map((e) => JSON.stringify(e)).join(',\n')
const HEAD = Object.entries(head)
  .map(([key, value]) => `${JSON.stringify(key)}: ${JSON.stringify(value)}`)
  .join(',\n')
const laidOut = (ofFacts: string, ofSamples = entries(samples), ofHead = HEAD) =>
  `{\n${ofHead},\n"facts": [\n${ofFacts}\n],\n"samples": [\n${ofSamples}\n]\n}\n`
const OURS = laidOut(entries(facts))
const WHOLE = { ...head, facts, samples }
const refused = (text: string) =>
  read(text).then(
    () => 'taken',
    (error: { problem?: { code: string } }) => error.problem?.code,
  )

describe('a kitchen file as it comes', () => {
  it.each([1, 7, 61, 1009, 65_536])(
    'in pieces of %s bytes, wherever they part a line or a letter',
    async (size) => {
      expect(await read(OURS, size)).toEqual({ facts, samples, name: 'Larchwater House' })
    },
  )
  it.each([
    ['on one line', JSON.stringify(WHOLE)],
    ['indented', JSON.stringify(WHOLE, null, 2)],
    [
      'with one entry over several lines',
      laidOut(
        `${entries(facts.slice(0, 5))},\n${JSON.stringify(facts[5], null, 1)},\n${entries(facts.slice(6))}`,
      ),
    ],
    ['with two entries on a line', laidOut(entries(facts).replace(',\n', ','))],
    [
      'with parts that nobody knows',
      laidOut(entries(facts), entries(samples), `"later": {"facts": [1]},\n${HEAD}`),
    ],
    [
      'with a part over several lines',
      laidOut(
        entries(facts),
        entries(samples),
        HEAD.replace(/"catalog": (.*)\}(,?)$/m, '"catalog": $1\n}$2'),
      ),
    ],
    ['with blanks between', laidOut(entries(facts).replaceAll(',\n', ' ,\n\n  '))],
  ])('%s it is the same', async (_how, text) => {
    expect(await read(text)).toEqual({ facts, samples, name: 'Larchwater House' })
  })
  it('a list that only looks like one of a kitchen’s is none', async () => {
    const inside = `"catalog": {\n"facts": [\n${entries(facts)}\n]}`
    expect(await refused(laidOut('', '', `${HEAD.replace(/"catalog": .*?,\n/, '')},\n${inside}`))).toBe(
      'malformedJson',
    )
  })
  it.each([
    ['a nought', entries(facts).replace(/^.*?,\n/, '0,\n')],
    ['a list', `[\n${entries(facts)}\n]`],
    ['nothing between two', entries(facts).replace(',\n', '\n')],
    ['nothing between the last two', entries(facts).replace(/,\n(?!.*\n)/, '\n')],
    ['nothing after one in the middle', `${entries(facts.slice(0, 20))}\n${entries(facts.slice(20))}`],
    ['nothing after the last', `${entries(facts)},`],
  ])('%s in an entry’s place is refused', async (_what, ofFacts) => {
    expect(await refused(laidOut(ofFacts))).toMatch(/malformedJson|badInput/)
  })
  it('letters that are none are refused', async () => {
    const bytes = new TextEncoder().encode(OURS)
    bytes[OURS.indexOf('"facts"') + 40] = 0xff
    const reading = readKitchenFile([bytes], {} as never)
    await expect(reading).rejects.toMatchObject({ problem: { code: 'malformedJson' } })
  })
})

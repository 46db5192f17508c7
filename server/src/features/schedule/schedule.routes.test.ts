import { checkAnswer, type FeasibleAnswer, type ScheduleInstance } from '@liquamen/core'
import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, type TestApp } from '../../testing/testApp'

const instance: ScheduleInstance = {
  id: 'two sauces',
  goal: 'service',
  rings: [{ id: 'r1' }],
  vessels: [{ id: 'p1', washS: 60 }],
  wells: [],
  kits: [],
  people: [{ fromS: 0, count: 1 }],
  pickUps: [
    { id: 't1', atS: 2000, plates: 2 },
    { id: 't2', atS: 2300, plates: 3 },
  ],
  tasks: ['t1', 't2'].map((pickUp) => ({
    id: `sauce for ${pickUp}`,
    modes: [{ ring: ['r1'], vessel: ['p1'], durationS: { low: 300, mid: 400, high: 600 } }],
    hands: 0.2,
    serves: { at: [{ pickUp, portions: 2 }], clockS: 3600 },
  })),
}
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())
const ask = (body: unknown) => t.request('/compute/scheduleService', { body })

describe('a schedule over the compute interface', () => {
  it('is looked for beside the server, and the same steps answer the same', async () => {
    const of = async () => (await (await ask({ instance, steps: 40 })).json()) as FeasibleAnswer
    const [first, again] = await Promise.all([of(), of()])
    expect(checkAnswer(instance, first)).toEqual([])
    expect(again).toEqual(first)
    // one pan: the first stands in it until 2000, then it is washed; three plates wait 160 s for the second
    expect(first.objective.slice(0, 2)).toEqual([0, 3 * 160])
    const inForce = { ...instance, inForce: first.tasks }
    const later = (await (
      await ask({ instance: inForce, steps: 5, from: first.tasks })
    ).json()) as FeasibleAnswer
    expect(later.tasks).toEqual(first.tasks)
  })
  it('what cannot be is answered with what clashes', async () => {
    const tight = instance.tasks.map((task) => ({ ...task, window: { latestEndS: 700 } }))
    const answer = await (await ask({ instance: { ...instance, tasks: tight } })).json()
    expect(answer).toMatchObject({
      status: 'infeasible',
      conflict: { tasks: instance.tasks.map((x) => x.id) },
    })
  })
  it.each([
    ['unknownId', { ...instance, tasks: [{ ...instance.tasks[0], before: [{ task: 'nobody' }] }] }],
    ['duplicateId', { ...instance, tasks: [instance.tasks[0], instance.tasks[0]] }],
  ])('%s is told as a problem', async (code, wrong) => {
    const answer = await ask({ instance: wrong })
    expect(answer.status).toBe(422)
    expect(await answer.json()).toMatchObject({
      code,
      title: expect.stringMatching(/nobody|same id/) as unknown,
    })
  })
  it('nonsense is refused before anything is looked for', async () => {
    expect((await ask({ instance, budgetMs: 9e9 })).status).toBe(400)
    expect((await ask({ instance: { ...instance, rings: 'all' } })).status).toBe(400)
  })
})

describe('the command', () => {
  const folder = mkdtempSync(join(tmpdir(), 'liquamen-schedule-'))
  const file = join(folder, 'instance.json')
  const BUILT = join(import.meta.dirname, '../../../../scripts/built.mjs')
  const run = (...args: string[]) =>
    spawnSync(process.execPath, [BUILT, 'schedule', ...args], { encoding: 'utf8' })
  it('prints an answer that its own check finds nothing wrong with', () => {
    writeFileSync(file, JSON.stringify(instance))
    const answer = run(file, '--steps', '20').stdout
    const kept = join(folder, 'answer.json')
    writeFileSync(kept, answer)
    expect(run('--check', file, kept)).toMatchObject({ status: 0, stdout: 'it holds\n' })
    const wrong = JSON.parse(answer) as FeasibleAnswer
    writeFileSync(
      kept,
      JSON.stringify({ ...wrong, tasks: wrong.tasks.map((x) => ({ ...x, ring: undefined })) }),
    )
    expect(run('--check', file, kept)).toMatchObject({
      status: 1,
      stdout: expect.stringContaining('wrong ring') as unknown,
    })
    expect(run(join(folder, 'none.json')).status).toBe(2)
  })
})

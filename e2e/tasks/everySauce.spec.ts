import demo from '../../demo/larchwater-house.json' with { type: 'json' }
import type { Formula } from '@liquamen/core'
import { Cook, LOOKS_A_TURN, seeded, takeOrder } from '../cook'
import type { BatchRow } from '@liquamen/contracts'
import type { Page } from '@playwright/test'
import { eveningTest as test, expect } from '../kitchenServer'

const { formulas } = demo.catalog
/** Its techniques, and with which of them it begins and ends. */
function roomsOf({ steps }: Formula): string[] {
  const way = steps.map((s) => s.technique)
  return [...way, `first ${way[0]}`, `last ${way.at(-1)}`]
}
/** So few sauces that every room, beginning and end is among them; `npm run book` walks all of it (their benches and sums are tried one by one without a browser). */
function everyRoom(): Formula[] {
  const left = new Set(formulas.flatMap(roomsOf))
  const walked: Formula[] = []
  const isNew = (f: Formula) => roomsOf(f).filter((room) => left.has(room)).length
  while (left.size) {
    const next = formulas.reduce((best, f) => (isNew(f) > isNew(best) ? f : best))
    walked.push(next)
    roomsOf(next).forEach((room) => left.delete(room))
  }
  return walked
}
const walked = process.env.EVERY_SAUCE ? formulas : everyRoom()
const number = (value: number) => Math.round(value).toLocaleString('en-GB')

for (const formula of walked) {
  const i = formulas.indexOf(formula)
  test(`${formula.name}: from the order to the record`, async ({ tablet: { page, faults } }) => {
    faults.length = 0
    const portions = Math.max(2, Math.round(formula.basisPortions * (0.8 + 0.6 * seeded(i)())))
    const cook = new Cook(page, seeded(1000 + i), (i % 2) * LOOKS_A_TURN)
    const order = await takeOrder(page, { sauce: formula.name, portions, label: `Table ${100 + i}` })
    await order.getByRole('button', { name: 'Plan it' }).click()
    await page.getByRole('button', { name: 'Put it on the stove' }).waitFor()
    await cook.look('the plan')
    await page.getByRole('button', { name: 'Put it on the stove' }).click()
    await page.waitForURL(/\/stove/)
    await cook.look('the stove')
    const batchId = await plannedFor(page, formula.name, portions)

    await page.getByRole('link', { name: 'Service' }).click()
    await order.getByRole('button', { name: 'Bench' }).click()
    await page.waitForURL(new RegExp(`/bench/${batchId}`))
    await cook.make(batchId)

    // the record says what the core makes of the facts
    await cook.look('the record')
    const state = await cook.state(batchId)
    await expect(
      page.getByText(`${portions} portions · ${formula.makes ? 'put away' : 'served'}`),
    ).toBeVisible()
    for (const { stage, massG } of Object.values(state.steps))
      if (stage && massG !== undefined)
        await expect(
          page.getByRole('cell', { name: `${number(massG)} of ${number(stage.targetMassG)}` }).first(),
        ).toBeVisible()
    expect(state.deviations.map((d) => d.code).filter((code) => code !== 'overReduced')).toEqual([]) // a hand that stops too late is on record
    expect(Object.values(state.steps).every((s) => s.finishedAtMs !== undefined)).toBe(true)
    await cook.expectLarderFell(batchId)
    expect(faults).toEqual([])
  })
}

/** The batch of a sauce that was planned last, once the server has it. */
async function plannedFor(page: Page, sauceName: string, portions: number): Promise<string> {
  const find = () =>
    page.evaluate(
      async (of) => {
        const { batches } = (await (await fetch('/api/batches')).json()) as { batches: BatchRow[] }
        return (
          batches.find(
            (b) => b.sauceName === of.sauceName && b.portions === of.portions && b.status === 'planned',
          )?.id ?? ''
        )
      },
      { sauceName, portions },
    )
  await expect.poll(find).not.toBe('')
  return find()
}

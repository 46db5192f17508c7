import demo from '../../demo/larchwater-house.json' with { type: 'json' }
import { Cook, seeded, takeOrder, watchForFaults } from '../cook'
import { expect, openScreen, serverFacts, test } from '../kitchenServer'
import { expectWhole } from '../layout'

const formulas = demo.catalog.formulas as unknown as { id: string; name: string; basisPortions: number; makes?: string }[]
const number = (value: number) => Math.round(value).toLocaleString('en-GB')

for (const [i, formula] of formulas.entries())
  test(`${formula.name}: from the order to the record`, async ({ page, kitchen }) => {
    const faults = watchForFaults(page)
    await openScreen(page, kitchen, '/service')
    const portions = Math.max(2, Math.round(formula.basisPortions * (0.8 + 0.6 * seeded(i)())))
    const order = await takeOrder(page, formula.name, portions, `Table ${100 + i}`)
    await order.getByRole('button', { name: 'Plan it' }).click()
    await page.getByRole('button', { name: 'Put it on the stove' }).waitFor()
    await expectWhole(page, 'the plan')
    await page.getByRole('button', { name: 'Put it on the stove' }).click()
    await page.waitForURL(/\/stove/)
    await expectWhole(page, 'the stove')
    let batchId: string | undefined
    const planned = async () =>
      (batchId = (await serverFacts(page)).findLast(
        (f) => f.kind === 'batch.planned' && f.payload.formulaId === formula.id && isFor(f.payload, portions),
      )?.streamId)
    await expect.poll(planned).toBeTruthy()

    const cook = new Cook(page, seeded(1000 + i))
    await cook.make(batchId!)

    // the record says what the core makes of the facts
    await expectWhole(page, 'the record')
    const state = await cook.state(batchId!)
    await expect(page.getByText(`${portions} portions · ${formula.makes ? 'put away' : 'served'}`)).toBeVisible()
    for (const { stage, massG } of Object.values(state.steps))
      if (stage && massG !== undefined)
        await expect(page.getByRole('cell', { name: `${number(massG)} of ${number(stage.targetMassG)}` }).first()).toBeVisible()
    expect(state.deviations.map((d) => d.code)).toEqual([])
    expect(Object.values(state.steps).every((s) => s.finishedAtMs !== undefined)).toBe(true)
    expect(faults).toEqual([])
  })

const isFor = (payload: Record<string, unknown>, portions: number) => (payload.plan as { portions: number }).portions === portions

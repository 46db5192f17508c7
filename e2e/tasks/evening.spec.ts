import { compareFacts, foldBatch, viewBatch, type Fact } from '@liquamen/core'
import type { Locator, Page } from '@playwright/test'
import { eveningOfFloor, type FeedCard } from '../../devices/src/floor'
import { Cook, seeded } from '../cook'
import { expect, openScreen, test, watchForFaults } from '../kitchenServer'
import { SecondCook } from '../secondCook'
import { TABLET } from '../tablet'

/** So much of the evening passes between two looks at the pass, min. */
const EVERY_MIN = 4
/** So many of those looks the one process is away. */
const AWAY = 5
const MINUTE_MS = 60_000

/** Guests are decided about, what is due and ready is fired, what has landed goes. Of Table 7's guest the test itself decides. */
async function serveWhatIsDue(page: Page): Promise<void> {
  // while one is tapped the floor sends others, so that each is tapped by its own name
  async function tapAll(rows: Locator, key: RegExp): Promise<void> {
    const first = () => rows.evaluateAll((found) => found[0]?.getAttribute('data-call'))
    for (let callId = await first(); callId; callId = await first()) {
      const row = rows.and(page.locator(`[data-call="${callId}"]`))
      const keys = row.getByRole('button', { name: key })
      const left = await keys.count()
      // found and pressed in one moment of the page: the floor and the plan move calls between one look at it and the next
      await keys.evaluateAll((found) => (found[0] as HTMLElement | undefined)?.click())
      if (left > 0) await expect.poll(() => keys.count()).toBeLessThan(left)
    }
  }
  await tapAll(
    page.locator('li.call.blocked').filter({ hasNotText: 'Table 7' }),
    /as tonight$|^Without sauce$/,
  )
  const ready = { hasNotText: /not made yet|being made|\bshort\b/ }
  await tapAll(page.locator('li.call.due, li.call.late').filter(ready), /^Fire/)
  await tapAll(page.locator('li.call.fired, li.call.cancelled'), /^(Gone|Seen)$/)
}
/** Of each call that was fired from a batch: whether that was within its clock, or as it was made. */
function firedInTime(facts: readonly Fact[], cook: SecondCook): { callId: string; isInTime: boolean }[] {
  return facts.flatMap((f) => {
    if (f.kind !== 'call.fired' || f.payload.fromBatchId === null) return []
    const { fromBatchId, callId } = f.payload
    const known = facts.filter((x) => x.streamId === fromBatchId && x.atMs <= f.atMs).sort(compareFacts)
    const view = viewBatch(foldBatch(fromBatchId, known), cook.kitchen(), f.atMs)
    return [
      {
        callId,
        isInTime: view?.hold ? view.hold.clock.state === 'within' : view?.step?.technique === 'serve',
      },
    ]
  })
}

test('the whole supper on two processes, one of them killed: planned, ordered by the floor, worked by two cooks with a probe, a guest served the variant, a broken one mended, every call fired once, handed over', async ({
  browser,
  page,
  kitchen,
}) => {
  test.setTimeout(600_000)
  const { contextOptions, ...options } = TABLET
  const beside = await kitchen.beside()
  const chef = await (await browser.newContext({ ...options, ...contextOptions })).newPage()
  const faults = watchForFaults(chef)
  const cook = new Cook(chef, seeded(20))
  await openScreen(chef, beside, '/plan')
  await chef.getByRole('button', { name: 'Put it in force' }).click()
  await expect(chef.getByText('In force', { exact: true })).toBeVisible()

  // the mise en place is a gate: what is ticked on one tablet is ticked on the other
  await openScreen(page, kitchen, '/plan?show=cuts')
  await chef.getByRole('button', { name: 'Mise' }).click()
  await chef
    .getByRole('button', { name: /^Shallot/ })
    .first()
    .click()
  await expect(page.getByRole('button', { name: /^Shallot/ }).first()).toHaveAttribute('aria-pressed', 'true')

  // the floor orders over the one process, and both hear it; the second cook works what the plan says
  const second = await SecondCook.enrol(beside)
  await kitchen.startStandIn('Order feed')
  await openScreen(page, kitchen, '/pass')
  await openScreen(chef, beside, '/pass')
  const calls = chef.locator('li.call')
  const nowMs = async () => Date.parse((await chef.locator('time.now').getAttribute('datetime'))!)
  async function goOn(): Promise<void> {
    await second.takeOn(beside, (await nowMs()) + EVERY_MIN * MINUTE_MS)
    await cook.wait(EVERY_MIN)
    await second.work(beside, await nowMs())
    await serveWhatIsDue(chef)
  }
  await second.takeOver(beside, await nowMs())
  while ((await calls.count()) === 0) await goOn()
  await expect(page.locator('li.call')).toHaveCount(await calls.count())

  // that process is killed; the other goes on, and what the floor could not send meanwhile comes afterwards
  await kitchen.stop('SIGKILL')
  await expect(page.getByText('waits for the server').first()).toBeVisible()
  for (let i = 0; i < AWAY; i++) await goOn()
  await kitchen.start()
  const decision = chef.getByRole('group', { name: 'How a guest of Table 7 is served' })
  await decision.waitFor()

  // the guest who must not have lightly cooked egg is served with another yolk: decided, it is on the plan in force
  await decision.getByRole('button', { name: 'Egg yolk, pasteurised carton' }).click()
  const own = calls.filter({ hasText: 'Table 7' }).filter({ hasText: 'clean pan, whisk, sieve' })
  await own.getByRole('link', { name: 'Bench' }).click()
  await chef.waitForURL(/\/bench\//)
  const batchId = chef.url().split('/').at(-1)!
  await beside.startStandIn('Probe 1')
  const bind = async () => {
    await chef.getByRole('button', { name: 'Bind a probe' }).click()
    await chef.getByRole('button', { name: /^Probe 1 .*SIMULATED/ }).click()
    await expect(chef.getByRole('group', { name: 'Probe' }).getByText('SIMULATED')).toBeVisible()
  }
  await cook.make(batchId, 'pour', { sabayon: bind })
  // broken on purpose, and mended by the app's advice with the yolk that it is made with
  await chef.locator('.keys-row.bar').getByRole('button', { name: 'Pour', exact: true }).click()
  await cook.wait(1)
  await chef.getByRole('button', { name: 'Rescue', exact: true }).click()
  await chef.getByRole('button', { name: 'split', exact: true }).click()
  await chef.getByRole('button', { name: 'New yolk' }).click()
  await chef.getByRole('button', { name: 'It held' }).click()
  await chef.keyboard.press('Escape')
  await cook.make(batchId, 'hold')
  await chef
    .getByRole('button', { name: /^[A-D]\b.*free/ })
    .first()
    .click()
  await expect(chef.getByText('it may stand')).toBeVisible()
  await chef.getByRole('link', { name: 'Pass' }).click()
  await own.getByRole('button', { name: 'Fire 1' }).click()
  await own.getByRole('button', { name: 'Gone' }).click()
  await expect(own).toHaveCount(0)
  const made = await cook.state(batchId)
  expect(made.plan!.weighOut.map((l) => l.ingredientId)).toContain('yolkCarton')
  expect(made.stageFacts.some((f) => JSON.stringify(f.payload).includes('"yolk"'))).toBe(false)
  expect(made.bindings.map((b) => b.isSimulated)).toEqual([true])
  expect(made.servedPortions).toBe(1)

  // to the last plate of the second sitting: every table that the floor sent is served
  const floor = eveningOfFloor((await second.ask(beside, '/order-feed/card')) as FeedCard)
  const sent = new Set(floor.map((s) => s.order.ref))
  const lastMs = Math.max(...floor.map((s) => s.order.pickUpAtMs))
  // the floor sends by its own seconds, the evening here goes by in fewer: its last table may come after it was to go
  const heard = () =>
    second.heard().flatMap((f) => (f.kind === 'table.ordered' && f.payload.feed ? [f.payload.feed.ref] : []))
  while ((await nowMs()) < lastMs || (await calls.count()) > 0 || new Set(heard()).size < sent.size) {
    const waits = [...sent].filter((ref) => !heard().includes(ref))
    const said = [...(await calls.allInnerTexts()), 'not ordered yet:', ...waits].join('\n')
    expect(await nowMs(), said).toBeLessThan(lastMs + 120 * MINUTE_MS)
    await goOn()
  }
  await second.batches(beside)
  const facts = second.heard()
  expect(new Set(heard())).toEqual(sent)
  const fired = facts.filter((f) => f.kind === 'call.fired')
  expect(new Set(fired.map((f) => f.payload.callId)).size).toBe(fired.length)
  const inTime = firedInTime(facts, second)
  expect(inTime.length).toBe(fired.length) // each of them out of a batch
  expect(inTime.filter((f) => !f.isInTime)).toEqual([])

  // and it is handed over
  await chef.getByRole('link', { name: 'Service' }).click()
  await chef.getByRole('link', { name: 'Closing sheet' }).click()
  await expect(chef.getByRole('region', { name: 'Still held' })).toContainText('Hollandaise')
  await expect(chef.getByRole('region', { name: 'Served' })).toContainText('Béarnaise')
  await chef.getByLabel('A word to whoever opens').fill('Fish stock at the door')
  await chef.getByRole('button', { name: 'Hold to close the service' }).click({ delay: 900 })
  await expect(chef.getByText('No service is open.')).toBeVisible()
  expect(faults).toEqual([])
})

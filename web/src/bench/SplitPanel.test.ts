import { techniqueOf } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { catalog, mountScreen } from '../testing/mountScreen'
import { ORDER_ID } from '../testing/rehearsed'
import { workAt } from '../testing/workAt'

/** The bench of a hollandaise before it is seasoned, with its split open. */
async function opened() {
  const at = await workAt('hollandaise', 'season')
  await at.press('Split')
  const panel = () => at.w.find('form.choice-row')
  return {
    ...at,
    panel,
    type: async (portions: string) => {
      await panel().find('.v-text-field:not(.v-select) input').setValue(portions)
      await at.settle()
    },
  }
}

describe('some of a batch becomes another sauce', () => {
  it('more than there is, or all of it, cannot be asked for', async () => {
    const at = await opened()
    for (const wrong of ['50', '0', 'some', String(at.view.value.state.plan!.yieldPortions)]) {
      await at.type(wrong)
      expect(at.panel().text(), wrong).toContain('some of them must stay')
      expect(at.panel().find('button[type=submit]').attributes('disabled'), wrong).toBeDefined()
    }
  })
  it('in one tap: both are begun with what they have, the mother ends, and its order is counted once', async () => {
    const at = await opened()
    await at.type('2')
    await at.panel().trigger('submit')
    await at.settle()
    expect(at.kitchen.kinds()).toEqual([
      ...['batch.planned', 'batch.started', 'step.started'],
      ...['batch.planned', 'batch.started', 'step.started'],
      'batch.finished',
    ])
    expect(at.kitchen.last('batch.finished').payload.result).toBe('split')
    const planned = at.kitchen.made.flatMap((f) => (f.kind === 'batch.planned' ? [f.payload] : []))
    expect(planned.map((p) => p.formulaId)).toEqual(['hollandaise', 'mousseline'])
    let of: readonly { readonly status: string }[] = []
    const Reader = defineComponent({
      setup: () => ((of = useKitchenViews().batchesOfOrder(ORDER_ID)), () => h('i')),
    })
    mountScreen(Reader, {}, { port: at.kitchen.port })
    expect(of.map((b) => b.status)).toEqual(['underWay'])
  })
  it('is offered only where something else can still become of it', async () => {
    const steps = catalog.formulas.find((f) => f.id === 'bearnaise')!.steps
    const held = steps.find((s) => techniqueOf(s).id === 'season')!
    const at = await workAt('bearnaise', held.id)
    expect(at.w.text()).toContain('Split') // the same sauce, in a vessel of its own
    const first = await workAt('bearnaise', steps[0]!.id)
    expect(first.w.text()).not.toContain('Split')
  })
})

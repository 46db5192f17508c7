import type { Ingredient, LotState } from '@liquamen/core'
import type { KitchenPort } from '../port/useKitchen'
import { storeAmountText } from '../port/useLarder'
import { saveAs } from '../ui/saveAs'
import { dayText, numberText, percentText } from '../ui/format'
import { texts } from '../ui/texts'
import type { LabelWords } from './labelPdf'
import { larderTexts } from './texts.larder'

const SHORT = 6
/** A lot's number as it is read aloud: the last digits of its id, digits only. */
export const lotNumber = (id: string): string =>
  String(parseInt(id.replaceAll('-', '').slice(-10), 16) % 10 ** SHORT).padStart(SHORT, '0')

/** The words of a lot's label. */
export function labelWords(lot: LotState, good: Ingredient, cook: string): LabelWords {
  const words = larderTexts.labelWords
  const { stored } = lot
  const allergens = Object.entries(good.allergens).flatMap(([id, mark]) =>
    mark === undefined
      ? []
      : [`${texts.allergens[id as keyof typeof texts.allergens]} (${texts.service[mark]})`],
  )
  return {
    name: good.name,
    useByLabel: `${words.useBy} (${texts.workbench.store.places[lot.place] ?? lot.place})`,
    useBy: dayText(lot.expiresAtMs),
    lines: [
      [words.amount, storeAmountText(good, lot.massG)],
      ...(stored?.pack
        ? [['', larderTexts.packs(numberText(stored.pack.count), numberText(stored.pack.eachMl))] as const]
        : []),
      [words.made, dayText(stored?.madeAtMs ?? 0)],
      ...(stored?.solidsFrac === undefined
        ? []
        : [[words.strength, `${percentText(stored.solidsFrac)} %`] as const]),
      ...(stored?.saltFrac === undefined
        ? []
        : [[words.salt, `${percentText(stored.saltFrac, 2)} %`] as const]),
      ...(cook ? [[words.by, cook] as const] : []),
      [words.lot, lotNumber(lot.id)],
    ],
    allergens: `${words.allergens}: ${allergens.join(', ') || words.none}`,
    link: `${window.location.origin}/larder?lot=${lot.id}`,
  }
}

/** Makes the label and opens it as a PDF, for whatever printer there is. */
export async function openLabel(lot: LotState, good: Ingredient, kitchen: KitchenPort): Promise<void> {
  const cook = kitchen.catalog?.crew.find((c) => c.id === kitchen.crewId)?.name ?? ''
  const { labelPdf } = await import('./labelPdf')
  const bytes = await labelPdf(labelWords(lot, good, cook))
  saveAs(new Blob([bytes as BlobPart], { type: 'application/pdf' }), `label-${lotNumber(lot.id)}.pdf`)
}

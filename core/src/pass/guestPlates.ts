import type { Allergen } from '../allergens/allergens'
import { orderFindings } from '../allergens/orderFindings'
import type { DecidedFinding } from '../allergens/usableSources'
import { waysAround } from '../allergens/waysAround'
import { chosenFormula, type Choices } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'
import type { Companion, Dish } from '../plate/dish'
import { isLightEgg } from '../safety/lightEgg'
import { sauceKey } from '../service/sauceNeeds'

/** What a guest must not have. */
export interface GuestNeeds {
  readonly allergies: readonly Allergen[]
  readonly noLightlyCookedEgg: boolean
}
/** Whether a good may go into what a guest eats. */
export const mayHave = (good: Ingredient | undefined, needs: GuestNeeds): boolean =>
  good !== undefined &&
  !needs.allergies.some((a) => good.allergens[a] !== undefined) &&
  !(needs.noLightlyCookedEgg && isLightEgg(good))

/** The Book and the goods of a kitchen, those made here worked out down to the stock. */
export interface GuestBook {
  readonly formulas: readonly Formula[]
  readonly ingredients: ReadonlyMap<string, Ingredient>
}
/** A sauce and how it is made. */
export type SauceAsked = Pick<Dish, 'formulaId' | 'choices'>
/** Why a guest must not have a sauce as it is. */
export interface SauceBar {
  readonly findings: readonly DecidedFinding[]
  /** Yolk that stays lightly cooked, where the guest must not have it. */
  readonly lightEggId?: string | undefined
  /** The book no longer has it, or what its guest said is not here: nobody can say that it is safe. */
  readonly isUnknown: boolean
}

/** Why a guest must not have this sauce; undefined where nothing in it, down to its stocks, is against it. */
export function sauceBar(
  sauce: SauceAsked,
  needs: GuestNeeds | undefined,
  { formulas, ingredients }: GuestBook,
): SauceBar | undefined {
  const formula = chosenFormula(formulas, sauce.formulaId, sauce.choices)
  if (!formula || !needs) return { findings: [], isUnknown: true }
  const { findings, bars } = orderFindings(formula, needs, ingredients)
  if (bars.size === 0) return undefined
  const lightEggId = needs.noLightlyCookedEgg
    ? [...bars].find((id) => isLightEgg(ingredients.get(id)))
    : undefined
  return { findings: findings.filter((f) => bars.has(f.ingredientId)), lightEggId, isUnknown: false }
}

/** Whether it may be served as it is where a person says so: what a label leaves open, a person may read or a guest may take; what contains it, nobody. */
export const mayBeAsIs = ({ findings, lightEggId, isUnknown }: SauceBar): boolean =>
  !isUnknown && lightEggId === undefined && findings.every((f) => f.mark !== 'contains')

/** The allergen that a companion is by itself. */
const COMPANION_ALLERGEN: Readonly<Record<Companion['kind'], Allergen | undefined>> = {
  poachedEgg: 'egg',
  fish: 'fish',
  toast: 'gluten',
  croutons: 'gluten',
  rest: undefined,
  warmed: undefined,
}
/** What of a dish stays off a guest's plate, and how the rest is done for them: an egg is cooked through for whoever must not have it otherwise. */
export function companionsFor(
  { companions }: Pick<Dish, 'companions'>,
  needs: GuestNeeds | undefined,
): { readonly kept: readonly Companion[]; readonly leftOff: readonly Companion[] } {
  const isOff = (c: Companion) => {
    const allergen = COMPANION_ALLERGEN[c.kind]
    return allergen !== undefined && needs?.allergies.includes(allergen) === true
  }
  return {
    kept: companions
      .filter((c) => !isOff(c))
      .map((c) =>
        c.kind === 'poachedEgg' && needs?.noLightlyCookedEgg ? { ...c, wish: 'hard' as const } : c,
      ),
    leftOff: companions.filter(isOff),
  }
}

/** A sauce that would serve a guest. */
export interface GuestSauce {
  readonly formulaId: string
  readonly choices?: Choices | undefined
  /** Another sauce of tonight's card, not this one made otherwise. */
  readonly isAnother: boolean
}
const MOST_WAYS = 4
/** Sauces that would serve a guest: this one made otherwise first, then others of tonight's card, as they are. */
export function saucesFor(
  asked: SauceAsked,
  needs: GuestNeeds,
  tonight: readonly SauceAsked[],
  book: GuestBook,
): GuestSauce[] {
  const own = waysAround(book.formulas, { ...asked, ...needs }, book.ingredients).map(
    (choices): GuestSauce => ({ formulaId: asked.formulaId, choices, isAnother: false }),
  )
  const seen = new Set([sauceKey(asked)])
  const others = tonight.flatMap(({ formulaId, choices }): GuestSauce[] => {
    const key = sauceKey({ formulaId, choices })
    if (seen.has(key) || sauceBar({ formulaId, choices }, needs, book)) return []
    seen.add(key)
    return [{ formulaId, choices, isAnother: true }]
  })
  // one of the card is there already: it keeps its place beside the ways of making this one
  const most = others.length ? MOST_WAYS - 1 : MOST_WAYS
  return [...own.slice(0, most), ...others].slice(0, MOST_WAYS)
}

import { PORTION_ML, type Companion, type CompanionKind, type Dish, type Placement } from '@liquamen/core'
import { slugOf } from '../ui/slugOf'

/** A plate card while it is written: amounts as they were typed. */
export interface DishDraft {
  readonly id: string
  name: string
  formulaId: string | null
  placement: Placement
  portionMl: string
  delayMin: string
  protein: Dish['protein'] | null
  way: Dish['way'] | null
  parts: { name: string; massG: string; saltPct: string }[]
  companions: Companion[]
  assembly: string
  drainS: string
  lastMinute: string
}
const DELAY_MIN = 35
const middle = ({ low, high }: { low: number; high: number }) => Math.round((low + high) / 2)

/** A card as a draft; an empty one for a dish that is new. */
export function draftOf(dish: Dish | undefined, delayMin = DELAY_MIN): DishDraft {
  return {
    id: dish?.id ?? '',
    name: dish?.name ?? '',
    formulaId: dish?.formulaId ?? null,
    placement: dish?.placement ?? 'over',
    portionMl: String(dish?.portionMl ?? middle(PORTION_ML.over)),
    delayMin: String(delayMin),
    protein: dish?.protein ?? null,
    way: dish?.way ?? null,
    parts: (dish?.parts ?? []).map((p) => ({
      name: p.name,
      massG: String(p.massG),
      saltPct: String(p.saltPct),
    })),
    companions: [...(dish?.companions ?? [])],
    assembly: (dish?.assembly ?? []).join('\n'),
    drainS: dish?.drainS === undefined ? '' : String(dish.drainS),
    lastMinute: (dish?.lastMinute ?? []).join('\n'),
  }
}

/** A companion as it is usual, to be changed from there. */
export function usualCompanion(kind: CompanionKind): Companion {
  switch (kind) {
    case 'poachedEgg':
      return {
        kind,
        eggs: 2,
        way: 'offHeat',
        hasLid: true,
        eggG: 50,
        wish: 'runny',
        isIced: false,
        vinegarMlPerL: 5,
        isSwirled: false,
      }
    case 'rest':
      return { kind, thickMm: 30, coreC: 50, surfaceC: 85, sear: 'hard', cover: 'open' }
    case 'fish':
      return { kind, thickMm: 22, panC: 180, targetC: 52 }
    case 'toast':
      return { kind, durationS: 120, waitsS: 180 }
    case 'croutons':
      return { kind, durationS: 240, waitsS: 900 }
    case 'warmed':
      return { kind, durationS: 180, waitsS: 300 }
  }
}

/** A number as it was typed, with comma or point; NaN where it is none. */
export const typedNumber = (text: string): number =>
  text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'))
const linesOf = (text: string) =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
const within = (n: number, low: number, high: number) => n >= low && n <= high

/** What of a draft cannot be kept, by its field. */
export function draftErrors(
  draft: DishDraft,
): readonly ('name' | 'formulaId' | 'portionMl' | 'delayMin' | 'parts')[] {
  return [
    ...(draft.name.trim() ? [] : (['name'] as const)),
    ...(draft.formulaId ? [] : (['formulaId'] as const)),
    ...(within(typedNumber(draft.portionMl), 5, 300) ? [] : (['portionMl'] as const)),
    ...(within(typedNumber(draft.delayMin), 0, 240) ? [] : (['delayMin'] as const)),
    ...(draft.parts.every(
      (p) => p.name.trim() && within(typedNumber(p.massG), 0, 2000) && within(typedNumber(p.saltPct), 0, 100),
    )
      ? []
      : (['parts'] as const)),
  ]
}

/** The card that a draft stands for. @param taken - ids of the other dishes: a new one gets its own */
export function dishOf(draft: DishDraft, was: Dish | undefined, taken: ReadonlySet<string>): Dish {
  const drainS = typedNumber(draft.drainS)
  return {
    id: draft.id || slugOf(draft.name, taken) || slugOf('dish', taken),
    name: draft.name.trim(),
    formulaId: draft.formulaId ?? '',
    ...(was?.choices && was.formulaId === draft.formulaId ? { choices: was.choices } : {}),
    placement: draft.placement,
    portionMl: typedNumber(draft.portionMl),
    ...(draft.protein ? { protein: draft.protein } : {}),
    ...(draft.way ? { way: draft.way } : {}),
    parts: draft.parts.map((p) => ({
      name: p.name.trim(),
      massG: typedNumber(p.massG),
      saltPct: typedNumber(p.saltPct),
    })),
    companions: draft.companions.map((c) => ({ ...c })),
    assembly: linesOf(draft.assembly).slice(0, 12),
    ...(within(drainS, 0, 600) ? { drainS } : {}),
    lastMinute: linesOf(draft.lastMinute).slice(0, 12),
  }
}

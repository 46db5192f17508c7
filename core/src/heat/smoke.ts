/** Where a fat begins to smoke, °C (kitchen.md §2; ± 15, lower with every use and with crumbs in it). */
export const SMOKE_C: Readonly<Record<string, { readonly low: number; readonly high: number }>> = {
  butter: { low: 150, high: 175 },
  butterSalted: { low: 150, high: 175 },
  clarifiedButter: { low: 205, high: 250 },
  ghee: { low: 205, high: 250 },
  oliveOil: { low: 165, high: 205 },
  neutralOil: { low: 205, high: 230 },
  walnutOil: { low: 160, high: 177 },
  hazelnutOil: { low: 160, high: 177 },
  lard: { low: 185, high: 190 },
  duckFat: { low: 190, high: 190 },
}
/** How far under its smoke a fat is warned of, K. */
export const SMOKE_WARN_K = 20

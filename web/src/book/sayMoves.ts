import { emulsionOf, spoonFilmMm, tasteOf, type TraceStep } from '@liquamen/core'
import { degreesText, moneyText, numberText, percentText, tempText } from '../ui/format'
import { prepareTexts } from '../techniques/prepare/texts'
import { mountTexts } from '../techniques/mount/texts'
import { texts } from '../ui/texts'
import type { VariantOutcome } from './variantOutcome'

// Under these nobody would call it a change
const LEAST = {
  phase: 0.004,
  salt: 0.0003,
  sugar: 0.004,
  acid: 0.0005,
  volume: 0.02,
  minor: 0.5,
  minutes: 0.5,
  seconds: 5,
  cooked: 0.03,
  freeOil: 0.005,
  heatJ: 200,
  waterG: 1,
  filmMm: 0.01,
  fatGPerL: 0.1,
  hazeGPerL: 0.05,
  holdMin: 1,
  deltaK: 1,
} as const
/** From this load on a sauce stands by its drops, not by what clings to a spoon. */
const STANDS_BY_LOAD = 0.45

const signed = (v: number, decimals: number) => `${v > 0 ? '+' : ''}${numberText(v, decimals)}`
const minutes = (s: number) => numberText(s / 60, 1)

/** What a way moves beside what is chosen now, most telling first: bath and pour, load, water, salt, body, volume, acid, time, hands, hold, cost, allergens. */
export function sayMoves(now: VariantOutcome, way: VariantOutcome, currency: string): string[] {
  if (!now.end || !way.end) return []
  return [
    ...bowlMoves(now, way),
    ...mountMoves(now, way),
    ...sauceMoves(now.end, way.end),
    ...coloursOf(way).filter((c) => !coloursOf(now).includes(c)),
    ...way.spices.filter((s) => !now.spices.includes(s)),
    ...effortMoves(now, way),
    way.chilledDays === now.chilledDays
      ? ''
      : texts.book.bench.keepsMove(signed(way.chilledDays - now.chilledDays, 0)),
    ...priceMoves(now.end, way.end, currency),
  ].filter(Boolean)
}

function bowlMoves(now: VariantOutcome, way: VariantOutcome): string[] {
  const [a, b] = [now, way].map(({ plan }) => plan && emulsionOf(plan))
  const isSameEnd = Math.abs((way.end?.phaseFrac ?? 0) - (now.end?.phaseFrac ?? 0)) <= LEAST.phase
  return [
    b?.isGrainy ? texts.book.bench.grainy : '',
    a?.ribbonS && b?.ribbonS && Math.abs(b.ribbonS.value - a.ribbonS.value) > LEAST.seconds
      ? texts.book.bench.ribbonIn(minutes(b.ribbonS.value))
      : '',
    a && b && Math.abs(b.pourS - a.pourS) > LEAST.seconds
      ? `${texts.emulsion.pourOn} ${minutes(b.pourS)} min`
      : '',
    a?.pour && b?.pour && Math.abs(b.pour.endC - a.pour.endC) > LEAST.deltaK
      ? texts.book.bench.endsAt(degreesText(b.pour.endC))
      : '',
    a?.pour && b?.pour && Math.abs(b.pour.cookedFrac - a.pour.cookedFrac) > LEAST.cooked
      ? texts.book.bench.yolkSet(percentText(b.pour.cookedFrac, 0))
      : '',
    a?.pour && b?.pour && Math.abs(b.pour.peakFreeOil - a.pour.peakFreeOil) > LEAST.freeOil
      ? texts.book.bench.freeOil(percentText(b.pour.peakFreeOil, 1))
      : '',
    a && b && Math.abs(b.method.butterC - a.method.butterC) > LEAST.deltaK
      ? texts.book.bench.butterAt(tempText(b.method.butterC, 0))
      : '',
    a && b && Math.abs(b.method.holdC.high - a.method.holdC.high) > LEAST.deltaK
      ? texts.book.bench.heldAt(degreesText(b.method.holdC.low), tempText(b.method.holdC.high, 0))
      : '',
    a && b && b.waterFirstG - a.waterFirstG > LEAST.waterG
      ? texts.book.bench.waterFirst(numberText(b.waterFirstG))
      : '',
    isSameEnd && Math.abs(way.peakFrac - now.peakFrac) > LEAST.phase
      ? texts.book.bench.peak(numberText(way.peakFrac, 2))
      : '',
  ]
}

const paceIn = ({ plan }: VariantOutcome) =>
  plan?.steps.flatMap(({ work }) => (work.kind === 'mount' && work.pace ? [work.pace] : []))[0]

/** What mounting otherwise moves: where it comes to without a flame, the heat to give, the seconds until it is taken up. */
function mountMoves(now: VariantOutcome, way: VariantOutcome): string[] {
  const [a, b] = [paceIn(now), paceIn(way)]
  if (!a || !b) return []
  return [
    b.heat === 'off' && a.heat !== 'off' ? mountTexts.comesTo(degreesText(b.offHeatC)) : '',
    b.heat === 'bubble' && a.heat !== 'bubble' ? mountTexts.bears(b.bearsBubble) : '',
    Math.abs(b.heatJ - a.heatJ) > LEAST.heatJ ? mountTexts.heat(signed((b.heatJ - a.heatJ) / 1000, 1)) : '',
    Math.abs(b.uptakeS - a.uptakeS) > LEAST.seconds ? mountTexts.takenUp(minutes(b.uptakeS)) : '',
  ]
}

const clouds = ({ clarity }: TraceStep) => clarity ?? { scumGPerL: 0, fatGPerL: 0 }

/** How far what softens or browns is to go. */
const coloursOf = ({ plan }: VariantOutcome): string[] =>
  (plan?.steps ?? []).flatMap(({ work }) =>
    work.kind === 'browning' && work.browning ? [prepareTexts.stages[work.browning.wanted]] : [],
  )
const sugarFrac = ({ contents }: TraceStep) => tasteOf(contents).sugarFrac

function sauceMoves(now: TraceStep, end: TraceStep): string[] {
  const volume = end.volumeMl / now.volumeMl - 1
  const water = end.contents.liquid.water - now.contents.liquid.water
  const film = spoonFilmMm(end.viscosityPaS) - spoonFilmMm(now.viscosityPaS)
  const scum = clouds(end).scumGPerL - clouds(now).scumGPerL
  const fat = clouds(end).fatGPerL - clouds(now).fatGPerL
  const ofLoad = end.band === now.band ? '' : (texts.emulsion.bands[end.band] ?? '')
  const ofCoat = end.coat === now.coat ? '' : (texts.book.coats[end.coat] ?? '')
  const stands = end.phaseFrac > STANDS_BY_LOAD ? ofLoad : ofCoat
  return [
    Math.abs(end.phaseFrac - now.phaseFrac) > LEAST.phase
      ? `φ ${signed(end.phaseFrac - now.phaseFrac, 2)}`
      : '',
    Math.abs(water) > Math.max(LEAST.waterG, 0.03 * now.contents.liquid.water)
      ? texts.book.bench.waterMoves(signed(water, 0))
      : '',
    Math.abs(end.saltFrac - now.saltFrac) > LEAST.salt
      ? texts.book.bench.saltMoves(signed((end.saltFrac - now.saltFrac) * 100, 2))
      : '',
    stands,
    !stands && end.phaseFrac <= STANDS_BY_LOAD && Math.abs(film) > LEAST.filmMm
      ? texts.book.bench.filmMoves(signed(film, 2))
      : '',
    Math.abs(scum) > LEAST.hazeGPerL ? texts.book.bench.scumIn(signed(scum, 1)) : '',
    end.clarity && end.clarity.grade !== now.clarity?.grade ? texts.book.clarity[end.clarity.grade] : '',
    Math.abs(fat) > LEAST.fatGPerL ? texts.book.bench.fatBeatenIn(signed(fat, 1)) : '',
    Math.abs(volume) > LEAST.volume ? `${signed(volume * 100, 0)} % ml` : '',
    Math.abs(sugarFrac(end) - sugarFrac(now)) > LEAST.sugar
      ? texts.book.bench.sugarIs(percentText(sugarFrac(end), 1))
      : '',
    Math.abs(end.acidFrac - now.acidFrac) > LEAST.acid
      ? texts.book.bench.acidIs(percentText(end.acidFrac, 2))
      : '',
  ]
}

function effortMoves(now: VariantOutcome, way: VariantOutcome): string[] {
  const [a, b] = [now.effort, way.effort]
  if (!a || !b) return []
  return [
    Math.abs(b.totalMin - a.totalMin) > LEAST.minutes ? `${signed(b.totalMin - a.totalMin, 0)} min` : '',
    Math.abs(b.constantMin - a.constantMin) > LEAST.minutes
      ? texts.book.bench.handsMove(signed(b.constantMin - a.constantMin, 0))
      : '',
    Math.abs(b.holdsMin - a.holdsMin) > LEAST.holdMin
      ? texts.book.bench.holdsMove(signed(b.holdsMin - a.holdsMin, 0))
      : '',
    Math.abs(b.heldHourC - a.heldHourC) > LEAST.deltaK
      ? texts.book.bench.heldHour(degreesText(b.heldHourC))
      : '',
  ]
}

function priceMoves(now: TraceStep, end: TraceStep, currency: string): string[] {
  const cost = end.costMinor / Math.max(1, end.portions) - now.costMinor / Math.max(1, now.portions)
  const names = (of: TraceStep, other: TraceStep, sign: string) =>
    Object.keys(of.allergens)
      .filter((a) => !(a in other.allergens))
      .map((a) => `${sign} ${texts.allergens[a]}`)
  return [
    Math.abs(cost) > LEAST.minor ? `${cost > 0 ? '+' : ''}${moneyText(cost, currency)}` : '',
    ...names(end, now, '+'),
    ...names(now, end, '−'),
  ]
}

import type { ReductionClaim } from './parseReduction'

/** Thresholds of agreement (judgement, low confidence): δ = ln(largest/smallest fraction left). */
export const AGREEMENT = { ok: 0.1, loose: 0.25, exactBand: 0.05, aboutBand: 0.1 } as const
/** "Almost dry": share of the liquid added in this step, its band, and the least that stays in any pan. */
export const AU_SEC = { fraction: 0.08, low: 0.03, high: 0.12, floorMl: 5 } as const

/** Texture words that are no fractions: where each stops is judged from what is in the pan. */
export type Texture = 'nappe' | 'syrup' | 'glaze'
/** Volume at which a liquid has a texture, with its band, ml. */
export interface TextureVolume {
  readonly volumeMl: number
  readonly lowMl: number
  readonly highMl: number
}

export type ReductionFlag =
  | 'loose'
  | 'by_to_swap'
  | 'no_preposition'
  | 'not_a_reduction'
  | 'empty'
  | 'need_start'
  | 'confirm_fold'
  | 'unit_locale'
  | 'base'
  | 'not_understood'
  | 'need_composition'

/** One way to read a phrase: what is left, as a share and in ml. */
export interface Reading {
  readonly fractionLeft: number
  readonly volumeMl: number
}

/** A reduction target, or why it is none. Never start a clock on `ask` or `conflict`. */
export interface ReductionTarget {
  readonly status: 'ok' | 'ask' | 'conflict' | 'texture'
  readonly fractionLeft?: number
  readonly volumeMl?: number
  readonly lowMl?: number
  readonly highMl?: number
  /** ln of the ratio between the largest and smallest claim. */
  readonly delta?: number
  /** The readings to choose between, side by side. */
  readonly options: readonly Reading[]
  readonly flags: readonly ReductionFlag[]
}

const none = (
  status: 'ask' | 'conflict',
  flags: ReductionFlag[],
  options: Reading[] = [],
): ReductionTarget => ({ status, flags, options })

/** Share left that a claim means, given the start volume. */
function fractionOf(claim: ReductionClaim, startMl: number): number {
  if (claim.kind === 'fractionLeft') return claim.value
  if (claim.kind === 'volumeLeft') return claim.valueMl / (claim.fromMl ?? startMl)
  return claim.kind === 'volumeGone' ? 1 - claim.valueMl / startMl : NaN
}

/**
 * Turns the claims of a phrase into one remaining share of the liquid, asks, or refuses. `reduction:L1–L12`
 *
 * @param claims - from `parseReduction`; at least one
 * @param startMl - liquid in the pan when the reduction begins, ml at 20 °C; undefined where unknown
 * @param textureVolume - where this liquid would have a texture; undefined where its composition is not known
 */
export function resolveReduction(
  claims: readonly ReductionClaim[],
  startMl?: number,
  textureVolume?: (texture: Texture) => TextureVolume | undefined,
): ReductionTarget {
  if (claims.length === 0) return none('ask', ['not_understood'])
  const texture = claims.find((claim) => claim.kind === 'auSec')
  if (texture) return auSec(startMl)
  const word = claims.find((claim) => claim.kind === 'texture')
  if (word?.kind === 'texture') return byTexture(word.texture, startMl, textureVolume)
  const start = startMl ?? claims.find((claim) => claim.fromMl !== undefined)?.fromMl
  if (start === undefined && claims.some((c) => c.kind !== 'fractionLeft')) return none('ask', ['need_start'])
  const base = start ?? 1
  const read = (f: number): Reading => ({ fractionLeft: f, volumeMl: f * base })
  const flags = new Set<ReductionFlag>(claims.flatMap((claim) => claim.flags))
  const bare = claims.find((claim) => claim.flags.includes('no_preposition'))
  if (bare?.kind === 'fractionLeft') {
    const others = claims.filter((claim) => claim !== bare).map((claim) => read(fractionOf(claim, base)))
    return none('ask', [...flags], [...others, read(1 - bare.value), read(bare.value)])
  }
  const fractions = claims.map((claim) => fractionOf(claim, base))
  const highest = Math.max(...fractions)
  const lowest = Math.min(...fractions)
  if (highest >= 1) return none('conflict', [...flags, 'not_a_reduction'], fractions.map(read))
  if (lowest <= 0) return none('conflict', [...flags, 'empty'], fractions.map(read))
  const delta = Math.log(highest / lowest)
  if (delta > AGREEMENT.ok) return disagreement(claims, { fractions, delta }, flags, read)
  const quoted = claims.findIndex((claim) => claim.kind !== 'fractionLeft')
  const f = fractions[Math.max(0, quoted)] ?? highest
  const band = claims.some((claim) => claim.isAbout) ? AGREEMENT.aboutBand : AGREEMENT.exactBand
  const asks = flags.has('confirm_fold') || flags.has('unit_locale') || flags.has('base')
  return {
    status: asks ? 'ask' : 'ok',
    ...read(f),
    lowMl: f * base * (1 - band),
    highMl: f * base * (1 + band),
    delta,
    options: [read(f)],
    flags: [...flags],
  }
}

/** Two claims that differ: the larger is kept for now, since stopping early can be mended and boiling further cannot. */
function disagreement(
  claims: readonly ReductionClaim[],
  { fractions, delta }: { readonly fractions: readonly number[]; readonly delta: number },
  flags: Set<ReductionFlag>,
  read: (f: number) => Reading,
): ReductionTarget {
  const isLoose = delta <= AGREEMENT.loose
  if (isLoose) flags.add('loose')
  else {
    const said = fractions[claims.findIndex((c) => c.kind === 'fractionLeft')]
    const quoted = fractions[claims.findIndex((c) => c.kind !== 'fractionLeft')]
    if (said !== undefined && quoted !== undefined && Math.abs(Math.log((1 - said) / quoted)) <= AGREEMENT.ok)
      flags.add('by_to_swap')
  }
  return {
    status: isLoose ? 'ask' : 'conflict',
    ...read(Math.max(...fractions)),
    delta,
    options: fractions.map(read),
    flags: [...flags],
  }
}

function auSec(startMl?: number): ReductionTarget {
  if (startMl === undefined) return none('ask', ['need_start'])
  const atLeast = (fraction: number) => Math.max(AU_SEC.floorMl, fraction * startMl)
  const volumeMl = atLeast(AU_SEC.fraction)
  return {
    status: 'texture',
    volumeMl,
    fractionLeft: volumeMl / startMl,
    lowMl: atLeast(AU_SEC.low),
    highMl: atLeast(AU_SEC.high),
    options: [],
    flags: [],
  }
}

function byTexture(
  texture: Texture,
  startMl: number | undefined,
  textureVolume: ((texture: Texture) => TextureVolume | undefined) | undefined,
): ReductionTarget {
  const found = textureVolume?.(texture)
  if (startMl === undefined || !found)
    return none('ask', [startMl === undefined ? 'need_start' : 'need_composition'])
  if (found.volumeMl >= startMl)
    return none(
      'conflict',
      ['not_a_reduction'],
      [{ fractionLeft: found.volumeMl / startMl, volumeMl: found.volumeMl }],
    )
  return { status: 'texture', ...found, fractionLeft: found.volumeMl / startMl, options: [], flags: [] }
}

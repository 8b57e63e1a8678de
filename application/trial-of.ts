/** A two-plate trial: one tip and one setting on two thicknesses, laid out as two pieces, and what it comes to. */
import { judgeTrial, type TrialAnswer, type TrialCut } from '#core/check/trial.ts'
import { sameOrifice } from '#core/cut/tip.ts'
import type { CutPlan } from '#core/cut/index.ts'
import type { Figure } from '#core/figure.ts'
import { fromSi, printAs } from '#core/quantity/index.ts'
import type { CutDraft, ChartRowDraft, PieceDraft, Settings } from '#contract/schemas.ts'
import type { LogSummary, Torch } from '#contract/types.ts'
import { firstDraft, FIRST_ROW } from './first.ts'
import type { InARow } from './in-a-row.ts'
import { planDraft, type GoodCut, type OwnRuns } from './plan-of.ts'
import { readTyped } from './typed.ts'

/** What is tried, as typed: the tip, the pair, and what it is tried on. */
export interface TrialAsked {
  readonly plates: readonly [string, string]
  readonly tip: string
  readonly oxygen: string
  readonly fuel: string
  readonly length: string
}
type TorchRig = Pick<Torch, 'id' | 'rig'>

/** A straight cut of steel from the edge with this torch, on scrap of this thickness. */
function onPlate({ id, rig }: TorchRig, settings: Settings, thickness: string, length: string): CutDraft {
  const first = firstDraft(settings)
  return {
    ...first,
    torchId: id,
    // a trial is of the tip: it is cut freehand or on the track, without a guide to be measured for
    rig: { ...rig, guide: 'none' },
    work: { ...first.work, metal: 'low-carbon-steel', thickness, length },
    // whoever lays out a trial says all of it
    assumed: [],
  }
}

/**
 * What the torch would be set to for the plate that lies between both, to begin a trial from.
 * @returns undefined while a plate cannot be read, and where nothing can be planned
 */
export function betweenPlates(
  torch: TorchRig,
  settings: Settings,
  records: OwnRuns,
  { plates, tip }: Pick<TrialAsked, 'plates' | 'tip'>,
): GoodCut | undefined {
  const [a, b] = plates.map((text) => readTyped(text, 'length', settings))
  if (!a?.ok || !b?.ok || a.value <= 0 || b.value <= 0) return undefined
  const middle = printAs(Math.sqrt(a.value * b.value), 'length', settings.units)
  const draft = onPlate(torch, settings, middle, printAs(0.3, 'length', settings.units))
  const planned = planDraft(
    tip.trim() === '' ? draft : { ...draft, rig: { ...draft.rig, tipOrifice: tip } },
    settings,
    records,
  )
  return planned.ok ? planned : undefined
}

/** Both cuts of a trial, the thinner plate as it was typed first, each set to the one pair. */
export const trialInARow = (
  torch: TorchRig,
  settings: Settings,
  { plates, tip, oxygen, fuel, length }: TrialAsked,
): readonly InARow[] =>
  plates.map((plate) => ({
    title: `Trial of a ${tip} tip on ${plate}`,
    repeats: 1,
    draft: {
      ...onPlate(torch, settings, plate, length),
      usual: { oxygen, fuel, tip, set: 'yes' },
    },
  }))

/** A trial as its pieces have it. */
export interface TrialPieces {
  readonly drafts: readonly [CutDraft, CutDraft]
  readonly usual: CutDraft['usual']
}

/** Whether these pieces are a trial: two cuts that differ in their plate and are held to one pair and one tip. */
export function trialOf(drafts: readonly PieceDraft[]): TrialPieces | undefined {
  const [a, b] = drafts
  if (drafts.length !== 2 || a?.kind !== 'cut' || b?.kind !== 'cut') return undefined
  const one = a.usual
  const same = (['oxygen', 'fuel', 'tip', 'set'] as const).every((name) => one[name] === b.usual[name])
  return same && one.set === 'yes' && a.work.thickness !== b.work.thickness
    ? { drafts: [a, b], usual: one }
    : undefined
}

/** Lines of a piece, as far as a trial reads them. */
type Lines = readonly Pick<LogSummary, 'told' | 'correctedBy' | 'at'>[]

/** The newest line of a piece that stands, as a plate of the trial; undefined while none is written. */
function cutOf({ work }: CutDraft, lines: Lines, settings: Settings): TrialCut | undefined {
  const thickness = readTyped(work.thickness, 'length', settings)
  const [newest] = lines
    .filter((l) => l.told.kind === 'cut' && l.correctedBy === null)
    .sort((a, b) => b.at.localeCompare(a.at))
  const told = newest?.told
  if (!thickness.ok || told?.kind !== 'cut') return undefined
  return {
    thicknessM: thickness.value,
    seen: { edge: told.edge, slag: told.slag, drop: told.drop, dragM: told.drag?.si },
    outcome: told.verdict.outcome,
    speed: told.used.travelSpeed?.si ?? told.planned['travelSpeed']?.value,
  }
}

/**
 * What a trial comes to by the log.
 * @param lines of each piece, in the pieces' order
 * @returns undefined until both are written down
 */
export function answerOf(
  { drafts }: TrialPieces,
  lines: readonly [Lines, Lines],
  settings: Settings,
): TrialAnswer | undefined {
  const a = cutOf(drafts[0], lines[0], settings)
  const b = cutOf(drafts[1], lines[1], settings)
  return a && b ? judgeTrial([a, b]) : undefined
}

/**
 * The trial as a row of the torch's chart: its tip and pair for every plate from the thinnest to the thickest that came
 * out good; in place of a row of that tip for the very same plates. Pressures are kept as the torch gets them, so that
 * another hose does not matter.
 * @param figures of either cut as it is planned: what the hose takes
 * @returns the chart with it; undefined where neither plate came out good, or no pressure could be set
 */
export function chartWithTrial(
  chart: readonly ChartRowDraft[],
  { usual }: TrialPieces,
  { good }: TrialAnswer,
  { cuttingOxygenPressure: oxygen, fuelPressure: fuel }: CutPlan['figures'],
  settings: Settings,
): readonly ChartRowDraft[] | undefined {
  const [thinnest, thickest] = [good[0], good.at(-1)]
  if (thinnest === undefined || thickest === undefined || !oxygen || !fuel) return undefined
  const unit = settings.units.pressure
  const atTorch = ({ value, hoseDropPa = 0 }: Figure) =>
    `${fromSi(value - hoseDropPa, unit).toFixed(unit === 'bar' ? 2 : 1)} ${unit}`
  const plate = (m: number) => printAs(m, 'length', settings.units)
  const bore = (text: string) => {
    const read = readTyped(text, 'length', settings)
    return read.ok ? read.value : Number.NaN
  }
  const own = bore(usual.tip)
  const sized = chart.find((r) => sameOrifice(bore(r.orifice), own))
  const row: ChartRowDraft = {
    ...FIRST_ROW,
    tip: sized?.tip ?? '',
    orifice: usual.tip,
    thicknessMin: plate(thinnest),
    thicknessMax: plate(thickest),
    oxygenPressure: atTorch(oxygen),
    fuelPressure: atTorch(fuel),
    pressureAt: 'torch',
  }
  const kept = chart.filter(
    (r) =>
      !(
        sameOrifice(bore(r.orifice), own) &&
        r.thicknessMin === row.thicknessMin &&
        r.thicknessMax === row.thicknessMax
      ),
  )
  return [...kept, row]
}

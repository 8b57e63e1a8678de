import { highestSetting, Setting, type Gate } from '../gas/gate.ts'
import type { SettingRefused } from '../gas/limits.ts'
import { changedSource, changeWords } from '../piece/plan-change.ts'
import { dropTooLarge } from '../piece/setting.ts'
import { OXYGEN } from '../gas/fuels.ts'
import { CHART_HOSE, HOSE_BORES_M, hoseDrop, type Hose } from '../gas/hose.ts'
import { pressureAtTip } from '../gas/tip-pressure.ts'
import { CD, CD_RANGE, isChoked, orificeFlow, pressureForFlow } from '../gas/orifice.ts'
import { downToDivision, toDivision, upToDivision } from '../quantity/index.ts'
import { CHART_SPREAD, spreadOfSpan, type Learned } from '../learn/learn.ts'
import type { Grounds } from '../reason.ts'
import { learnedPressure } from '../learn/own-runs.ts'
import type { Draft } from './draft.ts'
import type { Range } from './steel-table.ts'
import { TIP_PRESSURE_SPAN_PA } from './tip.ts'
import type { ChartedRow } from './types.ts'

const ORIFICE_CITES = 'isentropic nozzle flow, discharge coefficient 0.90 (0.80 to 0.95)'
const HOSE_CITES = 'isothermal pipe flow, friction by Haaland'
/** A charted pressure or speed this far from the estimate is worth a word, a share. */
export const CHART_DIFFERS = 0.4
/** A hose that takes more than this is worth a word, Pa. */
const HOSE_DROP_NOTED_PA = 13_790

/** What the oxygen side is worked out from, all SI; pressures gauge. */
export interface OxygenAsked {
  readonly orificeM: number
  readonly wantedFlow: number
  readonly wantedRange: Range
  /** How the wanted flow was found, for the reader. */
  readonly wantedFrom: Grounds
  readonly wantedBecause: string
  readonly preheatOxygen: number
  readonly ambientPa: number
  readonly row: ChartedRow | undefined
  /** What good cuts had at the torch, Pa gauge. */
  readonly own: readonly number[]
  /** By how much it is changed after the last run. */
  readonly factor: number
  /** What was said to be set, whatever would be worked out: Pa gauge at the regulator. */
  readonly saidPa?: number | undefined
  /** Put in where the row comes from the log. */
  readonly log?: Learned | undefined
}

/** The oxygen side as planned: flow, and pressure at the tip. */
export interface OxygenPlan {
  readonly flow: number
  readonly tipGaugePa: number
}

/** Pressure at the tip and the whole hose's drop for an estimate, Pa. */
function estimate(asked: OxygenAsked, hose: Hose, flow: number) {
  const tip = pressureForFlow({ diameterM: asked.orificeM, ambientPa: asked.ambientPa }, flow)
  return { tip, drop: hoseDrop(hose, OXYGEN, flow + asked.preheatOxygen, tip, asked.ambientPa) }
}

/** The pressure that a charted setting leaves at the tip, Pa gauge. */
function tipOfChart(asked: OxygenAsked, charted: number, at: ChartedRow['at']): number {
  return at === 'torch'
    ? charted
    : pressureAtTip(charted, asked.orificeM, CHART_HOSE, asked.preheatOxygen, asked.ambientPa)
}

/** Works out flow, pressure at the tip and setting at the regulator, says what is wrong with them, and puts them in the plan. */
export function planOxygen(draft: Draft, worked: OxygenAsked): OxygenPlan {
  if (worked.saidPa !== undefined) return planSaid(draft, worked, worked.saidPa)
  const { rig } = draft.request
  const usual = estimate(worked, rig.oxygenHose, worked.wantedFlow)
  const asked = changed(draft, withOwn(worked, usual.tip))
  const est = estimate(asked, rig.oxygenHose, asked.wantedFlow)
  const charted = asked.row?.oxygenGaugePa
  const plan =
    charted === undefined || !asked.row
      ? putEstimate(draft, asked, est.tip)
      : putCharted(draft, asked, charted, asked.row)
  const drop = hoseDrop(
    rig.oxygenHose,
    OXYGEN,
    plan.flow + asked.preheatOxygen,
    plan.tipGaugePa,
    asked.ambientPa,
  )
  putSetting(draft, asked, plan, drop)
  if (charted !== undefined && !asked.log) compareWithEstimate(draft, charted, est.tip + est.drop)
  adviseTip(draft, asked, plan.tipGaugePa)
  return plan
}

/** The pressure as it was said: nothing is added for the hose, and the tip gets what the hose leaves. */
function planSaid(draft: Draft, asked: OxygenAsked, saidPa: number): OxygenPlan {
  const { oxygenHose, oxygenDivisionPa, oxygenRatingPa } = draft.request.rig
  const { ambientPa, orificeM, preheatOxygen } = asked
  const tipGaugePa = pressureAtTip(saidPa, orificeM, oxygenHose, preheatOxygen, ambientPa)
  const because = `What the ${draft.show(saidPa, 'pressure')} that you said leaves at the tip past ${hoseWords(draft)}.`
  const plan = putFlow(draft, asked, tipGaugePa, {
    because,
    from: {
      usualOxygen: saidPa,
      tipOrifice: orificeM,
      hoseLength: oxygenHose.lengthM,
      preheatOxygenFlow: preheatOxygen,
      ambientPressure: ambientPa,
    },
  })
  const drop = saidPa - tipGaugePa
  if (adviseHose(draft, asked, plan, drop)) return plan
  const half = oxygenDivisionPa / 2
  const asking = Setting.through(
    { gas: 'oxygen', ambientPa, divisionPa: oxygenDivisionPa, ratingPa: oxygenRatingPa },
    { valuePa: saidPa, lowPa: Math.max(0, saidPa - half), highPa: saidPa + half, source: 'said' },
  )
  if (!asking.ok) {
    refuseOxygen(draft, saidPa, asking.refused)
    return plan
  }
  draft.set('cuttingOxygenPressure', asking.setting, {
    because: `As you said, and held whatever the plate. ${because}`,
    from: { usualOxygen: saidPa, ...hoseGrounds(draft, asked, plan, drop) },
    hoseDropPa: drop,
    cites: `what you said; ${HOSE_CITES}`,
  })
  adviseTip(draft, asked, tipGaugePa)
  return plan
}

/** The good cuts' pressure in place of the chart's, once there are enough of them. */
function withOwn(asked: OxygenAsked, estimatedTipPa: number): OxygenAsked {
  const charted = asked.row?.oxygenGaugePa
  const bore = { diameterM: asked.orificeM, ambientPa: asked.ambientPa }
  const expected =
    charted === undefined || !asked.row ? estimatedTipPa : tipOfChart(asked, charted, asked.row.at)
  const spread =
    charted === undefined
      ? spreadOfSpan(pressureForFlow(bore, asked.wantedRange[0]), pressureForFlow(bore, asked.wantedRange[1]))
      : CHART_SPREAD
  const log = learnedPressure(asked.own, expected, spread)
  return log ? { ...asked, log, row: rowOf(asked, log.value) } : asked
}

const rowOf = (asked: OxygenAsked, atTorchPa: number): ChartedRow => ({
  tip: '',
  orificeM: asked.orificeM,
  boreKnown: true,
  thicknessMinM: 0,
  thicknessMaxM: Infinity,
  up: 0.5,
  ...asked.row,
  at: 'torch',
  oxygenGaugePa: atTorchPa,
})

function changed(draft: Draft, asked: OxygenAsked): OxygenAsked {
  const charted = asked.row?.oxygenGaugePa
  if (asked.factor === 1) return asked
  const [low, high] = asked.wantedRange
  return {
    ...asked,
    wantedFlow: asked.wantedFlow * asked.factor,
    wantedRange: [low * Math.min(1, asked.factor), high * Math.max(1, asked.factor)],
    ...(charted === undefined || !asked.row
      ? {}
      : {
          row: {
            ...asked.row,
            oxygenGaugePa: toDivision(charted * asked.factor, draft.request.rig.oxygenDivisionPa),
          },
        }),
  }
}

/** What the pressure goes by, in words. */
const goesBy = ({ log }: OxygenAsked) => (log ? `Your log's (${log.count} good cuts)` : "Your chart's")

function putEstimate(draft: Draft, asked: OxygenAsked, tipGaugePa: number): OxygenPlan {
  const bore = { diameterM: asked.orificeM, ambientPa: asked.ambientPa }
  const [low, high] = asked.wantedRange
  draft.put('cuttingOxygenFlow', {
    value: asked.wantedFlow,
    low,
    high,
    because: asked.wantedBecause,
    from: asked.wantedFrom,
    cites: 'published ranges by thickness',
  })
  draft.atTip('cuttingOxygenPressureAtTip', {
    value: tipGaugePa,
    low: pressureForFlow(bore, low),
    high: pressureForFlow(bore, high),
    because: `${draft.show(asked.wantedFlow, 'flow')} through a ${draft.show(asked.orificeM, 'bore')} bore takes this much.`,
    from: {
      cuttingOxygenFlow: asked.wantedFlow,
      tipOrifice: asked.orificeM,
      ambientPressure: asked.ambientPa,
      dischargeCoefficient: CD,
    },
    cites: ORIFICE_CITES,
  })
  return { flow: asked.wantedFlow, tipGaugePa }
}

/** The pressure at the tip, and the flow that it drives. */
function putFlow(
  draft: Draft,
  asked: OxygenAsked,
  tipGaugePa: number,
  { because, from }: { readonly because: string; readonly from: Grounds },
): OxygenPlan {
  const bore = { diameterM: asked.orificeM, ambientPa: asked.ambientPa }
  const flow = orificeFlow(bore, tipGaugePa)
  const half = draft.request.rig.oxygenDivisionPa / 2
  draft.atTip('cuttingOxygenPressureAtTip', {
    value: tipGaugePa,
    low: Math.max(0, tipGaugePa - half),
    high: tipGaugePa + half,
    because,
    from,
    cites: HOSE_CITES,
  })
  draft.put('cuttingOxygenFlow', {
    value: flow,
    low: orificeFlow({ ...bore, cd: CD_RANGE[0] }, tipGaugePa),
    high: orificeFlow({ ...bore, cd: CD_RANGE[1] }, tipGaugePa),
    because: `What ${draft.show(tipGaugePa, 'pressure')} at the tip drives through a ${draft.show(asked.orificeM, 'bore')} bore.`,
    from: {
      cuttingOxygenPressureAtTip: tipGaugePa,
      tipOrifice: asked.orificeM,
      ambientPressure: asked.ambientPa,
      dischargeCoefficient: CD,
    },
    cites: ORIFICE_CITES,
  })
  return { flow, tipGaugePa }
}

const putCharted = (draft: Draft, asked: OxygenAsked, charted: number, row: ChartedRow): OxygenPlan =>
  putFlow(draft, asked, tipOfChart(asked, charted, row.at), {
    because:
      row.at === 'torch'
        ? `${goesBy(asked)} ${draft.show(charted, 'pressure')} at the torch.`
        : `Your chart's ${draft.show(charted, 'pressure')} at the regulator, less what 25 ft of 1/4 in hose takes.`,
    from: {
      chartedPressure: charted,
      chartedAt: row.at,
      tipOrifice: asked.orificeM,
      preheatOxygenFlow: asked.preheatOxygen,
      ambientPressure: asked.ambientPa,
    },
  })

/** A setting as it was worked out, Pa gauge at the regulator, before it goes to the gate. */
interface Worked {
  readonly value: number
  readonly span: Range
  readonly because: string
  readonly rest: Grounds
}

const hoseWords = (draft: Draft): string => {
  const { lengthM, boreM } = draft.request.rig.oxygenHose
  return `${draft.showHoseLength(lengthM)} of ${draft.show(boreM, 'length')} hose`
}

/** What a setting rests on, however it was come by. */
function hoseGrounds(draft: Draft, asked: OxygenAsked, plan: OxygenPlan, drop: number): Grounds {
  const { oxygenHose, oxygenDivisionPa } = draft.request.rig
  return {
    hoseDrop: drop,
    hoseLength: oxygenHose.lengthM,
    hoseBore: oxygenHose.boreM,
    cuttingOxygenFlow: plan.flow,
    preheatOxygenFlow: asked.preheatOxygen,
    ambientPressure: asked.ambientPa,
    gaugeDivision: oxygenDivisionPa,
  }
}

/** By the pressure at the tip and what the hose takes. */
function estimatedSetting(draft: Draft, asked: OxygenAsked, plan: OxygenPlan, drop: number): Worked {
  const { rig } = draft.request
  const { ambientPa } = asked
  const division = rig.oxygenDivisionPa
  const setting = (flow: number) => {
    const tip = pressureForFlow({ diameterM: asked.orificeM, ambientPa }, flow)
    return tip + hoseDrop(rig.oxygenHose, OXYGEN, flow + asked.preheatOxygen, tip, ambientPa)
  }
  return {
    value: toDivision(plan.tipGaugePa + drop, division),
    span: [
      upToDivision(setting(asked.wantedRange[0]), division),
      downToDivision(setting(asked.wantedRange[1]), division),
    ],
    because: `${draft.show(plan.tipGaugePa, 'pressure')} at the tip and ${draft.show(drop, 'pressure')} lost in ${hoseWords(draft)}, to the nearest ${draft.show(division, 'pressure')} on the gauge.`,
    rest: { cuttingOxygenPressureAtTip: plan.tipGaugePa, ...hoseGrounds(draft, asked, plan, drop) },
  }
}

/** By the chart, or the log in its place, and what the hose takes beyond what it is told for. */
function settingOfRow(
  draft: Draft,
  asked: OxygenAsked,
  plan: OxygenPlan,
  drop: number,
  { row, charted }: { readonly row: ChartedRow; readonly charted: number },
): Worked {
  const division = draft.request.rig.oxygenDivisionPa
  const standard =
    row.at === 'torch'
      ? 0
      : hoseDrop(CHART_HOSE, OXYGEN, plan.flow + asked.preheatOxygen, plan.tipGaugePa, asked.ambientPa)
  const extra = toDivision(Math.max(0, drop - standard), division)
  const value = asked.log ? toDivision(charted + drop, division) : charted + extra
  const range = asked.factor === 1 ? row.oxygenPa : undefined
  const hose = hoseWords(draft)
  return {
    value,
    span: asked.log
      ? [asked.log.low + drop, asked.log.high + drop]
      : range
        ? [range[0] + extra, range[1] + extra]
        : [value - division / 2, value + division / 2],
    because: asked.log
      ? `The median of ${asked.log.count} good cuts here is ${draft.show(asked.log.median, 'pressure')} at the torch; with what was expected it makes ${draft.show(charted, 'pressure')}, and ${draft.show(drop, 'pressure')} for ${hose}.`
      : extra > 0
        ? `Your chart's ${chartedWords(draft, charted, row, range)} and ${draft.show(extra, 'pressure')} for ${hose}.`
        : `Your chart's ${chartedWords(draft, charted, row, range)}; ${hose} ${row.at === 'torch' ? 'takes' : 'takes, beyond what charts assume,'} less than half a division of the gauge.`,
    rest: {
      ...(asked.log
        ? { goodRuns: asked.log.count, medianOfRuns: asked.log.median, setAside: asked.log.setAside }
        : {}),
      ...(asked.factor === 1 ? {} : { changedBy: asked.factor }),
      chartedPressure: charted,
      chartedAt: row.at,
      chartHoseDrop: standard,
      ...hoseGrounds(draft, asked, plan, drop),
    },
  }
}

/** The setting at the regulator: past the hose check and the gate, or not at all. */
function putSetting(draft: Draft, asked: OxygenAsked, plan: OxygenPlan, drop: number): void {
  if (adviseHose(draft, asked, plan, drop)) return
  const { rig } = draft.request
  const { ambientPa, row } = asked
  const division = rig.oxygenDivisionPa
  const charted = row?.oxygenGaugePa
  const worked =
    row && charted !== undefined
      ? settingOfRow(draft, asked, plan, drop, { row, charted })
      : estimatedSetting(draft, asked, plan, drop)
  const gate: Gate = { gas: 'oxygen', ambientPa, divisionPa: division, ratingPa: rig.oxygenRatingPa }
  const highest = highestSetting(gate)
  const [low, high] = worked.span
  // of a charted range what lies under the limit is still good
  const value = row?.oxygenPa && !asked.log && low <= highest ? Math.min(worked.value, highest) : worked.value
  const changed = asked.factor === 1 ? undefined : changedSource(plan.tipGaugePa, asked.own, division)
  const asking = Setting.through(gate, {
    valuePa: value,
    lowPa: Math.max(division, low),
    highPa: high,
    source: changed ?? (asked.log ? 'log' : charted === undefined ? 'worked-out' : 'chart'),
  })
  if (!asking.ok) {
    refuseOxygen(draft, value, asking.refused)
    return
  }
  draft.set('cuttingOxygenPressure', asking.setting, {
    because: changed
      ? `${worked.because} ${changeWords(changed)} Times ${asked.factor.toFixed(2)}.`
      : worked.because,
    from: worked.rest,
    hoseDropPa: drop,
    ...(asked.log ? { runs: asked.log.count } : {}),
    cites:
      charted === undefined
        ? `${ORIFICE_CITES}; ${HOSE_CITES}`
        : `your ${asked.log ? 'log' : 'chart'}; ${HOSE_CITES}`,
  })
}

function refuseOxygen(draft: Draft, value: number, refused: SettingRefused): void {
  const high = refused.code !== 'not-a-pressure'
  draft.say(
    'stop',
    high ? refused.code : 'tip-far-too-big',
    high ? 'Oxygen pressure past its limit' : 'Tip far too big',
    high
      ? `This would take ${draft.show(value, 'pressure')} of oxygen; the limit here is ${draft.show(refused.limitPa, 'most')}. Fit a larger tip or a shorter, wider hose.`
      : 'So little pressure would do that it cannot be set on the gauge. Fit a smaller tip.',
    { field: 'rig.tipOrifice', figure: 'cuttingOxygenPressure' },
  )
}

/** A charted setting in words: where in its range this plate stands, where it is a range. */
export const chartedWords = (
  draft: Draft,
  charted: number,
  row: ChartedRow | undefined,
  range: Range | undefined,
): string =>
  range && row
    ? `${draft.showSpan(range[0], range[1], 'pressure')}: ${draft.show(charted, 'pressure')} for this plate, ${Math.round(row.up * 100)} % of the way up its row`
    : draft.show(charted, 'pressure')

/** Says what the hose takes; true when it takes more than the formula can tell, which ends the setting. */
function adviseHose(draft: Draft, asked: OxygenAsked, plan: OxygenPlan, drop: number): boolean {
  const { oxygenHose } = draft.request.rig
  const tooMuch = dropTooLarge(drop, plan.tipGaugePa, asked.ambientPa)
  if (!tooMuch && drop < HOSE_DROP_NOTED_PA) return false
  const wider = HOSE_BORES_M.find((b) => b > oxygenHose.boreM + 1e-6)
  const better =
    wider === undefined
      ? 'Use a shorter hose.'
      : `${draft.show(wider, 'length')} hose would take ${draft.show(hoseDrop({ ...oxygenHose, boreM: wider }, OXYGEN, plan.flow + asked.preheatOxygen, plan.tipGaugePa, asked.ambientPa), 'pressure')}.`
  const takes = `${draft.showHoseLength(oxygenHose.lengthM)} of ${draft.show(oxygenHose.boreM, 'length')} hose takes`
  if (tooMuch)
    draft.say(
      'stop',
      'hose-drop-too-large',
      'Hose too small',
      `${takes} more of the oxygen pressure than can be reckoned with, so no setting is given. ${better}`,
      { field: 'rig.oxygenHose', figure: 'cuttingOxygenPressure' },
    )
  else
    draft.say(
      'mind',
      'hose-drop',
      'Long or narrow hose',
      `${takes} ${draft.show(drop, 'pressure')}. ${better}`,
      { field: 'rig.oxygenHose', figure: 'cuttingOxygenPressure' },
    )
  return tooMuch
}

/** Both at the regulator and through the hose that is really there, so that like stands beside like. */
function compareWithEstimate(draft: Draft, charted: number, estimated: number): void {
  const setting = draft.figures.cuttingOxygenPressure?.value ?? charted
  if (Math.abs(setting / estimated - 1) <= CHART_DIFFERS) return
  draft.say(
    'mind',
    'chart-oxygen-differs',
    'Chart and estimate disagree',
    `Your chart says ${draft.show(charted, 'pressure')} of oxygen; worked out for this tip and plate it would be about ${draft.show(estimated, 'pressure')}. Your chart is used. Check that the row belongs to this tip.`,
    { figure: 'cuttingOxygenPressure' },
  )
}

function adviseTip(draft: Draft, asked: OxygenAsked, tipGaugePa: number): void {
  const [low, high] = TIP_PRESSURE_SPAN_PA
  if (!isChoked(tipGaugePa, asked.ambientPa))
    draft.say(
      'mind',
      'jet-not-choked',
      'Soft oxygen jet',
      `At ${draft.show(tipGaugePa, 'pressure')} the jet is slower than sound: it spreads and leaves a wide, rounded kerf. A smaller tip gives a hard jet.`,
      { field: 'rig.tipOrifice', figure: 'cuttingOxygenPressureAtTip' },
    )
  else if (tipGaugePa < low || tipGaugePa > high)
    draft.say(
      'mind',
      'tip-pressure-unusual',
      tipGaugePa > high ? 'High oxygen pressure' : 'Low oxygen pressure',
      `${draft.show(tipGaugePa, 'pressure')} at the tip lies outside the ${draft.showSpan(low, high, 'pressure')} in which cutting tips work best.`,
      { field: 'rig.tipOrifice', figure: 'cuttingOxygenPressureAtTip' },
    )
}

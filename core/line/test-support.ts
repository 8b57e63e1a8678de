import { planBraze, readBraze } from '../braze/index.ts'
import { planCut, readCut } from '../cut/index.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { PSI_PA } from '../quantity/index.ts'
import { INCH_UNITS } from '../quantity/choices.ts'
import { brazeProcedure } from './braze-procedure.ts'
import { cutProcedure, type ProcedureOptions } from './cut-procedure.ts'
import type { Procedure } from './procedure.ts'
import {
  LINE_TOUCHING,
  optionsOfLine,
  USUAL_LINE_METHODS,
  type LineMethodName,
  type LineMethods,
} from './methods.ts'
import type { LineSetup, TorchKind } from './setup.ts'
import type { LineSetting } from './state.ts'

/** A plain acetylene line with its own sweep of 10 s. */
export const SETTING: LineSetting = {
  fuel: 'acetylene',
  ambientPa: STANDARD_PRESSURE_PA,
  fuelDivisionPa: PSI_PA,
  oxygenDivisionPa: PSI_PA,
  checkValves: true,
}

const PURGE = {
  oxygen: { fullS: 18, freeS: 9, partS: 36 },
  fuel: { fullS: 24, freeS: 12, partS: 48 },
} as const

/** The setup of a rig with no plan behind it. */
export function setupOf(
  fuel: FuelId,
  kind: TorchKind,
  more: { readonly checkValves?: boolean; readonly nitrogen?: boolean; readonly methods?: LineMethods } = {},
): LineSetup {
  const cuts = kind === 'cutting-torch' || kind === 'cutting-attachment'
  const { checkValves = true, nitrogen = false, methods = USUAL_LINE_METHODS } = more
  return {
    setting: {
      ...SETTING,
      fuel,
      checkValves,
      sweepS: { oxygen: PURGE.oxygen.freeS, fuel: PURGE.fuel.freeS },
      partSweepS: { oxygen: PURGE.oxygen.partS, fuel: PURGE.fuel.partS },
      handleValve: kind === 'cutting-attachment',
      lever: cuts,
      flame: cuts ? 'neutral' : 'carburising',
      tip: {
        flames: cuts ? FUELS[fuel].usualPreheatPorts : kind === 'heating-head' ? 8 : 1,
        orificeM: 0.0011,
      },
      ...(nitrogen ? { line: { pressurePa: 1e6, needsNitrogen: true, sweepS: 80 } } : {}),
    },
    torch: { kind, checkValves },
    hand: 'right',
    oxygenPa: (cuts ? 43 : 6) * PSI_PA,
    fuelPa: 6 * PSI_PA,
    figures: { oxygen: 'oxygenPressure', fuel: 'fuelPressure' },
    ...(nitrogen
      ? {
          nitrogen: { sweepS: 80, coolS: 200, regulatorPa: 20 * PSI_PA },
          openLine: 'refrigerant' as const,
        }
      : {}),
    purge: PURGE,
    units: INCH_UNITS,
    methods,
  }
}

/** The procedure of a cut of 5/8 in plate. */
export function cutSteps(rig: object = {}, options: ProcedureOptions = {}, work: object = {}): Procedure {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '5/8 in', length: '24 in', ...work },
    rig: { fuel: 'acetylene', guide: 'part', tipRadius: '1/2 in', ...rig },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return cutProcedure(planCut(read.request), read.request, options)
}

/** The procedure of a refrigerant line in copper, with its nitrogen. */
export function brazeSteps(
  work: object = {},
  options: ProcedureOptions = {},
  rig: object = {},
  shop: object = {},
): Procedure {
  const read = readBraze({
    kind: 'braze',
    work: {
      joint: 'socket',
      a: { metal: 'copper', tube: 'ASTM B280 ACR 5/8 straight' },
      b: { metal: 'copper' },
      service: ['refrigerant'],
      tubeRun: [{ outsideDiameter: '5/8 in', wall: '0.040 in', length: '18 ft' }],
      ...work,
    },
    rig: { fuel: 'acetylene', ...rig },
    shop,
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return brazeProcedure(planBraze(read.request), read.request, options)
}

/** Steps that were given, or a failure that says why not. */
export function given(made: Procedure): Extract<Procedure, { ok: true }> {
  if (!made.ok) throw new Error(made.text)
  return made
}

/**
 * Runs something once for every combination of the rows that touch the line and that it really reads: a row is
 * branched on when it is first asked for, so nothing that could change the outcome is left out, and nothing is run twice.
 * @returns how many combinations there were
 */
export function everyMethod(run: (methods: LineMethods) => void): number {
  const touching: ReadonlySet<string> = new Set(LINE_TOUCHING)
  const branch: { name: LineMethodName; at: number }[] = []
  for (let count = 1; ; count++) {
    const read = new Map<string, string>()
    const methods = new Proxy(USUAL_LINE_METHODS, {
      get(usual, name: LineMethodName) {
        if (!touching.has(name)) return usual[name]
        const known = read.get(name)
        if (known !== undefined) return known
        const depth = read.size
        if (depth === branch.length) branch.push({ name, at: 0 })
        const choice = (optionsOfLine(name) as readonly string[])[branch[depth]?.at ?? 0] ?? ''
        read.set(name, choice)
        return choice
      },
    })
    run(methods)
    while (branch.length > 0) {
      const last = branch.at(-1)
      if (last && ++last.at < optionsOfLine(last.name).length) break
      branch.pop()
    }
    if (branch.length === 0) return count
  }
}

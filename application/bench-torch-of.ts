import type { FieldError, Figure } from '#core/figure.ts'
import { withoutFigures } from '#core/flame/card.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { ambientPressurePa } from '#core/gas/standard.ts'
import type { Procedure } from '#core/line/procedure.ts'
import type { Act } from '#core/line/state.ts'
import { omit } from '#core/objects.ts'
import type { OrderRig } from '#core/teach/order-board.ts'
import type { BenchTorch, Lighting } from '#core/teach/bench-torch.ts'
import type { Torch as FlameTorch } from '#core/flame/torch.ts'
import type { CutDraft, RigDraft, Settings } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { firstBraze, firstDraft } from './first.ts'
import { planPiece, type GoodPiece, type OwnRuns } from './plan-of.ts'
import { procedureOf } from './procedure-of.ts'

/** A torch for the bench and the hand that holds it; or why it cannot be practised with. */
export type BenchMade =
  | {
      readonly ok: true
      readonly bench: BenchTorch
      readonly hand: 'left' | 'right'
    }
  | { readonly ok: false; readonly errors: readonly Pick<FieldError, 'message'>[] }

const refusedFor = (message: string): Extract<BenchMade, { ok: false }> => ({
  ok: false,
  errors: [{ message }],
})

/** Whether a torch is taken to cut: by what it is, else by which chart it has. */
const cuts = ({ torch, chart, braze }: RigDraft): boolean =>
  torch.kind === ''
    ? chart.length > 0 || braze.chart.length === 0
    : torch.kind === 'cutting-torch' || torch.kind === 'cutting-attachment'

/** A plate that its chart has, in the middle; else the usual one. */
function usualPlate(first: CutDraft, rig: RigDraft): CutDraft['work'] {
  const row = rig.chart[Math.floor((rig.chart.length - 1) / 2)]
  const thickness = row && row.thicknessMin !== '' ? row.thicknessMin : first.work.thickness
  return { ...first.work, thickness }
}

const turnsOf = (acts: readonly Act[], side: 'oxygen' | 'fuel'): number =>
  acts.reduce((n, a) => (a.do === 'open-valve' && a.side === side ? (a.turns ?? n) : n), 0)

/** How the flame is lit and trimmed by the steps of a procedure. */
function lightingOf({ steps, setup }: Extract<Procedure, { ok: true }>): Lighting | undefined {
  const named = (id: string) => steps.find((s) => s.id === id)
  const [light, trim] = [named('light'), named('trim')]
  if (!light || !trim) return undefined
  const retrim = named('retrim')
  const { sign } = FUELS[setup.setting.fuel].flame
  return {
    trace: turnsOf(light.acts, 'oxygen'),
    fuel: turnsOf(light.acts, 'fuel'),
    near: sign !== 'feather' && setup.methods.lightOther !== 'still-air',
    raise: named('raise-fuel') ? (sign === 'feather' ? 'soot' : 'parts') : 'not',
    light: withoutFigures(light.act),
    trim: withoutFigures(trim.act),
    ...(retrim ? { retrim: withoutFigures(retrim.act) } : {}),
  }
}

/** What the flame of a planned cut or braze comes out of. */
function tipOf(planned: GoodPiece): Pick<FlameTorch, 'ports' | 'portM' | 'jetM'> | undefined {
  const orifice = planned.plan.figures.tipOrifice?.value
  if (orifice === undefined) return undefined
  if (planned.kind === 'braze') {
    const chosen = planned.plan.burners.find((b) => b.chosen)
    return chosen?.kind === 'fuel-air' ? undefined : { ports: planned.plan.detail.ports ?? 1, portM: orifice }
  }
  const { cone } = planned.plan.detail
  return (
    cone && { ports: FUELS[planned.request.rig.fuel].usualPreheatPorts, portM: cone.portM, jetM: orifice }
  )
}

const pressuresOf = ({
  plan,
}: GoodPiece): { readonly oxygen?: Figure | undefined; readonly fuel?: Figure | undefined } =>
  plan.kind === 'cut'
    ? { oxygen: plan.figures.cuttingOxygenPressure, fuel: plan.figures.fuelPressure }
    : { oxygen: plan.figures.oxygenPressure, fuel: plan.figures.fuelPressure }

/** A torch as it is asked for: one of the shop's, or a usual one. */
export type AskedTorch = Pick<Torch, 'rig'> & { readonly id: string | null }
/** A usual piece, planned, with its procedure. */
interface UsualPiece {
  readonly planned: GoodPiece
  readonly procedure: Extract<Procedure, { ok: true }>
}

/** A usual piece planned with a torch, a plate of its own chart or a common tube in its cup, and its procedure. Nothing is written down. */
function usualPiece(
  { id, rig }: AskedTorch,
  settings: Settings,
  records: OwnRuns,
): ({ readonly ok: true } & UsualPiece) | Extract<BenchMade, { ok: false }> {
  const cut = firstDraft(settings)
  const usual = cuts(rig) ? { ...cut, work: usualPlate(cut, rig) } : firstBraze(settings)
  const planned = planPiece({ ...usual, torchId: id, rig }, settings, records)
  if (!planned.ok) return planned
  const procedure = procedureOf(rig.torch, planned, settings)
  return procedure.ok ? { ok: true, planned, procedure } : refusedFor(procedure.text)
}

/** A torch for the flame bench: its tip, its pressures and its way of being lit as the piece is planned with it. */
function flameOf({ planned, procedure }: UsualPiece): BenchMade {
  const tip = tipOf(planned)
  const { oxygen, fuel } = pressuresOf(planned)
  if (!tip || !oxygen || !fuel)
    return refusedFor('It has no tip that burns with oxygen, or no pressures: put its chart in on the rig.')
  const lighting = lightingOf(procedure)
  if (!lighting) return refusedFor('Its procedure lights no flame.')
  const { rig: known, shop } = planned.request
  return {
    ok: true,
    hand: procedure.setup.hand,
    bench: {
      lighting,
      torch: {
        ...tip,
        fuel: known.fuel,
        handleValve: procedure.setup.setting.handleValve === true,
        oxygenPa: oxygen.value,
        fuelPa: fuel.value,
        oxygenHose: known.oxygenHose,
        fuelHose: known.fuelHose,
        ambientPa: ambientPressurePa(shop.altitudeM),
      },
    },
  }
}

/** A torch for both benches that are set by a plan: the flame’s, and its line without the work for the order’s. */
export interface Benches {
  readonly flame: BenchMade
  readonly order: { readonly ok: true; readonly rig: OrderRig } | Extract<BenchMade, { ok: false }>
}
/** A torch for the benches, as one usual piece is planned with it. */
export function benchesOf(torch: AskedTorch, settings: Settings, records: OwnRuns): Benches {
  const made = usualPiece(torch, settings, records)
  if (!made.ok) return { flame: made, order: made }
  const { setting, torch: gear, hand, oxygenPa, fuelPa, purge, methods } = made.procedure.setup
  return {
    flame: flameOf(made),
    order: {
      ok: true,
      rig: { setting: omit(setting, ['line']), torch: gear, hand, oxygenPa, fuelPa, purge, methods },
    },
  }
}

/** A torch for the flame bench. */
export const benchTorchOf = (torch: AskedTorch, settings: Settings, records: OwnRuns): BenchMade =>
  benchesOf(torch, settings, records).flame

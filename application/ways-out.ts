/** Ways out of a stop: another plan, or gear of the rig, each of them planned before it is offered. */
import { findBaseMetal } from '#core/metal/base-metals.ts'
import { INCH_M, parseQuantity, printAs } from '#core/quantity/index.ts'
import type { Gear } from '#core/rig/gear.ts'
import type { Finding } from '#core/figure.ts'
import type { CutDraft, PieceDraft, RigDraft, Settings } from '#contract/schemas.ts'
import type { OwnTip, Torch } from '#contract/types.ts'
import { firstBraze, firstPart } from './first.ts'
import { planPiece, type GoodPiece, type OwnRuns } from './plan-of.ts'

/**
 * A way out: what is pressed, and the piece as it then is. `take`: the piece is changed. `braze`: a piece of its own
 * beside it. `fit`: the rig does not have it; it is put down to be fitted, and the stop stays until it is.
 */
export interface WayOut {
  readonly kind: 'take' | 'braze' | 'fit'
  readonly label: string
  readonly draft: PieceDraft
}
type ToFit = RigDraft['toFit'][number]

/** What the shop has beside the piece. */
export interface Having {
  readonly torches: readonly Torch[]
  readonly tips: readonly OwnTip[]
  readonly gear: readonly Gear[]
  readonly settings: Settings
  readonly records: OwnRuns
}

/** No more than this are offered: one reads them all. */
const MOST = 5

const withRig = <D extends PieceDraft>(draft: D, part: Partial<RigDraft>): D => ({
  ...draft,
  rig: { ...draft.rig, ...part },
})

/** The rig once a thing is fitted, and no longer to be. @param fit as it was put down: `oxygenHose.bore` */
export function fitted<D extends PieceDraft>(draft: D, fit: ToFit): D {
  const toFit = draft.rig.toFit.filter((f) => f !== fit)
  const [group, name] = fit.field.split('.')
  if (group === 'oxygenHose' && name === 'bore')
    return withRig(draft, { toFit, oxygenHose: { ...draft.rig.oxygenHose, bore: fit.value } })
  return withRig(draft, { toFit, [fit.field]: fit.value } as Partial<RigDraft>)
}

interface Candidate {
  readonly label: string
  readonly draft: PieceDraft
  readonly kind?: WayOut['kind']
  /** What is put down to be fitted; `draft` is then the piece as it would be. */
  readonly fit?: ToFit
}

const tipCodes = /^tip-(will-not-do|far-too-big)|^oxygen-limit|rating/

/**
 * Hoses of the rig in place of those of the piece: both gases run through a pair of one bore and length. A hose is
 * written down for oxygen, or once for both: the only one of its set.
 */
function otherHoses(draft: PieceDraft, gear: readonly Gear[]): Candidate[] {
  const hoses = new Set(gear.flatMap(({ kind, id }) => (kind === 'hose' ? [id] : [])))
  const twins = new Set(
    gear.flatMap(({ kind, fields }) => {
      const inSet = kind === 'set' ? (fields['members'] ?? '').split(',').filter((id) => hoses.has(id)) : []
      return inSet.length === 1 ? inSet : []
    }),
  )
  return gear.flatMap(({ id, kind, name, fields }) => {
    const { bore, length, gas, condition } = fields
    const twin = twins.has(id)
    if (kind !== 'hose' || !(gas === 'oxygen' || twin) || condition === 'damaged' || !bore || !length)
      return []
    return [
      {
        label: twin ? `Fit ${name}` : `Fit ${name} and its pair`,
        draft: withRig(draft, { oxygenHose: { bore, length } }),
      },
    ]
  })
}

/** Full cylinders of the rig in place of the one that is too small, and what would have to be fetched. */
function largerCylinders(draft: PieceDraft, gear: readonly Gear[]): Candidate[] {
  const owned = gear.flatMap(({ kind, name, fields }) => {
    const { size } = fields
    return kind === 'cylinder' && fields['gas'] === draft.rig.fuel && size && fields['use'] !== 'empty'
      ? [{ label: `Take ${name}, ${size}`, draft: withRig(draft, { acetyleneCylinder: size }) }]
      : []
  })
  const sizes = ['145 cu ft', '300 cu ft', '390 cu ft']
  const larger = sizes
    .map((value) => toFit(draft, { thing: `A ${value} cylinder`, field: 'acetyleneCylinder', value }))
    .filter(({ fit }) => fit?.value !== draft.rig.acetyleneCylinder)
  const together = ['2', '3', '4'].map((value) =>
    toFit(draft, { thing: `${value} of these on a manifold`, field: 'acetyleneCylinders', value }),
  )
  return [...owned, ...larger, ...together]
}

/** Wider hose that is sold, to be fitted. */
const widerHoses = (draft: PieceDraft): Candidate[] => {
  const now = parseQuantity(draft.rig.oxygenHose.bore, 'length')
  return (
    [
      ['5/16 in', 5 / 16],
      ['3/8 in', 3 / 8],
    ] as const
  )
    .filter(([, inches]) => now.ok && now.value < inches * INCH_M - 1e-6)
    .map(([bore]) =>
      toFit(draft, {
        thing: `${bore} hoses, ${draft.rig.oxygenHose.length}`,
        field: 'oxygenHose.bore',
        value: bore,
      }),
    )
}

const toFit = (draft: PieceDraft, fit: ToFit): Candidate => ({
  label: `To fit: ${fit.thing}`,
  draft: fitted(draft, fit),
  fit,
})

function cutCandidates(draft: CutDraft, code: string, planned: GoodPiece, having: Having): Candidate[] {
  const { tips, settings } = having
  const { work, rig, usual } = draft
  const change = (label: string, part: Partial<CutDraft['work']>): Candidate => ({
    label,
    draft: { ...draft, work: { ...work, ...part } },
  })
  const all: Candidate[] = []
  if (usual.set === 'yes')
    all.push({
      label: 'Let go of my pair: set the plan’s',
      draft: { ...draft, usual: { ...usual, set: '' } },
    })
  if (code.startsWith('pierce-')) all.push(change('Begin at a drilled hole', { start: 'drilled' }))
  if (code === 'bevel-too-steep' && work.bevelFrom !== 'plate')
    all.push(change('The angle is from the plate', { bevelFrom: 'plate' }))
  if (code === 'bevel-by-hand')
    all.push(toFit(draft, { thing: 'A track machine', field: 'handling', value: 'track' }))
  if (code.startsWith('guide-'))
    all.push({ label: 'Without the guide', draft: withRig(draft, { guide: 'none' }) })
  if (code === 'oxygen-purity-too-low')
    all.push(toFit(draft, { thing: 'Oxygen of 99.5 %', field: 'oxygenPurity', value: '99.5 %' }))
  if (tipCodes.test(code)) {
    for (const { name, orifice } of tips)
      all.push({ label: `Fit ${name}, ${orifice}`, draft: withRig(draft, { tipOrifice: orifice }) })
    // what the plan would choose, if it might
    const free = planPiece(withRig(draft, { tipOrifice: '' }), settings, having.records)
    const chosen = free.ok && free.kind === 'cut' ? free.plan.figures.tipOrifice?.value : undefined
    if (chosen !== undefined && rig.tipOrifice !== '') {
      const size = printAs(chosen, 'bore', settings.units)
      all.push(toFit(draft, { thing: `A ${size} tip`, field: 'tipOrifice', value: size }))
    }
  }
  if (code === 'metal-not-cut' && planned.kind === 'cut') {
    const metal = findBaseMetal(work.metal === 'stainless-steel' ? 'stainless-304' : work.metal)
    const braze = firstBraze(settings)
    if (metal)
      all.push({
        kind: 'braze',
        label: 'Braze it instead',
        draft: {
          ...braze,
          torchId: draft.torchId,
          rig: draft.rig,
          work: {
            ...braze.work,
            joint: 'lap',
            length: work.length,
            a: { ...firstPart(metal.key), wall: work.thickness },
            b: { ...firstPart(metal.key), wall: work.thickness },
          },
          assumed: [],
        },
      })
  }
  return all
}

function brazeCandidates(draft: Extract<PieceDraft, { kind: 'braze' }>, code: string): Candidate[] {
  const { work, rig } = draft
  const all: Candidate[] = []
  if (work.filler !== '')
    all.push({
      label: 'Take the filler that is ranked first',
      draft: { ...draft, work: { ...work, filler: '' } },
    })
  if (code === 'never-hot') {
    if (rig.braze.tipOrifice !== '')
      all.push({
        label: 'Let the plan choose the tip',
        draft: withRig(draft, { braze: { ...rig.braze, tipOrifice: '' } }),
      })
    if (rig.braze.torches === '1')
      all.push({
        label: 'With two torches',
        draft: withRig(draft, { braze: { ...rig.braze, torches: '2' } }),
      })
  }
  return all
}

/**
 * The ways out of a stop, best first: what changes in the piece, then gear that the rig has, then what would have to be
 * fitted. Each is planned, and offered only where this stop is gone and no other has come.
 * @param finding the stop
 * @param planned the piece as it stands
 */
export function waysOut(
  draft: PieceDraft,
  finding: Pick<Finding, 'code'>,
  planned: GoodPiece,
  having: Having,
): readonly WayOut[] {
  const { code } = finding
  const all: Candidate[] = [
    ...(draft.kind === 'cut' ? cutCandidates(draft, code, planned, having) : brazeCandidates(draft, code)),
    ...(code.includes('hose-drop') || code === 'acetylene-limit'
      ? [...otherHoses(draft, having.gear), ...widerHoses(draft)]
      : []),
    ...(code === 'cylinder-draw' ? largerCylinders(draft, having.gear) : []),
    ...(code === 'hose-wrong-fuel'
      ? [toFit(draft, { thing: 'Grade T hose', field: 'hoseGrade', value: 'T' })]
      : []),
    ...having.torches
      .filter((t) => t.id !== draft.torchId)
      .map((t) => ({ label: `With ${t.name}`, draft: { ...draft, torchId: t.id, rig: t.rig } })),
  ]
  const before = new Set(planned.plan.findings.filter((f) => f.rank === 'stop').map((f) => f.code))
  const helps = (next: PieceDraft) => {
    const then = planPiece(next, having.settings, having.records)
    const stops = then.ok ? then.plan.findings.filter((f) => f.rank === 'stop').map((f) => f.code) : [code]
    return !stops.includes(code) && stops.every((s) => before.has(s))
  }
  const down = new Set(draft.rig.toFit.map((f) => f.thing))
  return all
    .filter((c) => !(c.fit && down.has(c.fit.thing)) && helps(c.draft))
    .sort((a, b) => Number(a.fit !== undefined) - Number(b.fit !== undefined))
    .slice(0, MOST)
    .map(({ kind, label, draft: next, fit }) =>
      fit
        ? { kind: 'fit', label, draft: withRig(draft, { toFit: [...draft.rig.toFit, fit] }) }
        : { kind: kind ?? 'take', label, draft: next },
    )
}

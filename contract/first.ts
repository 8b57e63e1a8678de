import { printQuantity } from '#core/quantity/index.ts'
import { INCH_UNITS } from '#core/shop.ts'
import { STANDARD_WORDS } from '#core/words.ts'
import type { CutDraft, RigDraft, Settings, WorkDraft } from './schemas.ts'

/** A shop that has said nothing yet. */
export const FIRST_SETTINGS: Settings = {
  units: { ...INCH_UNITS },
  region: 'us',
  words: { ...STANDARD_WORDS },
  altitude: '0 ft',
  prices: { oxygen: '', fuel: '', hour: '', per: '100 cu ft' },
  decimalMark: 'ask',
}

/** A rig that nobody has described yet: 25 ft of 1/4 in hose, a common tip, no chart. */
export const FIRST_RIG: RigDraft = {
  fuel: 'acetylene',
  tipOrifice: '',
  tipPieces: '',
  tipRadius: '1/4 in',
  hoseGrade: '',
  piping: 'none',
  hand: 'right',
  guideHeight: '',
  dial: '',
  tipBelowCollar: '1 in',
  handling: 'hand',
  guide: 'part',
  oxygenHose: { length: '25 ft', bore: '1/4 in' },
  oxygenPurity: '99.5 %',
  acetyleneCylinder: '',
  acetyleneCylinders: '',
  chart: [],
}

/** All that a piece may say beside metal, thickness and length, still unsaid. */
export const UNSAID_WORK: Omit<WorkDraft, 'metal' | 'thickness' | 'length' | 'temperature'> = {
  shape: 'straight',
  grade: '',
  composition: '',
  start: '',
  surface: 'clean',
  hollow: 'no',
  position: 'flat',
  wind: 'calm',
  bevel: '30 deg',
  bevelFrom: 'square',
  lean: 'over-part',
  land: '',
  diameter: '',
  width: '',
  count: '1',
  stock: '',
  trim: '',
  fastener: 'bolt',
  pipeCut: 'square',
  pipeAngle: '',
  runDiameter: '',
  offset: '',
  section: 'angle',
  depth: '',
  copeLength: '',
  copeDepth: '',
  pierces: '1',
  trial: '',
  practice: [],
  cautions: [],
  outlineId: null,
}

/** A new piece: 3/8 in plate, a foot of cut, in the shop's units. */
export function firstDraft(settings: Settings): CutDraft {
  const inches = settings.units.length === 'in'
  return {
    kind: 'cut',
    torchId: null,
    work: {
      ...UNSAID_WORK,
      metal: 'low-carbon-steel',
      thickness: inches ? '3/8 in' : '10 mm',
      length: inches ? '12 in' : '300 mm',
      temperature: printQuantity(294.26, settings.units.temperature),
    },
    rig: FIRST_RIG,
    usual: { oxygen: '', fuel: '', tip: '' },
  }
}

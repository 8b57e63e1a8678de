/** How the figures of a plan are said: what each is, so far as how finely it can be used, by its name. */
import { KIND_OF_UNIT, type Figure } from './figure.ts'
import {
  isInch,
  kindOfSaying,
  printAs,
  printRise,
  setByHand,
  showAs,
  spanAs,
  unitFor,
  fromSi,
  type Saying,
  type Shown,
} from './quantity/index.ts'
import type { UnitChoices } from './quantity/choices.ts'

/** A plain count, a difference of temperatures, what is weighed on a shop's scale, or a few drops of metal. */
type Other = 'number' | 'rise' | 'weighed' | 'drops'
type FigureSaying = Saying | Other

/** What is said otherwise than its kind of quantity usually is. Every length is here. */
export const FIGURE_SAYING: Readonly<Partial<Record<string, FigureSaying>>> = {
  tipOrifice: 'bore',
  collarOnTip: 'rule',
  kerf: 'kerf',
  drag: 'kerf',
  guideOffset: 'rule',
  collarHeight: 'rule',
  standoff: 'eye',
  tipToWork: 'eye',
  pierceHeight: 'eye',
  effectiveThickness: 'rule',
  bevelFaceWidth: 'rule',
  bottomShift: 'rule',
  armRadius: 'rule',
  pathLength: 'length',
  templateLength: 'rule',
  trackDial: 'number',
  piecesPerStock: 'number',
  carbonEquivalent: 'number',
  brazingTemperature: 'target',
  preheatTo: 'target',
  warmTo: 'target',
  baseHeadroom: 'rise',
  clearanceCold: 'gap',
  clearanceHot: 'gap',
  overlapNeeded: 'rule',
  overlapGiven: 'length',
  rodLength: 'reached',
  rodLengthAll: 'reached',
  coneDistance: 'eye',
  reach60C: 'reached',
  reach60CWithRag: 'reached',
  softenedLength: 'reached',
  remeltDistance: 'reached',
  grooveDepth: 'rule',
  grooveWidth: 'rule',
  purgeTime: 'least',
  setTime: 'least',
  coolTime: 'least',
  nitrogenAfter: 'least',
  fillerMass: 'weighed',
  fluxMass: 'weighed',
  fillerVolume: 'drops',
}

const OUNCE_KG = 0.028349523125
const twoDigitsUp = (value: number): number => {
  const size = value > 0 ? 10 ** (Math.floor(Math.log10(value)) - 1) : 1
  return Number((Math.ceil(value / size - 1e-6) * size).toPrecision(2))
}
/** What is weighed on a shop's scale, kg: ounces or grams, two digits, up. */
export const sayWeighed = (kg: number, units: UnitChoices): string =>
  isInch(units) ? `${twoDigitsUp(kg / OUNCE_KG)} oz` : `${twoDigitsUp(kg * 1000)} g`
const OTHERS: Readonly<Record<Other, (value: number, units: UnitChoices) => string>> = {
  number: (v) => String(Math.round(v * 100) / 100),
  rise: printRise,
  weighed: sayWeighed,
  drops: (m3) => `${twoDigitsUp(m3 * 1e9)} mm³`,
}
const isOther = (as: FigureSaying): as is Other => Object.hasOwn(OTHERS, as)

/** What of a figure is needed to say it. */
type Told = Pick<Figure, 'value' | 'low' | 'high' | 'unit' | 'source'>
type ToldWide = Pick<Figure, 'outerLow' | 'outerHigh'> & Told
/** What a figure is, so far as how finely it can be used. */
const sayingOf = (name: string, unit: Figure['unit']): FigureSaying =>
  FIGURE_SAYING[name] ?? KIND_OF_UNIT[unit]

/** How wide the span of an estimate is, SI; nothing for what a hand sets, or was charted or logged. */
const width = (as: Saying, { low, high, source }: Told): number =>
  source === 'worked-out' && !setByHand(as) ? high - low : 0

/** A figure as it is said in this shop: an estimate to no finer a digit than a tenth of its span. */
export function sayFigure(name: string, figure: Told, units: UnitChoices): string {
  const as = sayingOf(name, figure.unit)
  return isOther(as) ? OTHERS[as](figure.value, units) : printAs(figure.value, as, units, width(as, figure))
}

/** The same with its unit apart. */
export function showFigure(name: string, figure: Told, units: UnitChoices): Shown {
  const as = sayingOf(name, figure.unit)
  if (!isOther(as)) return showAs(figure.value, as, units, width(as, figure))
  const text = OTHERS[as](figure.value, units)
  const at = text.lastIndexOf(' ')
  return at < 0 ? { figure: text, unit: '' } : { figure: text.slice(0, at), unit: text.slice(at + 1) }
}

/** Its span, each end outwards to its step: "40 to 48 psi"; blank where there is none, or none that could be seen. */
export function saySpan(name: string, figure: Told, units: UnitChoices): string {
  const as = sayingOf(name, figure.unit)
  if (isOther(as)) {
    const [low, high] = [OTHERS[as](figure.low, units), OTHERS[as](figure.high, units)]
    return low === high ? '' : `${low} to ${high}`
  }
  return spanAs(figure.low, figure.high, as, units)
}

/** The span that nineteen of twenty lie in; blank where it is none other than the likely one. */
export function sayWideSpan(name: string, figure: ToldWide, units: UnitChoices): string {
  const wide = saySpan(name, { ...figure, low: figure.outerLow, high: figure.outerHigh }, units)
  return wide === saySpan(name, figure, units) ? '' : wide
}

/** All its digits that mean anything, for how it was worked out: "0.3274 in". */
export function sayInFull(
  name: string,
  { value, unit }: Pick<Figure, 'value' | 'unit'>,
  units: UnitChoices,
): string {
  const as = sayingOf(name, unit)
  if (isOther(as)) return String(Number(value.toPrecision(4)))
  const own = unitFor(kindOfSaying(as), units)
  return `${Number(fromSi(value, own).toPrecision(4))} ${own === 'F' || own === 'C' ? `°${own}` : own === 'deg' ? '°' : own}`
}

import { toSi, type GaugeKind, type Kind } from '../quantity/index.ts'

/** How a quantity is bounded, and the words for it. */
export interface Bounds {
  readonly kind: Kind
  readonly min: number
  readonly max: number
  /** What it is, for the sentence: "the thickness". */
  readonly what: string
  readonly says: string
  /** The gauge that a pressure is read from, where it counts from nothing: the value is absolute then. */
  readonly gauge?: Exclude<GaugeKind, 'pressure'>
}

const M = (what: string, min: number, max: number, says: string): Bounds => ({
  kind: 'length',
  min,
  max,
  what,
  says,
})
const PSI_500 = toSi(500, 'psi')
/** What every typed quantity of a cut has to lie between, SI. */
export const BOUNDS = {
  thickness: M('the thickness', 0.0002, 2, '0.2 mm to 2 m'),
  length: M('the length', 0.001, 200, '1 mm to 200 m'),
  orifice: M("the tip's orifice", 0.0003, 0.004, '0.012 to 0.157 in (0.3 to 4 mm)'),
  radius: M("the tip's radius", 0.001, 0.06, '1 to 60 mm'),
  hoseLength: M('the hose length', 0.3, 150, '1 to 490 ft (0.3 to 150 m)'),
  bore: M('the hose bore', 0.002, 0.03, '2 to 30 mm'),
  collar: M('the tip below the collar', 0.001, 0.3, '1 to 300 mm'),
  kerf: M('the kerf', 0.0001, 0.05, '0.1 to 50 mm'),
  altitude: M('the altitude', -400, 5000, '−400 to 5000 m'),
  plate: {
    kind: 'temperature',
    min: 213.15,
    max: 1000,
    what: 'the plate temperature',
    says: '−60 to 720 °C (−76 to 1328 °F)',
  },
  air: {
    kind: 'temperature',
    min: 213.15,
    max: 343.15,
    what: 'the air temperature',
    says: '−60 to 70 °C (−76 to 158 °F)',
  },
  pressure: {
    kind: 'pressure',
    min: 1,
    max: PSI_500,
    what: 'the pressure',
    says: 'above 0 and up to 500 psi',
  },
  division: { kind: 'pressure', min: 100, max: 200_000, what: 'the gauge division', says: '1 mbar to 2 bar' },
  speed: { kind: 'speed', min: 1e-5, max: 0.2, what: 'the speed', says: '0.03 to 470 in/min' },
  purity: { kind: 'share', min: 0.5, max: 1, what: 'the oxygen purity', says: '50 to 100 %' },
  bevel: { kind: 'angle', min: 0, max: Math.PI / 2, what: 'the angle', says: '0 to 90°' },
  diameter: M('the diameter', 0.001, 20, '1 mm to 20 m'),
  width: M('the width', 0.0005, 50, '0.5 mm to 50 m'),
  land: M('the land', 0, 0.3, '0 to 300 mm'),
  offset: M('the offset', -10, 10, '−10 to 10 m'),
  stock: M('the stock', 0.001, 200, '1 mm to 200 m'),
  guideHeight: M('the height of the guide', 0.0005, 0.5, '0.5 to 500 mm'),
  clearance: M('the clearance', 0, 0.01, '0 to 10 mm'),
  wall: M('the wall', 0.0002, 0.2, '0.2 to 200 mm'),
  depth: M('the depth', 0.0005, 2, '0.5 mm to 2 m'),
  distance: M('the distance', 0, 200, '0 to 200 m'),
  servicePressure: {
    kind: 'pressure',
    min: 0,
    max: PSI_500 * 10,
    what: 'the pressure',
    says: '0 to 5000 psi',
  },
  serviceTemperature: {
    kind: 'temperature',
    min: 53.15,
    max: 1273.15,
    what: 'the temperature in use',
    says: '−220 to 1000 °C (−364 to 1832 °F)',
  },
  mass: { kind: 'mass', min: 0.001, max: 5000, what: 'the mass', says: '1 g to 5 t' },
  attitude: {
    kind: 'angle',
    min: -Math.PI / 2,
    max: Math.PI / 2,
    what: 'the attitude',
    says: '−90° (mouth down) to 90° (mouth up)',
  },
  purgeFlow: { kind: 'flow', min: 1e-6, max: 0.02, what: 'the flow', says: '0.06 to 1200 l/min' },
  volume: { kind: 'volume', min: 0.01, max: 1000, what: 'the contents', says: '10 l to 1000 m³' },
} as const satisfies Record<string, Bounds>

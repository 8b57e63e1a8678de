import type { Torch } from '../flame/torch.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { INCH_M, PSI_PA } from '../quantity/units.ts'
import type { BenchTorch } from './bench-torch.ts'

/** A cutting torch of a fuel as it is usually set: 50 ft of 1/4 in hose, 42 and 6 psi. */
export const cuttingTorch = (fuel: FuelId, own: Partial<Torch> = {}): Torch => ({
  fuel,
  ports: FUELS[fuel].usualPreheatPorts,
  portM: 0.00095,
  jetM: 0.052 * INCH_M,
  handleValve: false,
  oxygenPa: 42 * PSI_PA,
  fuelPa: 6 * PSI_PA,
  oxygenHose: { lengthM: 15.24, boreM: 0.00635 },
  fuelHose: { lengthM: 15.24, boreM: 0.00635 },
  ambientPa: 101_325,
  ...own,
})

/** A bench with that torch, lit by fuel alone. */
export const benchWith = (fuel: FuelId, own: Partial<Torch> = {}): BenchTorch => {
  const feathered = FUELS[fuel].flame.sign === 'feather'
  return {
    torch: cuttingTorch(fuel, own),
    lighting: {
      trace: 0,
      fuel: 0.25,
      near: !feathered,
      raise: feathered ? 'soot' : 'not',
      light: 'Open the fuel a quarter turn and light it',
      trim: 'Open the oxygen until the feather just goes',
      retrim: 'Press the lever, trim again, and let go',
    },
  }
}

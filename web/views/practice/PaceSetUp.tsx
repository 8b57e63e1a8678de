import { Minus, Plus } from 'lucide-react'
import { PACE_FUELS } from '#core/cut-sim/pace-case.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { PSI_PA, INCH_M, isInch, NUMBER_DRILLS } from '#core/quantity/index.ts'
import type { PaceBoard, QuickSet } from '#core/teach/pace-board.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'

/** Plates that are usual, m. */
const INCH_PLATES_M = [1 / 16, 1 / 8, 3 / 16, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1, 1.5, 2, 3].map(
  (n) => n * INCH_M,
)
const METRIC_PLATES_M = [2, 3, 5, 6, 8, 10, 12, 16, 20, 25, 40, 50, 80].map((n) => n / 1000)
/** Bores that cutting tips are drilled to, m. */
const TIPS_M = NUMBER_DRILLS.map((d) => d.diameterM).filter((d) => d > 0.0006 && d < 0.0028)
const FLAMES = [
  { value: '0.6', label: 'Small' },
  { value: '1', label: 'As it wants' },
  { value: '1.7', label: 'Large' },
] as const
/** Oxygen as it is sold, and as a foul cylinder has it. */
const PURITIES = [
  { value: '0.995', label: '99.5 %' },
  { value: '0.985', label: '98.5 %' },
  { value: '0.975', label: '97.5 %' },
] as const
const HELD = [
  { value: 'guided', label: 'Guide, collar' },
  { value: 'guide', label: 'Guide' },
  { value: 'free', label: 'Free hand' },
] as const
/** Least and most that a pressure at the tip is set to here, Pa. */
const [LEAST_PA, MOST_PA] = [5 * PSI_PA, 100 * PSI_PA]

const nearest = (of: readonly number[], wanted: number): number =>
  of.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a), of[0] ?? wanted)

/** Plate, tip, pressure and flame of a quick one: whatever is set is cut with, right or wrong. */
export function PaceSetUp({
  board,
  set,
  onSet,
}: {
  readonly board: PaceBoard
  readonly set: QuickSet
  readonly onSet: (set: QuickSet) => void
}) {
  const { print, units } = useShop()
  const plates = isInch(units) ? INCH_PLATES_M : METRIC_PLATES_M
  const step = units.pressure === 'psi' ? 5 * PSI_PA : 30_000
  const pressure = (by: number) =>
    onSet({ ...set, pressure: Math.min(MOST_PA, Math.max(LEAST_PA, board.gas.pressure + by)) })
  const own = Object.keys(set).length > 0
  return (
    <section aria-label="Set it up" className="grid gap-3">
      <h3 className="text-label">Set it up</h3>
      <SelectField
        label="Plate"
        value={String(nearest(plates, board.plate.thickness))}
        options={plates.map((m) => ({ value: String(m), label: print(m, 'length') }))}
        onChange={(m) => onSet({ ...set, thickness: Number(m) })}
      />
      <SelectField
        label="Tip"
        value={String(nearest(TIPS_M, board.gas.orifice))}
        options={TIPS_M.map((m) => ({ value: String(m), label: print(m, 'bore') }))}
        onChange={(m) => onSet({ ...set, orifice: Number(m) })}
      />
      <SelectField
        label="Fuel"
        value={board.gas.fuel}
        options={PACE_FUELS.map((f) => ({ value: f, label: FUELS[f].title }))}
        onChange={(fuel) => onSet({ ...set, fuel })}
      />
      <Group label="Oxygen at the tip">
        <div className="flex items-center gap-1">
          <Button aria-label="Less oxygen" className="min-w-[44px]" onClick={() => pressure(-step)}>
            <Minus size={20} aria-hidden="true" />
          </Button>
          <p className="figure min-w-[92px] text-center text-field">
            {print(board.gas.pressure, 'pressure')}
          </p>
          <Button aria-label="More oxygen" className="min-w-[44px]" onClick={() => pressure(step)}>
            <Plus size={20} aria-hidden="true" />
          </Button>
        </div>
      </Group>
      <Group label="Oxygen purity">
        <Segmented
          label="Oxygen purity"
          value={PURITIES.find((p) => Number(p.value) === board.gas.purity)?.value ?? '0.995'}
          options={PURITIES}
          onChange={(to) => onSet({ ...set, purity: Number(to) })}
        />
      </Group>
      <Group label="Preheat flame">
        <Segmented
          label="Preheat flame"
          value={FLAMES.find((f) => Number(f.value) === (set.flame ?? 1))?.value ?? '1'}
          options={FLAMES}
          onChange={(to) => onSet({ ...set, flame: Number(to) })}
        />
      </Group>
      <Group label="Held">
        <Segmented
          label="Held"
          value={board.guide ? (board.collar ? 'guided' : 'guide') : 'free'}
          options={HELD}
          onChange={(to) => onSet({ ...set, guide: to !== 'free', collar: to === 'guided' })}
        />
      </Group>
      {own ? (
        <Button look="quiet" onClick={() => onSet({})}>
          As the plate wants it
        </Button>
      ) : null}
    </section>
  )
}

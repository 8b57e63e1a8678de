import type { Torch } from '#core/flame/torch.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import type { BenchFrame } from '../../work/flame-work.ts'
import type { FlameBench } from '../../work/useFlameBench.ts'
import { Dial } from './Dial.tsx'
import { Key, Toggle } from './Toggle.tsx'
import { handleOpen, type BenchActs } from './useBenchActs.ts'
import { keysOfValve } from './useBenchKeys.ts'
import type { Turning } from './useTurning.ts'

/** What the hands have of a torch: its two valves, the striker, the plate, the lever. */
export function Controls({
  torch,
  frame,
  bench,
  acts,
  turning,
  hand,
  still,
}: {
  readonly torch: Torch
  readonly frame: BenchFrame | undefined
  readonly bench: Pick<FlameBench, 'turn' | 'listen'>
  readonly acts: BenchActs
  readonly turning: Turning
  readonly hand: 'left' | 'right'
  readonly still: boolean
}) {
  const { gasColour } = useShop()
  const dials = (['oxygen', 'fuel'] as const).map((valve) => (
    <Dial
      key={valve}
      name={valve === 'oxygen' ? 'Oxygen' : 'Fuel'}
      valve={valve}
      turns={frame?.hands[valve] ?? 0}
      colour={gasColour(valve === 'oxygen' ? 'oxygen' : torch.fuel)}
      keys={keysOfValve(valve, hand)}
      turning={turning}
      onTurn={bench.turn}
      listen={bench.listen}
      still={still}
    />
  ))
  return (
    <div
      className={`grid grid-cols-2 items-start gap-x-6 gap-y-3 md:flex md:justify-between ${hand === 'left' ? 'md:flex-row-reverse' : ''}`}
    >
      {hand === 'left' ? [...dials].reverse() : dials}
      <div className="col-span-2 grid grid-flow-col gap-2 md:grid-flow-row">
        <Button big disabled={still || frame?.lit === true} onClick={acts.strike}>
          Strike <Key k="S" />
        </Button>
        <Toggle on={frame?.near === true} disabled={still} k="N" onClick={acts.near}>
          At the plate
        </Toggle>
        {torch.jetM === undefined ? null : (
          <Toggle on={frame?.hands.lever === true} disabled={still} k="Space" onClick={acts.lever}>
            Lever
          </Toggle>
        )}
        {torch.handleValve ? (
          <Toggle on={handleOpen(frame)} disabled={still} k="H" onClick={acts.handle}>
            Handle open
          </Toggle>
        ) : null}
      </div>
      {still ? null : (
        <Button look="act" className="col-span-2 md:hidden" onClick={acts.finish}>
          That is it
        </Button>
      )}
    </div>
  )
}

import { isRoundJoint } from '#core/braze/types.ts'
import { FUELS } from '#core/gas/fuels.ts'
import type { Fitted } from '#core/line/state.ts'
import { useShop } from '../../app/shop.ts'
import { FUEL_FACE_PA, LineDrawing, OXYGEN_FACE_PA } from '../../drawing/LineDrawing.tsx'
import type { RunInHand } from './useRun.ts'

/** What stands in the flame of a braze. */
const jointIn = ({ draft }: RunInHand['piece']): 'tube' | 'lap' =>
  draft.kind === 'braze' && isRoundJoint(draft.work.joint) ? 'tube' : 'lap'

/** What is off a side that is not whole. */
const PARTS: Readonly<Partial<Record<Fitted, string>>> = {
  off: 'regulator off its cylinder',
  apart: 'in parts',
  hoseless: 'hose off',
}

/** The supply line as the steps have left it. */
export function LiveLine({ inHand }: { readonly inHand: RunInHand }) {
  const { gasColour, print } = useShop()
  const { piece, line } = inHand
  const { setting } = piece.setup
  const side = (name: 'oxygen' | 'fuel' | 'nitrogen', gas: string) => {
    const s = line[name]
    if (PARTS[s.fitted]) return `${gas}: ${PARTS[s.fitted]}`
    return `${gas}: cylinder ${s.turns > 0 ? 'open' : 'shut'}, ${s.deliveryPa > 0 ? `${print(s.deliveryPa, 'pressure')} in the hose` : 'hose empty'}, ${name === 'nitrogen' ? 'purge' : 'torch'} valve ${s.valve > 0 ? 'open' : 'shut'}`
  }
  return (
    <figure>
      <LineDrawing
        oxygenColour={gasColour('oxygen')}
        fuelColour={gasColour(setting.fuel)}
        live={line}
        fuel={setting.fuel}
        wanted={setting.flame}
        work={piece.plan.kind === 'cut' ? 'plate' : jointIn(piece)}
        oxygenNeedle={line.oxygen.deliveryPa / OXYGEN_FACE_PA}
        fuelNeedle={line.fuel.deliveryPa / FUEL_FACE_PA}
      />
      <figcaption className="text-foot leading-snug text-soft">
        As the steps have left it. {side('oxygen', 'Oxygen')}. {side('fuel', FUELS[setting.fuel].title)}.{' '}
        {setting.line?.needsNitrogen ? `${side('nitrogen', 'Nitrogen')}. ` : ''}Flame{' '}
        {line.flame.replace('-', ' ')}.
      </figcaption>
    </figure>
  )
}

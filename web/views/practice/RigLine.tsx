import type { LineState } from '#core/line/state.ts'
import type { OrderRig } from '#core/teach/order-board.ts'
import { FLAME_WORDS, partName, partsOf, partStands, type PartId } from '#core/teach/order-parts.ts'
import { useShop } from '../../app/shop.ts'
import { RIG_H, RIG_W, RigDrawing } from '../../drawing/RigDrawing.tsx'

/** Where a part's words lie on the drawing: left and top, in the drawing's own measure. */
const AT: Readonly<Record<PartId, readonly [left: number, top: number]>> = {
  'oxygen-cylinder': [100, 146],
  'fuel-cylinder': [100, 380],
  'oxygen-screw': [332, 128],
  'fuel-screw': [332, 362],
  handle: [640, 60],
  'oxygen-valve': [680, 60],
  'fuel-valve': [624, 296],
  lever: [864, 122],
}
/** Where the preheat valve's words lie beside a handle with one of its own, and where the needles are read. */
const PREHEAT_AT = [752, 296] as const
const NEEDLES_AT = { oxygen: [384, 8], fuel: [384, 242] } as const
const FLAME_AT = [936, 290] as const

const place = ([left, top]: readonly [number, number]) => ({
  left: `${(100 * left) / RIG_W}%`,
  top: `${(100 * top) / RIG_H}%`,
})
const PLACED =
  'p-1 text-left max-md:static! max-md:border-[1.5px] max-md:border-rule max-md:bg-sheet max-md:p-2 md:absolute'

/**
 * The rig drawn as it stands, every part with its name and state on it: to be touched where something is chosen by it,
 * else to be looked at.
 */
export function RigLine({
  rig,
  line,
  hasKey = true,
  looked = false,
  chosen,
  onChoose,
}: {
  readonly rig: OrderRig
  readonly line: LineState
  readonly hasKey?: boolean
  /** What the eye tells by the drawing is not told in words, but to whoever hears the page. */
  readonly looked?: boolean
  readonly chosen?: PartId | undefined
  readonly onChoose?: (part: PartId) => void
}) {
  const { gasColour, print, say } = useShop()
  const { setting } = rig
  const handleValve = setting.handleValve === true
  return (
    <section aria-label="The line" className="relative w-full md:aspect-[1204/470]">
      <RigDrawing
        line={line}
        hasKey={hasKey}
        fuel={setting.fuel}
        handleValve={handleValve}
        lever={setting.lever === true}
        oxygenColour={gasColour('oxygen')}
        fuelColour={gasColour(setting.fuel)}
      />
      <ul className="grid grid-cols-2 gap-1 md:contents">
        {(['oxygen', 'fuel'] as const).map((side) => (
          <li key={side} style={place(NEEDLES_AT[side])} className={`rounded-md ${PLACED}`}>
            <Told
              name={side === 'oxygen' ? 'Oxygen needles' : 'Fuel needles'}
              unseen={looked}
              says={`${print(line[side].inletPa, 'pressure')}, ${print(line[side].deliveryPa, 'pressure')}`}
            />
          </li>
        ))}
        {partsOf(rig).map((part) => {
          const at = part === 'oxygen-valve' && handleValve ? PREHEAT_AT : AT[part]
          const words = (
            <Told
              name={say(partName(part, rig))}
              unseen={looked && BY_EYE.test(part)}
              says={partStands(part, line, hasKey || looked)}
              also={looked && part === 'fuel-cylinder' && !hasKey ? 'key off' : undefined}
            />
          )
          return (
            <li key={part} className="contents">
              {onChoose ? (
                <button
                  type="button"
                  style={place(at)}
                  aria-pressed={chosen === part}
                  className={`min-h-[44px] rounded-md border-[1.5px] ${PLACED} ${chosen === part ? 'border-brick! bg-sheet' : 'border-transparent'}`}
                  onClick={() => onChoose(part)}
                >
                  {words}
                </button>
              ) : (
                <div style={place(at)} className={`rounded-md ${PLACED}`}>
                  {words}
                </div>
              )}
            </li>
          )
        })}
        <li style={place(FLAME_AT)} className={`rounded-md ${PLACED}`}>
          <Told name="At the tip" says={FLAME_WORDS[line.flame]} />
        </li>
      </ul>
    </section>
  )
}

/** Parts of which the eye tells how they stand: how far a valve is open, only a hand does. */
const BY_EYE = /screw|valve$|lever/

const Told = ({
  name,
  says,
  unseen = false,
  also,
}: {
  readonly name: string
  readonly says: string
  /** Heard, and not seen. */
  readonly unseen?: boolean
  /** What is heard beside it. */
  readonly also?: string | undefined
}) => (
  <>
    <span className="name block text-foot leading-tight text-soft">{name}</span>
    <span className={unseen ? 'sr-only' : 'figure block text-field leading-tight whitespace-nowrap'}>
      {says}
    </span>
    {also === undefined ? null : <span className="sr-only">, {also}</span>}
  </>
)

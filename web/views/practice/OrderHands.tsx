import { useEffect, useRef, useState } from 'react'
import { SET_FLAMES } from '#core/flame/set.ts'
import { FLAME_WORDS, partName, putsOf, sideOfPart, type PartId } from '#core/teach/order-parts.ts'
import type { OrderMove } from '#core/teach/order-play.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { RigLine } from './RigLine.tsx'
import type { OrderBench } from './useOrderBench.ts'

const WAITS = [5, 15, 60] as const
const IN_TURNS = /cylinder|valve/
const STEPS = [-5, -1, 1, 5] as const

/** The line under one's fingers: a part is touched, then how it is to stand. */
export function OrderHands({ bench }: { readonly bench: OrderBench }) {
  const { state, board, move, next, watched } = bench
  const { say } = useShop()
  const [touched, setTouched] = useState<PartId | undefined>(undefined)
  const still = watched !== undefined || state.finished
  const inHand = useRef<HTMLElement>(null)
  // on a phone it lies below the line
  useEffect(() => {
    void inHand.current?.scrollIntoView?.({ block: 'nearest' })
  }, [touched])
  return (
    <div className="grid content-start gap-3">
      <RigLine
        rig={board.rig}
        line={state.line}
        chosen={still ? undefined : touched}
        {...(still ? {} : { onChoose: setTouched })}
      />
      {next ? (
        <div>
          <Button look="act" onClick={next}>
            Next move
          </Button>
        </div>
      ) : null}
      {still ? null : (
        <>
          <section
            ref={inHand}
            aria-label="The part in hand"
            className="grid gap-1 border-t-[1.5px] border-rule pt-2"
          >
            <h2 className="text-label">
              {touched
                ? `${say(partName(touched, board.rig))}${IN_TURNS.test(touched) ? ', in turns' : ''}`
                : 'Touch a part of the line'}
            </h2>
            <div className="flex min-h-[56px] flex-wrap gap-2">
              {touched ? <Puts part={touched} bench={bench} /> : null}
            </div>
          </section>
          <Others move={move} flame={state.line.flame} />
        </>
      )}
    </div>
  )
}

/** How a part is put. */
function Puts({
  part,
  bench: { state, board, move },
}: {
  readonly part: PartId
  readonly bench: OrderBench
}) {
  const { print } = useShop()
  const { line } = state
  const side = sideOfPart(part)
  const { oxygenDivisionPa, fuelDivisionPa } = board.rig.setting
  const division = side === 'oxygen' ? oxygenDivisionPa : fuelDivisionPa
  // what the needle shows is what is turned by; before its cylinder is open, how far the screw is in
  const shown = line[side].deliveryPa > 0 ? line[side].deliveryPa : line[side].screwPa
  const at = Math.round(shown / division)
  return (
    <>
      {putsOf(part, line).map(({ label, move: [what, a], on }) => (
        <Button
          key={label}
          big
          aria-pressed={on}
          className={on ? 'bg-ink! text-paper!' : ''}
          onClick={() => move(what, a)}
        >
          {on ? '✓ ' : ''}
          {label}
        </Button>
      ))}
      {part.endsWith('screw')
        ? STEPS.map((step) => (
            <Button
              key={step}
              big
              disabled={at + step <= 0}
              onClick={() => move(part, (at + step) * division)}
            >
              {step > 0 ? 'In' : 'Out'} by {print(Math.abs(step) * division, 'pressure')}
            </Button>
          ))
        : null}
    </>
  )
}

/** What hands do beside the valves. */
function Others({
  move,
  flame,
}: {
  readonly move: (what: OrderMove[1], a?: number) => void
  readonly flame: keyof typeof FLAME_WORDS
}) {
  const trims = flame !== 'out' && flame !== 'fuel-only'
  return (
    <section aria-label="Beside the valves" className="flex flex-wrap gap-2">
      <Button big disabled={flame !== 'out'} onClick={() => move('strike')}>
        Strike
      </Button>
      {trims
        ? SET_FLAMES.map((to, i) => (
            <Button key={to} big aria-pressed={flame === to} onClick={() => move('trim', i)}>
              Trim {FLAME_WORDS[to]}
            </Button>
          ))
        : null}
      <Button big onClick={() => move('leaks')}>
        Look for leaks
      </Button>
      {WAITS.map((seconds) => (
        <Button key={seconds} big onClick={() => move('wait', seconds)}>
          Let {seconds} s go by
        </Button>
      ))}
      <Button big look="act" onClick={() => move('finish')}>
        It is done
      </Button>
    </section>
  )
}

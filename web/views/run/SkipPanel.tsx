import { useState, type RefObject } from 'react'
import { figureNamed, KIND_OF_UNIT } from '#core/figure.ts'
import { refuseProof, skipAsks, type Proof, type SkipAsks } from '#core/line/skip.ts'
import type { Step } from '#core/line/steps.ts'
import { sideOfFigure } from '#core/line/gate.ts'
import { readTyped } from '#application/typed.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { ReasonPanel } from './ReasonPanel.tsx'
import { useGauge } from './useGauge.ts'
import type { RunInHand } from './useRun.ts'

const USUAL = ['Done before I began here', 'Not needed on this job'] as const
const NOBODY = 'nobody'
/** How long ago it may have been, in one press: s. */
const AGO = {
  purged: [
    ['Within 5 minutes', 300],
    ['10 minutes ago', 600],
    ['20 minutes ago', 1200],
    ['Longer ago', 3600],
  ],
  tested: [
    ['Within the hour', 3600],
    ['Today', 12 * 3600],
    ['Longer ago', 48 * 3600],
  ],
} as const

interface Asking {
  readonly inHand: RunInHand
  readonly step: Step
  /** An apprentice's step: only an instructor vouches for it. */
  readonly guarded: boolean
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onClose: () => void
}

/**
 * Leaving a step out: with a reason where the line does not change by it; else with what proves that what it leaves is
 * so already; and not at all where nothing can prove that.
 */
export function SkipPanel({ inHand, step, guarded, ...over }: Asking) {
  const { piece, line, confirm } = inHand
  const asked = skipAsks(step, line, piece.setup.setting)
  if (asked.asks === 'reason')
    return (
      <ReasonPanel
        {...over}
        title="Why is this step left out?"
        usual={USUAL}
        act="Skip the step"
        onReason={(reason) => confirm({ kind: 'skip', reason })}
      />
    )
  if (asked.asks === 'refused')
    return (
      <Panel title="This step is not left out" place="middle" open {...over}>
        <p className="text-label leading-snug">{asked.text}</p>
        <Button big className="mt-4 text-label" onClick={over.onClose}>
          Back to the step
        </Button>
      </Panel>
    )
  return <ProofPanel {...over} inHand={inHand} step={step} guarded={guarded} asked={asked} />
}

type Asked = Exclude<SkipAsks, { asks: 'reason' | 'refused' }>
const TITLES: Readonly<Record<Exclude<Asked['asks'], 'reading'>, string>> = {
  seen: 'Is it so already?',
  ago: 'How long ago?',
}

function ProofPanel({
  inHand: { piece, line, here, confirm },
  step,
  guarded,
  asked,
  returnTo,
  onClose,
}: Asking & { readonly asked: Asked }) {
  const { say, print, settings } = useShop()
  const faceOf = useGauge()
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  const may = people.filter((p) => !guarded || p.role === 'instructor')
  const [chosen, setBy] = useState(here ?? NOBODY)
  const by = may.some((p) => p.id === chosen) ? chosen : NOBODY
  const [typed, setTyped] = useState('')
  const [fault, setFault] = useState<string>()
  const figure = figureNamed(piece.plan, step.figure)
  const kind = figure ? KIND_OF_UNIT[figure.unit] : 'pressure'
  const side = sideOfFigure(step.figure)
  const who = by === NOBODY ? null : by
  const rise = step.risePa ?? 0
  const title =
    asked.asks === 'reading'
      ? `What does the gauge read, ${rise > 0 ? 'its torch valve shut' : 'gas flowing'}?`
      : TITLES[asked.asks]
  const give = (proof: Proof) => {
    const refused = refuseProof(step, proof, line, piece.setup.setting, figure)
    setFault(refused)
    if (refused !== undefined) return
    onClose()
    if (guarded && proof.by !== null) confirm({ kind: 'assert', proof }, proof.by)
    else confirm({ kind: 'assert', proof })
  }
  const read = () => {
    const value = readTyped(typed, kind, settings)
    if (value.ok) give({ kind: 'reading', by: who, si: value.value })
    else setFault(value.message)
  }
  const body = () => {
    switch (asked.asks) {
      case 'seen':
        return (
          <>
            <p className="text-label leading-snug">{say(asked.text)}</p>
            <Button big look="act" className="text-label" onClick={() => give({ kind: 'seen', by: who })}>
              It is so: go on
            </Button>
          </>
        )
      case 'reading':
        return (
          <>
            <QuantityField
              label={figure ? `It reads; the plan says ${print(figure.value + rise, kind)}` : 'It reads'}
              kind={kind}
              unit={side && faceOf(side).unit}
              value={typed}
              empty="look at the gauge, and type it"
              onChange={setTyped}
            />
            <Button big look="act" className="text-label" onClick={read}>
              It is set: go on
            </Button>
          </>
        )
      case 'ago':
        return (
          <>
            <p className="text-field">
              {asked.what === 'tested'
                ? 'And no joint was touched since.'
                : 'And nothing was opened, changed or left open since.'}
            </p>
            {AGO[asked.what].map(([word, seconds]) => (
              <Button
                big
                key={word}
                className="justify-start! text-label"
                onClick={() => give({ kind: 'ago', by: who, seconds })}
              >
                {word}
              </Button>
            ))}
          </>
        )
    }
  }
  return (
    <Panel title={title} place="middle" open returnTo={returnTo} onClose={onClose}>
      <div className="grid gap-3">
        <SelectField
          label="Seen to by"
          value={by}
          options={[
            ...may.map((p) => ({ value: p.id, label: p.name })),
            { value: NOBODY, label: 'Nobody named' },
          ]}
          onChange={setBy}
        />
        {body()}
        {fault === undefined ? null : (
          <p role="alert" className="text-field font-bold text-alarm">
            {fault}
          </p>
        )}
      </div>
    </Panel>
  )
}

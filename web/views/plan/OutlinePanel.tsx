import { useState } from 'react'
import type { OutlineFile } from '#contract/schemas.ts'
import { api, type Failure } from '../../app/api.ts'
import { OutlineTop } from '../../drawing/OutlineTop.tsx'
import { Button } from '../../ui/Button.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { Facts, Problems, useDrawingLength } from './outline/Facts.tsx'
import { HowRead } from './outline/HowRead.tsx'
import { useOutlineFile } from './outline/useOutlineFile.ts'

/** A drawing is opened, looked at, put right and taken over into the piece. */
export default function OutlinePanel({
  stored,
  thickness,
  kerfM,
  onTake,
  onClose,
}: {
  readonly stored: OutlineFile | undefined
  readonly thickness: string
  readonly kerfM: number | undefined
  readonly onTake: (outlineId: string, length: string, pierces: string) => void
  readonly onClose: () => void
}) {
  const outline = useOutlineFile(stored, thickness, kerfM)
  const { file, plan, busy, kerfMm } = outline
  const [marked, setMarked] = useState<number | undefined>(undefined)
  const [send, sending] = api.useAddOutlineMutation()
  const length = useDrawingLength()
  const take = async () => {
    if (!file || !plan) return
    await send(file).unwrap()
    onTake(file.id, length(plan.cutMm), String(Math.max(1, plan.pierces)))
    onClose()
  }
  return (
    <Panel title="Outline from a drawing" open onClose={onClose} wide>
      <div className="grid gap-4 lg:grid-cols-[300px_1fr]">
        <div className="grid content-start gap-3">
          <FileField
            label="File, DXF or SVG"
            accept=".dxf,.svg"
            refused={outline.refused}
            onFile={(chosen) => void outline.read(chosen)}
          />
          <HowRead outline={outline} />
          {outline.fault ? (
            <p role="alert" className="border-l-4 border-alarm pl-3">
              {outline.fault}
            </p>
          ) : null}
          {plan ? <Facts plan={plan} kerfMm={kerfMm} kerfGiven={kerfM !== undefined} /> : null}
          <div className="grid gap-2 pt-1">
            <Button
              look="act"
              disabled={!plan || outline.stops || busy || sending.isLoading}
              onClick={() => void take().catch(() => undefined)}
            >
              Take it for this piece
            </Button>
            <div className="grid grid-cols-2 gap-2">
              <Button disabled={!plan} onClick={() => void outline.save('dxf')}>
                Save DXF
              </Button>
              <Button disabled={!plan} onClick={() => void outline.save('svg')}>
                Save SVG
              </Button>
            </div>
            {sending.error ? (
              <p role="alert" className="font-bold text-alarm">
                {(sending.error as Failure).message}
              </p>
            ) : null}
          </div>
        </div>
        <div className="grid min-h-[300px] content-start gap-3">
          <div className="h-[46dvh] border-[1.5px] border-rule bg-paper">
            {plan ? (
              <OutlineTop plan={plan} kerfMm={kerfMm} marked={marked} />
            ) : (
              <p className="p-6 text-soft">{busy ? 'Working it out.' : 'The drawing comes here.'}</p>
            )}
          </div>
          {plan ? <Problems problems={plan.problems} onShow={setMarked} /> : null}
        </div>
      </div>
    </Panel>
  )
}

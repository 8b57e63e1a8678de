import { lazy, Suspense, useState } from 'react'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'

const OutlinePanel = lazy(() => import('./OutlinePanel.tsx'))

/** Opens the drawing of an outline, or asks for one. */
export function OutlineButton({
  outlineId,
  thickness,
  kerfM,
  onTake,
}: {
  readonly outlineId: string | null
  readonly thickness: string
  readonly kerfM: number | undefined
  readonly onTake: (outlineId: string, length: string, pierces: string) => void
}) {
  const [open, setOpen] = useState(false)
  const { data } = api.useOutlineQuery(outlineId ?? '', { skip: outlineId === null })
  return (
    <>
      <Group beside label="Drawing">
        <Button className="w-full min-w-0" onClick={() => setOpen(true)}>
          <span className="truncate">{data?.name ?? 'Open a DXF or SVG'}</span>
        </Button>
      </Group>
      <Suspense>
        {open ? (
          <OutlinePanel
            stored={data}
            thickness={thickness}
            kerfM={kerfM}
            onTake={onTake}
            onClose={() => setOpen(false)}
          />
        ) : null}
      </Suspense>
    </>
  )
}

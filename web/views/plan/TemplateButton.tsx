import { Printer } from 'lucide-react'
import { useState } from 'react'
import type { CutPlan, CutRequest } from '#core/cut/index.ts'
import { outlineTemplate, templatesOf, type Template } from '#core/template/template.ts'
import { PAPER_NAMES, usualPaper } from '#core/template/tile.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import type { PieceOutline } from '../../work/useOutline.ts'

const WITH_TEMPLATE = ['hole', 'disc', 'slot', 'pipe', 'outline']

/** Saves the piece's template as a PDF at its true size, tiled on the paper of the region. */
export function TemplateButton({
  request,
  plan,
  title,
  outline,
}: {
  readonly request: CutRequest
  readonly plan: CutPlan
  readonly title: string
  readonly outline: PieceOutline
}) {
  const { settings } = useShop()
  const [failed, setFailed] = useState<string | undefined>(undefined)
  const kerf = plan.figures.kerf?.value
  const shaped = request.work.shape === 'outline'
  const { outlined } = outline
  if (kerf === undefined || !WITH_TEMPLATE.includes(request.work.shape)) return null
  if (shaped && !(outlined?.ok && outlined.plan.parts.length > 0)) return null
  const templates = (): readonly Template[] =>
    shaped && outlined?.ok
      ? [
          outlineTemplate([
            ...outlined.plan.parts
              .flatMap((p) => [p.outside, ...p.holes])
              .map((points) => ({ kind: 'edge' as const, closed: true, points })),
            ...outlined.plan.loops.map((l) => ({ kind: 'torch' as const, closed: true, points: l.loop })),
          ]),
        ]
      : templatesOf(request.work, kerf)
  const paper = usualPaper(settings.region)
  const save = async () => {
    const { templatePdf } = await import('../../paper/template.ts')
    const pdf = await templatePdf(templates(), paper, title)
    if (!pdf) return setFailed('This template takes too many sheets. Mark it out with a rule.')
    setFailed(undefined)
    saveFile(fileName(`${title} template`, 'pdf'), pdf as BlobPart, 'application/pdf')
  }
  return (
    <>
      {failed ? (
        <span role="alert" className="font-bold text-alarm">
          {failed}
        </span>
      ) : null}
      <Button onClick={() => void save()}>
        <Printer size={18} aria-hidden="true" /> Template, full size ({PAPER_NAMES[paper]})
      </Button>
    </>
  )
}

import type { GoodCut } from '#application/plan-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { Saying } from '#core/quantity/index.ts'
import { pipeTemplate } from '#core/cut/route.ts'
import { pierceDistance } from '#core/cut/shapes.ts'
import { useShop } from '../../app/shop.ts'
import { CutSection } from '../../drawing/CutSection.tsx'
import { FastenerSide } from '../../drawing/FastenerSide.tsx'
import type { CutGeometry } from '../../drawing/geometry.ts'
import { OutlineTop } from '../../drawing/OutlineTop.tsx'
import { PipeWrap } from '../../drawing/PipeWrap.tsx'
import { PracticePlate } from '../../drawing/PracticePlate.tsx'
import { RoundTop } from '../../drawing/RoundTop.tsx'
import { SectionFaces } from '../../drawing/SectionFaces.tsx'
import { StripTop } from '../../drawing/StripTop.tsx'
import { Tilted } from '../../drawing/Tilted.tsx'
import type { PieceOutline } from '../../work/useOutline.ts'

const MM = 1000

interface Props {
  readonly planned: GoodCut
  readonly g: CutGeometry
  readonly draft: CutDraft
  readonly kerfNote: string
  readonly guideNote: string
  readonly outline: PieceOutline
}

/** The main drawing of a piece, by its kind of cut. */
export function ShapeDrawing({ planned, g, draft, kerfNote, guideNote, outline }: Props) {
  const { print } = useShop()
  const { plan, request } = planned
  const { work } = request
  const length = (mm: number, as: Saying = 'length') => print(mm / MM, as)
  const kerf = g.kerf
  if (work.bevelRad > 0 && work.shape !== 'practice')
    return (
      <Tilted
        g={g}
        length={length}
        angle={print(work.bevelRad, 'angle')}
        bevelRad={work.bevelRad}
        lean={work.lean}
        land={work.landM * MM}
      />
    )
  switch (work.shape) {
    case 'hole':
    case 'disc':
    case 'slot':
    case 'pierce':
      return (
        <RoundTop
          shape={work.shape}
          diameter={(work.shape === 'slot' ? (work.widthM ?? 0) : (work.diameterM ?? 0)) * MM}
          long={work.lengthM * MM}
          kerf={kerf}
          arm={plan.figures.armRadius ? plan.figures.armRadius.value * MM : undefined}
          runIn={pierceDistance(work.thicknessM) * MM}
          pierced={work.start === 'pierce'}
          tipRadius={g.tipRadius}
          length={length}
        />
      )
    case 'strip':
      return <StripTop width={(work.widthM ?? 0) * MM} count={work.count} kerf={kerf} length={length} />
    case 'fastener':
      return (
        <FastenerSide
          kind={work.fastener}
          shank={(work.diameterM ?? 0) * MM}
          plate={g.thickness}
          kerf={kerf}
          length={length}
        />
      )
    case 'pipe': {
      const template = pipeTemplate(work)
      return template && work.pipe ? (
        <PipeWrap
          template={template}
          pipe={work.pipe}
          diameter={(work.diameterM ?? 0) * MM}
          length={length}
        />
      ) : (
        <p className="p-6 text-soft">No template: the findings below say why.</p>
      )
    }
    case 'section':
      return work.section ? (
        <SectionFaces section={work.section} thickness={g.thickness} length={length} />
      ) : null
    case 'practice':
      return <PracticePlate items={work.practice} kerf={kerf} length={length} />
    case 'outline':
      return draft.work.outlineId === null ? (
        <p className="p-6 text-soft">
          Cut freehand along the marked outline, inside of the waste. With a drawing, opened at the left, its
          pierces, order and way are worked out.
        </p>
      ) : (
        <DrawnOutline of={outline} kerf={kerf} />
      )
    default:
      return <CutSection g={g} length={length} kerfNote={kerfNote} guideNote={guideNote} />
  }
}

function DrawnOutline({
  of: { outlined, failed },
  kerf,
}: {
  readonly of: PieceOutline
  readonly kerf: number
}) {
  if (failed !== undefined) return <p className="p-6 text-soft">{failed}</p>
  if (outlined && !outlined.ok) return <p className="p-6 text-soft">{outlined.message}</p>
  return outlined ? (
    <OutlineTop plan={outlined.plan} kerfMm={kerf} marked={undefined} />
  ) : (
    <p className="p-6 text-soft">Working it out.</p>
  )
}

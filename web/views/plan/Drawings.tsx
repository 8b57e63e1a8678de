import { Tabs } from 'radix-ui'
import { lazy, Suspense, useState } from 'react'
import { costOf, takesOf, printMoney } from '#core/cost.ts'
import type { GoodCut } from '#application/plan-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { CutFigureName } from '#core/cut/index.ts'
import { SOURCE_NAMES, type FieldError } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { CutAlong } from '../../drawing/CutAlong.tsx'
import { CutTop } from '../../drawing/CutTop.tsx'
import { cutGeometry } from '../../drawing/geometry.ts'
import { TabStrip } from '../../ui/TabStrip.tsx'
import { NamedValue } from '../../ui/NamedValue.tsx'
import { AdviceList } from './AdviceList.tsx'
import type { Saying } from '#core/quantity/index.ts'
import { sayFigure, saySpan } from '#core/saying.ts'
import { FIGURE_NAMES } from './figure-words.ts'
import { ShapeDrawing } from './ShapeDrawing.tsx'
import { TemplateButton } from './TemplateButton.tsx'
import { TryFirst } from './TryFirst.tsx'
import type { PieceOutline } from '../../work/useOutline.ts'
import type { DraftEdit } from './editing.ts'

const UsualTab = lazy(async () => ({ default: (await import('./UsualTab.tsx')).UsualTab }))

/** Figures of the cut itself, told under its drawing where the shape has them. */
const RESULTS: readonly CutFigureName[] = [
  'trackDial',
  'effectiveThickness',
  'bevelFaceWidth',
  'armRadius',
  'pierceHeight',
  'pathLength',
  'templateLength',
  'piecesPerStock',
  'offcutMass',
  'carbonEquivalent',
  'warmTo',
]
const TABS = [
  { value: 'scale', label: 'To scale' },
  { value: 'before', label: 'Before the cut' },
  { value: 'usual', label: 'My usual' },
] as const
const OWN_TOP = ['straight', 'bevel', 'section']
const NO_TRAVEL = ['pierce', 'fastener', 'practice']

/** The cut to scale, from three sides, with its times and gas; what to think of before it; and the usual pair. */
export function Drawings({
  planned,
  stale,
  draft,
  edit,
  errors,
  title,
  whole,
  outline,
  onFigures,
  tryAt,
}: {
  readonly planned: GoodCut
  readonly stale: boolean
  readonly draft: CutDraft
  readonly edit: DraftEdit
  readonly errors: readonly FieldError[]
  readonly title: string
  /** What all pieces of the job take together; empty for a job of one. */
  readonly whole: string
  readonly outline: PieceOutline
  /** Opens how the figures of the cut were worked out. */
  readonly onFigures: () => void
  /** The bench on which it can be tried without gas. */
  readonly tryAt: string
}) {
  const [tab, setTab] = useState('scale')
  const { plan } = planned
  return (
    <Tabs.Root
      value={tab}
      onValueChange={setTab}
      className="min-h-0 px-4 py-2 lg:grid lg:grid-rows-[auto_1fr] lg:overflow-hidden"
    >
      <TabStrip label="What is shown of the cut" tabs={TABS} stale={stale}>
        <TemplateButton request={planned.request} plan={plan} title={title} outline={outline} />
        {stale ? null : <TryFirst to={tryAt} />}
      </TabStrip>
      <Tabs.Content value="scale" className="min-h-0 outline-offset-[-2px]">
        <ToScale planned={planned} draft={draft} outline={outline} onFigures={onFigures} />
      </Tabs.Content>
      <Tabs.Content value="before" className="min-h-0 overflow-y-auto">
        <AdviceList advice={plan.before} whole={whole} />
      </Tabs.Content>
      <Tabs.Content value="usual" className="min-h-0 overflow-y-auto">
        <Suspense fallback={<p className="text-soft">Opening.</p>}>
          <UsualTab draft={draft} edit={edit} planned={planned} errors={errors} />
        </Suspense>
      </Tabs.Content>
    </Tabs.Root>
  )
}

function ToScale({
  planned,
  draft,
  outline,
  onFigures,
}: {
  readonly outline: PieceOutline
  readonly planned: GoodCut
  readonly draft: CutDraft
  readonly onFigures: () => void
}) {
  const { print, units, say, settings } = useShop()
  const { plan, request } = planned
  const g = cutGeometry(plan, request)
  const length = (mm: number, as: Saying = 'length') => print(mm / 1000, as)
  const { torchTime, preheatTime, collarHeight, tipToWork } = plan.figures
  const takes = takesOf(plan)
  const cost = takes && costOf(takes, settings.prices)
  const kerfNote = SOURCE_NAMES[plan.figures.kerf?.source ?? 'worked-out']
  const guideNote = 'line to guide'
  if (!g)
    return (
      <section aria-label="The cut, to scale" className="grid place-items-center p-6 text-soft">
        <p>No drawing: the plan gives no settings. The findings below say why.</p>
      </section>
    )
  const { shape } = request.work
  return (
    <section
      aria-label="The cut, to scale"
      className={`h-full min-h-0 lg:grid lg:grid-rows-[1fr_auto] ${shape === 'straight' ? 'lg:grid-cols-[1.65fr_1fr]' : 'lg:grid-cols-[2.5fr_1fr]'}`}
    >
      <div
        className={`min-h-0 [contain:strict] ${shape === 'straight' ? 'max-lg:h-[270px]' : 'max-lg:h-[190px]'}`}
      >
        <ShapeDrawing
          planned={planned}
          g={g}
          draft={draft}
          kerfNote={kerfNote}
          guideNote={guideNote}
          outline={outline}
        />
      </div>
      {OWN_TOP.includes(shape) ? (
        <div className="grid min-h-0 grid-rows-2 max-lg:h-[270px]">
          <figure className="min-h-0 [contain:strict]">
            <CutTop g={g} length={length} />
          </figure>
          <figure className="min-h-0 [contain:strict]">
            <CutAlong g={g} length={length} />
          </figure>
        </div>
      ) : NO_TRAVEL.includes(shape) ? (
        <div />
      ) : (
        <figure className="min-h-0 [contain:strict] max-lg:h-[180px]">
          <CutAlong g={g} length={length} />
        </figure>
      )}
      <div className="name col-span-2 pt-1 text-text">
        <dl className="inline-flex flex-wrap items-baseline gap-x-6 gap-y-0.5 pr-6">
          <NamedValue
            name="Preheat"
            value={
              preheatTime
                ? saySpan('preheatTime', preheatTime, units) || sayFigure('preheatTime', preheatTime, units)
                : undefined
            }
          />
          <NamedValue
            name="Torch time"
            value={torchTime ? sayFigure('torchTime', torchTime, units) : undefined}
          />
          <NamedValue
            name="Cost, gas and time"
            value={cost === undefined ? undefined : printMoney(cost, settings.prices)}
          />
          <NamedValue
            name="Tip to plate"
            value={tipToWork ? `about ${print(tipToWork.value, 'eye')}` : undefined}
          />
          {shape === 'straight' ? null : (
            <NamedValue
              name="Kerf"
              value={plan.figures.kerf ? print(plan.figures.kerf.value, 'kerf') : undefined}
            />
          )}
          <NamedValue
            name="Guide height"
            value={collarHeight ? print(collarHeight.value, 'rule') : undefined}
          />
          {RESULTS.map((name) => {
            const figure = plan.figures[name]
            return name === 'pathLength' && shape === 'straight' ? null : (
              <NamedValue
                key={name}
                name={say(FIGURE_NAMES[name])}
                value={figure ? sayFigure(name, figure, units) : undefined}
              />
            )
          })}
        </dl>
        <button type="button" className="underline decoration-rule underline-offset-2" onClick={onFigures}>
          How it was worked out
        </button>
      </div>
    </section>
  )
}

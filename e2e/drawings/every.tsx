/** Every drawing over a grid of what may be drawn, in a page with the app's own fonts: what lies on what, and what is cut off. */
import { createRoot } from 'react-dom/client'
import { flushSync } from 'react-dom'
import type { ReactNode } from 'react'
import { firstBraze, firstDraft, FIRST_PRACTICE, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS, planDraft, planPiece } from '#application/plan-of.ts'
import type { BrazeDraft, CutDraft, Settings } from '#contract/schemas.ts'
import { JOINTS } from '#core/braze/joints.ts'
import { planOutline, readSvg } from '#core/outline/index.ts'
import { printAs, type Saying } from '#core/quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { Provider } from 'react-redux'
import { MemoryRouter } from 'react-router'
import { ShopOf } from '../../web/app/shop.ts'
import { makeStore } from '../../web/app/store.ts'
import { CutAlong } from '../../web/drawing/CutAlong.tsx'
import { CutTop } from '../../web/drawing/CutTop.tsx'
import { cutGeometry } from '../../web/drawing/geometry.ts'
import { HookUp } from '../../web/drawing/HookUp.tsx'
import { overlap } from '../../web/drawing/settle.ts'
import { Gauge } from '../../web/views/run/Gauge.tsx'
import { Pace } from '../../web/views/run/Pace.tsx'
import { Pattern } from '../../web/views/run/Pattern.tsx'
import { StepClock } from '../../web/views/run/StepClock.tsx'
import { HeatTab } from '../../web/views/plan/braze/HeatTab.tsx'
import { JointTab } from '../../web/views/plan/braze/JointTab.tsx'
import { ShapeDrawing } from '../../web/views/plan/ShapeDrawing.tsx'

interface Case {
  readonly name: string
  readonly as: 'cut' | 'small' | 'braze' | 'dial'
  readonly node: ReactNode
}
interface Size {
  readonly width: number
  readonly height: number
}
/** How wide and high what is drawn stands: of a cut its one drawing, of a braze the whole tab. px */
const SIZES = {
  desk: {
    cut: { width: 500, height: 380 },
    small: { width: 300, height: 190 },
    braze: { width: 804, height: 500 },
    dial: { width: 330, height: 300 },
  },
  phone: {
    cut: { width: 366, height: 270 },
    small: { width: 366, height: 180 },
    braze: { width: 366, height: 900 },
    dial: { width: 200, height: 200 },
  },
} as const satisfies Readonly<Record<string, Readonly<Record<string, Size>>>>
type Where = keyof typeof SIZES
const UNITS = [INCH_UNITS, METRIC_UNITS]
const THICK = ['1/16 in', '3/16 in', '8 mm', '1 in', '4 in']
const SHAPES: readonly Partial<CutDraft['work']>[] = [
  { shape: 'straight' },
  { shape: 'strip', width: '60 mm', count: '6' },
  { shape: 'bevel', bevel: '30 deg' },
  { shape: 'bevel', bevel: '45 deg', land: '1.6 mm', lean: 'over-scrap' },
  { shape: 'hole', diameter: '60 mm', count: '3' },
  { shape: 'disc', diameter: '400 mm' },
  { shape: 'slot', width: '30 mm', length: '120 mm' },
  { shape: 'pierce' },
  { shape: 'fastener', fastener: 'rivet', diameter: '20 mm' },
  { shape: 'pipe', pipeCut: 'mitre', diameter: '114.3 mm' },
  { shape: 'pipe', pipeCut: 'saddle', diameter: '60.3 mm', runDiameter: '114.3 mm' },
  { shape: 'section', section: 'channel', depth: '150 mm', width: '75 mm' },
  {
    shape: 'section',
    section: 'angle',
    depth: '60 mm',
    width: '60 mm',
    copeLength: '50 mm',
    copeDepth: '20 mm',
  },
  {
    shape: 'practice',
    practice: [
      { ...FIRST_PRACTICE, shape: 'straight', count: '3', length: '150 mm' },
      { ...FIRST_PRACTICE, shape: 'hole', count: '2', length: '', diameter: '50 mm' },
    ],
  },
]
const PLATE = readSvg(
  '<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="200mm" viewBox="0 0 300 200"><rect x="10" y="10" width="200" height="150"/><circle cx="60" cy="80" r="25"/></svg>',
  { toleranceMm: 0.1 },
)

function ofCut(work: Partial<CutDraft['work']>, guide: string, settings: Settings): readonly Case[] {
  const first = firstDraft(settings)
  const draft: CutDraft = {
    ...first,
    work: { ...first.work, ...work },
    rig: { ...first.rig, guide, tipRadius: '0.25 in', handling: 'hand' },
  }
  const planned = planDraft(draft, settings, NO_RUNS)
  const g = planned.ok ? cutGeometry(planned.plan, planned.request) : undefined
  if (!planned.ok || !g) return []
  const length = (mm: number, as: Saying = 'length') => printAs(mm / 1000, as, settings.units)
  const outlined = PLATE.ok
    ? {
        ok: true as const,
        plan: planOutline(PLATE.strokes, { kerfMm: 2, thicknessMm: 10 }),
        unit: PLATE.unit,
      }
    : undefined
  const name = `${work.shape ?? ''} ${work.bevel ?? ''} ${work.thickness ?? ''}, guide ${guide}, ${settings.units.length}`
  return [
    {
      name,
      as: 'cut',
      node: (
        <ShapeDrawing
          planned={planned}
          g={g}
          draft={draft}
          kerfNote="worked out"
          guideNote="line to guide"
          outline={{ outlined, failed: undefined }}
        />
      ),
    },
    { name: `${name}, from above`, as: 'small', node: <CutTop g={g} length={length} /> },
    { name: `${name}, along`, as: 'small', node: <CutAlong g={g} length={length} /> },
  ]
}

function ofBraze(draft: BrazeDraft, settings: Settings): readonly Case[] {
  const planned = planPiece(draft, settings, NO_RUNS)
  if (!planned.ok || planned.kind !== 'braze') return []
  const name = `${draft.work.joint} of ${draft.work.a.metal}, ${settings.units.length}`
  return [
    {
      name,
      as: 'braze',
      node: <JointTab planned={planned} onHow={() => undefined} onFiller={() => undefined} />,
    },
    {
      name: `${name}, heat`,
      as: 'braze',
      node: <HeatTab planned={planned} onHow={() => undefined} tryAt="/practice" />,
    },
  ]
}

function* everyCase(settings: Settings): Generator<Case> {
  for (const thickness of THICK)
    for (const shape of SHAPES)
      for (const guide of shape.shape === 'straight' || shape.shape === 'bevel'
        ? ['none', 'part', 'scrap']
        : ['none'])
        yield* ofCut({ length: '300 mm', ...shape, thickness }, guide, settings)
  yield* ofCut(
    { shape: 'outline', length: '1 m', pierces: '2', thickness: '8 mm', outlineId: 'x' },
    'none',
    settings,
  )
  const first = firstBraze(settings)
  for (const joint of JOINTS)
    for (const metal of ['copper', 'low-carbon-steel', 'stainless-304'])
      for (const thickness of ['1 mm', '6 mm'])
        yield* ofBraze(
          {
            ...first,
            work: {
              ...first.work,
              joint,
              overlap: '12 mm',
              length: '80 mm',
              a: { ...first.work.a, metal, tube: '', outsideDiameter: '28 mm', wall: thickness },
              b: { ...first.work.b, metal, wall: thickness },
            },
          },
          settings,
        )
  yield* ofRun()
  for (const kind of ['pressure', 'vacuum'] as const)
    for (const by of ['valves', 'manifold'] as const)
      yield { name: `${kind} test by ${by}`, as: 'braze', node: <HookUp kind={kind} by={by} /> }
}

/** The dials and clocks of a run, that are read from afar. */
function* ofRun(): Generator<Case> {
  for (const [gas, psi] of [
    ['oxygen', 43],
    ['oxygen', 6],
    ['acetylene', 7],
    ['propane', 25],
  ] as const) {
    const value = psi * 6894.757
    const figure = { value, low: value * 0.9, high: value * 1.1 }
    yield {
      name: `gauge, ${gas} at ${psi}`,
      as: 'dial',
      node: <Gauge figure={figure} gas={gas} reads={value} />,
    }
  }
  const round = Array.from({ length: 12 }, (_, i) => i + 1)
  for (const [of, sweep] of [
    ['round', round],
    ['seam', [1, 2, 3, 4, 5, 6, 7, 8]],
  ] as const)
    yield {
      name: `pattern, ${of}`,
      as: 'dial',
      node: <Pattern pattern={{ shows: 'heat', of, sweeps: [sweep], eachS: 2 }} gone={3} />,
    }
  for (const seconds of [9, 90, 3600])
    yield {
      name: `clock of ${seconds} s`,
      as: 'dial',
      node: (
        <Provider store={makeStore()}>
          <StepClock
            timer={{ kind: 'at-least', what: 'Purge', seconds }}
            gone={1}
            onStart={() => undefined}
          />
        </Provider>
      ),
    }
  yield {
    name: 'pace',
    as: 'small',
    node: (
      <Provider store={makeStore()}>
        <Pace pace={{ speed: 0.0064, lengthM: 3 }} gone={300} onStart={() => undefined} />
      </Provider>
    ),
  }
}

const words = (e: Element) => (e.textContent ?? '').trim()

/** What is wrong with the words of one drawing. */
function faultsOf(svg: SVGSVGElement): readonly string[] {
  const frame = svg.getBoundingClientRect()
  const texts = [...svg.querySelectorAll('text')].filter((t) => words(t) !== '')
  const boxes = texts.map((t) => t.getBoundingClientRect())
  const faults: string[] = []
  texts.forEach((text, i) => {
    const box = boxes[i]
    if (!box) return
    if (
      box.left < frame.left - 2 ||
      box.right > frame.right + 2 ||
      box.top < frame.top - 2 ||
      box.bottom > frame.bottom + 2
    )
      faults.push(`“${words(text)}” is cut off`)
    const size = parseFloat(getComputedStyle(text).fontSize) * (svg.getScreenCTM()?.a ?? 1)
    if (!text.closest('[data-scaled]') && size < 13.4)
      faults.push(`“${words(text)}” is ${size.toFixed(1)} px`)
    for (let j = 0; j < i; j++) {
      const other = boxes[j]
      const one = texts[j]
      if (other && one && overlap(box, other)) faults.push(`“${words(text)}” lies on “${words(one)}”`)
    }
  })
  return faults
}

/** Draws all of it at each size, and says what is wrong, each with what was drawn. */
async function checkDrawings(
  where: Where,
): Promise<{ readonly drawn: number; readonly faults: readonly string[] }> {
  await document.fonts.ready
  const faults: string[] = []
  let drawn = 0
  for (const units of UNITS) {
    const settings = { ...FIRST_SETTINGS, units }
    for (const { name, as, node } of everyCase(settings)) {
      const size = SIZES[where][as]
      const host = document.createElement('div')
      host.style.cssText = `position:absolute;left:0;top:0;width:${size.width}px;height:${size.height}px`
      document.body.append(host)
      const root = createRoot(host)
      flushSync(() =>
        root.render(
          <MemoryRouter>
            <ShopOf settings={settings}>{node}</ShopOf>
          </MemoryRouter>,
        ),
      )
      for (const svg of host.querySelectorAll<SVGSVGElement>('svg.drawing')) {
        drawn++
        for (const fault of faultsOf(svg)) faults.push(`${name} at ${size.width} × ${size.height}: ${fault}`)
      }
      flushSync(() => root.unmount())
      host.remove()
    }
  }
  return { drawn, faults }
}

Object.assign(window, { checkDrawings })

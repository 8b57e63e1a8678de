import {
  mitreTemplate,
  saddleTemplate,
  squareTemplate,
  type Branch,
  type WrapTemplate,
} from './pipe-template.ts'
import type { Draft } from './draft.ts'
import { metalFacts } from './metals.ts'
import { armRadius, fastenerLayers, HEAD, pierceDistance, piecesFromStock, slotPath } from './shapes.ts'
import type { CutWork, PracticeItem } from './types.ts'

/** Where the torch goes: the way itself, and how often it starts. */
export interface Route {
  /** Along the middle of the kerf, m. */
  readonly pathM: number
  /** The way that would take as long at the plan's speed: slower stretches count for more, m. */
  readonly timedM: number
  readonly starts: number
  /** How many of the starts are pierced on the flat; the others are at an edge. */
  readonly pierces: number
}

/** The run-in of an inside cut, m: from the middle, but no longer than it has to be. */
const runIn = (radiusM: number, thicknessM: number) => Math.min(radiusM, pierceDistance(thicknessM))

/** The unrolled line of a pipe's cut; undefined for a branch that misses its run. */
export function pipeTemplate(work: CutWork): WrapTemplate | undefined {
  const { pipe, diameterM } = work
  if (!pipe || diameterM === undefined) return undefined
  const radius = diameterM / 2
  if (pipe.cut === 'square') return squareTemplate(radius)
  if (pipe.cut === 'mitre') return mitreTemplate(radius, pipe.angleRad)
  const branch = branchOf(work)
  return branch && saddleTemplate(branch)
}

/** The branch of a saddle, or undefined for any other cut. */
export function branchOf({ pipe, diameterM, thicknessM }: CutWork): Branch | undefined {
  if (pipe?.cut !== 'saddle' || diameterM === undefined) return undefined
  return {
    outsideM: diameterM / 2,
    boreM: diameterM / 2 - thicknessM,
    runM: (pipe.runDiameterM ?? 0) / 2,
    angleRad: pipe.angleRad,
    offsetM: pipe.offsetM,
  }
}

/** Way and starts of a piece, for a kerf. `slower` is how much more time a bevel of an angle takes than a square cut. */
export function routeOf(work: CutWork, kerfM: number, slower: (bevelRad: number) => number): Route {
  const from = (pathM: number, starts = 1): Route => ({
    pathM,
    timedM: pathM,
    starts,
    pierces: work.start === 'pierce' ? starts : 0,
  })
  const radius = (work.diameterM ?? 0) / 2
  switch (work.shape) {
    case 'strip':
      return from(work.lengthM * (work.count + 1), work.count + 1)
    case 'hole':
    case 'disc':
      return from(roundPath(work.shape, radius, kerfM, work.thicknessM) * work.count, work.count)
    case 'slot':
      return from(slotWay(work.lengthM, work.widthM ?? 0, kerfM, work.thicknessM) * work.count, work.count)
    case 'pierce':
      return from(0, work.count)
    case 'outline':
      return from(work.lengthM, work.pierces)
    case 'fastener': {
      const head = HEAD[work.fastener]
      const shank = work.diameterM ?? 0
      return {
        ...from(head.across * shank * fastenerLayers(work.fastener, shank) * work.count, work.count),
        pierces: 0,
      }
    }
    case 'pipe':
      return from((pipeTemplate(work)?.lineM ?? 0) * work.count, work.count)
    case 'section':
      return from((sectionPath(work) + copePath(work)) * work.count, work.count)
    case 'practice':
      return practiceRoute(work, kerfM, slower)
    default:
      return from(work.lengthM * work.count, work.count)
  }
}

const roundPath = (shape: 'hole' | 'disc', radiusM: number, kerfM: number, thicknessM: number) =>
  2 * Math.PI * Math.max(0, armRadius(shape, radiusM, kerfM)) +
  (shape === 'hole' ? runIn(radiusM, thicknessM) : pierceDistance(thicknessM))

const slotWay = (lengthM: number, widthM: number, kerfM: number, thicknessM: number) =>
  slotPath(lengthM, widthM, kerfM) + (widthM <= kerfM ? 0 : runIn(widthM / 2, thicknessM))

const PIERCED_ITEMS: readonly PracticeItem['shape'][] = ['hole', 'slot', 'pierce']

function practiceRoute(work: CutWork, kerfM: number, slower: (bevelRad: number) => number): Route {
  const sum = { pathM: 0, timedM: 0, starts: 0, pierces: 0 }
  for (const item of work.practice) {
    const one = itemPath(item, kerfM, work.thicknessM)
    sum.pathM += one * item.count
    sum.timedM += one * item.count * slower(item.bevelRad)
    sum.starts += item.count
    if (PIERCED_ITEMS.includes(item.shape)) sum.pierces += item.count
  }
  return sum
}

/** Way of the torch for one cut of a practice plate, m. */
export function itemPath(item: PracticeItem, kerfM: number, thicknessM: number): number {
  switch (item.shape) {
    case 'hole':
    case 'disc':
      return roundPath(item.shape, item.diameterM / 2, kerfM, thicknessM)
    case 'slot':
      return slotWay(item.lengthM, item.widthM, kerfM, thicknessM)
    case 'pierce':
      return 0
    default:
      return item.lengthM
  }
}

/** Round the faces of a section, m. */
function sectionPath(work: CutWork): number {
  const { section } = work
  if (!section) return 0
  const { depthM: d, widthM: w } = section
  const faces = { angle: d + w, channel: d + 2 * w, beam: d + 2 * w, bar: d, tube: 2 * (d + w) }
  return faces[section.kind]
}

const copePath = ({ section }: CutWork) =>
  section?.copeLengthM !== undefined && section.copeDepthM !== undefined
    ? section.copeLengthM + section.copeDepthM
    : 0

/** Area of a section across, m². */
function sectionArea(work: CutWork): number {
  const { section, thicknessM: t } = work
  if (!section) return 0
  const { depthM: d, widthM: w } = section
  const areas = {
    angle: (d + w - t) * t,
    channel: (d + 2 * w - 2 * t) * t,
    beam: (d + 2 * w - 2 * t) * t,
    bar: d * t,
    tube: 2 * (d + w - 2 * t) * t,
  }
  return Math.max(0, areas[section.kind])
}

/** What comes away in one piece, m³; undefined when too little is said. */
function offcutVolume(work: CutWork, kerfM: number): number | undefined {
  const { thicknessM: t, lengthM: l, widthM: w, diameterM: d } = work
  switch (work.shape) {
    case 'straight':
    case 'bevel':
    case 'strip':
      return w === undefined ? undefined : t * l * w
    case 'hole':
      return d === undefined ? undefined : Math.PI * t * Math.max(0, d / 2 - kerfM) ** 2
    case 'disc':
      return d === undefined ? undefined : (Math.PI * t * d * d) / 4
    case 'slot': {
      if (w === undefined || w <= 2 * kerfM) return undefined
      const [inner, straight] = [w - 2 * kerfM, l - w]
      return t * (straight * inner + (Math.PI * inner * inner) / 4)
    }
    case 'pipe':
      return d === undefined || l === 0 ? undefined : Math.PI * t * (d - t) * l
    case 'section':
      return l === 0 ? undefined : sectionArea(work) * l
    default:
      return undefined
  }
}

/** Puts what follows from the shape into the plan: radius, way, faces, pieces, weight. Returns the way. */
export function planShape(draft: Draft, kerfM: number, slower: (bevelRad: number) => number): Route {
  const { work } = draft.request
  const k = draft.figures.kerf
  const spread = [k?.outerLow ?? kerfM, kerfM, k?.outerHigh ?? kerfM] as const
  const over = (of: (kerf: number) => number) => {
    const all = spread.map(of)
    return { low: Math.min(...all), value: of(kerfM), high: Math.max(...all) }
  }
  const route = routeOf(work, kerfM, slower)
  if (draft.thicknessM !== work.thicknessM) putEffective(draft)
  if (work.bevelRad > 0) putBevel(draft)
  if (work.shape === 'hole' || work.shape === 'disc') {
    const { shape } = work
    const radius = (work.diameterM ?? 0) / 2
    const arm = over((kerf) => Math.max(0, armRadius(shape, radius, kerf)))
    if (arm.value <= 0)
      draft.say(
        'stop',
        'hole-inside-kerf',
        'Hole narrower than the kerf',
        `The kerf is ${draft.show(kerfM, 'kerf')} wide: a ${draft.show(2 * radius, 'length')} hole cannot be cut round. Drill it.`,
        { field: 'work.diameter', figure: 'armRadius' },
      )
    else
      draft.put('armRadius', {
        ...arm,
        source: k?.source ?? 'worked-out',
        because: `From the pivot to the tip's axis: the radius ${draft.show(radius, 'length')} ${shape === 'hole' ? 'less' : 'plus'} half the kerf, so that the ${shape} comes out to size.`,
        from: { radius, kerf: kerfM },
        cites: 'geometry',
      })
  }
  if (work.shape === 'pipe') putTemplate(draft)
  draft.detail = { ...draft.detail, starts: route.starts }
  draft.put('pathLength', {
    ...over((kerf) => routeOf(work, kerf, slower).pathM),
    because: `${route.starts > 1 ? `${route.starts} starts. ` : ''}Along the middle of the kerf${route.pierces > 0 ? ', with the run-ins from the pierced holes' : ''}.`,
    from: { kerf: kerfM, starts: route.starts, pierces: route.pierces },
    cites: 'geometry',
  })
  putPieces(draft, kerfM, over)
  const volume = offcutVolume(work, kerfM)
  if (volume !== undefined) {
    const { density } = metalFacts(work.metal)
    const mass = over((kerf) => (offcutVolume(work, kerf) ?? volume) * density)
    draft.put('offcutMass', {
      ...mass,
      because: `What comes away, as one piece: ${draft.show(volume, 'volume')} of ${metalFacts(work.metal).name.toLowerCase()}.`,
      from: { volume, density },
      cites: 'geometry and density',
    })
  }
  return route
}

function putEffective(draft: Draft): void {
  const { work } = draft.request
  const value = draft.thicknessM
  const fastener = work.shape === 'fastener'
  draft.put('effectiveThickness', {
    value,
    low: fastener ? value * 0.9 : value,
    high: fastener ? value * 1.1 : value,
    because: fastener
      ? `Across the head along the jet: about ${HEAD[work.fastener].across} times the shank. Measure yours.`
      : `Through the plate along the slanting jet: ${draft.show(work.thicknessM, 'length')} over the cosine of ${draft.show(work.bevelRad, 'angle')}.`,
    from: fastener
      ? { shank: work.diameterM ?? 0, headOverShank: HEAD[work.fastener].across }
      : { thickness: work.thicknessM, bevel: work.bevelRad },
    cites: fastener ? 'usual proportions of fasteners, an estimate' : 'geometry',
  })
}

function putBevel(draft: Draft): void {
  const { work } = draft.request
  const face = (work.thicknessM - work.landM) / Math.cos(work.bevelRad)
  draft.put('bevelFaceWidth', {
    value: face,
    low: face,
    high: face,
    because: `The slanting face${work.landM > 0 ? ` above a land of ${draft.show(work.landM, 'length')}` : ''}, measured along it.`,
    from: { thickness: work.thicknessM, land: work.landM, bevel: work.bevelRad },
    cites: 'geometry',
  })
  const shift = (work.thicknessM - work.landM) * Math.tan(work.bevelRad)
  draft.put('bottomShift', {
    value: shift,
    low: shift,
    high: shift,
    because: `The bottom edge lies this far from under the line, ${work.lean === 'over-part' ? 'out into the scrap: the part is longer below' : 'in under the part: the part is shorter below'}.`,
    from: { thickness: work.thicknessM, land: work.landM, bevel: work.bevelRad, lean: work.lean },
    cites: 'geometry',
  })
}

function putTemplate(draft: Draft): void {
  const { work } = draft.request
  const template = pipeTemplate(work)
  if (!template) {
    draft.say(
      'stop',
      'branch-misses-run',
      'The branch misses the run',
      `A branch with a bore of ${draft.show((work.diameterM ?? 0) - 2 * work.thicknessM, 'length')} set off by ${draft.show(work.pipe?.offsetM ?? 0, 'length')} does not land wholly on a run of ${draft.show(work.pipe?.runDiameterM ?? 0, 'length')}. Check the run's diameter and the offset.`,
      { field: 'work.runDiameter', figure: 'templateLength' },
    )
    return
  }
  draft.put('templateLength', {
    value: template.circumferenceM,
    low: template.circumferenceM,
    high: template.circumferenceM,
    because:
      "Once round the outside: where the template's ends meet. Paper adds its thickness; if the ends do not meet, measure round the pipe and scale it.",
    from: { diameter: work.diameterM ?? 0, rise: template.riseM },
    cites: 'geometry',
  })
}

function putPieces(
  draft: Draft,
  kerfM: number,
  over: (of: (kerf: number) => number) => { low: number; value: number; high: number },
): void {
  const { work } = draft.request
  const { stockM } = work
  const piece = work.shape === 'strip' ? work.widthM : work.lengthM > 0 ? work.lengthM : undefined
  const apt = work.shape === 'strip' || work.shape === 'pipe' || work.shape === 'section'
  if (!apt || stockM === undefined || piece === undefined) return
  const { count, offcutM } = piecesFromStock(stockM, piece, kerfM, work.trimM)
  const pieces = over((kerf) => piecesFromStock(stockM, piece, kerf, work.trimM).count)
  draft.put('piecesPerStock', {
    ...pieces,
    because: `${count} of ${draft.show(piece, 'length')} with a kerf between them; ${draft.show(offcutM, 'length')} is left.`,
    from: { stock: stockM, piece, kerf: kerfM, trim: work.trimM, offcut: offcutM },
    cites: 'arithmetic',
  })
  if (count === 0)
    draft.say(
      'mind',
      'stock-too-short',
      'Not one fits',
      `${draft.show(stockM, 'length')} of stock is too little for a piece of ${draft.show(piece, 'length')}.`,
      { field: 'work.stock', figure: 'piecesPerStock' },
    )
  else if (work.shape === 'strip' && work.count > count)
    draft.say(
      'mind',
      'stock-too-few',
      'The plate gives fewer',
      `${work.count} strips are asked for; this plate gives ${count}.`,
      { field: 'work.count', figure: 'piecesPerStock' },
    )
}

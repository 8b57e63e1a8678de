import { format, subDays, subHours, subMinutes } from 'date-fns'
import { firstBraze, firstDraft, FIRST_RIG, FIRST_SETTINGS, firstPart } from '#application/first.ts'
import { planDraft } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type {
  BrazeDraft,
  BrazePartDraft,
  BrazeWorkDraft,
  ChartRowDraft,
  CutDraft,
  RigDraft,
  Settings,
} from '#contract/schemas.ts'
import type { Drop, Edge, SlagClass } from '#core/check/outcome.ts'
import { foldRun, type RunEvent } from '#core/record/run.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import { cutCameOut, fillLog, writeDown } from './demo-log.ts'
import { recordsOf } from './records.ts'
import { randomUUID } from 'node:crypto'
import type { Store } from './store.ts'

/* Sallow Reach Lockworks: an invented yard that keeps canal locks, pumps and a glasshouse. */

const row = (
  orifice: string,
  from: string,
  to: string,
  oxygen: string,
  fuel: string,
  speed: string,
  kerf = '',
): ChartRowDraft => ({
  orifice,
  thicknessMin: from,
  thicknessMax: to,
  oxygenPressure: oxygen,
  fuelPressure: fuel,
  pressureAt: 'regulator',
  speed,
  kerf,
})

/** A line of a chart of brazing tips. */
const tipRow = (
  orifice: string,
  oxygenPressure: string,
  fuelPressure: string,
  thicknessMin: string,
  thicknessMax: string,
): ChartRowDraft => ({
  orifice,
  thicknessMin,
  thicknessMax,
  oxygenPressure,
  fuelPressure,
  pressureAt: 'torch',
  speed: '',
  kerf: '',
})

const TAMSINS_LONG: RigDraft = {
  ...FIRST_RIG,
  torch: {
    ...FIRST_RIG.torch,
    kind: 'cutting-torch',
    shutdown: 'oxygen-first',
    seat: 'wrench',
    mixer: 'head',
    valves: 'rear',
  },
  tipRadius: '5/16 in',
  oxygenHose: { length: '50 ft', bore: '1/4 in' },
  acetyleneCylinder: '145 cu ft',
  chart: [
    row('0.040 in', '3/16 in', '3/8 in', '30 psi', '5 psi', '17 in/min'),
    row('0.052 in', '3/8 in', '7/8 in', '42 psi', '6 psi', '15 in/min', '0.085 in'),
    row('0.060 in', '7/8 in', '1 1/4 in', '45 psi', '7 psi', '11 in/min'),
  ],
}
const BEDES_TRACK: RigDraft = {
  ...FIRST_RIG,
  handling: 'track',
  dial: '20: 6 in/min; 60: 20 in/min; 90: 31 in/min',
  guide: 'none',
  tipRadius: '3/8 in',
  oxygenHose: { length: '25 ft', bore: '5/16 in' },
  acetyleneCylinder: '300 cu ft',
  chart: [
    row('0.046 in', '1/2 in', '1 in', '40 psi', '6 psi', '16 in/min'),
    row('0.060 in', '1 in', '2 in', '45 psi', '7 psi', '10 in/min'),
  ],
}
const IDRIS_SMALL: RigDraft = {
  ...FIRST_RIG,
  fuel: 'propane',
  tipRadius: '1/4 in',
  oxygenHose: { length: '33 ft', bore: '1/4 in' },
  acetyleneCylinder: '',
  chart: [row('0.038 in', '3/16 in', '1/2 in', '32 psi', '5 psi', '15 in/min')],
}

/** A brazing handle with three tips of its own chart. */
const ORLAS_HANDLE: RigDraft = {
  ...FIRST_RIG,
  torch: { ...FIRST_RIG.torch, kind: 'brazing-handle', seat: 'hand', mixer: 'handle', valves: 'rear' },
  fuel: 'acetylene',
  oxygenHose: { length: '50 ft', bore: '1/4 in' },
  acetyleneCylinder: '300 cu ft',
  braze: {
    ...FIRST_RIG.braze,
    chart: [
      tipRow('0.035 in', '4 psi', '4 psi', '0.5 mm', '0.8 mm'),
      tipRow('0.052 in', '6 psi', '6 psi', '0.9 mm', '1.1 mm'),
    ],
  },
}

/** A foot plate for a lock gate: slotted, with bolt holes. */
const GATE_SHOE = `<svg xmlns="http://www.w3.org/2000/svg" width="480mm" height="260mm" viewBox="0 0 480 260">
<path d="M20 10H400A60 60 0 0 1 460 70V190A60 60 0 0 1 400 250H120L20 170Z"/>
<circle cx="90" cy="70" r="24"/>
<circle cx="390" cy="80" r="24"/>
<path d="M170 130H330A22 22 0 0 1 330 174H170A22 22 0 0 1 170 130Z"/>
</svg>`

interface Written {
  readonly title: string
  readonly daysAgo: number
  readonly person: string
  readonly used: Readonly<Record<'tipOrifice' | 'oxygenPressure' | 'fuelPressure' | 'travelSpeed', string>>
  readonly edge: Edge
  readonly slag: SlagClass
  readonly drop: Drop
  readonly kerf: string
  readonly note: string
}

const USED = {
  tipOrifice: '0.052 in',
  oxygenPressure: '43 psi',
  fuelPressure: '6 psi',
  travelSpeed: '15 in/min',
}
const WRITTEN: readonly Written[] = [
  {
    title: 'Gusset, heel post, top',
    daysAgo: 9,
    person: 'Tamsin',
    used: { ...USED, oxygenPressure: '42 psi', travelSpeed: '17 in/min' },
    edge: 'leaning',
    slag: 'chisel',
    drop: 'with-a-knock',
    kerf: '2.3 mm',
    note: 'Lost it once, a hand’s breadth from the end. Too fast.',
  },
  {
    title: 'Gusset, heel post, bottom',
    daysAgo: 8,
    person: 'Tamsin',
    used: USED,
    edge: 'sharp',
    slag: 'one-tap',
    drop: 'by-itself',
    kerf: '2.2 mm',
    note: '',
  },
  {
    title: 'Gusset, mitre post, top',
    daysAgo: 2,
    person: 'Orla',
    used: USED,
    edge: 'sharp',
    slag: 'falls-off',
    drop: 'by-itself',
    kerf: '2.1 mm',
    note: 'Scale knocked off both sides first. Best of the lot.',
  },
]

/** Rods on the yard's shelf, with what it pays for a kg. */
const SHELF: Settings['shelf'] = [
  { class: 'BCuP-2', form: 'bare', perKg: '24' },
  { class: 'BCuP-5', form: 'bare', perKg: '190' },
  { class: 'BAg-36', form: 'bare', perKg: '520' },
  { class: 'BAg-24', form: 'flux-coated', perKg: '560' },
  { class: 'RBCuZn-C', form: 'flux-coated', perKg: '32' },
]

/** A braze of the yard: what is said beside a braze of which nothing is said. */
const braze = (
  torch: { readonly id: string; readonly rig: RigDraft },
  joint: string,
  a: Partial<BrazePartDraft> & { readonly metal: string },
  b: Partial<BrazePartDraft> & { readonly metal: string },
  work: Partial<BrazeWorkDraft> = {},
): BrazeDraft => ({
  kind: 'braze',
  torchId: torch.id,
  work: {
    ...firstBraze(FIRST_SETTINGS).work,
    joint,
    a: { ...firstPart(a.metal), ...a },
    b: { ...firstPart(b.metal), ...b },
    ...work,
  },
  rig: torch.rig,
})

/** The brazes of the yard: job, place, days ago, and its pieces. */
const BRAZES = (torch: {
  readonly id: string
  readonly rig: RigDraft
}): readonly {
  readonly job: string
  readonly place: string
  readonly daysAgo: number
  readonly pieces: readonly (readonly [title: string, draft: BrazeDraft])[]
}[] => {
  const copper = { metal: 'copper' } as const
  return [
    {
      job: 'Glasshouse manifold',
      place: 'Sallow Reach, glasshouse',
      daysAgo: 1,
      pieces: [
        [
          'Branches, 28 mm',
          braze(
            torch,
            'socket',
            { ...copper, tube: 'EN 1057 28 mm' },
            { ...copper, wall: '1.1 mm', depth: '18.3 mm' },
            {
              service: ['water'],
              serviceTemperature: '167 °F',
              pressure: '45 psi',
              clearance: '0.004 in',
              count: '6',
              protectAt: '140 mm',
              tubeRun: [{ outsideDiameter: '28 mm', wall: '1 mm', length: '4 m' }],
            },
          ),
        ],
        [
          'Header, 54 mm',
          braze(
            torch,
            'socket',
            { ...copper, tube: 'EN 1057 54 mm' },
            { ...copper, wall: '1.4 mm' },
            {
              service: ['water'],
              attitude: 'vertical-up',
            },
          ),
        ],
        [
          'Valve tail',
          braze(
            torch,
            'socket',
            { ...copper, tube: 'EN 1057 22 mm' },
            { metal: 'leaded-gunmetal', wall: '3 mm' },
            {
              service: ['water'],
              protectAt: '90 mm',
            },
          ),
        ],
      ],
    },
    {
      job: 'Windlass bracket',
      place: 'Sallow Reach, gate 1',
      daysAgo: 4,
      pieces: [
        [
          'Crack at the boss',
          braze(
            torch,
            'casting',
            { metal: 'grey-cast-iron', wall: '14 mm' },
            { metal: 'grey-cast-iron' },
            {
              length: '90 mm',
              mass: '11 kg',
              restraint: 'restrained',
            },
          ),
        ],
      ],
    },
    {
      job: 'Tea room and pump house',
      place: 'Sallow Reach',
      daysAgo: 2,
      pieces: [
        [
          'Brass nameplate on the rail',
          braze(
            torch,
            'lap',
            { metal: 'brass-70-30', wall: '3 mm' },
            { metal: 'low-carbon-steel', wall: '8 mm' },
            {
              length: '180 mm',
              overlap: '15 mm',
              load: 'light',
              clearance: '0.003 in',
            },
          ),
        ],
        [
          'Chiller line',
          braze(torch, 'socket', { ...copper, tube: 'ASTM B280 ACR 5/8 straight' }, copper, {
            service: ['refrigerant', 'vibration'],
            protectAt: '4 in',
            tubeRun: [{ outsideDiameter: '5/8 in', wall: '0.040 in', length: '18 ft' }],
          }),
        ],
        [
          'Dip tube foot',
          braze(
            torch,
            'socket',
            { metal: 'stainless-304', outsideDiameter: '25 mm', wall: '1.5 mm' },
            { metal: 'stainless-304', wall: '2 mm', depth: '15 mm' },
            { service: ['water'], clearance: '0.12 mm' },
          ),
        ],
      ],
    },
  ]
}

/** Fills an empty log with the yard's people, torches and the lock-gate gussets: one planned, one half way, three in the log. */
export function fillDemo(store: Store, now: Date): void {
  store.transaction(() => {
    const ago = (days: number) => subDays(now, days).toISOString()
    store.settings.put({
      ...FIRST_SETTINGS,
      prices: { oxygen: '14', fuel: '62', hour: '38', per: '100 cu ft' },
      shelf: SHELF,
    })
    const people = new Map(['Bede', 'Idris', 'Orla', 'Tamsin'].map((name) => [name, randomUUID()]))
    for (const [name, id] of people) store.people.add(id, name, ago(42))
    const torches = {
      tamsin: { id: randomUUID(), name: "Tamsin's long", rig: TAMSINS_LONG },
      bede: { id: randomUUID(), name: "Bede's track", rig: BEDES_TRACK },
      idris: { id: randomUUID(), name: "Idris's small", rig: IDRIS_SMALL },
      orla: { id: randomUUID(), name: "Orla's handle", rig: ORLAS_HANDLE },
    }
    for (const torch of Object.values(torches)) store.torches.add(torch, ago(42))

    fillRig(store, torches, now)
    const instructor = people.get('Tamsin')
    if (instructor !== undefined)
      store.people.change({ id: instructor, name: 'Tamsin', active: true, role: 'instructor' })

    const jobId = randomUUID()
    store.jobs.add(jobId, 'Lower gate gussets', 'Sallow Reach, gate 2', ago(10))
    const gusset: CutDraft = {
      ...firstDraft(FIRST_SETTINGS),
      torchId: torches.tamsin.id,
      work: {
        ...firstDraft(FIRST_SETTINGS).work,
        metal: 'low-carbon-steel',
        thickness: '20 mm',
        length: '610 mm',
        surface: 'scale',
        temperature: '55 °F',
      },
      rig: { ...TAMSINS_LONG, tipOrifice: '0.052 in' },
    }
    for (const w of WRITTEN)
      write(store, { jobId, gusset, w, personId: people.get(w.person) ?? null, at: subDays(now, w.daysAgo) })
    half(
      store,
      { id: randomUUID(), jobId, title: 'Gusset, mitre post, bottom', draft: gusset },
      people.get('Bede') ?? null,
      now,
    )
    store.tickets.add({ id: randomUUID(), jobId, title: 'Gusset, lower mitre post', draft: gusset }, ago(9))

    const beamId = randomUUID()
    store.jobs.add(beamId, 'Lifting beam', 'Sallow Reach, workshop', ago(3))
    store.tickets.add(
      {
        id: randomUUID(),
        jobId: beamId,
        title: 'Stiffener blanks',
        draft: {
          ...gusset,
          torchId: torches.bede.id,
          work: { ...gusset.work, thickness: '1 in', length: '36 in', surface: 'clean' },
          rig: { ...BEDES_TRACK, tipOrifice: '0.060 in' },
        },
      },
      ago(3),
    )
    store.tickets.add(
      {
        id: randomUUID(),
        jobId: beamId,
        title: 'Old eye plate, painted',
        draft: {
          ...gusset,
          torchId: torches.idris.id,
          work: { ...gusset.work, thickness: '3/4 in', length: '8 in', surface: 'painted' },
          rig: { ...IDRIS_SMALL, tipOrifice: '0.038 in' },
        },
      },
      ago(2),
    )
    const pieces = (draft: CutDraft): readonly (readonly [title: string, draft: CutDraft])[] => {
      const on = (work: Partial<CutDraft['work']>, rig: Partial<RigDraft> = {}): CutDraft => ({
        ...draft,
        work: { ...draft.work, surface: 'clean', ...work },
        rig: { ...draft.rig, ...rig },
      })
      return [
        [
          'Stiffener edge, bevelled',
          on({ shape: 'bevel', thickness: '20 mm', length: '900 mm', bevel: '30 deg', land: '2 mm' }),
        ],
        [
          'Hole for the shackle pin',
          on({ shape: 'hole', thickness: '20 mm', diameter: '90 mm', length: '' }),
        ],
        [
          'Wear strips',
          on(
            {
              shape: 'strip',
              thickness: '12 mm',
              length: '1200 mm',
              width: '60 mm',
              count: '5',
              stock: '340 mm',
            },
            { tipOrifice: '' },
          ),
        ],
        [
          'Old gate rivets',
          on(
            {
              shape: 'fastener',
              fastener: 'rivet',
              thickness: '12 mm',
              diameter: '19 mm',
              count: '14',
              length: '',
            },
            { tipOrifice: '' },
          ),
        ],
      ]
    }
    for (const [title, draft] of pieces({ ...gusset, usual: { oxygen: '40 psi', fuel: '7 psi', tip: '' } }))
      store.tickets.add({ id: randomUUID(), jobId: beamId, title, draft }, ago(2))

    const shoe = {
      id: randomUUID(),
      name: 'Gate shoe.svg',
      format: 'svg' as const,
      unit: '' as const,
      text: GATE_SHOE,
    }
    store.outlines.add(shoe, ago(2))
    store.stock.add(
      { id: randomUUID(), name: 'Flat 60 × 10', lengthM: 6, count: 4, origin: 'bought' },
      ago(20),
    )
    store.stock.add(
      { id: randomUUID(), name: 'Flat 60 × 10', lengthM: 2.35, count: 1, origin: 'remnant' },
      ago(6),
    )
    for (const [name, orifice] of [
      ['Brass five', '0.052 in'],
      ['Long thin', '#60'],
      ['Old faithful', '0.060 in'],
    ] as const)
      store.tips.add({ id: randomUUID(), name, orifice }, ago(40))
    const shoeJob = randomUUID()
    store.jobs.add(shoeJob, 'Gate shoe and drain', 'Sallow Reach, gate 2', ago(2))
    store.tickets.add(
      {
        id: randomUUID(),
        jobId: shoeJob,
        title: 'Gate shoe',
        draft: {
          ...gusset,
          work: {
            ...gusset.work,
            shape: 'outline',
            surface: 'clean',
            thickness: '16 mm',
            length: '2067 mm',
            pierces: '4',
            outlineId: shoe.id,
          },
          rig: { ...gusset.rig, guide: 'none' },
        },
      },
      ago(2),
    )
    store.tickets.add(
      {
        id: randomUUID(),
        jobId: shoeJob,
        title: 'Drain branch into the culvert pipe',
        draft: {
          ...gusset,
          torchId: torches.idris.id,
          work: {
            ...gusset.work,
            shape: 'pipe',
            surface: 'galvanised',
            thickness: '6 mm',
            diameter: '114 mm',
            length: '',
            pipeCut: 'saddle',
            pipeAngle: '60 deg',
            runDiameter: '219 mm',
          },
          rig: IDRIS_SMALL,
        },
      },
      ago(1),
    )
    let chiller = ''
    for (const { job, place, daysAgo, pieces: brazes } of BRAZES(torches.orla)) {
      const id = randomUUID()
      store.jobs.add(id, job, place, ago(daysAgo))
      for (const [title, draft] of brazes) {
        const ticketId = randomUUID()
        if (title === 'Chiller line') chiller = ticketId
        store.tickets.add({ id: ticketId, jobId: id, title, draft }, ago(daysAgo))
      }
    }
    fillLog(store, { people, torches, now }, chiller)
    const tubeId = randomUUID()
    store.jobs.add(tubeId, 'Dip tube bracket', 'Sallow Reach, pump house', ago(1))
    store.tickets.add(
      {
        id: randomUUID(),
        jobId: tubeId,
        title: 'Stainless foot',
        draft: {
          ...gusset,
          torchId: null,
          work: {
            ...gusset.work,
            metal: 'stainless-steel',
            thickness: '6 mm',
            length: '150 mm',
            surface: 'clean',
          },
          rig: FIRST_RIG,
        },
      },
      ago(1),
    )
  })
}

/** What the yard owns: two sets, cylinders part full, things in date, one overdue, one damaged, rod that runs out. */
function fillRig(
  store: Store,
  torches: Readonly<Record<'tamsin' | 'bede' | 'idris' | 'orla', { readonly id: string }>>,
  now: Date,
): void {
  const day = (ago: number) => format(subDays(now, ago), 'yyyy-MM-dd')
  const add = (kind: GearKind, name: string, fields: Record<string, string>): string => {
    const id = randomUUID()
    store.gear.add({ id, kind, name, fields }, subDays(now, 42).toISOString())
    return id
  }
  const arrestor = (name: string, gas: string, ago: number, type = 'flashback-arrestor') =>
    add('arrestor', name, {
      type,
      gas,
      place: 'torch',
      checked: day(ago),
      everyMonths: '12',
      condition: 'good',
    })
  const bench = [
    add('cylinder', 'Oxygen, by the bench', {
      gas: 'oxygen',
      size: '250 cu ft',
      water: '43.8 l',
      pressure: '1650 psi',
      readAt: day(3),
      owner: 'the supplier',
      position: 'chained',
      use: 'in-use',
    }),
    add('cylinder', 'Acetylene, by the bench', {
      gas: 'acetylene',
      size: '145 cu ft',
      weight: '98.4 lb',
      tare: '91.0 lb',
      scale: '0.2 lb',
      readAt: day(3),
      owner: 'the supplier',
      position: 'chained',
      use: 'in-use',
    }),
    add('regulator', 'Oxygen regulator, bench', {
      gas: 'oxygen',
      division: '1 psi',
      rating: '150 psi',
      checked: day(200),
    }),
    add('regulator', 'Acetylene regulator, bench', {
      gas: 'acetylene',
      division: '1 psi',
      lockUp: '2 psi',
      checked: day(345),
    }),
    add('hose', 'Twin hose, 50 ft', {
      gas: 'acetylene',
      grade: 'T',
      bore: '1/4 in',
      length: '50 ft',
      colours: 'us',
      made: day(700),
      checked: day(120),
      condition: 'good',
    }),
    arrestor('Arrestor, oxygen, long', 'oxygen', 150),
    arrestor('Arrestor, fuel, long', 'acetylene', 378),
  ]
  const van = [
    add('cylinder', 'Oxygen, van', {
      gas: 'oxygen',
      size: '80 cu ft',
      pressure: '900 psi',
      readAt: day(5),
      position: 'chained',
      use: 'in-use',
    }),
    add('cylinder', 'Acetylene, van', {
      gas: 'acetylene',
      size: '300 cu ft',
      weight: '171 lb',
      tare: '160 lb',
      scale: '0.5 lb',
      readAt: day(5),
      position: 'chained',
      use: 'in-use',
    }),
    add('cylinder', 'Nitrogen, van', {
      gas: 'nitrogen',
      size: '80 cu ft',
      water: '15.3 l',
      pressure: '1400 psi',
      readAt: day(5),
      position: 'chained',
      use: 'in-use',
    }),
    add('nitrogen', 'Nitrogen regulator with relief', {
      type: 'regulator',
      relief: '60 psi',
      checked: day(90),
    }),
    add('nitrogen', 'Purge flow meter', { type: 'flow-meter', checked: day(90) }),
    arrestor('Check valves, handle', 'acetylene', 40, 'check-valve'),
  ]
  add('set', 'The bench set', { torch: torches.tamsin.id, members: bench.join(',') })
  add('set', 'The van set', { torch: torches.orla.id, members: van.join(',') })
  add('hose', 'Old red hose', {
    gas: 'acetylene',
    grade: 'R',
    bore: '1/4 in',
    length: '25 ft',
    condition: 'damaged',
  })
  add('consumable', 'Rod, copper-phosphorus', {
    type: 'rod',
    of: 'BCuP-2',
    amount: '18',
    least: '20',
    unit: 'sticks',
  })
  add('consumable', 'Flux, silver', { type: 'flux', of: 'FB3-A', amount: '3', least: '1', unit: 'jars' })
  add('consumable', 'Leak solution', { type: 'leak-solution', amount: '2', least: '1', unit: 'bottles' })
  add('consumable', 'Lens, shade 4', { type: 'lens', amount: '4', least: '2', unit: 'pieces' })
  add('ppe', 'Goggles, shade 5', {
    type: 'goggles',
    shade: '5',
    for: 'the bench',
    checked: day(60),
    condition: 'good',
  })
  add('ppe', 'Extinguisher, ABC', {
    type: 'extinguisher',
    checked: day(30),
    everyMonths: '12',
    condition: 'good',
  })
}

interface Ticket {
  readonly id: string
  readonly jobId: string
  readonly title: string
  readonly draft: CutDraft
}

/** Puts a piece in the log and begins its run, as the server would. */
function begin(store: Store, ticket: Ticket, personId: string | null, at: Date) {
  store.tickets.add(ticket, subHours(at, 2).toISOString())
  const planned = planDraft(ticket.draft, FIRST_SETTINGS, recordsOf(store, 'cut'))
  if (!planned.ok) throw new Error(planned.errors[0]?.message)
  const procedure = procedureOf(ticket.draft, planned, FIRST_SETTINGS)
  if (!procedure.ok) throw new Error(procedure.text)
  const { plan, request } = planned
  const { setting, steps, breaks } = procedure
  const run = { id: randomUUID(), ticketId: ticket.id, draft: ticket.draft, plan, setting, steps, breaks }
  store.runs.add({ ...run, personId, at: at.toISOString() })
  return { run, request }
}

/** Confirms steps of a run, one after another, each at its moment. */
function confirm(
  store: Store,
  run: ReturnType<typeof begin>['run'],
  steps: readonly { readonly id: string }[],
  personId: string | null,
  at: (i: number) => Date,
): void {
  const events: RunEvent[] = steps.map((step, i) => ({
    id: randomUUID(),
    kind: 'done',
    stepId: step.id,
    at: at(i).toISOString(),
    personId,
  }))
  store.runs.addEvents(run, events, foldRun(run, events))
}

function half(store: Store, ticket: Ticket, personId: string | null, now: Date): void {
  const { run } = begin(store, ticket, personId, subMinutes(now, 25))
  const stopBefore = run.steps.findIndex((s) => s.figure === 'cuttingOxygenPressure')
  confirm(store, run, run.steps.slice(0, stopBefore), personId, (i) => subMinutes(now, 24 - 2 * i))
}

function write(
  store: Store,
  {
    jobId,
    gusset,
    w,
    personId,
    at,
  }: { jobId: string; gusset: CutDraft; w: Written; personId: string | null; at: Date },
): void {
  const ticket = { id: randomUUID(), jobId, title: w.title, draft: gusset }
  const { run, request } = begin(store, ticket, personId, subMinutes(at, 50))
  confirm(store, run, run.steps, personId, (i) => subMinutes(at, 49 - 2 * i))
  store.runs.end(run, at.toISOString())
  writeDown(
    store,
    cutCameOut({
      id: randomUUID(),
      ticketId: ticket.id,
      runId: run.id,
      personId,
      at: at.toISOString(),
      used: { ...w.used, preheat: '' },
      edge: w.edge,
      slag: w.slag,
      drop: w.drop,
      kerf: w.kerf,
      note: w.note,
    }),
    { draft: ticket.draft, plan: run.plan, thicknessM: request.work.thicknessM },
  )
}

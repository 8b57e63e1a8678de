/**
 * Where practitioners differ on the line and on the work at the torch. The first of each row is the default.
 * Rows of brazing itself are in `core/braze/types.ts`; what each option means is in `school-words.ts`.
 */
export const LINE_SCHOOLS = {
  // these change what is done to the line, or in which order
  cylinderOrder: ['fuel-first', 'oxygen-first'],
  acetyleneTurns: ['three-quarters', 'quarter', 'one'],
  otherFuelTurns: ['fully', 'one'],
  oneAtATime: ['one-wholly', 'both-then-set'],
  hosePurge: ['own-step', 'while-setting', 'none'],
  screwsAtEnd: ['out', 'left'],
  setPressures: ['flowing', 'closed'],
  lightAcetylene: ['fuel-only', 'whiff'],
  fuelValve: ['quarter', 'half'],
  lightOther: ['near-plate', 'still-air', 'trace'],
  shutTorch: ['by-manual', 'oxygen-first', 'fuel-first', 'more-oxygen'],
  bleeding: ['oxygen-first', 'fuel-first', 'together'],
  // these change words, or whether a step that leaves the line alone is there
  leakCheck: ['after-change', 'each-time', 'soap'],
  trimBy: ['oxygen', 'either'],
  shade: ['table', 'five'],
  cones: ['clear', 'touching', 'tip-face'],
  pressCue: ['cherry', 'orange', 'wet'],
  thinPlate: ['none', 'passes'],
  guide: ['clamped', 'held'],
  preheatPass: ['cold', 'always', 'never'],
  torchAngle: ['by-thickness', 'square', 'laid-over'],
  cutTube: ['roller', 'saw'],
  gapBridge: ['never', 'dab'],
  secondSide: ['if-it-lets-go', 'braze', 'leave'],
  crackGroove: ['vee', 'none-on-thin'],
} as const

export type LineSchoolName = keyof typeof LINE_SCHOOLS
/** A shop's choice in every row. */
export type LineSchools = { readonly [S in LineSchoolName]: (typeof LINE_SCHOOLS)[S][number] }

export const LINE_SCHOOL_NAMES = Object.keys(LINE_SCHOOLS) as readonly LineSchoolName[]

/** Rows that change what is done to the line: every combination of them is run through the state model by the tests. */
export const LINE_TOUCHING = [
  'cylinderOrder',
  'acetyleneTurns',
  'otherFuelTurns',
  'oneAtATime',
  'hosePurge',
  'screwsAtEnd',
  'setPressures',
  'lightAcetylene',
  'fuelValve',
  'lightOther',
  'shutTorch',
  'bleeding',
] as const satisfies readonly LineSchoolName[]

/** The first of every row. */
export const USUAL_LINE_SCHOOLS = Object.fromEntries(
  LINE_SCHOOL_NAMES.map((name) => [name, LINE_SCHOOLS[name][0]]),
) as unknown as LineSchools

/** Schools as somebody names them: each row's word, or the fields that are not known. */
export function readLineSchools(asked: Readonly<Record<string, unknown>>): {
  readonly schools: LineSchools
  readonly errors: readonly { readonly field: string; readonly message: string }[]
} {
  const errors: { field: string; message: string }[] = []
  const schools: Record<string, string> = { ...USUAL_LINE_SCHOOLS }
  for (const [name, value] of Object.entries(asked)) {
    if (!(name in LINE_SCHOOLS)) {
      errors.push({
        field: `schools.${name}`,
        message: `“${name.slice(0, 40)}” is not a choice that is known. Known are: ${LINE_SCHOOL_NAMES.join(', ')}.`,
      })
      continue
    }
    const options: readonly string[] = LINE_SCHOOLS[name as LineSchoolName]
    if (typeof value === 'string' && options.includes(value)) schools[name] = value
    else errors.push({ field: `schools.${name}`, message: `This should be one of: ${options.join(', ')}.` })
  }
  return { schools: schools as unknown as LineSchools, errors }
}

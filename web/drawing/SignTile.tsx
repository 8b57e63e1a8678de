/** What each sign looks like: solid metal, lines on it, and what is wrong in brick. */
export interface Drawn {
  readonly metal?: string
  readonly lines?: string
  readonly wrong?: string
  /** Small round things that are wrong: pinholes, drops, sparks. */
  readonly dots?: readonly (readonly [x: number, y: number, r: number])[]
}
const FACE = 'M8 14H88V58H8Z'
const GRAIN = 'M20 16V56M32 16V56M44 16V56M56 16V56M68 16V56M80 16V56'
const TORCH = 'M44 4H52L50 22H46Z'
const PLATE = 'M6 40H90V52H6Z'
const TUBE = 'M38 6H58V40H38Z'
const CUP = 'M30 34H38V60H58V34H66V68H30Z'
const BOTH = `${TUBE}${CUP}`
const TIP = 'M36 50H60L56 68H40Z'
const CONE = 'M42 50L48 30L54 50Z'
const GAUGE = 'M48 12A26 26 0 1 1 47.9 12Z'

const DRAWN: Readonly<Record<string, Drawn>> = {
  'top-melted': {
    metal: 'M8 22Q12 12 22 16Q32 10 42 16Q54 10 64 16Q76 10 88 20V58H8Z',
    lines: 'M24 26V56M44 24V56M64 26V56',
    dots: [
      [22, 12, 4],
      [46, 12, 4],
      [70, 12, 4],
    ],
  },
  'slag-sticks': {
    metal: 'M8 14H88V44H8Z',
    wrong:
      'M12 45h14l-4 14q-4 6-7 0zM34 45h14l-4 16q-4 6-7 0zM56 45h14l-4 12q-4 6-7 0zM74 45h12l-3 14q-4 5-6 0z',
  },
  'closes-behind': {
    metal: 'M6 30H90V50H6Z',
    lines: TORCH,
    wrong: 'M8 36Q20 44 32 36T44 38V46Q30 40 20 46T8 44Z',
  },
  'cut-lost': {
    metal: FACE,
    lines: 'M18 16V56M28 16V56M66 16V56M76 16V56',
    wrong: 'M38 16L46 36L38 56M50 16L58 36L50 56',
  },
  'will-not-start': {
    metal: PLATE,
    lines: TORCH,
    wrong: 'M40 40Q48 30 56 40M40 28L56 44M56 28L40 44',
  },
  'blows-back': {
    metal: PLATE,
    lines: TORCH,
    wrong: 'M46 38L30 18M48 38L44 20M52 38L66 16M54 38L76 26',
    dots: [
      [28, 16, 2],
      [68, 14, 2],
      [78, 24, 2],
    ],
  },
  'drag-leans': {
    metal: FACE,
    wrong: 'M34 16Q30 40 12 56M50 16Q46 42 26 56M66 16Q62 44 40 56M82 16Q78 46 54 56',
  },
  'saw-toothed': {
    metal: 'M8 14H88V58H8Z',
    wrong:
      'M14 22l8 7 8-7 8 7 8-7 8 7 8-7 8 7 8-7M14 36l8 7 8-7 8 7 8-7 8 7 8-7 8 7 8-7M14 49l8 6 8-6 8 6 8-6 8 6 8-6 8 6 8-6',
  },
  'wide-kerf': {
    metal: 'M6 12H34Q42 36 30 60H6ZM90 12H62Q54 36 66 60H90Z',
    wrong: 'M36 66H60M36 62V70M60 62V70',
  },
  gouges: { metal: FACE, lines: GRAIN, wrong: 'M36 16Q56 28 42 40Q34 50 46 56M60 16Q74 32 62 46Z' },
  wavy: {
    metal: 'M6 40Q18 30 30 40T54 40T78 40T90 36V62H6Z',
    wrong: 'M6 38Q18 28 30 38T54 38T78 38T90 34',
    lines: 'M6 20H90',
  },
  'bevel-dross': {
    metal: 'M8 54L40 14H88V54Z',
    wrong: 'M10 55h10l-2 10q-3 4-6 0zM26 55h12l-3 12q-3 4-6 0zM44 55h10l-2 9q-3 4-6 0z',
  },
  'ragged-start': { metal: 'M6 8H90V64H6Z', wrong: 'M48 18A18 18 0 1 1 40 20L34 14L42 26L30 24L40 32' },
  'edge-hard': {
    metal: FACE,
    lines: 'M12 20L30 38M22 18L52 48M44 18L74 48M66 18L84 36',
    wrong: 'M48 14L44 28L52 36L46 58',
  },
  bang: {
    metal: 'M6 56H90V68H6Z',
    lines: 'M20 40H76V48H20Z',
    wrong: 'M48 10L53 26L70 20L60 34L76 40L20 40L36 34L26 20L43 26Z',
  },
  'wrong-size': { metal: 'M24 20H66V58H24Z', lines: 'M18 14H74V64H18Z', wrong: 'M66 20V8M74 14V8M66 10H74' },
  popping: { metal: TIP, wrong: 'M48 46L40 30L30 34L36 22L26 12L42 16L48 4L54 16L70 12L60 22L66 34L56 30Z' },
  soot: {
    metal: TIP,
    wrong: 'M48 50Q30 34 46 22Q34 14 50 4Q66 16 54 26Q68 36 48 50Z',
    dots: [
      [24, 16, 3],
      [74, 22, 3],
      [20, 34, 2],
      [78, 40, 2.5],
    ],
  },
  'leaves-tip': { metal: TIP, wrong: 'M42 38L48 8L54 38Q48 42 42 38Z', lines: 'M40 46H56M42 42H54' },
  feather: { metal: TIP, lines: CONE, wrong: 'M38 50Q34 30 48 4Q62 30 58 50' },
  hiss: {
    metal: TIP,
    wrong: 'M44 50L48 38L52 50Z',
    lines: 'M28 36Q22 30 28 24M20 40Q10 30 20 20M68 36Q74 30 68 24M76 40Q86 30 76 20',
  },
  'lever-changes': {
    metal: TIP,
    lines: 'M42 50L48 34L54 50',
    wrong: 'M40 50L48 12L56 50M70 20V44M64 38L70 46L76 38',
  },
  'one-long': {
    metal: 'M20 50H76L70 68H26Z',
    lines: 'M26 50L30 38L34 50M42 50L46 38L50 50',
    wrong: 'M58 50L66 14L70 50',
  },
  'throws-back': {
    metal: PLATE,
    lines: TORCH,
    wrong: 'M48 22L48 38M46 38Q26 36 30 18M50 38Q70 36 66 18M26 24L30 16L36 22M60 22L66 16L70 24',
  },
  inside: { metal: 'M6 28H70L90 34V42L70 48H6Z', wrong: 'M64 38L44 30V46ZM40 38L24 32V44ZM22 38L12 34V42Z' },
  'needle-climbs': { lines: GAUGE, wrong: 'M48 38L66 26M58 14Q72 20 74 34M70 30L74 36L78 30' },
  'needle-sags': { lines: GAUGE, wrong: 'M48 38L32 50M30 22Q22 30 24 44M20 40L24 46L29 41' },
  frost: {
    metal: 'M36 30H60V68H36Z',
    lines: 'M42 18H54V30H42Z',
    wrong: 'M20 12V32M10 22H30M13 15L27 29M27 15L13 29M78 30V46M70 38H86M72 32L84 44M84 32L72 44',
  },
  'warm-hose': {
    lines: 'M6 50Q30 66 48 50T90 50',
    wrong: 'M28 38Q22 30 28 24T28 10M48 36Q42 28 48 22T48 8M68 38Q62 30 68 24T68 10',
  },
  'gas-smell': { metal: 'M38 46H58V68H38Z', wrong: 'M44 40Q34 30 44 22T42 6M54 40Q64 30 54 22T58 6' },
  balls: {
    metal: 'M6 46H90V62H6Z',
    dots: [
      [28, 36, 9],
      [50, 37, 8],
      [70, 38, 7],
    ],
  },
  'sealed-lip': {
    metal: BOTH,
    dots: [
      [34, 33, 6],
      [62, 33, 6],
    ],
    lines: 'M38 44V60M58 44V60',
  },
  'runs-down': {
    metal: `${CUP}${TUBE}`,
    wrong: 'M64 34Q72 44 70 66Q66 70 66 62V38ZM32 34Q24 44 26 58Q30 62 30 54V38Z',
  },
  gap: { metal: BOTH, wrong: 'M58 30H66V38H58Z', lines: 'M30 34Q34 28 38 32' },
  pinholes: {
    metal: 'M8 30Q48 8 88 30V58H8Z',
    dots: [
      [28, 30, 4],
      [46, 24, 3],
      [62, 30, 5],
      [76, 36, 3],
    ],
  },
  crack: { metal: 'M8 30Q48 10 88 30V58H8Z', wrong: 'M20 40L32 30L42 38L54 26L64 36L78 30' },
  burnt: {
    metal: 'M8 20H34Q40 40 48 44Q58 40 62 20H88V40Q60 66 48 66Q34 66 8 40Z',
    wrong: 'M38 34Q48 54 58 34',
  },
  'flux-black': { metal: BOTH, wrong: 'M24 30l6-6 6 6 6-6 6 6 6-6 6 6 6-6 6 6-4 8H28Z' },
  'black-inside': {
    metal: 'M20 6H32V66H20ZM64 6H76V66H64Z',
    dots: [
      [36, 16, 4],
      [58, 26, 5],
      [38, 40, 5],
      [57, 54, 4],
      [44, 58, 3],
    ],
  },
  'filler-inside': {
    metal: 'M20 6H32V66H20ZM64 6H76V66H64Z',
    wrong: 'M32 34Q46 38 42 54Q36 60 32 48ZM64 34Q52 36 54 48Q60 56 64 46Z',
  },
  'short-joint': { metal: BOTH, wrong: 'M70 34V14M74 34H66M74 14H66M38 22H58' },
  'al-slumps': {
    metal: 'M6 24H34Q46 24 48 44Q52 60 62 44Q66 24 76 24H90V38H80Q72 66 56 66Q40 62 34 38H6Z',
    wrong: 'M48 12V22M44 18L48 24L52 18',
  },
  fume: {
    metal: 'M6 56H90V66H6Z',
    wrong: 'M24 50Q14 40 26 32T22 8M48 50Q38 40 50 32T46 6M72 50Q62 40 74 32T70 8',
  },
  pale: { metal: 'M8 58V44L28 44Q34 20 48 26Q62 18 68 44H88V58Z', lines: 'M34 38l4-4 4 4 4-4 4 4 4-4 4 4' },
  spits: {
    metal: 'M6 50H90V64H6Z',
    dots: [
      [30, 30, 3],
      [44, 18, 3],
      [56, 32, 2.5],
      [66, 20, 3],
      [74, 36, 2],
    ],
    wrong: 'M40 46L34 34M48 46V30M56 46L64 32',
  },
  'crack-runs': { metal: 'M6 10H90V62H6Z', lines: 'M10 36L30 30', wrong: 'M30 30L44 40L54 32L68 44L86 36' },
  'burns-off': { metal: 'M6 46H90V62H6Z', wrong: 'M30 46Q34 30 44 40Q40 26 50 14Q58 28 56 36Q62 30 66 46Z' },
  'pulls-clean': {
    metal: 'M6 16H90V28H6ZM6 46H90V58H6Z',
    wrong: 'M48 44V32M44 36L48 30L52 36M20 32V42M76 32V42',
  },
  'failed-later': {
    metal: 'M6 30H90V48H6Z',
    lines: 'M66 14A11 11 0 1 0 66 13.9M55 6V14L61 18',
    wrong: 'M30 30L36 38L28 42L34 48',
  },
  leak: {
    metal: 'M6 30H90V48H6Z',
    dots: [
      [44, 24, 5],
      [52, 16, 4],
      [40, 12, 3],
      [58, 24, 3],
    ],
  },
}

/** What is wrong, as a small drawing. */
export function Tile({ metal, lines, wrong, dots }: Drawn) {
  return (
    <svg viewBox="0 0 96 72" aria-hidden="true" className="w-full max-w-[104px]">
      {metal ? (
        <path d={metal} fill="var(--metal)" stroke="currentColor" strokeWidth={2} strokeLinejoin="round" />
      ) : null}
      {lines ? (
        <path d={lines} fill="none" stroke="currentColor" strokeWidth={1.8} strokeLinecap="round" />
      ) : null}
      {wrong ? (
        <path
          d={wrong}
          fill={wrong.includes('Z') ? 'var(--brick)' : 'none'}
          stroke="var(--brick)"
          strokeWidth={2.6}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ) : null}
      {dots?.map(([x, y, r]) => (
        <circle
          key={`${x} ${y}`}
          cx={x}
          cy={y}
          r={r}
          fill="var(--brick)"
          stroke="currentColor"
          strokeWidth={1}
        />
      ))}
    </svg>
  )
}

/** A sign as a small drawing. */
export const SignTile = ({ id }: { readonly id: string }) => <Tile {...DRAWN[id]} />

/** Signs that have a drawing. */
export const DRAWN_SIGNS: readonly string[] = Object.keys(DRAWN)

import { Tile, type Drawn } from './SignTile.tsx'

/** A cylinder with its valve, a tip with its flame, a gauge, a person: what trouble is met at. */
const CYLINDER = 'M36 22Q36 16 42 16H54Q60 16 60 22V66H36ZM44 16V8H52V16Z'
const TIP = 'M6 30H44L58 34V38L44 42H6Z'
const FLAME = 'M48 10Q60 24 54 34Q50 42 44 36Q38 28 48 10Z'
const GAUGE = 'M48 10A26 26 0 1 1 47.9 10Z'
const PERSON = 'M48 8A8 8 0 1 1 47.9 8ZM36 28H60L64 50H56V66H40V50H32Z'
const PLATE = 'M6 44H90V58H6Z'
const JOINT = 'M38 6H58V40H38ZM30 36H38V62H58V36H66V68H30Z'

const DRAWN: Readonly<Record<string, Drawn>> = {
  'valve-fire': { metal: CYLINDER, wrong: 'M48 0Q62 8 58 18Q52 26 44 20Q36 12 48 0Z' },
  clothes: { metal: PERSON, wrong: 'M34 66Q28 52 36 44Q38 54 46 48Q52 58 58 46Q68 56 60 66Z' },
  spark: {
    metal: PLATE,
    wrong: 'M30 44Q22 30 34 20Q36 30 44 26Q52 36 46 44Z',
    lines: 'M60 38Q56 30 62 24Q66 18 62 10M74 38Q70 30 76 24',
  },
  flashback: {
    lines: 'M4 30H60M4 44H60',
    metal: 'M60 24H78L90 32V42L78 50H60Z',
    wrong: 'M52 37L34 28L38 35L16 30L30 38L14 44L36 41L32 48Z',
  },
  sustained: { metal: TIP, wrong: 'M40 36Q30 26 18 36Q30 46 40 36ZM64 30Q70 36 64 42M72 26Q80 36 72 46' },
  'cylinder-hot': {
    metal: CYLINDER,
    wrong: 'M26 24Q20 32 26 40T26 58M70 24Q76 32 70 40T70 58M42 36H54M42 46H54',
  },
  backfire: { metal: TIP, wrong: 'M66 36L78 20M68 38L90 36M66 40L78 54' },
  leak: {
    lines: 'M4 36H92',
    metal: 'M38 26H58V46H38Z',
    dots: [
      [44, 18, 4],
      [56, 14, 5],
      [50, 6, 3],
      [64, 22, 3],
    ],
  },
  burn: {
    metal: 'M14 40Q10 30 18 28L34 34V14Q38 8 42 14V30L74 36Q84 40 80 50L74 64H36Z',
    wrong: FLAME.replaceAll('48', '66')
      .replaceAll('44', '62')
      .replaceAll('38', '56')
      .replaceAll('60', '78')
      .replaceAll('54', '72')
      .replaceAll('50', '68'),
  },
  fume: { metal: PERSON, wrong: 'M10 60Q4 50 12 42T10 22M82 60Q76 50 84 42T82 22' },
  creep: { metal: GAUGE, lines: 'M48 36L30 52', wrong: 'M48 36L66 20M58 18L67 19L66 28' },
  sag: { metal: GAUGE, lines: 'M48 36L66 20', wrong: 'M48 36L30 52M28 43L29 53L39 53' },
  empty: { metal: CYLINDER, wrong: 'M40 60H56M40 54H56', lines: 'M40 30H56M40 38H56M40 46H56' },
  'no-light': { metal: TIP, lines: 'M66 36H90', wrong: 'M66 22L84 50M84 22L66 50' },
  'cut-lost': {
    metal: 'M8 14H88V58H8Z',
    lines: 'M18 16V56M28 16V56',
    wrong: 'M38 16L46 36L38 56M50 16L58 36L50 56',
  },
  'cut-start': { metal: PLATE, lines: 'M44 4H52L50 22H46Z', wrong: 'M38 38L58 26M38 26L58 38' },
  'cut-closes': {
    metal: 'M6 30H90V50H6Z',
    lines: 'M44 4H52L50 22H46Z',
    wrong: 'M8 36Q20 44 32 36T44 38V46Q30 40 20 46T8 44Z',
  },
  balls: {
    metal: JOINT,
    dots: [
      [26, 30, 5],
      [70, 30, 6],
      [64, 18, 4],
    ],
  },
  'burnt-through': {
    metal: PLATE,
    wrong: 'M38 44Q42 52 36 58H60Q54 52 58 44Z',
    dots: [
      [44, 66, 3],
      [54, 68, 2.5],
    ],
  },
}

/** A trouble as a small drawing. */
export const TroubleTile = ({ id }: { readonly id: string }) => <Tile {...DRAWN[id]} />

/** Troubles that have a drawing. */
export const DRAWN_TROUBLES: readonly string[] = Object.keys(DRAWN)

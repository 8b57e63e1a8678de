/** The closed list of verbs in which a list of acts is written, one to a line, so that anyone can check it. */
import { SET_FLAMES } from '../flame/set.ts'
import { FUEL_IDS, HOSE_GRADES, type FuelId, type HoseGrade } from '../gas/fuels.ts'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { parseQuantity, PSI_PA, type Kind } from '../quantity/index.ts'
import { forbidden, hazardsAtEnd, hazardsOf, type Met } from './hazards.ts'
import {
  actOn,
  coldLine,
  FULLY_OPEN,
  USUAL_SWEEP_S,
  type Act,
  type ActName,
  type LineSetting,
  type LineState,
  type Side,
} from './state.ts'

/** Every verb with what may follow it. Printed in the docs and in the answer to a verb that is not known. */
export const VERBS = [
  'open-cylinder SIDE [TURNS turns | fully] [slowly]',
  'close-cylinder SIDE',
  'screw-in SIDE PRESSURE',
  'screw-out SIDE',
  'open-torch SIDE [TURNS turn]',
  'close-torch SIDE',
  'open-handle',
  'close-handle',
  'press-lever',
  'release-lever',
  'purge SIDE [SECONDS s]',
  'bleed SIDE',
  'light',
  'trim carburising | neutral | oxidising',
  'heat [SECONDS s]',
  'cut [SECONDS s]',
  'pop',
  'wait SECONDS s',
  'check-leaks [SECONDS s]',
  'pause SECONDS s',
  'leave SECONDS s',
  'change-tip',
  'change-attachment',
  'take-off-regulator SIDE',
  'fit-regulator SIDE',
  'take-off-hose SIDE',
  'fit-hose SIDE',
  'blow-out SIDE',
  'hand-over',
  'vent-line',
  'open-exit',
  'close-exit',
  'cool SECONDS s',
  'raise-test PRESSURE',
  'tighten-joint',
  'start-pump',
  'stop-pump',
  'open-vacuum',
  'close-vacuum',
  'use fuel FUEL | hose GRADE | regulator FUEL | tip PIECES-piece [FLAMES flames] [ORIFICE] | check-valves yes|no | handle yes|no | lever yes|no | flame FLAME | sweep SECONDS s | line PRESSURE [nitrogen SECONDS s]',
] as const

const SIDES: readonly Side[] = ['oxygen', 'fuel', 'nitrogen']
const PLAIN: Readonly<Partial<Record<string, ActName>>> = {
  'open-handle': 'open-handle',
  'close-handle': 'shut-handle',
  'press-lever': 'lever-down',
  'release-lever': 'lever-up',
  light: 'light',
  pop: 'pop',
  'change-tip': 'change-tip',
  'change-attachment': 'change-attachment',
  'hand-over': 'hand-over',
  'vent-line': 'vent-line',
  'open-exit': 'open-exit',
  'close-exit': 'shut-exit',
  'tighten-joint': 'tighten-joint',
  'start-pump': 'start-pump',
  'stop-pump': 'stop-pump',
  'open-vacuum': 'open-vacuum',
  'close-vacuum': 'shut-vacuum',
}
type OnSide =
  | 'shut-cylinder'
  | 'screw-out'
  | 'shut-valve'
  | 'take-off-regulator'
  | 'fit-regulator'
  | 'take-off-hose'
  | 'fit-hose'
  | 'blow-out'
const ON_SIDE: Readonly<Partial<Record<string, OnSide>>> = {
  'take-off-regulator': 'take-off-regulator',
  'fit-regulator': 'fit-regulator',
  'take-off-hose': 'take-off-hose',
  'fit-hose': 'fit-hose',
  'blow-out': 'blow-out',
  'close-cylinder': 'shut-cylinder',
  'screw-out': 'screw-out',
  'close-torch': 'shut-valve',
}
const TIMED: Readonly<
  Partial<Record<string, 'wait' | 'check-leaks' | 'heat' | 'cut' | 'pause' | 'leave' | 'cool'>>
> = {
  wait: 'wait',
  'check-leaks': 'check-leaks',
  heat: 'heat',
  cut: 'cut',
  pause: 'pause',
  leave: 'leave',
  cool: 'cool',
}

/** A line that cannot be read: why. */
class NotRead extends Error {}

function quantity(text: string, kind: Kind, what: string): number {
  const read = parseQuantity(text, kind)
  if (!read.ok) throw new NotRead(`${what}: ${read.message}`)
  return read.value
}

function turnsOf(words: readonly string[]): number | undefined {
  const text = words.filter((w) => !/^turns?$/.test(w)).join(' ')
  if (text === '') return undefined
  if (text === 'fully') return FULLY_OPEN
  const parts = text.split(/[ -]/).map((part) => {
    const [top, under] = part.split('/')
    return Number(top) / Number(under ?? 1)
  })
  const turns = parts.reduce((a, b) => a + b, 0)
  if (!(turns > 0 && turns <= 20)) throw new NotRead(`“${text}” is not a number of turns such as 3/4 turn.`)
  return turns
}

const seconds = (words: readonly string[]): number | undefined =>
  words.length === 0 ? undefined : quantity(words.join(' '), 'time', 'The time')

function sideFrom(word: string | undefined): Side {
  const side = SIDES.find((s) => s === word)
  if (side) return side
  const fuel = FUEL_IDS.find((f) => f === word)
  if (fuel) return 'fuel'
  throw new NotRead(`Say which side: ${SIDES.join(', ')}.`)
}

function actsOf(verb: string, words: readonly string[], setting: LineSetting): Act[] {
  const plain = PLAIN[verb]
  if (plain) {
    if (words.length > 0) throw new NotRead(`Nothing follows ${verb}.`)
    return [{ do: plain } as Act]
  }
  const timed = TIMED[verb]
  if (timed) {
    const s = seconds(words)
    if (s === undefined && !['heat', 'cut', 'check-leaks'].includes(timed))
      throw new NotRead(`Say how long to ${verb}.`)
    return [s === undefined ? { do: timed } : { do: timed, seconds: s }]
  }
  if (verb === 'trim') {
    const to = SET_FLAMES.find((f) => f === words[0])
    if (!to || words.length > 1) throw new NotRead('Trim to carburising, neutral or oxidising.')
    return [{ do: 'trim', to }]
  }
  if (verb === 'raise-test')
    return [{ do: 'raise-test', toPa: quantity(words.join(' '), 'pressure', 'The pressure') }]
  const [first, ...rest] = words
  const known = ['open-cylinder', 'open-torch', 'screw-in', 'purge', 'bleed', ...Object.keys(ON_SIDE)]
  if (!known.includes(verb))
    throw new NotRead(
      `“${verb.slice(0, 40)}” is not a verb that is known. The verbs: ${VERBS.map((v) => v.split(' ')[0]).join(', ')}.`,
    )
  const side = sideFrom(first)
  const simple = ON_SIDE[verb]
  if (simple) return [{ do: simple, side }]
  switch (verb) {
    case 'open-cylinder': {
      const turns = turnsOf(rest.filter((w) => w !== 'slowly'))
      const slowly = rest.includes('slowly')
      return [{ do: 'open-cylinder', side, slowly, ...(turns === undefined ? {} : { turns }) }]
    }
    case 'open-torch': {
      const turns = turnsOf(rest)
      return [{ do: 'open-valve', side, ...(turns === undefined ? {} : { turns }) }]
    }
    case 'screw-in':
      return [{ do: 'screw-in', side, toPa: quantity(rest.join(' '), 'pressure', 'The pressure') }]
    case 'purge': {
      const need = side === 'nitrogen' ? setting.line?.sweepS : setting.sweepS?.[side]
      return [
        { do: 'open-valve', side },
        { do: 'purge', side, seconds: seconds(rest) ?? need ?? USUAL_SWEEP_S },
        { do: 'shut-valve', side },
      ]
    }
    default:
      return [
        { do: 'open-valve', side },
        { do: 'wait', seconds: 5 },
        { do: 'shut-valve', side },
      ]
  }
}

/** What the line is made of until a `use` says otherwise: acetylene, 25 ft of 1/4 in hose, no check valves to rely on. */
export const PLAIN_SETTING: LineSetting = {
  fuel: 'acetylene',
  ambientPa: STANDARD_PRESSURE_PA,
  fuelDivisionPa: PSI_PA,
  oxygenDivisionPa: PSI_PA,
  checkValves: false,
}

const yes = (word: string | undefined): boolean => {
  if (word !== 'yes' && word !== 'no') throw new NotRead('Say yes or no.')
  return word === 'yes'
}
const fuelFrom = (word: string | undefined): FuelId => {
  const fuel = FUEL_IDS.find((f) => f === word)
  if (!fuel) throw new NotRead(`The fuel should be one of: ${FUEL_IDS.join(', ')}.`)
  return fuel
}

function used(setting: LineSetting, words: readonly string[]): LineSetting {
  const [what, ...rest] = words
  const [first] = rest
  switch (what) {
    case 'fuel':
      return { ...setting, fuel: fuelFrom(first) }
    case 'regulator':
      return { ...setting, regulatorFor: fuelFrom(first) }
    case 'hose': {
      const grade = HOSE_GRADES.find((g): g is HoseGrade => g === first)
      if (!grade) throw new NotRead(`The hose should be one of: ${HOSE_GRADES.join(', ')}.`)
      return { ...setting, hoseGrade: grade }
    }
    case 'check-valves':
      return { ...setting, checkValves: yes(first) }
    case 'handle':
      return { ...setting, handleValve: yes(first) }
    case 'lever':
      return { ...setting, lever: yes(first) }
    case 'flame': {
      const flame = SET_FLAMES.find((f) => f === first)
      if (!flame) throw new NotRead('The flame should be carburising, neutral or oxidising.')
      return { ...setting, flame }
    }
    case 'sweep': {
      const s = seconds(rest) ?? USUAL_SWEEP_S
      return { ...setting, sweepS: { oxygen: s, fuel: s } }
    }
    case 'tip': {
      const text = rest.join(' ')
      const pieces = /^([12])-piece/.exec(text)?.[1]
      const flames = /(\d+) flames?/.exec(text)?.[1]
      if (pieces === undefined) throw new NotRead('Say 1-piece or 2-piece.')
      const size = text
        .replace(/^[12]-piece/, '')
        .replace(/\d+ flames?/, '')
        .trim()
      return {
        ...setting,
        tip: {
          pieces: pieces === '1' ? 1 : 2,
          flames: Number(flames ?? 1),
          orificeM: size === '' ? 0.001 : quantity(size, 'length', 'The orifice'),
        },
      }
    }
    case 'line': {
      const at = rest.indexOf('nitrogen')
      const pressure = rest.slice(0, at < 0 ? undefined : at).join(' ')
      return {
        ...setting,
        line: {
          pressurePa: quantity(pressure, 'pressure', 'The pressure in the line'),
          needsNitrogen: at >= 0,
          sweepS: at < 0 ? 0 : (seconds(rest.slice(at + 1)) ?? 60),
        },
      }
    }
    default:
      throw new NotRead(
        'After use: fuel, hose, regulator, tip, check-valves, handle, lever, flame, sweep or line.',
      )
  }
}

/** One line of a list: what was said, and how the line stands after it. */
export interface VerbStep {
  readonly line: number
  readonly said: string
  readonly state: LineState
  readonly met: readonly Met[]
}
/** A list that was run, or the first line that could not be read. */
export type VerbRun =
  | {
      readonly ok: true
      readonly steps: readonly VerbStep[]
      /** Forbidden things met, with the line of the list; `at` is that line. */
      readonly hazards: readonly Met[]
      /** Bounded things met inside their bounds. */
      readonly cautions: readonly Met[]
      readonly end: LineState
    }
  | { readonly ok: false; readonly line: number; readonly message: string }

const MOST_LINES = 5000

/**
 * Runs a list of verbs, one to a line, `#` for remarks, from a cold line; hazards of the end are judged too.
 * @param text the list; see `VERBS`
 * @param leave false when the list stops in the middle of the work, so that its end is not judged
 * @example runVerbs('open-cylinder oxygen slowly\nscrew-in fuel', false).line // 2
 */
export function runVerbs(text: string, leave = true): VerbRun {
  const lines = text.split(/\r?\n/)
  if (lines.length > MOST_LINES)
    return { ok: false, line: MOST_LINES, message: `At most ${MOST_LINES} lines.` }
  let setting = PLAIN_SETTING
  let state: LineState | undefined
  const steps: VerbStep[] = []
  const met: Met[] = []
  for (const [i, raw] of lines.entries()) {
    const said = raw.replace(/#.*$/, '').trim()
    if (said === '') continue
    const [verb = '', ...words] = said.split(/\s+/)
    try {
      if (verb === 'use') {
        if (state) throw new NotRead('What the line is made of is said before the first act.')
        setting = used(setting, words)
        continue
      }
      let now: LineState = state ?? coldLine(setting)
      const here: Met[] = []
      for (const act of actsOf(verb, words, setting)) {
        const after = actOn(now, act, setting)
        here.push(...hazardsOf(now, act, after, setting, i + 1))
        now = after
      }
      state = now
      met.push(...here)
      steps.push({ line: i + 1, said, state: now, met: here })
    } catch (error) {
      if (error instanceof NotRead) return { ok: false, line: i + 1, message: error.message }
      throw error
    }
  }
  const end = state ?? coldLine(setting)
  if (leave) met.push(...hazardsAtEnd(end, lines.length))
  return {
    ok: true,
    steps,
    hazards: forbidden(met),
    cautions: met.filter((m) => m.grade === 'bounded'),
    end,
  }
}

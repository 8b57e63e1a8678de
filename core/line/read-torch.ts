import { TORCH } from '../rig/fields.ts'
import type { TorchGear } from './setup.ts'

/** Of a torch too, but read with the rest of the supply; and what was once asked and changes nothing. */
const PASSED_OVER: ReadonlySet<string> = new Set(['oxygenRating', 'fuelRating', 'mixer', 'valves'])

const isOfTorch = (name: string): name is keyof typeof TORCH => Object.hasOwn(TORCH, name)
const KNOWN = Object.keys(TORCH).filter((name) => !PASSED_OVER.has(name))

/** What was said of a torch, or the first field that is not understood. */
export type ReadTorch =
  | { readonly ok: true; readonly torch: Partial<TorchGear> }
  | { readonly ok: false; readonly field: string; readonly message: string }

/**
 * Reads a torch as its manual has it: `{ kind, lighting, shutdown, seat, mixing, checkValves }`, each a word,
 * `checkValves` yes or no. What is blank is left out, so that a usual torch can stand in.
 * @param path where it stands in the file, for messages
 */
export function readTorchGear(value: unknown, path = 'torch'): ReadTorch {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { ok: false, field: path, message: 'The torch should be a group: kind, lighting, shutdown, seat.' }
  const torch: Record<string, unknown> = {}
  for (const [name, said] of Object.entries(value)) {
    if (said === '' || said === undefined || said === null || PASSED_OVER.has(name)) continue
    if (name === 'checkValves') {
      if (said !== true && said !== false && said !== 'yes' && said !== 'no')
        return { ok: false, field: `${path}.${name}`, message: 'Say yes or no.' }
      torch[name] = said === true || said === 'yes'
      continue
    }
    const field = isOfTorch(name) ? TORCH[name] : undefined
    if (field?.type !== 'choice')
      return {
        ok: false,
        field: `${path}.${name}`,
        message: `This is not known of a torch. Known are: ${KNOWN.join(', ')}.`,
      }
    const words: readonly string[] = Object.keys(field.names)
    if (typeof said !== 'string' || !words.includes(said))
      return { ok: false, field: `${path}.${name}`, message: `This should be one of: ${words.join(', ')}.` }
    torch[name] = said
  }
  return { ok: true, torch }
}

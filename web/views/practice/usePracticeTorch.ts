import { useMemo } from 'react'
import { benchesOf, type BenchMade, type Benches } from '#application/bench-torch-of.ts'
import { FIRST_RIG } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import { FUEL_IDS, FUELS, isFuel, type FuelId } from '#core/gas/fuels.ts'
import type { TorchKind } from '#core/line/setup.ts'
import type { Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import type { Option } from '../../ui/Segmented.tsx'

const USUAL = 'usual:'
/** Fuels whose usual pressures at a brazing torch are known. */
const BRAZED_WITH = FUEL_IDS.filter((f) => FUELS[f].brazeBands !== undefined)

interface UsualTorch {
  readonly kind: TorchKind
  readonly name: string
  readonly fuels: readonly FuelId[]
}
/** Usual torches of no shop: the word for each, and the fuels that it is usual with. */
const USUAL_TORCHES: readonly [UsualTorch, ...UsualTorch[]] = [
  { kind: 'cutting-torch', name: 'A usual cutting torch', fuels: FUEL_IDS },
  { kind: 'cutting-attachment', name: 'A usual cutting attachment', fuels: FUEL_IDS },
  { kind: 'brazing-handle', name: 'A usual brazing handle', fuels: BRAZED_WITH },
  { kind: 'heating-head', name: 'A usual heating head', fuels: BRAZED_WITH },
]
const FIRST_KIND = 'cutting-torch'
/** What a usual torch is chosen by; a cutting torch by its fuel alone. */
const usual = (fuel: FuelId, kind: TorchKind) => `${USUAL}${fuel}${kind === FIRST_KIND ? '' : `:${kind}`}`

/** What can be practised with: the shop's own torches, then usual ones of each kind and fuel. */
const choicesOf = (torches: readonly Torch[]): readonly Option<string>[] => [
  ...torches.map((t) => ({ value: t.id, label: t.name })),
  ...USUAL_TORCHES.flatMap(({ kind, name, fuels }) =>
    fuels.map((f) => ({
      value: usual(f, kind),
      label: `${name}, ${FUELS[f].title.replace(/^[A-Z](?![A-Z])/, (c) => c.toLowerCase())}`,
    })),
  ),
]

/** The torch of the choice, as it is planned with. */
function torchOf(
  torches: readonly Torch[],
  chosen: string,
): { id: string | null; name: string; rig: Torch['rig'] } {
  const own = torches.find((t) => t.id === chosen)
  if (own) return own
  const [fuel = '', asked = FIRST_KIND] = chosen.slice(USUAL.length).split(':')
  const { kind, name } = USUAL_TORCHES.find((t) => t.kind === asked) ?? USUAL_TORCHES[0]
  return {
    id: null,
    name,
    rig: {
      ...FIRST_RIG,
      fuel: isFuel(fuel) ? fuel : 'acetylene',
      torch: { ...FIRST_RIG.torch, kind },
    },
  }
}

/** The torch that is practised with, set up for the bench. */
export interface PracticeTorch {
  readonly choices: readonly Option<string>[]
  readonly chosen: string
  readonly choose: (value: string) => void
  readonly name: string
  readonly made: BenchMade
  /** Its line, for the order bench. */
  readonly order: Benches['order']
}

/** Which of the choices is practised with: the one that was wanted, else the first. */
const chosenOf = (choices: readonly Option<string>[], wanted: string | null): string =>
  choices.find((c) => c.value === wanted)?.value ?? choices[0]?.value ?? `${USUAL}acetylene`

const useWanted = () => useApp((s) => s.device.practiceTorch ?? s.device.torchId)

/** What the torch burns that this screen practises with: nothing while the shop's torches are on their way. Without them, acetylene. */
export function usePracticeFuel(): FuelId | undefined {
  const { data, isError } = api.useTorchesQuery()
  const wanted = useWanted()
  const torches = data ?? (isError ? [] : undefined)
  if (!torches) return undefined
  const { rig } = torchOf(torches, chosenOf(choicesOf(torches), wanted))
  return isFuel(rig.fuel) ? rig.fuel : 'acetylene'
}

/** The torch that this screen practises with: nothing while the shop's torches are on their way. */
export function usePracticeTorch(): PracticeTorch | undefined {
  const { settings } = useShop()
  const send = useSend()
  const torches = api.useTorchesQuery().data
  const records = api.useRecordsQuery('cut').data ?? NO_RUNS
  const wanted = useWanted()
  return useMemo(() => {
    if (!torches) return undefined
    const choices = choicesOf(torches)
    const chosen = chosenOf(choices, wanted)
    const torch = torchOf(torches, chosen)
    const { flame, order } = benchesOf(torch, settings, records)
    return {
      choices,
      chosen,
      choose: (value) => void send(device.actions.changed({ practiceTorch: value })),
      name: torch.name,
      made: flame,
      order,
    }
  }, [torches, wanted, settings, records, send])
}

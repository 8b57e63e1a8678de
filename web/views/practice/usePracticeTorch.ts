import { useMemo } from 'react'
import { benchTorchOf, orderRigOf, type BenchMade } from '#application/bench-torch-of.ts'
import { FIRST_RIG } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import { FUEL_IDS, FUELS, isFuel } from '#core/gas/fuels.ts'
import type { Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import type { Option } from '../../ui/Segmented.tsx'

const USUAL = 'usual:'

/** What can be practised with: the shop's own torches, then a usual cutting torch of each fuel. */
const choicesOf = (torches: readonly Torch[]): readonly Option<string>[] => [
  ...torches.map((t) => ({ value: t.id, label: t.name })),
  ...FUEL_IDS.map((f) => ({
    value: `${USUAL}${f}`,
    label: `A usual cutting torch, ${FUELS[f].title.replace(/^[A-Z](?![A-Z])/, (c) => c.toLowerCase())}`,
  })),
]

/** The torch of the choice, as it is planned with. */
function torchOf(
  torches: readonly Torch[],
  chosen: string,
): { id: string | null; name: string; rig: Torch['rig'] } {
  const own = torches.find((t) => t.id === chosen)
  if (own) return own
  const fuel = chosen.slice(USUAL.length)
  const id = isFuel(fuel) ? fuel : 'acetylene'
  return {
    id: null,
    name: 'A usual cutting torch',
    rig: { ...FIRST_RIG, fuel: id, torch: { ...FIRST_RIG.torch, kind: 'cutting-torch' } },
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
  readonly order: ReturnType<typeof orderRigOf>
}

/** The torch that this screen practises with: nothing while the shop's torches are on their way. */
export function usePracticeTorch(): PracticeTorch | undefined {
  const { settings } = useShop()
  const send = useSend()
  const torches = api.useTorchesQuery().data
  const records = api.useRecordsQuery('cut').data ?? NO_RUNS
  const wanted = useApp((s) => s.device.practiceTorch ?? s.device.torchId)
  return useMemo(() => {
    if (!torches) return undefined
    const choices = choicesOf(torches)
    const chosen = choices.find((c) => c.value === wanted)?.value ?? choices[0]?.value ?? `${USUAL}acetylene`
    const torch = torchOf(torches, chosen)
    return {
      choices,
      chosen,
      choose: (value) => void send(device.actions.changed({ practiceTorch: value })),
      name: torch.name,
      made: benchTorchOf(torch, settings, records),
      order: orderRigOf(torch, settings, records),
    }
  }, [torches, wanted, settings, records, send])
}

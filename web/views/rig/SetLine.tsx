import { useState, type ReactNode } from 'react'
import type { GearItem, Torch } from '#contract/types.ts'
import { fuelTitle, isFuel } from '#core/gas/fuels.ts'
import { dueList, type Due } from '#core/rig/due.ts'
import { membersOf, type Gear } from '#core/rig/gear.ts'
import { contentsOfGear } from '#core/rig/job-gas.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { useShop } from '../../app/shop.ts'
import { Segmented } from '../../ui/Segmented.tsx'
import { keyFigure } from './key-figure.ts'

/** What stands on a side of the line, from the cylinder to the torch. */
const STATIONS = [
  { kind: 'cylinder', called: 'cylinder' },
  { kind: 'regulator', called: 'regulator' },
  { kind: 'arrestor', called: 'arrestor' },
  { kind: 'hose', called: 'hose' },
] as const satisfies readonly { readonly kind: GearKind; readonly called: string }[]
type StationKind = (typeof STATIONS)[number]['kind']

/** A thing to be added to a set: what kind, for which gas. */
export interface Wanted {
  readonly kind: GearKind
  readonly gas: string
  /** Absent where the shop has no set yet. */
  readonly set?: GearItem | undefined
}

/**
 * One set of the rig as a line, or all of it while there is no set: every thing on its station, and what is missing as
 * an outline to be filled.
 */
export function SetLine({
  sets,
  gear,
  torches,
  today,
  onOpen,
  onTorch,
  onAdd,
}: {
  readonly sets: readonly GearItem[]
  readonly gear: readonly GearItem[]
  readonly torches: readonly Torch[]
  readonly today: string
  readonly onOpen: (item: GearItem) => void
  /** Opens a torch; none: a new one. */
  readonly onTorch: (torch: Torch | undefined) => void
  readonly onAdd: (wanted: Wanted) => void
}) {
  const { say, gasColour } = useShop()
  const [chosen, setChosen] = useState<string>()
  const set = sets.find((s) => s.id === chosen) ?? sets[0]
  const ids = new Set(set ? membersOf(set) : gear.map((g) => g.id))
  const things = gear.filter((g) => ids.has(g.id))
  const torch = set ? torches.find((t) => t.id === set.fields['torch']) : torches[0]
  const fuel = isFuel(torch?.rig.fuel) ? torch.rig.fuel : 'acetylene'
  const hoses = things.filter((g) => g.kind === 'hose')
  const at = (kind: StationKind, gas: string): GearItem | undefined =>
    things.find((g) => g.kind === kind && g.fields['gas'] === gas) ??
    // a pair of hoses is often written down as one thing
    (kind === 'hose' && hoses.length === 1 ? hoses[0] : undefined)
  const dueOf = (item: Gear) => dueList([item], today)[0]?.due
  return (
    <section aria-label="The set as a line" className="pb-6">
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-[1.5px] border-ink pb-2">
        <h2 className="text-section">{set?.name ?? say('What the shop has, as a line')}</h2>
        {sets.length > 1 ? (
          <div className="w-full max-w-[420px]">
            <Segmented
              label="Set"
              value={set?.id ?? ''}
              options={sets.map((s) => ({ value: s.id, label: s.name }))}
              onChange={setChosen}
            />
          </div>
        ) : null}
      </div>
      <div className="grid gap-3 pt-3 md:grid-cols-[1fr_1fr_1fr_1fr_1fr]">
        {(['oxygen', fuel] as const).map((side, row) => (
          <div
            key={side}
            className="relative grid grid-cols-2 gap-3 md:col-span-4 md:col-start-1 md:grid-cols-4"
            style={{ gridRow: row + 1 }}
          >
            <span
              aria-hidden="true"
              className="absolute -right-3 left-0 top-[34px] hidden h-[6px] md:block"
              style={{ background: gasColour(side) }}
            />
            {STATIONS.map(({ kind, called }) => {
              const item = at(kind, side)
              const name = side === 'oxygen' ? 'Oxygen' : fuelTitle(fuel)
              return item ? (
                <Thing
                  key={kind}
                  item={item}
                  due={dueOf(item)}
                  label={`${name} ${called}`}
                  onOpen={() => onOpen(item)}
                />
              ) : (
                <ToFill
                  key={kind}
                  what={`${name} ${called}`}
                  onFill={() => onAdd({ kind, gas: side, set })}
                />
              )
            })}
          </div>
        ))}
        <div className="grid md:col-start-5 md:row-span-2 md:row-start-1">
          {torch ? (
            <Tile
              label={say('Torch')}
              name={torch.name}
              figure={fuelTitle(fuel)}
              tall
              onOpen={() => onTorch(torch)}
            >
              <svg viewBox="0 0 120 44" aria-hidden="true" className="w-full max-w-[150px]">
                <path
                  d="M4 14H60L72 20H96L110 22 96 28H72L60 34H4Z"
                  fill="var(--brass-metal)"
                  stroke="var(--ink)"
                  strokeWidth={1.5}
                />
              </svg>
            </Tile>
          ) : (
            <ToFill
              what={set ? 'Torch of this set' : 'Torch'}
              onFill={() => (set ? onOpen(set) : onTorch(undefined))}
            />
          )}
        </div>
      </div>
    </section>
  )
}

/** What is missing, as an outline that is filled with a press. */
function ToFill({ what, onFill }: { readonly what: string; readonly onFill: () => void }) {
  const { say } = useShop()
  return (
    <button
      type="button"
      className="name relative z-10 grid min-h-[88px] content-center justify-items-center rounded-md border-[1.5px] border-dashed border-edge bg-paper px-2 text-text text-soft hover:text-ink"
      onClick={onFill}
    >
      + {say(what)}
    </button>
  )
}

const MARKS: Readonly<Record<Due['state'], string>> = {
  stop: '■ Stop',
  mind: '▲ Mind',
  soon: '○ Soon',
  fine: '',
}
const TONES: Readonly<Record<Due['state'], string>> = {
  stop: 'border-alarm',
  mind: 'border-brass',
  soon: 'border-ink',
  fine: 'border-ink',
}

function Thing({
  item,
  due,
  label,
  onOpen,
}: {
  readonly item: GearItem
  readonly due: Due | undefined
  readonly label: string
  readonly onOpen: () => void
}) {
  const { say, print } = useShop()
  return (
    <Tile label={say(label)} name={item.name} figure={keyFigure(item, print)} due={due} onOpen={onOpen}>
      {item.kind === 'cylinder' ? <Level item={item} /> : null}
    </Tile>
  )
}

function Tile({
  label,
  name,
  figure,
  due,
  tall = false,
  children,
  onOpen,
}: {
  readonly label: string
  readonly name: string
  readonly figure: string
  readonly due?: Due | undefined
  /** Its drawing stands under its words. */
  readonly tall?: boolean
  readonly children?: ReactNode
  readonly onOpen: () => void
}) {
  const state = due?.state ?? 'fine'
  return (
    <button
      type="button"
      className={`relative z-10 grid min-h-[88px] content-start gap-x-2 gap-y-3 rounded-md border-[1.5px] bg-sheet px-3 py-2 text-left hover:bg-paper ${tall ? '' : 'grid-cols-[1fr_auto]'} ${TONES[state]}`}
      onClick={onOpen}
    >
      <span className="min-w-0">
        <span className="block text-foot text-soft">{label}</span>
        <span className="name block truncate text-text font-semibold">{name}</span>
        <span className="figure block text-label">{figure}</span>
        {MARKS[state] === '' ? null : (
          <span
            className={`name block text-foot font-bold ${state === 'stop' ? 'text-alarm' : state === 'mind' ? 'text-brass' : 'text-soft'}`}
          >
            {MARKS[state]}
          </span>
        )}
      </span>
      {children ? <span className="self-center">{children}</span> : null}
    </button>
  )
}

/** How full a cylinder is, as far as it can be told. */
function Level({ item }: { readonly item: GearItem }) {
  const held = contentsOfGear(item)
  const size = parseQuantity(item.fields['size'] ?? '', 'volume')
  const share = held && size.ok ? Math.min(1, Math.max(0, held.thereM3 / size.value)) : undefined
  return (
    <svg viewBox="0 0 28 64" aria-hidden="true" className="h-[56px] w-[26px]">
      <path
        d="M4 16Q4 8 11 8V2H17V8Q24 8 24 16V62H4Z"
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      {share === undefined ? null : (
        <rect x={5} y={61 - 44 * share} width={18} height={44 * share} fill="var(--verdigris)" />
      )}
    </svg>
  )
}

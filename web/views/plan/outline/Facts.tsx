import type { OutlinePlan } from '#core/outline/plan-outline.ts'
import { printQuantity } from '#core/quantity/index.ts'
import { useShop } from '../../../app/shop.ts'
import { Button } from '../../../ui/Button.tsx'
import { RankTag } from '../../../ui/Tag.tsx'

/** How lengths of a drawing are written: in full, as the piece takes them over. */
export function useDrawingLength(): (mm: number) => string {
  const { units } = useShop()
  return (mm) => printQuantity(mm / 1000, units.length === 'in' ? 'in' : 'mm')
}

/** What a drawing comes to: its size, its parts, and how far the torch goes. */
export function Facts({
  plan,
  kerfMm,
  kerfGiven,
}: {
  readonly plan: OutlinePlan
  readonly kerfMm: number
  /** Whether the plan has worked the kerf out. */
  readonly kerfGiven: boolean
}) {
  const { print } = useShop()
  const length = useDrawingLength()
  const { box, parts, cutMm, travelMm, pierces } = plan
  return (
    <dl className="name grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-text">
      <NamedValue name="Size" value={`${length(box.maxX - box.minX)} × ${length(box.maxY - box.minY)}`} />
      <NamedValue
        name="Parts, holes"
        value={`${parts.length}, ${parts.reduce((n, p) => n + p.holes.length, 0)}`}
      />
      <NamedValue
        name="Kerf"
        value={`${print(kerfMm / 1000, 'kerf')}, ${kerfGiven ? "the plan's" : 'taken as usual'}`}
      />
      <NamedValue name="Path, lever down" value={length(cutMm)} />
      <NamedValue name="Travel" value={length(travelMm)} />
      <NamedValue name="Pierces" value={String(pierces)} />
    </dl>
  )
}

function NamedValue({ name, value }: { readonly name: string; readonly value: string }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </>
  )
}

/** What is to be said of a drawing, with a press that shows the place. */
export function Problems({
  problems,
  onShow,
}: {
  readonly problems: OutlinePlan['problems']
  readonly onShow: (index: number) => void
}) {
  if (problems.length === 0) return null
  return (
    <ul aria-label="What is to be said of the drawing" className="grid max-h-[26dvh] gap-2 overflow-y-auto">
      {problems.map((p, i) => (
        <li key={i} className="flex items-start gap-3">
          <RankTag rank={p.rank} />
          <span className="leading-snug">{p.text}</span>
          {p.at ? (
            <Button
              look="quiet"
              className="min-h-8 px-1"
              aria-label={`Show place ${i + 1}`}
              onClick={() => onShow(i)}
            >
              Show
            </Button>
          ) : null}
        </li>
      ))}
    </ul>
  )
}

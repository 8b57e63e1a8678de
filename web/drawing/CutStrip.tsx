import { CUT_MARK_NAMES, type CutMark, type CutMarkKind } from '#core/check/acceptance.ts'

/** How each mark is drawn. */
export const MARK_SIGNS: Readonly<Record<CutMarkKind, string>> = {
  gouge: '∪',
  stop: '‖',
  melted: '∩',
  slag: '▾',
  drag: '/',
}
export const STRETCHES = 12

/** Which stretch of the strip a mark lies in. */
export const stretchOf = (mark: CutMark): number => Math.min(STRETCHES - 1, Math.floor(mark.at * STRETCHES))

/** The cut from its start to its end, the part above and the scrap below, with marks where something was seen. */
export function CutStrip({
  marks,
  onStretch,
}: {
  readonly marks: readonly CutMark[]
  readonly onStretch?: (stretch: number, side: CutMark['side']) => void
}) {
  const row = (side: CutMark['side'], name: string) =>
    Array.from({ length: STRETCHES }, (_, i) => {
      const here = marks.filter((m) => m.side === side && stretchOf(m) === i)
      const signs = here.map((m) => MARK_SIGNS[m.kind]).join('')
      const look = `figure grid h-[52px] min-w-0 place-items-center overflow-hidden border-r border-rule text-label ${here.length > 0 ? 'bg-ink text-paper' : side === 'part' ? 'bg-[var(--metal)]' : 'bg-sheet'}`
      return onStretch ? (
        <button
          key={i}
          type="button"
          className={look}
          aria-label={`${name}, ${i + 1} of ${STRETCHES}: ${here.length > 0 ? here.map((m) => CUT_MARK_NAMES[m.kind]).join(', ') : 'nothing'}`}
          onClick={() => onStretch(i, side)}
        >
          {signs}
        </button>
      ) : (
        <span key={i} className={look}>
          {signs}
        </span>
      )
    })
  return (
    <div data-strip>
      <div className="flex justify-between text-foot text-soft">
        <span>Start · the part</span>
        <span>End</span>
      </div>
      <div className="border-[1.5px] border-ink">
        <div className="grid grid-cols-12">{row('part', 'Part side')}</div>
        <div
          aria-hidden="true"
          className="h-2.5 bg-[repeating-linear-gradient(90deg,var(--brick)_0_14px,transparent_14px_20px)]"
        />
        <div className="grid grid-cols-12">{row('scrap', 'Scrap side')}</div>
      </div>
      <p className="text-foot text-soft">The scrap</p>
    </div>
  )
}

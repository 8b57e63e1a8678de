import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core'
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { GripVertical, X } from 'lucide-react'
import { Link } from 'react-router'
import { MOST_REPEATS } from '#core/line/agree.ts'
import type { Gap } from '#core/line/order.ts'
import { capital } from '#core/words/trade.ts'
import { useFiguresOf } from '../plan/plan-words.ts'
import { Button } from '../../ui/Button.tsx'
import type { PlannedPiece } from './useBatch.ts'
import { saidGap, SETS } from './words.ts'

/** What is said to whoever moves a piece by keys and hears the page. */
const HEARD = {
  screenReaderInstructions: {
    draggable:
      'Space picks the piece up, the arrows move it, space puts it down, Escape leaves it where it was.',
  },
}

/** The pieces of a batch in their order, each to be moved by hand or by key, with what is changed between them. */
export function PieceList({
  pieces,
  gaps,
  onMove,
  onRepeats,
  onRemove,
}: {
  readonly pieces: readonly PlannedPiece[]
  /** What is done before each piece but the first; empty while there are no steps. */
  readonly gaps: ReadonlyMap<number, Gap>
  readonly onMove: (from: number, to: number) => void
  readonly onRepeats: (at: number, repeats: number) => void
  readonly onRemove: (at: number) => void
}) {
  const sensors = useSensors(
    // a press that does not move is a press
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const at = (key: string | number) => pieces.findIndex((p) => p.key === key)
  const end = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(at(active.id), at(over.id))
  }
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} accessibility={HEARD} onDragEnd={end}>
      <SortableContext items={pieces.map((p) => p.key)} strategy={verticalListSortingStrategy}>
        <ol>
          {pieces.map((p, i) => (
            <Row
              key={p.key}
              item={p}
              number={i + 1}
              gap={gaps.get(i + 1)}
              onRepeats={(n) => onRepeats(i, n)}
              onRemove={() => onRemove(i)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  )
}

function Row({
  item,
  number,
  gap,
  onRepeats,
  onRemove,
}: {
  readonly item: PlannedPiece
  readonly number: number
  readonly gap: Gap | undefined
  readonly onRepeats: (repeats: number) => void
  readonly onRemove: () => void
}) {
  const { piece, repeats, planned, trouble, key } = item
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: key })
  const figuresOf = useFiguresOf()
  const figures = planned && figuresOf(planned.plan)
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={isDragging ? 'relative z-10 opacity-80' : ''}
    >
      {gap && figures ? <p className="name py-2 pl-[56px] text-soft">↓ {saidGap(gap, figures)}</p> : null}
      <div
        className={`grid grid-cols-[44px_1fr] items-center sm:grid-cols-[44px_1fr_auto] gap-x-3 gap-y-1 border-[1.5px] bg-sheet py-2 pr-2 ${trouble ? 'border-alarm' : 'border-rule'}`}
      >
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${piece.title}, number ${number}`}
          className="grid min-h-[52px] w-[44px] touch-none place-items-center self-stretch"
        >
          <GripVertical size={22} aria-hidden="true" />
        </button>
        <div className="min-w-0">
          <Link
            to={`/jobs/${piece.jobId}/${piece.id}`}
            className="name block truncate text-label leading-tight font-semibold underline-offset-4 hover:underline"
          >
            {number}. {piece.title}
          </Link>
          <span className="block truncate text-soft">
            {piece.jobName} · {piece.about}
          </span>
        </div>
        <div className="flex items-center gap-1 max-sm:col-start-2">
          <Button
            aria-label={`One less of ${piece.title}`}
            disabled={repeats <= 1}
            onClick={() => onRepeats(repeats - 1)}
          >
            −
          </Button>
          <span
            className="figure min-w-[3.2rem] text-center text-section"
            aria-label={`${piece.title}: made ${repeats === 1 ? 'once' : `${repeats} times`}`}
          >
            ×{repeats}
          </span>
          <Button
            aria-label={`One more of ${piece.title}`}
            disabled={repeats >= MOST_REPEATS}
            onClick={() => onRepeats(repeats + 1)}
          >
            +
          </Button>
          <Button look="quiet" aria-label={`Take out ${piece.title}`} onClick={onRemove}>
            <X size={20} aria-hidden="true" />
          </Button>
        </div>
        {figures && planned ? (
          <dl className="col-start-2 flex sm:col-end-4 flex-wrap gap-x-6 gap-y-0.5">
            {SETS[planned.kind].map(([name, head]) =>
              figures.figure(name) ? (
                <div key={name} className="flex items-baseline gap-2">
                  <dt className="text-foot text-soft">{capital(head)}</dt>
                  <dd className="figure text-label">{figures.printed(name)}</dd>
                </div>
              ) : null,
            )}
          </dl>
        ) : null}
        {trouble ? <p className="col-start-2 font-bold sm:col-end-4 text-alarm">■ Stop. {trouble}</p> : null}
      </div>
    </li>
  )
}

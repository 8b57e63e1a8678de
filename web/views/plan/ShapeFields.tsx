import { Plus, Trash2 } from 'lucide-react'
import { memo, useMemo } from 'react'
import { SHAPE_FIELDS, type ShapeField } from '#contract/shape-fields.ts'
import type { PracticeDraft, WorkDraft } from '#contract/schemas.ts'
import type { FieldError } from '#core/figure.ts'
import { PRACTICE_SHAPES, type Shape } from '#core/cut/types.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import {
  FASTENER_NAMES,
  LEAN_NAMES,
  optionsOf,
  PIPE_NAMES,
  SECTION_NAMES,
  SHAPE_NAMES,
  START_NAMES,
} from './cut-words.ts'

type Typed = Exclude<keyof WorkDraft, 'practice' | 'cautions' | 'changes' | 'outlineId'>
/** A setter for each typed field of the work: the same functions from one key to the next. */
export type WorkSetters = Readonly<Record<Typed, (value: string) => void>>

const LEANS = optionsOf(LEAN_NAMES)
const FASTENERS = optionsOf(FASTENER_NAMES)
const PIPES = optionsOf(PIPE_NAMES)
const SECTIONS = optionsOf(SECTION_NAMES)
const FROM = [
  { value: 'square', label: 'from square' },
  { value: 'plate', label: 'from the plate' },
] as const

/** What each shape calls its fields, where that differs. */
const LABELS: Readonly<Partial<Record<Shape, Readonly<Partial<Record<ShapeField, string>>>>>> = {
  straight: { width: 'Off-cut width' },
  bevel: { width: 'Off-cut width' },
  strip: { width: 'Strip width', count: 'How many', stock: 'Plate width' },
  fastener: { diameter: 'Shank' },
  pipe: { diameter: 'Outside', length: 'Piece length', stock: 'Stock length' },
  section: { length: 'Piece length', stock: 'Stock length' },
  outline: { length: 'Whole way' },
}
const OPTIONAL: readonly ShapeField[] = ['stock', 'trim', 'land']

interface Kind {
  readonly optional?: boolean
  readonly stepper?: boolean
}

/** The fields that a kind of cut asks for. */
export const ShapeFields = memo(function ShapeFields({
  work,
  set,
  errors,
  onPractice,
  outline,
}: {
  readonly work: WorkDraft
  readonly set: WorkSetters
  readonly errors: readonly FieldError[]
  readonly onPractice: (items: PracticeDraft[]) => void
  /** The button that opens the drawing of an outline. */
  readonly outline: React.ReactNode
}) {
  const shape = work.shape as Shape
  const error = (field: string) => errors.find((e) => e.field === `work.${field}`)?.message
  const label = (field: ShapeField, usual: string) => LABELS[shape]?.[field] ?? usual
  const starts = useMemo(() => optionsOf(START_NAMES), [])
  const one: Readonly<Record<ShapeField, () => React.ReactNode>> = {
    length: () =>
      quantity('length', label('length', 'Length'), { optional: shape === 'pipe' || shape === 'section' }),
    width: () =>
      quantity('width', label('width', 'Width'), { optional: shape === 'straight' || shape === 'bevel' }),
    diameter: () => quantity('diameter', label('diameter', 'Diameter'), { stepper: true }),
    bevel: () => (
      <div key="bevel" className="grid gap-2">
        <QuantityField
          beside
          stepper
          label="Bevel"
          kind="angle"
          value={work.bevel}
          error={error('bevel')}
          onChange={set.bevel}
        />
        <Group beside label="Spoken" error={error('bevelFrom')}>
          <Segmented label="Spoken" value={work.bevelFrom} options={FROM} onChange={set.bevelFrom} />
        </Group>
        <Group beside label="Torch leans" error={error('lean')}>
          <Segmented label="Torch leans" value={work.lean} options={LEANS} onChange={set.lean} />
        </Group>
      </div>
    ),
    land: () => quantity('land', 'Land', { optional: true }),
    count: () => (
      <TextField
        inputMode="numeric"
        key="count"
        label={label('count', 'How many')}
        value={work.count}
        error={error('count')}
        onChange={set.count}
      />
    ),
    stock: () => quantity('stock', label('stock', 'Stock'), { optional: true }),
    trim: () => quantity('trim', 'Trim, each end', { optional: true }),
    fastener: () => (
      <Group key="fastener" beside label="What" error={error('fastener')}>
        <Segmented label="What" value={work.fastener} options={FASTENERS} onChange={set.fastener} />
      </Group>
    ),
    pipe: () => (
      <div key="pipe" className="grid gap-2">
        <Group beside label="Cut" error={error('pipeCut')}>
          <Segmented label="Cut" value={work.pipeCut} options={PIPES} onChange={set.pipeCut} />
        </Group>
        {work.pipeCut === 'square' ? null : (
          <QuantityField
            beside
            label={work.pipeCut === 'mitre' ? 'From square' : 'Between axes'}
            kind="angle"
            value={work.pipeAngle}
            error={error('pipeAngle')}
            empty={work.pipeCut === 'mitre' ? '45°' : '90°'}
            onChange={set.pipeAngle}
          />
        )}
        {work.pipeCut === 'saddle' ? (
          <>
            {quantity('runDiameter', 'Run, outside', {})}
            {quantity('offset', 'Axes apart', { optional: true })}
          </>
        ) : null}
      </div>
    ),
    section: () => (
      <div key="section" className="grid gap-2">
        <SelectField
          beside
          label="Section"
          value={work.section as (typeof SECTIONS)[number]['value']}
          options={SECTIONS}
          onChange={set.section}
        />
        {quantity('depth', 'Depth', {})}
        {work.section === 'bar' ? null : quantity('width', 'Flange', { optional: true })}
        {quantity('copeLength', 'Cope, long', { optional: true })}
        {quantity('copeDepth', 'Cope, deep', { optional: true })}
      </div>
    ),
    start: () => (
      <Group key="start" beside label="Begins" error={error('start')}>
        <Segmented
          label="Begins"
          value={work.start === '' ? (shape === 'disc' ? 'edge' : 'pierce') : work.start}
          options={starts}
          onChange={set.start}
        />
      </Group>
    ),
    pierces: () => (
      <TextField
        inputMode="numeric"
        key="pierces"
        label="Pierces"
        value={work.pierces}
        error={error('pierces')}
        onChange={set.pierces}
      />
    ),
    outline: () => <div key="outline">{outline}</div>,
    practice: () => <Practice key="practice" items={work.practice} errors={errors} onChange={onPractice} />,
  }
  return <>{SHAPE_FIELDS[shape].map((field) => one[field]())}</>

  function quantity(name: Typed, text: string, { optional = false, stepper = false }: Kind = {}) {
    return (
      <QuantityField
        key={name}
        beside
        stepper={stepper}
        label={text}
        kind="length"
        value={work[name]}
        error={error(name)}
        empty={optional || OPTIONAL.includes(name as ShapeField) ? 'not said' : ''}
        onChange={set[name]}
      />
    )
  }
})

const PRACTICE_OPTIONS = PRACTICE_SHAPES.map((value) => ({
  value,
  label: SHAPE_NAMES[value],
}))
const FIRST_ITEM: PracticeDraft = {
  shape: 'straight',
  count: '3',
  length: '150 mm',
  width: '',
  diameter: '',
  bevel: '',
}
const ROUND = ['hole', 'disc']

/** The cuts of a practice plate, put together by whoever practises. */
function Practice({
  items,
  errors,
  onChange,
}: {
  readonly items: readonly PracticeDraft[]
  readonly errors: readonly FieldError[]
  readonly onChange: (items: PracticeDraft[]) => void
}) {
  const change = (at: number, part: Partial<PracticeDraft>) =>
    onChange(items.map((item, i) => (i === at ? { ...item, ...part } : item)))
  return (
    <div className="grid gap-3">
      {items.map((item, i) => {
        const error = (field: string) =>
          errors.find((e) => e.field === `work.practice.${i}.${field}`)?.message
        return (
          <fieldset key={i} className="grid gap-2 border-l-4 border-rule pl-3">
            <legend className="sr-only">Cut {i + 1} of the practice plate</legend>
            <SelectField
              beside
              label={`Cut ${i + 1}`}
              value={item.shape as (typeof PRACTICE_OPTIONS)[number]['value']}
              options={PRACTICE_OPTIONS}
              onChange={(shape) => change(i, { shape })}
            />
            <TextField
              inputMode="numeric"
              label={`How many of cut ${i + 1}`}
              value={item.count}
              error={error('count')}
              onChange={(count) => change(i, { count })}
            />
            {ROUND.includes(item.shape) ? (
              <QuantityField
                beside
                label={`Diameter of cut ${i + 1}`}
                kind="length"
                value={item.diameter}
                error={error('diameter')}
                onChange={(diameter) => change(i, { diameter })}
              />
            ) : item.shape === 'pierce' ? null : (
              <QuantityField
                beside
                label={`Length of cut ${i + 1}`}
                kind="length"
                value={item.length}
                error={error('length')}
                onChange={(length) => change(i, { length })}
              />
            )}
            {item.shape === 'slot' ? (
              <QuantityField
                beside
                label={`Width of cut ${i + 1}`}
                kind="length"
                value={item.width}
                error={error('width')}
                onChange={(width) => change(i, { width })}
              />
            ) : null}
            {item.shape === 'bevel' ? (
              <QuantityField
                beside
                label={`Bevel of cut ${i + 1}`}
                kind="angle"
                value={item.bevel}
                error={error('bevel')}
                onChange={(bevel) => change(i, { bevel })}
              />
            ) : null}
            <Button
              look="quiet"
              className="justify-self-end"
              onClick={() => onChange(items.filter((_, at) => at !== i))}
            >
              <Trash2 size={18} aria-hidden="true" /> Take cut {i + 1} out
            </Button>
          </fieldset>
        )
      })}
      <Button onClick={() => onChange([...items, FIRST_ITEM])}>
        <Plus size={18} aria-hidden="true" /> Add a cut
      </Button>
    </div>
  )
}

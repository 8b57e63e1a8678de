import { useMemo } from 'react'
import { jointFacts } from '#core/braze/index.ts'
import { PART } from '#core/braze/fields.ts'
import { sheetOf } from '#core/quantity/index.ts'
import { capital } from '#core/words/trade.ts'
import type { FieldError } from '#core/figure.ts'
import type { BrazeDraft, BrazeWorkDraft } from '#contract/schemas.ts'
import { Assumed } from '../../../form/Assumed.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { SelectField } from '../../../ui/SelectField.tsx'
import type { EditOf } from '../editing.ts'
import { METALS, OWN_TUBE, TUBE_SIZES } from './braze-words.ts'

/** The two parts, or the one: each by what it is called in this joint. */
export function BrazeParts({
  work,
  edit,
  errors,
  assumed,
  show = 'both',
}: {
  readonly work: BrazeWorkDraft
  readonly edit: EditOf<BrazeDraft>
  readonly errors: readonly FieldError[]
  /** What nobody has said yet. */
  readonly assumed: readonly string[]
  /** Only the first part, or only what it is joined to. */
  readonly show?: 'both' | 'a' | 'b'
}) {
  const set = useMemo(() => {
    const part = (which: 'a' | 'b') => (name: string) => (value: string) =>
      edit.setPart(which, { [name]: value })
    const [a, b] = [part('a'), part('b')]
    return {
      metal: a('metal'),
      outside: a('outsideDiameter'),
      wall: a('wall'),
      otherMetal: b('metal'),
      otherWall: b('wall'),
      depth: b('depth'),
      tube: (name: string) =>
        edit.setPart('a', name === OWN_TUBE ? { tube: '' } : { tube: name, outsideDiameter: '', wall: '' }),
    }
  }, [edit])
  const { form, parts, asks, calls } = jointFacts(work.joint)
  const round = form === 'round'
  const error = (...fields: readonly string[]) =>
    errors.find((e) => fields.includes(e.field.replace('work.', '')))?.message
  const { a, b } = work
  return (
    <>
      {show === 'b' ? null : (
        <>
          <Assumed of="Tube" on={assumed.includes('metal')} onAgree={() => edit.agree('metal')}>
            <SelectField
              beside
              label={parts === 1 ? 'Metal' : calls ? capital(calls.a) : 'First part'}
              value={a.metal}
              options={METALS}
              error={error('a.metal')}
              onChange={set.metal}
            />
          </Assumed>
          {round ? (
            <Assumed of="Size" on={assumed.includes('tube')} onAgree={() => edit.agree('tube')}>
              <SelectField
                beside
                label="Size"
                value={a.tube === '' ? OWN_TUBE : a.tube}
                options={TUBE_SIZES}
                error={error('a.tube')}
                onChange={set.tube}
              />
            </Assumed>
          ) : null}
          {round && a.tube === '' ? (
            <QuantityField
              beside
              stepper
              label="Outside"
              kind={PART.outsideDiameter.bounds.kind}
              value={a.outsideDiameter}
              error={error('a.outsideDiameter')}
              onChange={set.outside}
            />
          ) : null}
          {round && a.tube !== '' ? null : (
            <QuantityField
              beside
              stepper={!round}
              label={round ? 'Wall' : parts === 1 ? 'Thickness' : 'Its thickness'}
              kind={PART.wall.bounds.kind}
              sheet={round ? 'tube' : sheetOf(a.metal)}
              value={a.wall}
              error={error('a.thickness', 'a.wall')}
              onChange={set.wall}
            />
          )}
        </>
      )}
      {show === 'a' ? null : (
        <>
          {parts === 1 ? null : (
            <>
              <SelectField
                beside
                label={calls ? capital(calls.b) : 'Second part'}
                value={b.metal}
                options={METALS}
                error={error('b.metal')}
                onChange={set.otherMetal}
              />
              <QuantityField
                beside
                stepper={!round}
                label={round ? 'Its wall' : 'Its thickness'}
                kind={PART.wall.bounds.kind}
                value={b.wall}
                empty="as the other"
                error={error('b.wall', 'b.thickness')}
                onChange={set.otherWall}
              />
            </>
          )}
          {asks.depth === undefined ? null : (
            <QuantityField
              beside
              label={asks.depth}
              kind={PART.depth.bounds.kind}
              value={b.depth}
              empty={PART.depth.empty}
              error={error('b.depth')}
              onChange={set.depth}
            />
          )}
        </>
      )}
    </>
  )
}

// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { firstBraze, firstDraft, FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { JOINTS } from '#core/braze/joints.ts'
import { firstDraftOf } from '#core/fields/draft.ts'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { CUT_WORK, fieldsOfShape, SHAPES } from '#core/cut/fields.ts'
import { GEAR } from '#core/rig/gear-fields.ts'
import { BRAZE_GEAR, CHART_ROW, RIG, TORCH } from '#core/rig/fields.ts'
import { ACCEPTANCE } from '#core/shop/fields.ts'
import { applies, type Field, type Said, type Table } from '#core/fields/spec.ts'
import { TEST_ASKED } from '#core/check/test-fields.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { answering, clear, show } from '../test-support.tsx'
import { FieldList } from './FieldList.tsx'

beforeEach(() => answering({}))
afterEach(clear)

const cut = (work: object): Said => ({ ...firstDraft(FIRST_SETTINGS).work, ...work })
const braze = (work: object): Said => ({ ...firstBraze(FIRST_SETTINGS).work, ...work })
/** Fields that a form draws by itself. */
const PLAIN = ['quantity', 'range', 'choice', 'count', 'flag', 'text', 'special', 'several', 'day', 'instant']
const plainOf = (table: Table, said: Said): [string, Field][] =>
  Object.entries(table).filter(([, f]) => PLAIN.includes(f.type) && applies(f, said))

const FORMS: readonly (readonly [name: string, table: Table, said: Said])[] = [
  ...SHAPES.map((shape) => [`a ${shape} cut`, CUT_WORK, cut({ shape })] as const),
  ...JOINTS.map((joint) => [`a ${joint} joint`, BRAZE_WORK, braze({ joint })] as const),
  ['a rig', RIG, FIRST_RIG],
  ['brazing gear', BRAZE_GEAR, FIRST_RIG.braze],
  ['a torch', TORCH, FIRST_RIG.torch],
  ['a row of a chart', CHART_ROW, firstDraftOf(CHART_ROW, INCH_UNITS)],
  ['what is accepted', ACCEPTANCE, FIRST_SETTINGS.acceptance],
  ['a pressure test', TEST_ASKED, { ...firstDraftOf(TEST_ASKED, INCH_UNITS), kind: 'pressure' }],
  ['a vacuum test', TEST_ASKED, { ...firstDraftOf(TEST_ASKED, INCH_UNITS), kind: 'vacuum' }],
  ...Object.entries(GEAR).map(([kind, table]) => [`a ${kind}`, table as Table, {}] as const),
]

describe('a table as a form', () => {
  it.each(FORMS)(
    'of %s has one control for every field that it asks for, each with a name',
    (_, table, said) => {
      show(<FieldList table={table} said={said} path="x" errors={[]} onChange={() => undefined} />)
      const controls = [
        ...screen.queryAllByRole('textbox'),
        ...screen.queryAllByRole('combobox'),
        ...screen.queryAllByRole('group'),
        ...screen.queryAllByRole('radiogroup'),
        ...document.querySelectorAll('input[type=date]'),
      ]
      expect(controls.length).toBeGreaterThanOrEqual(plainOf(table, said).length)
      // a word of the trade, never the key of a field
      for (const label of document.querySelectorAll('label')) expect(label.textContent).toMatch(/^[A-Zo]/)
      expect(document.body.textContent).not.toMatch(/undefined|\[object|NaN/)
    },
  )
  it('asks a kind of cut for its own fields, in its own order and words', () => {
    show(
      <FieldList
        table={CUT_WORK}
        names={fieldsOfShape('strip') as (keyof typeof CUT_WORK)[]}
        said={cut({ shape: 'strip' })}
        path="work"
        errors={[]}
        onChange={() => undefined}
      />,
    )
    expect([...document.querySelectorAll('label')].map((l) => l.textContent)).toEqual([
      'Length',
      'Strip width',
      'How many',
      'Plate width',
      'Trim, each end',
    ])
  })
})

describe('a field', () => {
  it('gives its name and what was typed, with the unit that the shop shows', () => {
    const onChange = vi.fn()
    show(
      <FieldList
        table={CUT_WORK}
        names={['thickness']}
        said={cut({})}
        path="work"
        errors={[]}
        onChange={onChange}
      />,
    )
    fireEvent.change(screen.getByLabelText('Thickness'), { target: { value: '5/8' } })
    expect(onChange).toHaveBeenCalledWith('thickness', '5/8 in')
  })
  it('shows the gap that the plan takes: aluminium’s flux needs more room', () => {
    const gap = (metal: string) => {
      clear()
      answering({})
      show(
        <FieldList
          table={BRAZE_WORK}
          names={['clearance']}
          said={braze({ joint: 'lap', a: { metal } })}
          path="work"
          errors={[]}
          onChange={() => undefined}
        />,
      )
      return screen.getByLabelText<HTMLInputElement>('Gap').placeholder
    }
    expect(gap('copper')).toBe('0.003 in')
    expect(gap('aluminium-3003')).toBe('0.008 in')
  })
  it('has its fault under it, and is known to be wrong by those who do not see it', () => {
    show(
      <FieldList
        table={CUT_WORK}
        names={['land']}
        said={cut({ shape: 'bevel', land: '2 in' })}
        path="work"
        errors={[{ field: 'work.land', message: 'The land should be less than the thickness.' }]}
        onChange={() => undefined}
      />,
    )
    expect(screen.getByRole('alert').textContent).toContain('less than the thickness')
    expect(screen.getByLabelText('Land').getAttribute('aria-invalid')).toBe('true')
  })
  it('that may be left unsaid says so, and can be left so again', () => {
    const onChange = vi.fn()
    show(
      <FieldList
        table={RIG}
        names={['tipPieces']}
        said={{ tipPieces: '2' }}
        path="rig"
        errors={[]}
        onChange={onChange}
      />,
    )
    fireEvent.click(screen.getByText('Not given'))
    expect(onChange).toHaveBeenCalledWith('tipPieces', '')
  })
  it('of several words puts them on and off', () => {
    const onChange = vi.fn()
    show(
      <FieldList
        table={BRAZE_WORK}
        names={['service']}
        said={braze({ service: ['water'] })}
        path="work"
        errors={[]}
        onChange={onChange}
      />,
    )
    fireEvent.click(screen.getByRole('button', { name: 'Steam' }))
    expect(onChange).toHaveBeenLastCalledWith('service', ['water', 'steam'])
    fireEvent.click(screen.getByRole('button', { name: 'Water' }))
    expect(onChange).toHaveBeenLastCalledWith('service', [])
  })
  it('is drawn by the form where the form says how', () => {
    show(
      <FieldList
        table={CUT_WORK}
        names={['metal']}
        said={cut({})}
        path="work"
        errors={[]}
        onChange={() => undefined}
        special={{ metal: <b>Choose a metal</b> }}
      />,
    )
    expect(screen.getByText('Choose a metal')).toBeDefined()
    expect(screen.queryByRole('textbox')).toBeNull()
  })
})

import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { USUAL_CUT_LIMITS } from '../check/acceptance.ts'
import { INCH_UNITS, METRIC_UNITS } from '../quantity/choices.ts'
import { guessHow, openSheet, SHEET_MOST, type Sheet, type SheetHow } from './open.ts'
import { readDay, readSheet, type SheetAbout, type SheetLine } from './read.ts'

const ABOUT: SheetAbout = {
  tips: [{ name: 'No. 2', orifice: '0.045 in' }],
  limits: USUAL_CUT_LIMITS,
  today: '2026-11-27',
}
const USUAL = { what: 'cut', cutMetal: 'low-carbon-steel', fuel: 'acetylene', handling: 'hand' } as const

function opened(text: string): Sheet {
  const sheet = openSheet(text)
  if (typeof sheet === 'string') throw new Error(sheet)
  return sheet
}
const read = (text: string, how: Partial<SheetHow> = {}, units = METRIC_UNITS) => {
  const sheet = opened(text)
  const guessed = guessHow(sheet, units, USUAL)
  return readSheet(sheet, { ...guessed, ...how, same: { ...USUAL, ...how.same } }, ABOUT)
}
const line = (text: string, how?: Partial<SheetHow>, units = METRIC_UNITS): SheetLine => {
  const { good, bad } = read(text, how, units)
  if (!good[0]) throw new Error(bad.map((b) => `${b.field}: ${b.message}`).join('; '))
  return good[0].line
}

describe('a sheet as it is opened', () => {
  it('finds the names of the columns under a title, whatever stands between the cells', () => {
    for (const mark of [',', ';', '\t']) {
      const sheet = opened(
        [
          'Burning log, yard 2; "plates"',
          '',
          ['Date', 'Plate (mm)', 'Tip'].join(mark),
          ['2.3.26', '12', '1'].join(mark),
        ].join('\n'),
      )
      expect(sheet.heads).toEqual(['Date', 'Plate (mm)', 'Tip'])
      expect(sheet.rows).toEqual([{ row: 4, cells: ['2.3.26', '12', '1'] }])
    }
  })
  it('says why it is none', () => {
    expect(openSheet('')).toMatch(/No columns/)
    expect(openSheet('Date;Plate (mm)')).toMatch(/no rows/)
    expect(openSheet('PK\u0003\u0004\u0000\u0000')).toMatch(/CSV/)
    expect(openSheet('x'.repeat(SHEET_MOST.letters + 1))).toMatch(/too long/)
    expect(openSheet(`Date;Plate\n${'1.1.2026;2\n'.repeat(SHEET_MOST.rows + 1)}`)).toMatch(/2001 rows; 2000/)
  })
  it('guesses units from the names, and the decimal mark and the order of dates from what the cells cannot be', () => {
    const how = guessHow(opened('Date;Plate;O2 (bar);Acetylene kPa\n31.3.26;12,5;2,6;40'), INCH_UNITS, USUAL)
    expect(how.columns).toEqual(['at', 'thickness', 'oxygenPressure', 'fuelPressure'])
    expect(how.units).toMatchObject({ thickness: 'in', oxygenPressure: 'bar', fuelPressure: 'kPa' })
    expect(how).toMatchObject({ decimals: 'comma', dates: 'day-month' })
    expect(guessHow(opened('Date,Plate\n3/31/26,0.5'), METRIC_UNITS, USUAL)).toMatchObject({
      decimals: 'point',
      dates: 'month-day',
    })
    // nothing decides: as the shop counts
    expect(guessHow(opened('Date,Plate\n3/4/26,1'), INCH_UNITS, USUAL).dates).toBe('month-day')
    expect(guessHow(opened('Date,Plate\n3/4/26,1'), METRIC_UNITS, USUAL).dates).toBe('day-month')
    expect(guessHow(opened('Date,Plate\n3/4/26,1'), METRIC_UNITS, USUAL, 'comma').decimals).toBe('comma')
  })
  it('gives each field one column', () => {
    expect(guessHow(opened('Plate,Thickness,Nonsense\n1,2,3'), INCH_UNITS, USUAL).columns).toEqual([
      'thickness',
      null,
      null,
    ])
  })
})

describe('a row as it is read', () => {
  it('becomes a line of the log, with what it used as typed and in SI', () => {
    const cut = line(
      'Date;Operator;Job;Plate (mm);Tip;O2 (bar);Acetylene (bar);Speed mm/min;Kerf (mm);Dross;Edge;Dropped;Remarks\n' +
        '2.3.2026;Heron;Gate 3;12,5;No. 2;2,6;0,4;1.450;1,6;tap;square;yes;fine',
    )
    expect(cut).toMatchObject({
      kind: 'cut',
      at: '2026-03-02T12:00:00.000Z',
      personName: 'Heron',
      jobName: 'Gate 3',
      metal: 'low-carbon-steel',
      fuel: 'acetylene',
      handling: 'hand',
      thicknessM: 0.0125,
      outcome: 'passed',
      good: true,
      told: {
        edge: 'sharp',
        slag: 'one-tap',
        drop: 'by-itself',
        kerf: { text: '1,6 mm', si: 0.0016 },
        note: 'fine',
      },
    })
    expect(cut.tipOrificeM).toBeCloseTo(0.001143, 9)
    expect(cut.told.used).toMatchObject({ oxygenPressure: { text: '2,6 bar', si: 260_000 } })
    expect(cut.told.kind === 'cut' ? cut.told.used.travelSpeed?.si : 0).toBeCloseTo(1.45 / 60, 9)
  })
  it('takes inches as they are written, and a unit that stands in the cell', () => {
    const cut = line('Date,Plate,Tip,O2 (psi),Acet (psi)\n3/2/26,1-1/4,#56,2.5 bar,7', {}, INCH_UNITS)
    expect(cut.thicknessM).toBeCloseTo(1.25 * 0.0254, 9)
    expect(cut.told.used.oxygenPressure).toEqual({ text: '2.5 bar', si: 250_000 })
    expect(cut.at.slice(0, 10)).toBe('2026-03-02')
  })
  it('says that nobody looked where nobody did, and is learnt from only where the sheet says that it was good', () => {
    const plain = line('Date;Plate\n2.3.2026;12')
    expect(plain).toMatchObject({ outcome: 'open', good: false })
    expect(plain.told).toMatchObject({ edge: 'not-seen', slag: 'not-seen', drop: 'not-seen' })
    expect(line('Date;Plate;OK\n2.3.2026;12;yes')).toMatchObject({ outcome: 'passed', good: true })
    expect(line('Date;Plate;OK\n2.3.2026;12;scrap')).toMatchObject({ outcome: 'failed', good: false })
    // it was called good, and the slag had to be ground off
    expect(line('Date;Plate;OK;Slag\n2.3.2026;12;yes;grind')).toMatchObject({
      outcome: 'passed',
      good: false,
    })
    // what was seen fails by the shop's limits, without a word of the sheet
    expect(line('Date;Plate;Slag\n2.3.2026;12;grind')).toMatchObject({ outcome: 'failed', good: false })
  })
  it('reads a braze too, in the same sheet where a column says which', () => {
    const { good } = read(
      'Date;Kind;Wall (mm);OD (mm);Joint;Base metal;Filler;Time;OK\n' +
        '2.3.2026;brazing;1;15;Socket;copper;BCuP-5;18;yes\n2.3.2026;cut;12;;;;;;yes',
      { same: { ...USUAL, brazeMetal: 'copper' } },
    )
    expect(good.map((g) => g.line.kind)).toEqual(['braze', 'cut'])
    expect(good[0]?.line).toMatchObject({
      metal: 'copper',
      handling: '',
      good: true,
      told: {
        joint: 'socket',
        filler: 'BCuP-5',
        outsideDiameterM: 0.015,
        used: { timeToTemperature: { si: 18 } },
      },
    })
  })
  it('is left out with each of its faults, by its row in the spreadsheet', () => {
    const { good, bad } = read(
      'Date;Plate (mm);O2 (bar);Slag\n2.3.2026;12;2.6;none\n;abc;2.6;slimy\n2.3.2027;12;2.6;none\nTotal;;;\n',
    )
    expect(good.map((g) => g.row)).toEqual([2])
    expect(bad.filter((b) => b.row === 3).map((b) => b.field)).toEqual(['at', 'slag', 'thickness'])
    expect(bad.find((b) => b.row === 4)?.message).toBe('2027-03-02 lies ahead.')
    expect(bad.some((b) => b.row === 5)).toBe(true)
  })
  it('takes no acetylene past 15 psi for true: the column or its unit is another', () => {
    const { good, bad } = read('Date;Plate (mm);Acetylene (bar)\n2.3.2026;12;2.6\n2.3.2026;12;0.5')
    expect(good.map((g) => g.row)).toEqual([3])
    expect(bad).toMatchObject([{ row: 2, field: 'fuelPressure' }])
    expect(read('Date;Plate (mm);Propane (bar)\n2.3.2026;12;2.6', { same: { fuel: 'propane' } }).bad).toEqual(
      [],
    )
  })
  it('names what is needed and said nowhere, and then reads nothing', () => {
    const sheet = opened('Who;Tip\nHeron;1')
    const { missing, good, bad } = readSheet(sheet, guessHow(sheet, INCH_UNITS, { what: 'cut' }), ABOUT)
    expect(missing).toEqual(['at', 'cutMetal', 'thickness', 'fuel', 'handling'])
    expect([good, bad]).toEqual([[], []])
  })
  it('reads nothing of what stands in no column, and trims names of what is not seen', () => {
    expect(line('Date;Plate;Who\n2.3.2026;12;\u200bBede\u00a0 Wain ').personName).toBe('Bede Wain')
    expect(read(`Date;Plate;Who\n2.3.2026;12;${'a'.repeat(130)}`).bad).toMatchObject([
      { field: 'personName' },
    ])
  })
})

describe('a day', () => {
  it.each([
    ['2026-03-02', 'day-month', '2026-03-02'],
    ['2026-03-02T08:30:00Z', 'day-month', '2026-03-02'],
    ['2/3/2026', 'day-month', '2026-03-02'],
    ['2/3/2026', 'month-day', '2026-02-03'],
    ['02.03.26', 'day-month', '2026-03-02'],
    ['2-Mar-26', 'month-day', '2026-03-02'],
    ['March 2, 2026', 'day-month', '2026-03-02'],
    ['2/3/2026 8:30 AM', 'day-month', '2026-03-02'],
  ] as const)('%s, %s', (cell, order, day) => {
    expect(readDay(cell, order, '2026-11-27')).toEqual({ day })
  })
  it.each(['45983', '31.2.2026', 'Monday', '2/3', '28.11.2026', '1.1.1969'])('%s is none', (cell) => {
    expect(readDay(cell, 'day-month', '2026-11-27')).toHaveProperty('message')
  })
})

describe('laws', () => {
  const cells = fc.record({
    day: fc.date({ min: new Date('1990-01-02'), max: new Date('2026-11-26'), noInvalidDate: true }),
    plate: fc.integer({ min: 30, max: 3000 }),
    oxygen: fc.integer({ min: 50, max: 600 }),
    who: fc
      .string({ minLength: 1, maxLength: 20 })
      .filter((s) => /^[\p{L} ",;']+$/u.test(s) && s.trim() !== ''),
  })
  it('what is written with any separator and decimal mark is read as it was', () => {
    fc.assert(
      fc.property(
        fc.array(cells, { minLength: 1, maxLength: 6 }),
        fc.constantFrom(',', ';', '\t'),
        fc.constantFrom('point' as const, 'comma' as const),
        fc.constantFrom('day-month' as const, 'month-day' as const),
        (rows, delimiter, decimals, dates) => {
          const told = (n: number) => (n / 100).toFixed(2).replace('.', decimals === 'comma' ? ',' : '.')
          const text = Papa.unparse(
            rows.map((r) => {
              const [y = '', m = '', d = ''] = r.day.toISOString().slice(0, 10).split('-')
              return {
                Date: dates === 'day-month' ? `${d}/${m}/${y}` : `${m}/${d}/${y}`,
                'Plate (mm)': told(r.plate * 10),
                'O2 (bar)': told(r.oxygen),
                Who: r.who,
              }
            }),
            { delimiter },
          )
          const { good, bad } = read(text, { decimals, dates })
          expect(bad).toEqual([])
          good.forEach(({ line: l }, i) => {
            const r = rows[i]
            expect(l.at.slice(0, 10)).toBe(r?.day.toISOString().slice(0, 10))
            expect(l.thicknessM).toBeCloseTo((r?.plate ?? 0) / 1e4, 9)
            expect(l.told.used.oxygenPressure?.si).toBeCloseTo((r?.oxygen ?? 0) * 1000, 3)
          })
          expect(good).toHaveLength(rows.length)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('whatever stands in a file, it is read or refused, and every row that is filled is told of', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (rubbish) => {
        const sheet = openSheet(`Date;Plate (mm);Tip\n${rubbish}`)
        if (typeof sheet === 'string') return
        const { missing, good, bad } = readSheet(sheet, guessHow(sheet, METRIC_UNITS, USUAL), ABOUT)
        const told = new Set([...good, ...bad].map((r) => r.row))
        if (missing.length === 0) expect(told.size).toBe(sheet.rows.length)
      }),
    )
  })
})

import { describe, expect, it } from 'vitest'
import { planBraze, readBraze } from '../braze/index.ts'
import { planCut, readCut } from '../cut/index.ts'
import { beforeStart, START_CODE, type StartCheck } from './before-start.ts'
import { setupSteps, shutdownSteps } from './sheets.ts'
import { USUAL_LINE_METHODS } from './methods.ts'
import { brazeSteps, cutSteps, given } from './test-support.ts'

function ofCut(work: object = {}, methods = USUAL_LINE_METHODS, units?: object): readonly StartCheck[] {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '5/8 in', length: '24 in', ...work },
    rig: { fuel: 'acetylene' },
    ...(units ? { shop: { units } } : {}),
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return beforeStart({ plan: planCut(read.request), request: read.request }, methods)
}
function ofBraze(): readonly StartCheck[] {
  const read = readBraze({
    kind: 'braze',
    work: { joint: 'socket', a: { metal: 'copper', tube: 'EN 1057 22 mm' }, b: { metal: 'copper' } },
    rig: { fuel: 'acetylene' },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return beforeStart({ plan: planBraze(read.request), request: read.request }, USUAL_LINE_METHODS)
}
const text = (checks: readonly StartCheck[], code: string) =>
  checks.find((c) => c.code === START_CODE + code)?.text ?? ''

describe('before you start', () => {
  it('asks process, person, permit, vessel, coating, area and gear, of cuts and of brazes', () => {
    const codes = ['process', 'person', 'permit', 'vessel', 'coating', 'area', 'gear'].map(
      (c) => START_CODE + c,
    )
    expect(ofCut().map((c) => c.code)).toEqual(codes)
    expect(ofBraze().map((c) => c.code)).toEqual(codes)
  })
  it('names the shade by thickness, by process and by method', () => {
    expect(text(ofCut(), 'gear')).toMatch(/cutting this, 3 or 4;/)
    expect(text(ofCut({ thickness: '2 in' }), 'gear')).toMatch(/cutting this, 4 or 5;/)
    expect(text(ofCut({}, { ...USUAL_LINE_METHODS, shade: 'five' }), 'gear')).toMatch(/cutting this, 5;/)
    expect(text(ofBraze(), 'gear')).toMatch(/torch brazing 3 or 4/)
  })
  it('speaks of the coat that is on the piece, and of distances in the shop’s units', () => {
    expect(text(ofCut({ surface: 'galvanised' }), 'coating')).toMatch(/^This one is galvanised/)
    expect(text(ofCut(), 'coating')).toMatch(/^Bare metal/)
    expect(text(ofCut(), 'area')).toMatch(/35 ft/)
    expect(text(ofCut({}, USUAL_LINE_METHODS, { length: 'mm' }), 'area')).toMatch(/11 m/)
  })
  it('sends torch and hoses out of a confined place at every break', () => {
    expect(text(ofBraze(), 'permit')).toMatch(/torch and hoses out at every break/)
  })
})

describe('sheets', () => {
  it('set up from the rig to the trimmed flame, and nothing of the work', () => {
    const ids = setupSteps(given(cutSteps()).steps).map((s) => s.id)
    expect(ids[0]).toBe('rig')
    expect(ids.at(-1)).toBe('retrim')
    expect(ids).not.toContain('cut')
    expect(setupSteps(given(brazeSteps()).steps).map((s) => s.id)).toContain('nitrogen-sweep')
  })
  it('shut down from the torch to the fire watch, nitrogen included', () => {
    const ids = shutdownSteps(given(brazeSteps()).steps).map((s) => s.id)
    expect(ids[0]).toBe('shut-torch')
    expect(ids.at(-1)).toBe('fire-watch')
    expect(ids).toContain('nitrogen-hold')
    expect(shutdownSteps([])).toEqual([])
  })
})

import { describe, expect, it } from 'vitest'
import { sizeTorch } from '#core/flame/torch.ts'
import { holdOf } from '#core/flame/hold.ts'
import { seenFlame } from '#core/flame/seen.ts'
import { FUELS, type FuelId } from '#core/gas/fuels.ts'
import { FlamePainter, LIGHTS, unitOf, type Scene } from './flame-paint.ts'

/** A canvas that writes down what is put on it: how often each thing, with what colours. */
function paper() {
  const calls: string[] = []
  const colours: string[] = []
  const gradient = { addColorStop: (_: number, colour: string) => void colours.push(colour) }
  const context: Record<string, unknown> = {}
  for (const name of [
    'save',
    'restore',
    'translate',
    'scale',
    'beginPath',
    'closePath',
    'moveTo',
    'lineTo',
    'fill',
    'fillRect',
    'clearRect',
    'rect',
    'clip',
    'drawImage',
    'setTransform',
  ])
    context[name] = () => void calls.push(name)
  context['createLinearGradient'] = () => gradient
  context['createRadialGradient'] = () => gradient
  return {
    context: context as unknown as OffscreenCanvasRenderingContext2D,
    sheet: () => ({ width: 1, height: 1, getContext: () => context }) as unknown as OffscreenCanvas,
    calls,
    colours,
  }
}

const scene = (fuel: FuelId, share: number, mixture: number, part: Partial<Scene> = {}): Scene => {
  const torch = sizeTorch({
    fuel,
    ports: 6,
    portM: 0.0007,
    jetM: 0.0013,
    handleValve: false,
    oxygenPa: 290_000,
    fuelPa: 40_000,
    oxygenHose: { lengthM: 7.6, boreM: 0.00635 },
    fuelHose: { lengthM: 7.6, boreM: 0.00635 },
    ambientPa: 101_325,
  })
  const runs = share * torch.full.fuel
  const flow = { fuel: runs, oxygen: runs * mixture * FUELS[fuel].flame.neutral, jet: 0 }
  return {
    width: 800,
    height: 400,
    light: 'shed',
    tip: { coneM: torch.coneM, portM: torch.portM, jetM: torch.jetM, sign: FUELS[fuel].flame.sign },
    y: 200,
    unit: unitOf(800),
    seen: seenFlame(torch, flow, holdOf(torch, flow, { wind: 0, near: false })),
    ports: [1, 1, 1, 1, 1, 1],
    warm: 0,
    jet: false,
    near: false,
    wind: 0,
    time: 2,
    flash: 0,
    ...part,
  }
}
const painted = (of: Scene) => {
  const { context, sheet, calls, colours } = paper()
  const painter = new FlamePainter(context, sheet)
  painter.clear(of)
  painter.paint(of)
  return { calls, colours, fills: calls.filter((c) => c === 'fill').length }
}
/** How opaque the most opaque of some colours is that are more one thing than another. */
const most = (colours: readonly string[], like: (r: number, g: number, b: number) => boolean) =>
  Math.max(
    0,
    ...colours.flatMap((c) => {
      const [r = 0, g = 0, b = 0, a = 0] = (/rgba\(([^)]+)\)/.exec(c)?.[1] ?? '').split(',').map(Number)
      return like(r, g, b) ? [a] : []
    }),
  )
const blue = (r: number, _: number, b: number) => b > r * 1.5 && b > 150
const yellow = (r: number, g: number, b: number) => r > 220 && g > 100 && b < 130

describe('the painted flame', () => {
  it.each(LIGHTS)('is there %s, and only its torch while it is out', (light) => {
    const lit = painted(scene('acetylene', 1, 1, { light }))
    const out = painted(scene('acetylene', 1, 1, { light, seen: undefined }))
    expect(lit.fills).toBeGreaterThan(out.fills + 20)
    expect(out.fills).toBeGreaterThan(0)
  })

  it('glows yellow on fuel alone, blue when neutral, and hardly by day round the cones', () => {
    const alone = painted(scene('acetylene', 0.9, 0)).colours
    expect(most(alone, yellow)).toBeGreaterThan(most(alone, blue))
    const neutral = painted(scene('acetylene', 1, 1)).colours
    expect(most(neutral, yellow)).toBe(0)
    expect(most(neutral, blue)).toBeGreaterThan(0.2)
    const softest = (light: Scene['light']) => {
      const { colours } = painted(scene('acetylene', 1, 1, { light }))
      // the envelope is the most coloured of all that glows
      return most(colours, (r, _, b) => b > r * 2)
    }
    expect(softest('day')).toBeLessThanOrEqual(softest('shed'))
  })

  it('is all but unseen where nothing tells its mixture', () => {
    const seen = (fuel: FuelId) => most(painted(scene(fuel, 1, 1)).colours, blue)
    expect(seen('hydrogen')).toBeLessThan(seen('propane') / 3)
  })

  it('shows a plate, a jet, smoke, a hot tip and a pop when there are some', () => {
    const plain = painted(scene('acetylene', 1, 1))
    const count = (part: Partial<Scene>, what: string) =>
      painted(scene('acetylene', 1, 1, part)).calls.filter((c) => c === what).length -
      plain.calls.filter((c) => c === what).length
    expect(count({ near: true }, 'fillRect')).toBeGreaterThan(1)
    expect(count({ jet: true }, 'fill')).toBe(1)
    expect(count({ warm: 0.8 }, 'fill')).toBe(1)
    expect(count({ flash: 0.5 }, 'fillRect')).toBe(1)
    const smoky = painted(scene('acetylene', 0.4, 0)).calls.filter((c) => c === 'fillRect').length
    expect(smoky).toBeGreaterThan(plain.calls.filter((c) => c === 'fillRect').length + 5)
  })
})

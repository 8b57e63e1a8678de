// AssemblyScript, compiled by `npm run wasm` into shells-wasm.json: what a step of heat costs most of. Two cells at a time
// where they do not wait for each other. Every pointer is in bytes, every number a double; what each means is said in
// shells.ts, which alone calls it.

const CELL: usize = 8
const PAIR: usize = 16
// bytes of a row that are swept along together
const STRIP: usize = 192
// a look-up's row: conductivity, ρcp, its inverse, half of how it rises, loss outside, loss inside, and two unused
const LOOK: i32 = 6

// the last row that is laid up: hotter is as hot as it
const TOP: f64 = 1700

function rowOf(kelvinOver: f64): usize {
  return (<usize>(<i32>min<f64>(max<f64>(kelvinOver, 0), TOP))) << LOOK
}

/** Stock as the step begins: temperatures kept, properties looked up, losses to the air taken. Gives W lost. */
export function takeStock(
  celsius: usize,
  before: usize,
  conductivity: usize,
  capacity: usize,
  look: usize,
  volume: usize,
  outer: usize,
  inner: usize,
  n: i32,
  rows: i32,
  dt: f64,
  low: f64,
): f64 {
  let lost: f64 = 0
  const first = 0.5 - low
  let at: usize = 0
  for (let row: usize = 0; row < <usize>rows; row++) {
    const v = load<f64>(volume + row * CELL)
    const out = load<f64>(outer + row * CELL)
    const into = load<f64>(inner + row * CELL)
    const perVolume = dt / v
    let even: f64 = 0
    let odd: f64 = 0
    for (let i = 0; i < n; i += 2) {
      const t0 = load<f64>(celsius + at)
      const t1 = load<f64>(celsius + at + CELL)
      v128.store(before + at, v128.load(celsius + at))
      const a = look + rowOf(t0 + first)
      const b = look + rowOf(t1 + first)
      store<f64>(conductivity + at, load<f64>(a))
      store<f64>(conductivity + at + CELL, load<f64>(b))
      store<f64>(capacity + at, v * load<f64>(a, 8))
      store<f64>(capacity + at + CELL, v * load<f64>(b, 8))
      const l0 = out * load<f64>(a, 32) + into * load<f64>(a, 40)
      const l1 = out * load<f64>(b, 32) + into * load<f64>(b, 40)
      even += l0
      odd += l1
      store<f64>(celsius + at, t0 - l0 * perVolume * load<f64>(a, 16))
      store<f64>(celsius + at + CELL, t1 - l1 * perVolume * load<f64>(b, 16))
      at += PAIR
    }
    lost += even + odd
  }
  return lost
}

/** A flame on one row: h of its middle there, its shares round, what drives it (none: a plain flux). Gives W. */
export function playOnRow(
  celsius: usize,
  before: usize,
  capacity: usize,
  shares: usize,
  n: i32,
  h: f64,
  drive: f64,
  dt: f64,
): f64 {
  let sum = f64x2.splat(0)
  const hh = f64x2.splat(h)
  const dd = f64x2.splat(dt)
  const plain = drive == 0
  const driven = f64x2.splat(drive)
  for (let at: usize = 0; at < <usize>n * CELL; at += PAIR) {
    let q = f64x2.mul(hh, v128.load(shares + at))
    if (!plain) q = f64x2.mul(q, f64x2.sub(driven, v128.load(before + at)))
    sum = f64x2.add(sum, q)
    const rise = f64x2.div(f64x2.mul(q, dd), v128.load(capacity + at))
    v128.store(celsius + at, f64x2.add(v128.load(celsius + at), rise))
  }
  return f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1)
}

function two(at: usize, apart: usize): v128 {
  return v128.load64_lane(at + apart, v128.load64_zero(at), 1)
}

/**
 * Conduction round, backward Euler, periodic where `closed` is 1: the last cell is the unknown that the others are told by.
 * Four rows side by side in two pairs: a row's divisions wait for each other, the rows' do not.
 */
export function sweepRound(
  celsius: usize,
  conductivity: usize,
  capacity: usize,
  across: usize,
  scratch: usize,
  n: i32,
  rows: i32,
  dt: f64,
  closed: f64,
): void {
  const line = <usize>n * CELL
  const last = line - CELL
  const one = f64x2.splat(1)
  const half = f64x2.splat(0.5 * dt)
  const shut = f64x2.splat(closed)
  for (let row: usize = 0; row < <usize>rows; row += 4) {
    const t0 = celsius + row * line
    const t1 = t0 + 2 * line
    const k0 = conductivity + row * line
    const k1 = k0 + 2 * line
    const h0 = capacity + row * line
    const h1 = h0 + 2 * line
    const g0 = f64x2.mul(half, v128.load(across + row * CELL))
    const g1 = f64x2.mul(half, v128.load(across + row * CELL + PAIR))
    let here0 = two(k0, line)
    let here1 = two(k1, line)
    const ring0 = f64x2.mul(shut, f64x2.mul(g0, f64x2.add(two(k0 + last, line), here0)))
    const ring1 = f64x2.mul(shut, f64x2.mul(g1, f64x2.add(two(k1 + last, line), here1)))
    let left0 = ring0
    let left1 = ring1
    let c0 = f64x2.splat(0)
    let c1 = c0
    let u0 = c0
    let u1 = c0
    let v0 = one
    let v1 = one
    let s = scratch
    for (let at: usize = 0; at < last; at += CELL) {
      const next0 = two(k0 + at + CELL, line)
      const next1 = two(k1 + at + CELL, line)
      const right0 = f64x2.mul(g0, f64x2.add(here0, next0))
      const right1 = f64x2.mul(g1, f64x2.add(here1, next1))
      const heat0 = two(h0 + at, line)
      const heat1 = two(h1 + at, line)
      const d0 = f64x2.sub(f64x2.add(heat0, f64x2.add(left0, right0)), f64x2.mul(left0, c0))
      const d1 = f64x2.sub(f64x2.add(heat1, f64x2.add(left1, right1)), f64x2.mul(left1, c1))
      const p0 = f64x2.div(one, d0)
      const p1 = f64x2.div(one, d1)
      u0 = f64x2.mul(f64x2.add(f64x2.mul(heat0, two(t0 + at, line)), f64x2.mul(left0, u0)), p0)
      u1 = f64x2.mul(f64x2.add(f64x2.mul(heat1, two(t1 + at, line)), f64x2.mul(left1, u1)), p1)
      v0 = f64x2.mul(f64x2.mul(left0, v0), p0)
      v1 = f64x2.mul(f64x2.mul(left1, v1), p1)
      c0 = f64x2.mul(right0, p0)
      c1 = f64x2.mul(right1, p1)
      v128.store(s, c0)
      v128.store(s, c1, 16)
      v128.store(s, u0, 32)
      v128.store(s, u1, 48)
      v128.store(s, v0, 64)
      v128.store(s, v1, 80)
      s += 96
      left0 = right0
      left1 = right1
      here0 = next0
      here1 = next1
    }
    v0 = f64x2.add(v0, c0)
    v1 = f64x2.add(v1, c1)
    s -= 96
    v128.store(s, v0, 64)
    v128.store(s, v1, 80)
    const uEnd0 = u0
    const uEnd1 = u1
    const vEnd0 = v0
    const vEnd1 = v1
    while (s > scratch) {
      s -= 96
      const b0 = v128.load(s)
      const b1 = v128.load(s, 16)
      u0 = f64x2.add(v128.load(s, 32), f64x2.mul(b0, u0))
      u1 = f64x2.add(v128.load(s, 48), f64x2.mul(b1, u1))
      v0 = f64x2.add(v128.load(s, 64), f64x2.mul(b0, v0))
      v1 = f64x2.add(v128.load(s, 80), f64x2.mul(b1, v1))
      v128.store(s, u0, 32)
      v128.store(s, u1, 48)
      v128.store(s, v0, 64)
      v128.store(s, v1, 80)
    }
    const heat0 = two(h0 + last, line)
    const heat1 = two(h1 + last, line)
    const over0 = f64x2.add(
      f64x2.mul(heat0, two(t0 + last, line)),
      f64x2.add(f64x2.mul(left0, uEnd0), f64x2.mul(ring0, u0)),
    )
    const over1 = f64x2.add(
      f64x2.mul(heat1, two(t1 + last, line)),
      f64x2.add(f64x2.mul(left1, uEnd1), f64x2.mul(ring1, u1)),
    )
    const whole0 = f64x2.add(heat0, f64x2.add(left0, ring0))
    const whole1 = f64x2.add(heat1, f64x2.add(left1, ring1))
    const s0 = f64x2.div(over0, f64x2.sub(whole0, f64x2.add(f64x2.mul(left0, vEnd0), f64x2.mul(ring0, v0))))
    const s1 = f64x2.div(over1, f64x2.sub(whole1, f64x2.add(f64x2.mul(left1, vEnd1), f64x2.mul(ring1, v1))))
    v128.store64_lane(t0 + last, s0, 0)
    v128.store64_lane(t0 + last + line, s0, 1)
    v128.store64_lane(t1 + last, s1, 0)
    v128.store64_lane(t1 + last + line, s1, 1)
    for (let at: usize = 0; at < last; at += CELL) {
      const x0 = f64x2.add(v128.load(s, 32), f64x2.mul(v128.load(s, 64), s0))
      const x1 = f64x2.add(v128.load(s, 48), f64x2.mul(v128.load(s, 80), s1))
      v128.store64_lane(t0 + at, x0, 0)
      v128.store64_lane(t0 + at + line, x0, 1)
      v128.store64_lane(t1 + at, x1, 0)
      v128.store64_lane(t1 + at + line, x1, 1)
      s += 96
    }
  }
}

/** Conduction along, backward Euler, two places round at a time; the row `endRow` goes on at `end` W/K to `endC`. Gives J that left there. */
export function sweepAlong(
  celsius: usize,
  conductivity: usize,
  capacity: usize,
  along: usize,
  carried: usize,
  left: usize,
  n: i32,
  rows: i32,
  dt: f64,
  endRow: i32,
  end: f64,
  endC: f64,
): f64 {
  const line = <usize>n * CELL
  const one = f64x2.splat(1)
  memory.fill(left, 0, line)
  // a strip of the way round at a time: what comes back along it is still at hand
  for (let strip: usize = 0; strip < line; strip += STRIP) {
    const edge = min(strip + STRIP, line)
    for (let row: usize = 0; row < <usize>rows; row++) {
      // the last row leads nowhere, and the first comes from nowhere: what would be there counts nothing
      const g = f64x2.splat(0.5 * dt * load<f64>(along + row * CELL))
      const next: usize = row + 1 < <usize>rows ? line : 0
      const last: usize = row > 0 ? line : 0
      const on = row == <usize>endRow ? end * dt : 0.0
      const ends = f64x2.splat(on)
      const heats = f64x2.splat(on * endC)
      const from = row * line
      for (let i: usize = strip; i < edge; i += PAIR) {
        const p = from + i
        const heat = v128.load(capacity + p)
        const l = v128.load(left + i)
        const r = f64x2.mul(g, f64x2.add(v128.load(conductivity + p), v128.load(conductivity + p + next)))
        const d = f64x2.sub(
          f64x2.add(f64x2.add(heat, ends), f64x2.add(l, r)),
          f64x2.mul(l, v128.load(carried + p - last)),
        )
        const pivot = f64x2.div(one, d)
        v128.store(carried + p, f64x2.mul(r, pivot))
        const rhs = f64x2.add(
          f64x2.mul(heat, v128.load(celsius + p)),
          f64x2.add(heats, f64x2.mul(l, v128.load(celsius + p - last))),
        )
        v128.store(celsius + p, f64x2.mul(rhs, pivot))
        v128.store(left + i, r)
      }
    }
    for (let row: usize = <usize>rows - 1; row > 0; row--) {
      const from = (row - 1) * line
      for (let p = from + strip; p < from + edge; p += PAIR) {
        const t = f64x2.mul(v128.load(carried + p), v128.load(celsius + p + line))
        v128.store(celsius + p, f64x2.add(v128.load(celsius + p), t))
      }
    }
  }
  let out: f64 = 0
  const from = celsius + <usize>endRow * line
  for (let i: usize = 0; i < line; i += CELL) out += load<f64>(from + i) - endC
  return out * end * dt
}

/** Heat across the gap, pair by pair, closed. Film of air, flux above `liquid`, or filler where it is full. */
export function exchange(
  tube: usize,
  tubeHeat: usize,
  cup: usize,
  cupHeat: usize,
  filled: usize,
  perGap: usize,
  n: i32,
  rows: i32,
  areaDt: f64,
  grey: f64,
  contact: f64,
  filler: f64,
  flux: f64,
  liquid: f64,
): void {
  const line = <usize>n * CELL
  let at: usize = 0
  for (let row = 0; row < rows; row++)
    for (let i: usize = 0; i < line; i += CELL) {
      const ta = load<f64>(tube + at)
      const tb = load<f64>(cup + at)
      const narrow = load<f64>(perGap + i)
      let h: f64
      if (load<f64>(filled + at) >= 1) h = filler * narrow
      else {
        const mean = 0.5 * (ta + tb)
        const kelvin = mean + 273.15
        const film = mean > liquid ? flux : 0.0243 + 6e-5 * mean
        h = film * narrow + grey * kelvin * kelvin * kelvin + contact
      }
      const g = h * areaDt
      const ca = load<f64>(tubeHeat + at)
      const cb = load<f64>(cupHeat + at)
      const share = (g * (tb - ta)) / (ca * cb + g * (ca + cb))
      store<f64>(tube + at, ta + share * cb)
      store<f64>(cup + at, tb - share * ca)
      at += CELL
    }
}

/** The change of a step, corrected for a heat capacity that rises; keeps each cell's hottest. */
export function settle(celsius: usize, before: usize, peak: usize, look: usize, cells: i32, low: f64): void {
  const first = 0.5 - low
  const end = celsius + <usize>cells * CELL
  while (celsius < end) {
    const was = load<f64>(before)
    let t = load<f64>(celsius)
    const change = t - was
    if (change >= 0.02 || change <= -0.02) {
      const at = look + rowOf(was + first)
      t = was + change * (1 - load<f64>(at, 24) * change)
      store<f64>(celsius, t)
    }
    if (t > load<f64>(peak)) store<f64>(peak, t)
    celsius += CELL
    before += CELL
    peak += CELL
  }
}

/** Both walls of the socket: the colder and the hotter at each place; into `out` least, most, sum of both, least of the last row, and how many are hot. */
export function feelWalls(
  tube: usize,
  cup: usize,
  coldest: usize,
  hottest: usize,
  n: i32,
  rows: i32,
  flow: f64,
  out: usize,
): void {
  const cells = <usize>n * <usize>rows * CELL
  const last = cells - <usize>n * CELL
  const flows = f64x2.splat(flow)
  let min = f64x2.splat(Infinity)
  let max = f64x2.splat(-Infinity)
  let base = f64x2.splat(Infinity)
  let sum = f64x2.splat(0)
  let hot = i64x2.splat(0)
  for (let at: usize = 0; at < cells; at += PAIR) {
    const a = v128.load(tube + at)
    const b = v128.load(cup + at)
    const cold = f64x2.pmin(a, b)
    const warm = f64x2.pmax(a, b)
    v128.store(coldest + at, cold)
    v128.store(hottest + at, warm)
    sum = f64x2.add(sum, f64x2.add(a, b))
    min = f64x2.pmin(min, cold)
    max = f64x2.pmax(max, warm)
    hot = i64x2.sub(hot, f64x2.ge(cold, flows))
    if (at >= last) base = f64x2.pmin(base, cold)
  }
  store<f64>(out, Math.min(f64x2.extract_lane(min, 0), f64x2.extract_lane(min, 1)))
  store<f64>(out, Math.max(f64x2.extract_lane(max, 0), f64x2.extract_lane(max, 1)), 8)
  store<f64>(out, f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1), 16)
  store<f64>(out, Math.min(f64x2.extract_lane(base, 0), f64x2.extract_lane(base, 1)), 24)
  store<f64>(out, <f64>(i64x2.extract_lane(hot, 0) + i64x2.extract_lane(hot, 1)), 32)
}

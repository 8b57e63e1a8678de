/** Readings thinned as they come: a bounded tail of them as they are, and the rest as least, mean and most of stretches of time. */

/** How long a stretch is, s; and for how long stretches are kept before they are put together, s. */
export const SPANS_S = [10, 300] as const
export const FINE_KEPT_S = 24 * 3600
export const COARSE_KEPT_S = 60 * 24 * 3600
/** The newest readings that are kept as they came. */
export const TAIL = 120

/** One stretch of a channel. `atS` is its beginning, seconds since 1970. */
export interface Sample {
  readonly channel: string
  readonly atS: number
  readonly spanS: number
  readonly least: number
  readonly mean: number
  readonly most: number
  readonly count: number
}

interface Open {
  atS: number
  least: number
  most: number
  sum: number
  count: number
}

/** Thins any number of channels; holds one open stretch and a tail of each. */
export class Thinner {
  private readonly open = new Map<string, Open>()
  private readonly tails = new Map<string, { atMs: number; value: number }[]>()

  constructor(
    private readonly take: (sample: Sample) => void,
    private readonly spanS: number = SPANS_S[0],
  ) {}

  /** A good reading. One that is older than the open stretch goes into that stretch. */
  add(channel: string, atMs: number, value: number): void {
    const tail = this.tails.get(channel) ?? []
    tail.push({ atMs, value })
    if (tail.length > TAIL) tail.shift()
    this.tails.set(channel, tail)
    const atS = Math.floor(atMs / 1000 / this.spanS) * this.spanS
    const now = this.open.get(channel)
    if (!now || atS > now.atS) {
      if (now) this.close(channel, now)
      this.open.set(channel, { atS, least: value, most: value, sum: value, count: 1 })
      return
    }
    now.least = Math.min(now.least, value)
    now.most = Math.max(now.most, value)
    now.sum += value
    now.count += 1
  }

  /** The newest readings of a channel, oldest first. */
  tail(channel: string): readonly { readonly atMs: number; readonly value: number }[] {
    return this.tails.get(channel) ?? []
  }

  /** Hands over what is still open. */
  flush(): void {
    for (const [channel, now] of this.open) this.close(channel, now)
    this.open.clear()
  }

  /** How much it holds: for telling that it does not grow. */
  get held(): number {
    let n = this.open.size
    for (const tail of this.tails.values()) n += tail.length
    return n
  }

  private close(channel: string, s: Open): void {
    this.take({
      channel,
      atS: s.atS,
      spanS: this.spanS,
      least: s.least,
      mean: s.sum / s.count,
      most: s.most,
      count: s.count,
    })
  }
}

/** Several stretches of one channel as one: nothing of least and most is lost, and the mean stays the mean. */
export function joined(samples: readonly Sample[], spanS: number): readonly Sample[] {
  const out = new Map<string, Sample>()
  for (const s of samples) {
    const atS = Math.floor(s.atS / spanS) * spanS
    const key = `${s.channel} ${atS}`
    const had = out.get(key)
    const count = (had?.count ?? 0) + s.count
    out.set(key, {
      channel: s.channel,
      atS,
      spanS,
      least: Math.min(had?.least ?? Infinity, s.least),
      most: Math.max(had?.most ?? -Infinity, s.most),
      mean: ((had?.mean ?? 0) * (had?.count ?? 0) + s.mean * s.count) / count,
      count,
    })
  }
  return [...out.values()]
}

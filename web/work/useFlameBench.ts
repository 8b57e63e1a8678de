import { proxy, transfer, wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import { placeOf, TURN_PARTS, type Move } from '#core/teach/bench.ts'
import { taskStart } from '#core/teach/flame-tasks.ts'
import type { BenchFrame, FlameWorker, Practised } from './flame-work.ts'

/** A valve of the torch in hand. */
export type Valve = (typeof VALVES)[number]
const VALVES = ['oxygen', 'fuel', 'handle'] as const

/** The flame bench beside the page: how it stands, and what a hand can do to it. */
export interface FlameBench {
  /** As it is told in words: anew only when a word, a place of a hand or a mark changes. */
  readonly frame: BenchFrame | undefined
  /** As it stood last, for what is painted anew all the time. */
  readonly latest: RefObject<BenchFrame | undefined>
  /** Calls with how far a valve stands open, in parts of a turn, now and whenever it changes, until it is taken back. */
  readonly listen: (valve: Valve, hear: (parts: number) => void) => () => void
  /** Tells how the picture changes: for one listener beside the page. */
  readonly picture: MessagePort | undefined
  readonly make: (move: Move) => void
  /** Turns a valve by so many parts of a turn from where the hand has it. */
  readonly turn: (valve: Valve, by: number) => void
}

/** What of a frame is told in words or shown by a place. */
const toldOf = (f: BenchFrame): string =>
  [
    f.looks,
    f.sounds,
    f.tip,
    f.happenedWords,
    f.hands.oxygen,
    f.hands.fuel,
    f.hands.handle,
    f.hands.lever,
    f.near,
    f.lit,
    f.said.length,
    f.points,
    Math.round(f.mixture * 100),
    ...f.marks.map((m) => `${m.got}${m.text}`),
  ].join('|')

/**
 * Keeps a bench running while it is looked at: a hidden page lets its worker rest.
 * @param practised what is practised, or watched again; a new one begins anew
 */
export function useFlameBench(practised: Practised): FlameBench {
  const worker = useRef<Remote<FlameWorker> | undefined>(undefined)
  const latest = useRef<BenchFrame | undefined>(undefined)
  const hearers = useRef(new Set<{ readonly valve: Valve; readonly hear: (parts: number) => void }>())
  const [picture, setPicture] = useState<MessagePort | undefined>(undefined)
  const places = useRef<Record<Valve, number>>({ oxygen: 0, fuel: 0, handle: 0 })
  // each frame with what it is of: what was watched before is nobody's attempt at what is practised now
  const [last, setLast] = useState<{ readonly of: Practised; readonly frame: BenchFrame } | undefined>(
    undefined,
  )
  const frame = last?.of === practised ? last.frame : undefined

  const stands = useCallback((valve: Valve, parts: number) => {
    places.current[valve] = parts
    for (const one of hearers.current) if (one.valve === valve) one.hear(parts)
  }, [])

  useEffect(() => {
    const own = new Worker(new URL('./flame.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<FlameWorker>(own)
    worker.current = remote
    latest.current = undefined
    let told = ''
    const start = taskStart(practised.task, practised.bench, practised.seed)
    for (const valve of VALVES) stands(valve, start[valve])
    const heard = (next: BenchFrame) => {
      if (worker.current !== remote) return
      latest.current = next
      // where somebody else's hand is watched, the valves follow it; one's own are ahead of what is told
      if (practised.made)
        for (const valve of VALVES) stands(valve, Math.round(next.hands[valve] * TURN_PARTS))
      const now = toldOf(next)
      if (now === told) return
      told = now
      setLast({ of: practised, frame: next })
    }
    const { port1, port2 } = new MessageChannel()
    setPicture(port2)
    void remote.begin(practised, proxy(heard), transfer(port1, [port1]))
    const seen = () => void (document.visibilityState === 'hidden' ? remote.rest() : remote.wake())
    document.addEventListener('visibilitychange', seen)
    return () => {
      document.removeEventListener('visibilitychange', seen)
      worker.current = undefined
      own.terminate()
    }
  }, [practised, stands])

  const listen = useCallback((valve: Valve, hear: (parts: number) => void) => {
    const one = { valve, hear }
    hearers.current.add(one)
    hear(places.current[valve])
    return () => void hearers.current.delete(one)
  }, [])
  const make = useCallback(
    (move: Move) => {
      if (move.do === 'oxygen' || move.do === 'fuel' || move.do === 'handle') stands(move.do, move.to)
      void worker.current?.make(move)
    },
    [stands],
  )
  const turn = useCallback(
    (valve: Valve, by: number) => {
      const to = placeOf(places.current[valve] + by)
      if (to !== places.current[valve]) make({ do: valve, to })
    },
    [make],
  )
  return { frame, latest, listen, picture, make, turn }
}

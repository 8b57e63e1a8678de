import { proxy, transfer, wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import type { UnitChoices } from '#core/quantity/choices.ts'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import type { HeatDo, HeatMove } from '#core/teach/heat-play.ts'
import type { HeatLook } from '../drawing/heat-paint.ts'
import type { HeatFrame, HeatPractised, HeatWorker } from './heat-work.ts'

/** The heat bench beside the page: how it stands, and what a hand can do to it. */
export interface HeatBenchHeld {
  readonly frame: HeatFrame | undefined
  readonly latest: RefObject<HeatFrame | undefined>
  readonly make: (what: HeatDo, a?: number, b?: number) => void
  readonly look: (look: HeatLook) => void
  readonly follow: (moves: readonly HeatMove[] | undefined) => void
  readonly pace: (times: number) => void
  /** Gives both canvases to the painter: each once. */
  readonly stage: (map: HTMLCanvasElement, side: HTMLCanvasElement) => void
}

const openWorker = () => new Worker(new URL('./heat.worker.ts', import.meta.url), { type: 'module' })

/** Keeps a heat bench running while it is looked at. @param practised what is practised; a new one begins anew */
export function useHeatBench(practised: HeatPractised, units: UnitChoices): HeatBenchHeld {
  const worker = useRef<Remote<HeatWorker> | undefined>(undefined)
  const latest = useRef<HeatFrame | undefined>(undefined)
  // each frame with what it is of: what was watched before is nobody's attempt at what is practised now
  const [told, setTold] = useState<{ readonly of: HeatPractised; readonly frame: HeatFrame } | undefined>(
    undefined,
  )
  const frame = told?.of === practised ? told.frame : undefined
  // a shop that is looked at in other units goes on with its heat
  const says = useRef(units)
  says.current = units
  // what lies on the page is there before the worker is: it is handed over as soon as both are
  const sheets = useRef<readonly [OffscreenCanvas, OffscreenCanvas] | undefined>(undefined)
  const looks = useRef<HeatLook | undefined>(undefined)
  const hand = useCallback(() => {
    const [remote, given] = [worker.current, sheets.current]
    if (!remote) return
    if (given) {
      sheets.current = undefined
      void remote.stage(transfer(given[0], [given[0]]), transfer(given[1], [given[1]]))
    }
    if (looks.current) void remote.look(looks.current)
  }, [])
  useEffect(() => {
    const own = openWorker()
    worker.current = wrap<HeatWorker>(own)
    hand()
    const seen = () =>
      void (document.visibilityState === 'hidden' ? worker.current?.rest() : worker.current?.wake())
    document.addEventListener('visibilitychange', seen)
    return () => {
      document.removeEventListener('visibilitychange', seen)
      worker.current = undefined
      own.terminate()
    }
  }, [hand])
  useEffect(() => {
    const remote = worker.current
    if (!remote) return
    let gone = false
    latest.current = undefined
    void remote.begin(
      practised,
      says.current,
      proxy((next: HeatFrame) => {
        if (gone) return
        latest.current = next
        setTold({ of: practised, frame: next })
      }),
    )
    return () => {
      gone = true
    }
  }, [practised])
  const make = useCallback((what: HeatDo, a?: number, b?: number) => {
    void worker.current?.make(what, a, b)
  }, [])
  const look = useCallback(
    (next: HeatLook) => {
      looks.current = next
      hand()
    },
    [hand],
  )
  const follow = useCallback(
    (moves: readonly HeatMove[] | undefined) => void worker.current?.follow(moves),
    [],
  )
  const pace = useCallback((times: number) => void worker.current?.pace(times), [])
  const stage = useCallback(
    (map: HTMLCanvasElement, side: HTMLCanvasElement) => {
      if (!map.transferControlToOffscreen) return
      sheets.current = [map.transferControlToOffscreen(), side.transferControlToOffscreen()]
      hand()
    },
    [hand],
  )
  return { frame, latest, make, look, follow, pace, stage }
}

/** What a good hand does with a joint, once it is asked for: worked out beside the bench, which goes on meanwhile. */
export function useGoodHeat(): (joint: HeatJoint) => Promise<readonly HeatMove[]> {
  const own = useRef<Worker | undefined>(undefined)
  useEffect(() => () => own.current?.terminate(), [])
  return useCallback(async (joint: HeatJoint) => {
    own.current?.terminate()
    const asked = openWorker()
    own.current = asked
    try {
      return (await wrap<HeatWorker>(asked).good(joint)).made
    } finally {
      asked.terminate()
    }
  }, [])
}

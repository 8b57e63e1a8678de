import { proxy, transfer, wrap } from 'comlink'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import type { UnitChoices } from '#core/quantity/choices.ts'

/** What a bench's worker is asked: it runs one thing at a time, and paints it on two canvases. */
export interface StagedWorker<Practised, Frame, Look, Move extends readonly unknown[], Ghost> {
  readonly begin: (of: Practised, units: UnitChoices, told: (frame: Frame) => void) => unknown
  readonly make: (...move: Move) => unknown
  readonly look: (look: Look) => unknown
  readonly follow: (other: Ghost | undefined) => unknown
  readonly pace: (times: number) => unknown
  readonly stage: (one: OffscreenCanvas, two: OffscreenCanvas) => unknown
  readonly rest: () => unknown
  readonly wake: () => unknown
}

/** A bench beside the page: how it stands, and what a hand can do to it. */
export interface StagedBench<Frame, Look, Move extends readonly unknown[], Ghost> {
  readonly frame: Frame | undefined
  readonly latest: RefObject<Frame | undefined>
  readonly make: (...move: Move) => void
  readonly look: (look: Look) => void
  readonly follow: (other: Ghost | undefined) => void
  readonly pace: (times: number) => void
  /** Gives both canvases to the painter: each once. */
  readonly stage: (one: HTMLCanvasElement, two: HTMLCanvasElement) => void
}

/**
 * Keeps a bench running while it is looked at.
 * @param open its worker, the same function all the while
 * @param practised what is practised; a new one begins anew
 */
export function useStagedBench<Practised, Frame, Look, Move extends readonly unknown[], Ghost>(
  open: () => Worker,
  practised: Practised,
  units: UnitChoices,
): StagedBench<Frame, Look, Move, Ghost> {
  const worker = useRef<StagedWorker<Practised, Frame, Look, Move, Ghost> | undefined>(undefined)
  const latest = useRef<Frame | undefined>(undefined)
  // each frame with what it is of: what was watched before is nobody's attempt at what is practised now
  const [told, setTold] = useState<{ readonly of: Practised; readonly frame: Frame } | undefined>(undefined)
  const frame = told?.of === practised ? told.frame : undefined
  // a shop that is looked at in other units goes on with what it does
  const says = useRef(units)
  says.current = units
  // what lies on the page is there before the worker is: it is handed over as soon as both are
  const sheets = useRef<readonly [OffscreenCanvas, OffscreenCanvas] | undefined>(undefined)
  const looks = useRef<Look | undefined>(undefined)
  const hand = useCallback(() => {
    const [remote, given] = [worker.current, sheets.current]
    if (!remote) return
    if (given) {
      sheets.current = undefined
      void remote.stage(transfer(given[0], [given[0]]), transfer(given[1], [given[1]]))
    }
    if (looks.current !== undefined) void remote.look(looks.current)
  }, [])
  useEffect(() => {
    const own = open()
    // each call comes back as a promise, which nobody here waits for
    worker.current = wrap(own) as unknown as StagedWorker<Practised, Frame, Look, Move, Ghost>
    hand()
    const seen = () =>
      void (document.visibilityState === 'hidden' ? worker.current?.rest() : worker.current?.wake())
    document.addEventListener('visibilitychange', seen)
    return () => {
      document.removeEventListener('visibilitychange', seen)
      worker.current = undefined
      own.terminate()
    }
  }, [open, hand])
  useEffect(() => {
    const remote = worker.current
    if (!remote) return
    let gone = false
    latest.current = undefined
    void remote.begin(
      practised,
      says.current,
      proxy((next: Frame) => {
        if (gone) return
        latest.current = next
        setTold({ of: practised, frame: next })
      }),
    )
    return () => {
      gone = true
    }
  }, [practised])
  const make = useCallback((...move: Move) => void worker.current?.make(...move), [])
  const look = useCallback(
    (next: Look) => {
      looks.current = next
      hand()
    },
    [hand],
  )
  const follow = useCallback((other: Ghost | undefined) => void worker.current?.follow(other), [])
  const pace = useCallback((times: number) => void worker.current?.pace(times), [])
  const stage = useCallback(
    (one: HTMLCanvasElement, two: HTMLCanvasElement) => {
      if (!one.transferControlToOffscreen) return
      sheets.current = [one.transferControlToOffscreen(), two.transferControlToOffscreen()]
      hand()
    },
    [hand],
  )
  return { frame, latest, make, look, follow, pace, stage }
}

/** Two canvases that are painted beside the page. A canvas is given away once, so each page has its own. */
export function useCanvases(
  one: RefObject<HTMLDivElement | null>,
  two: RefObject<HTMLDivElement | null>,
  stage: (one: HTMLCanvasElement, two: HTMLCanvasElement) => void,
): void {
  useEffect(() => {
    const boxes = [one.current, two.current]
    const canvases = boxes.flatMap((box) => {
      if (!box) return []
      const on = box.ownerDocument.createElement('canvas')
      on.className = 'absolute inset-0 h-full w-full'
      box.prepend(on)
      return [on]
    })
    const [first, second] = canvases
    if (first && second) stage(first, second)
    return () => {
      for (const on of canvases) on.remove()
    }
  }, [one, two, stage])
}

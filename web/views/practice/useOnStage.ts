import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import { useKeepAttempt, type Recording } from './useAttempts.ts'

/** Whose hand is looked at: nobody's but one's own, or one that is watched, by its name. */
export type Watched = { readonly title: string; readonly what?: string } | undefined

/** What is practised on a bench: its moves where it is played again, a hand where one is watched. */
interface OnBench {
  readonly made?: readonly unknown[] | undefined
  readonly until?: number | undefined
  readonly hand?: string | undefined
}
type Played = Pick<OnBench, 'made' | 'until'>

/** What is on a bench, and what is put on it next. */
export interface Stage<P extends OnBench> {
  readonly practised: P
  readonly watched: Watched
  /** Where the bench is: it is looked at whenever something else comes onto it. */
  readonly place: RefObject<HTMLDivElement | null>
  readonly begin: () => void
  readonly watchGood: () => void
  /** Plays what somebody did, as it was. */
  readonly again: (recording: Played, title: string, on?: P) => void
}

/**
 * Puts one thing after the other onto a bench.
 * @param plain what is practised by one's own hand
 * @param first what is watched before that: a recording, or a preset by its name
 */
export function useOnStage<P extends OnBench>(
  plain: P,
  first: {
    readonly recording?: Played | undefined
    readonly preset?: ({ readonly hand: NonNullable<P['hand']> } & NonNullable<Watched>) | undefined
  },
): Stage<P> {
  const [on, setOn] = useState<Pick<Stage<P>, 'practised' | 'watched'>>(() => {
    const { recording, preset } = first
    if (recording) return { practised: { ...plain, ...played(recording) }, watched: { title: 'A recording' } }
    return preset
      ? { practised: { ...plain, hand: preset.hand }, watched: preset }
      : { practised: plain, watched: undefined }
  })
  const place = useRef<HTMLDivElement>(null)
  const show = (practised: P, watched: Watched) => {
    setOn({ practised, watched })
    place.current?.focus()
  }
  return {
    ...on,
    place,
    begin: () => show({ ...plain }, undefined),
    watchGood: () => show({ ...plain, hand: 'good' }, { title: 'A good hand' }),
    again: (recording, title, other = plain) => show({ ...other, ...played(recording) }, { title }),
  }
}

const played = ({ made, until }: Played): Played => ({ made, until })

/** What somebody did last by their own hand: written down as soon as it is over. */
export function useOwn<R extends Recording>(recording: R | undefined, watched: Watched): R | undefined {
  const [own, setOwn] = useState<R | undefined>(undefined)
  const keep = useKeepAttempt()
  const done = useCallback(
    (made: R) => {
      setOwn(made)
      keep(made)
    },
    [keep],
  )
  useEffect(() => {
    if (recording && watched === undefined && recording !== own) done(recording)
  }, [recording, watched, own, done])
  return own
}

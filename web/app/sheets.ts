import { lazy } from 'react'

/** Forms that open over a view: fetched when they are first asked for, so that the first view stays light. */
export const StartPiece = lazy(() =>
  import('../views/jobs/StartPiece.tsx').then((m) => ({ default: m.StartPiece })),
)

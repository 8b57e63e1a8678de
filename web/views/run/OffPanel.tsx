import type { RefObject } from 'react'
import { ReasonPanel } from './ReasonPanel.tsx'

const USUAL = [
  'My own setting for this tip',
  'This gauge is known to read off',
  'The flame or the jet wants it',
] as const

/** Going on with a reading that is not what was planned: only with a reason, which stays in the log beside it. */
export const OffPanel = ({
  shown,
  ...over
}: {
  /** What the gauge shows, printed. */
  readonly shown: string
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onClose: () => void
  readonly onReason: (reason: string) => void
}) => (
  <ReasonPanel {...over} title={`Why go on with ${shown}?`} usual={USUAL} act={`Save ${shown} and go on`} />
)

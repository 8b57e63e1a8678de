import type { RefObject } from 'react'
import { ReasonPanel } from './ReasonPanel.tsx'

const USUAL = ['Still set from the last cut', 'Done before I began here', 'Not needed on this job'] as const

/** A step is left out only with a reason, which stays in the log. */
export const SkipPanel = ({
  onSkip,
  ...over
}: {
  readonly onClose: () => void
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onSkip: (why: string) => void
}) => (
  <ReasonPanel
    {...over}
    title="Why is this step left out?"
    usual={USUAL}
    act="Skip the step"
    onReason={onSkip}
  />
)

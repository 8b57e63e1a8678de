import { PageTabs } from '../../ui/PageTabs.tsx'

const TABS = [
  { to: '/log', says: 'Lines' },
  { to: '/log/chart', says: 'Your chart' },
  { to: '/log/files', says: 'In and out' },
] as const

/** The log, what it has taught, and the log as a file. */
export const LogTabs = () => <PageTabs title="Log" label="The log" tabs={TABS} />

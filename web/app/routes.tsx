import { lazy, Suspense, type ComponentType } from 'react'
import { createBrowserRouter, Link } from 'react-router'
import { Shell } from './Shell.tsx'

const view = (load: () => Promise<{ default: ComponentType }>) => {
  const View = lazy(load)
  return (
    <Suspense fallback={<p className="p-8 text-soft">Opening.</p>}>
      <View />
    </Suspense>
  )
}

function NoSuchPage() {
  return (
    <main className="p-8">
      <h1 className="text-3xl">There is no such page</h1>
      <p className="pt-2">
        Go back to{' '}
        <Link className="underline" to="/">
          today
        </Link>
        .
      </p>
    </main>
  )
}

export const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: '/', element: view(() => import('../views/today/Today.tsx')) },
      { path: '/jobs', element: view(() => import('../views/jobs/Jobs.tsx')) },
      { path: '/jobs/:jobId', element: view(() => import('../views/plan/JobPage.tsx')) },
      { path: '/jobs/:jobId/:ticketId', element: view(() => import('../views/plan/JobPage.tsx')) },
      { path: '/log', element: view(() => import('../views/log/Log.tsx')) },
      { path: '/log/:entryId', element: view(() => import('../views/log/Entry.tsx')) },
      { path: '/settings', element: view(() => import('../views/settings/Settings.tsx')) },
      { path: '*', element: <NoSuchPage /> },
    ],
  },
  { path: '/run/:runId', element: view(() => import('../views/run/Run.tsx')) },
  { path: '/run/:runId/log', element: view(() => import('../views/log/WriteDown.tsx')) },
])

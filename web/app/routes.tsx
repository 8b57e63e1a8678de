import { lazy, Suspense, useEffect, type ComponentType } from 'react'
import { createBrowserRouter, Link, Navigate, useRouteError } from 'react-router'
import { Button } from '../ui/Button.tsx'
import { Opening } from '../ui/Opening.tsx'
import { tellFault } from './faults.ts'
import { Shell } from './Shell.tsx'

const view = (load: () => Promise<{ default: ComponentType }>) => {
  const View = lazy(load)
  return (
    <Suspense fallback={<Opening />}>
      <View />
    </Suspense>
  )
}

function NoSuchPage() {
  return (
    <main className="p-6">
      <h1 className="text-page">There is no such page</h1>
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

/** What is shown when a page fails: never a bare error, and a way on. */
function Broken() {
  const error = useRouteError()
  useEffect(() => tellFault(error), [error])
  return (
    <main className="p-6">
      <h1 className="text-page">This page broke</h1>
      <p className="py-3">What you typed and confirmed is kept. Load the page again, or go back to today.</p>
      <div className="flex gap-4">
        <Button look="act" onClick={() => location.reload()}>
          Load it again
        </Button>
        <a className="name content-center text-field underline" href="/">
          Today
        </a>
      </div>
    </main>
  )
}

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { path: '/', element: view(() => import('../views/today/Today.tsx')) },
      { path: '/quick', element: view(() => import('../views/quick/Quick.tsx')) },
      { path: '/begin', element: view(() => import('../views/begin/Begin.tsx')) },
      { path: '/jobs', element: view(() => import('../views/jobs/Jobs.tsx')) },
      { path: '/jobs/:jobId', element: view(() => import('../views/plan/JobPage.tsx')) },
      { path: '/jobs/:jobId/:pieceId', element: view(() => import('../views/plan/JobPage.tsx')) },
      { path: '/jobs/:jobId/:pieceId/work', element: view(() => import('../views/work/WorkPage.tsx')) },
      { path: '/batches/:batchId', element: view(() => import('../views/batch/BatchPage.tsx')) },
      { path: '/rig', element: view(() => import('../views/rig/Rig.tsx')) },
      { path: '/rig/trial/:torchId', element: view(() => import('../views/rig/Trial.tsx')) },
      { path: '/rig/pocket/:torchId', element: view(() => import('../views/rig/Pocket.tsx')) },
      {
        path: '/bench',
        element: view(() => import('../views/bench/Bench.tsx')),
        children: [
          { index: true, element: <Navigate to="/bench/tip" replace /> },
          { path: 'tip', element: view(() => import('../views/bench/TipFinder.tsx')) },
          { path: 'cut-list', element: view(() => import('../views/bench/CutList.tsx')) },
          { path: 'filler', element: view(() => import('../views/bench/FillerFinder.tsx')) },
          { path: 'take-off', element: view(() => import('../views/bench/TakeOff.tsx')) },
          { path: 'tests', element: view(() => import('../views/tests/Tests.tsx')) },
        ],
      },
      { path: '/jobs/:jobId/close-out', element: view(() => import('../views/close-out/CloseOutPage.tsx')) },
      {
        path: '/jobs/:jobId/:pieceId/check',
        element: view(() => import('../views/check/Check.tsx').then((m) => ({ default: m.CheckPiece }))),
      },
      { path: '/rig/instruments', element: view(() => import('../views/instruments/Instruments.tsx')) },
      { path: '/faults', element: view(() => import('../views/faults/FaultFinder.tsx')) },
      { path: '/tests/new/:kind', element: view(() => import('../views/tests/NewTest.tsx')) },
      { path: '/tests/:testId', element: view(() => import('../views/tests/TestPage.tsx')) },
      { path: '/practice', element: view(() => import('../views/practice/Practice.tsx')) },
      {
        path: '/practice/heat/piece/:jobId/:pieceId',
        element: view(() => import('../views/practice/HeatOfPlan.tsx')),
      },
      { path: '/practice/heat/:joint', element: view(() => import('../views/practice/HeatBench.tsx')) },
      {
        path: '/practice/pace/piece/:jobId/:pieceId',
        element: view(() => import('../views/practice/PaceOfPlan.tsx')),
      },
      { path: '/practice/pace/:board', element: view(() => import('../views/practice/PaceBench.tsx')) },
      { path: '/practice/order/:task', element: view(() => import('../views/practice/OrderBench.tsx')) },
      { path: '/practice/sets', element: view(() => import('../views/lessons/Sets.tsx')) },
      { path: '/practice/sets/:lessonId', element: view(() => import('../views/lessons/SetEditor.tsx')) },
      { path: '/practice/given/:givenId', element: view(() => import('../views/lessons/GivenSet.tsx')) },
      { path: '/practice/progress', element: view(() => import('../views/lessons/Progress.tsx')) },
      { path: '/practice/facts/:deck', element: view(() => import('../views/practice/Facts.tsx')) },
      { path: '/practice/flame/:task', element: view(() => import('../views/practice/FlameBench.tsx')) },
      { path: '/log', element: view(() => import('../views/log/Log.tsx')) },
      { path: '/log/chart', element: view(() => import('../views/log/YourChart.tsx')) },
      { path: '/log/files/sheet', element: view(() => import('../views/log/sheet/SheetPage.tsx')) },
      { path: '/log/files', element: view(() => import('../views/log/Files.tsx')) },
      {
        path: '/log/:entryId/correct',
        element: view(() => import('../views/check/Check.tsx').then((m) => ({ default: m.CorrectEntry }))),
      },
      { path: '/log/:entryId', element: view(() => import('../views/log/Entry.tsx')) },
      { path: '/settings', element: view(() => import('../views/settings/Settings.tsx')) },
      { path: '*', element: <NoSuchPage /> },
    ],
  },
  { path: '/run/:runId', errorElement: <Broken />, element: view(() => import('../views/run/Run.tsx')) },
  {
    path: '/run/:runId/log',
    errorElement: <Broken />,
    element: view(() => import('../views/check/Check.tsx')),
  },
  {
    path: '/run/:runId/log/:place/:repeat',
    errorElement: <Broken />,
    element: view(() => import('../views/check/Check.tsx').then((m) => ({ default: m.CheckMaking }))),
  },
])

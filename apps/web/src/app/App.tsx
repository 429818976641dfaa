import { appText } from '@gangway/messages/web/app';
import { say } from '@gangway/messages/say';
import { lazy, Suspense } from 'react';
import { createBrowserRouter, Navigate, Outlet, RouterProvider, useLocation, useParams, useRouteError } from 'react-router';
import { NotesProvider } from '../ui/Notes';
import { SlotsProvider, type Slots } from '../ui/Slots';
import { TopBar } from '../ui/TopBar';
import { TextLink } from '../ui/TextButton';

const JobsPage = lazy(() => import('../jobs/JobsPage').then((module) => ({ default: module.JobsPage })));

const BenchPage = lazy(() => import('../bench/BenchPage').then((module) => ({ default: module.BenchPage })));

const ProofPage = lazy(() => import('../proof/ProofPage').then((module) => ({ default: module.ProofPage })));

const LogPage = lazy(() => import('../log/LogPage').then((module) => ({ default: module.LogPage })));

const CalculatorsPage = lazy(() => import('../calculators/CalculatorsPage').then((module) => ({ default: module.CalculatorsPage })));

const kit = {
  Frame: lazy(() => import('../kit/KitFrame').then((module) => ({ default: module.KitFrame }))),
  Rigs: lazy(() => import('../kit/rigs/RigsPage').then((module) => ({ default: module.RigsPage }))),
  Rig: lazy(() => import('../kit/rigs/RigPage').then((module) => ({ default: module.RigPage }))),
  Card: lazy(() => import('../kit/card/CardPage').then((module) => ({ default: module.CardPage }))),
  Items: lazy(() => import('../kit/items/ItemsPage').then((module) => ({ default: module.ItemsPage }))),
  Compare: lazy(() => import('../kit/compare/ComparePage').then((module) => ({ default: module.ComparePage }))),
  Import: lazy(() => import('../kit/exchange/ImportPage').then((module) => ({ default: module.ImportPage }))),
};

const SLOTS: Slots = {
  LogButton: lazy(() => import('../log/LogButton').then((module) => ({ default: module.LogButton }))),
  ItemDialog: lazy(() => import('../kit/items/ItemDialog').then((module) => ({ default: module.ItemDialog }))),
};

function Frame() {
  return (
    <NotesProvider>
      <SlotsProvider value={SLOTS}>
        <Suspense fallback={<Waiting />}>
          <Outlet />
        </Suspense>
      </SlotsProvider>
    </NotesProvider>
  );
}

function Waiting() {
  return (
    <>
      <TopBar />
      <p role="status" className="p-8 text-ink-soft">
        {appText.loading}
      </p>
    </>
  );
}

function Nowhere() {
  return (
    <>
      <TopBar />
      <main className="p-8">
        <h1 className="mb-2 text-xl font-semibold">{appText.pageNotFound}</h1>
        <TextLink to="/jobs">{appText.backToJobs}</TextLink>
      </main>
    </>
  );
}

function Broken() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="mb-2 text-xl font-semibold">{appText.thisPageBroke}</h1>
      <p className="mb-4 text-ink-soft">{say(appText.whatWasSavedIsSafe, { error: error instanceof Error ? `(${error.message})` : '' })}</p>
      <a href={location.href} className="text-accent underline underline-offset-4">
        {appText.loadItAgain}
      </a>
    </main>
  );
}

function EarlierCalculator() {
  const { name = '' } = useParams();
  return <Navigate to={`/calculators/${name}`} replace />;
}

/** A setup under the address that it had before setups were called so. */
function EarlierSetup() {
  const { pathname, search } = useLocation();
  return <Navigate to={`${pathname.replace('/stands/', '/setups/')}${search}`} replace />;
}

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      { path: '/', element: <Navigate to="/jobs" replace /> },
      { path: '/jobs', element: <JobsPage /> },
      { path: '/jobs/:jobId', element: <JobsPage /> },
      { path: '/jobs/:jobId/setups/:setupId', element: <BenchPage /> },
      { path: '/jobs/:jobId/setups/:setupId/proof', element: <ProofPage /> },
      { path: '/jobs/:jobId/log', element: <LogPage /> },
      {
        path: '/kit',
        element: <kit.Frame />,
        children: [
          { index: true, element: <Navigate to="/kit/rigs" replace /> },
          { path: 'rigs', element: <kit.Rigs /> },
          { path: 'rigs/:rigId', element: <kit.Rig /> },
          { path: 'rigs/:rigId/card', element: <kit.Card /> },
          { path: 'items/:kind', element: <kit.Items /> },
          { path: 'compare', element: <kit.Compare /> },
          { path: 'import', element: <kit.Import /> },
        ],
      },
      { path: '/calculators', element: <CalculatorsPage /> },
      { path: '/calculators/:name', element: <CalculatorsPage /> },
      // Earlier addresses.
      { path: '/jobs/:jobId/stands/:setupId/*', element: <EarlierSetup /> },
      { path: '/guide', element: <Navigate to="/calculators" replace /> },
      { path: '/guide/:name', element: <EarlierCalculator /> },
      { path: '*', element: <Nowhere /> },
    ],
  },
]);

export function App() {
  return <RouterProvider router={router} />;
}

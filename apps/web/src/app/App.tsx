import { appText } from '@gangway/messages/web/app';
import { say } from '@gangway/messages/say';
import { Suspense } from 'react';
import { createBrowserRouter, Navigate, Outlet, RouterProvider, useLocation, useParams, useRouteError } from 'react-router';
import { Sheets } from '../palette/Sheets';
import { NotesProvider } from '../ui/Notes';
import { SlotsProvider, type Slots } from '../ui/Slots';
import { TopBar } from '../ui/TopBar';
import { TextLink } from '../ui/TextButton';
import { lazyPart, preloadParts } from '../ui/lazyPart';
import { askFirst } from './askFirst';
import { FieldHelp } from './FieldHelp';

const JobsPage = lazyPart(() => import('../jobs/JobsPage'), 'JobsPage');

const BenchPage = lazyPart(() => import('../bench/BenchPage'), 'BenchPage');

const ProofPage = lazyPart(() => import('../proof/ProofPage'), 'ProofPage');

const LogPage = lazyPart(() => import('../log/LogPage'), 'LogPage');

const FirstPage = lazyPart(() => import('../first/FirstPage'), 'FirstPage');

const CalculatorsPage = lazyPart(() => import('../calculators/CalculatorsPage'), 'CalculatorsPage');

const kit = {
  Frame: lazyPart(() => import('../kit/KitFrame'), 'KitFrame'),
  Rigs: lazyPart(() => import('../kit/rigs/RigsPage'), 'RigsPage'),
  Rig: lazyPart(() => import('../kit/rigs/RigPage'), 'RigPage'),
  Card: lazyPart(() => import('../kit/card/CardPage'), 'CardPage'),
  Items: lazyPart(() => import('../kit/items/ItemsPage'), 'ItemsPage'),
  Compare: lazyPart(() => import('../kit/compare/ComparePage'), 'ComparePage'),
  Import: lazyPart(() => import('../kit/exchange/ImportPage'), 'ImportPage'),
};

const SLOTS: Slots = {
  Waiting: lazyPart(() => import('../waiting/BarNotes'), 'BarNotes'),
  LogButton: lazyPart(() => import('../log/LogButton'), 'LogButton'),
  ItemDialog: lazyPart(() => import('../kit/items/ItemDialog'), 'ItemDialog'),
};

function Frame() {
  return (
    <NotesProvider>
      <SlotsProvider value={SLOTS}>
        <Suspense fallback={<Waiting />}>
          <Outlet />
        </Suspense>
        <Sheets />
        <FieldHelp />
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
      { path: '/first', element: <FirstPage /> },
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

addEventListener('load', preloadParts);
askFirst(location.pathname);

export function App() {
  return <RouterProvider router={router} />;
}

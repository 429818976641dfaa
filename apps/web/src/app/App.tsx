import { appText } from '@gangway/messages/web/app';
import { say } from '@gangway/messages/say';
import { Suspense } from 'react';
import {
  createBrowserRouter,
  matchRoutes,
  Navigate,
  Outlet,
  RouterProvider,
  useLocation,
  useParams,
  useRouteError,
  type RouteObject,
} from 'react-router';
import { Sheets } from '../palette/Sheets';
import { NotesProvider } from '../ui/Notes';
import { SlotsProvider, type Slots } from '../ui/Slots';
import { TopBar } from '../ui/TopBar';
import { TextLink } from '../ui/TextButton';
import { lazyPart, preloadParts, type LazyPart } from '../ui/lazyPart';
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
  Tests: lazyPart(() => import('../kit/tests/TestsPage'), 'TestsPage'),
  Test: lazyPart(() => import('../kit/tests/TestPage'), 'TestPage'),
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

/** A page under an address, with what loads it. */
const page = (path: string, Part: LazyPart<object>): RouteObject => ({ path, element: <Part />, handle: Part.load });

const routes: RouteObject[] = [
  {
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      { path: '/', element: <Navigate to="/jobs" replace />, handle: JobsPage.load },
      page('/jobs', JobsPage),
      page('/jobs/:jobId', JobsPage),
      page('/jobs/:jobId/setups/:setupId', BenchPage),
      // The same page: what is under edit stays open.
      page('/jobs/:jobId/setups/:setupId/plate', BenchPage),
      page('/jobs/:jobId/setups/:setupId/proof', ProofPage),
      page('/jobs/:jobId/log', LogPage),
      {
        path: '/kit',
        element: <kit.Frame />,
        handle: kit.Frame.load,
        children: [
          { index: true, element: <Navigate to="/kit/rigs" replace /> },
          page('rigs', kit.Rigs),
          page('rigs/:rigId', kit.Rig),
          page('rigs/:rigId/card', kit.Card),
          page('items/:kind', kit.Items),
          page('compare', kit.Compare),
          page('import', kit.Import),
          page('tests', kit.Tests),
          page('tests/:testId', kit.Test),
        ],
      },
      page('/first', FirstPage),
      page('/calculators', CalculatorsPage),
      page('/calculators/:name', CalculatorsPage),
      // Earlier addresses.
      { path: '/jobs/:jobId/stands/:setupId/*', element: <EarlierSetup /> },
      { path: '/guide', element: <Navigate to="/calculators" replace /> },
      { path: '/guide/:name', element: <EarlierCalculator /> },
      { path: '*', element: <Nowhere /> },
    ],
  },
];

/** How long the page waits for what it begins with before it shows that it is loading, ms. */
const SOON_MS = 250;

/**
 * Waits for the parts and first answers of the page at an address where they are about
 * to come: a page that shows “Loading” first is ready later.
 */
export async function aboutToCome(path: string): Promise<void> {
  const loads = (matchRoutes(routes, path) ?? []).map(({ route }) => route.handle as LazyPart<object>['load'] | undefined);
  // Where a part cannot be loaded, its place in the page says so.
  const come = Promise.allSettled([...loads.map((load) => load?.()), askFirst(path)]);
  await Promise.race([come, new Promise((resolve) => setTimeout(resolve, SOON_MS))]);
}

const router = createBrowserRouter(routes);

addEventListener('load', preloadParts);

export function App() {
  return <RouterProvider router={router} />;
}

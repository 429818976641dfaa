import { kitText } from '@gangway/messages/web/kit';
import { FileInput } from 'lucide-react';
import { Suspense } from 'react';
import { NavLink, Outlet, useOutletContext } from 'react-router';
import type { Kit } from '@gangway/contract/kit';
import { KIND_NAMES } from '@gangway/core/kit/item';
import { KINDS } from '@gangway/core/kit/registry';
import { TopBar } from '../ui/TopBar';
import { api, errorSentence } from '../store/api';
import { ErrorNote } from '../ui/ErrorNote';
import { useToast } from '../ui/Notes';
import { ExportMenu } from './exchange/ExportMenu';
import { useKitUndo } from './useKit';
import { UndoButtons, useUndoKeys } from '../ui/UndoButtons';

/** The kit that the pages inside share. */
export function useOpenKit(): Kit {
  return useOutletContext<Kit>();
}

const LINK = ({ isActive }: { isActive: boolean }) =>
  `flex items-baseline justify-between gap-1.5 rounded-md border-l-3 px-2.5 py-1 max-md:min-h-10 max-md:items-center ${isActive ? 'border-accent bg-sunk font-semibold' : 'border-transparent hover:bg-sunk'}`;

/** The frame around everything that is owned: rigs, items by kind, files in and out, undo. */
export function KitFrame() {
  const { data: kit, error, isLoading, refetch } = api.useKitQuery(undefined);
  const count = (kind: string) => kit?.items.filter(({ item, archived }) => item.kind === kind && !archived).length ?? 0;
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar where={<h1 className="font-semibold lg:sr-only">{kitText.kit}</h1>}>
        <KitUndo />
      </TopBar>
      <div className="grid grow max-md:grid-cols-[minmax(0,1fr)] max-md:grid-rows-[auto_1fr] md:grid-cols-[15rem_minmax(0,1fr)]">
        <nav
          aria-label={kitText.kit}
          className="border-hairline text-sm max-md:flex max-md:gap-1 max-md:overflow-x-auto max-md:border-b max-md:p-2 max-md:whitespace-nowrap md:border-r md:p-4 print:hidden"
        >
          <NavLink to="/kit/rigs" className={LINK}>
            {kitText.rigs} <Count n={kit?.rigs.filter(({ archived }) => !archived).length ?? 0} />
          </NavLink>
          <NavLink to="/kit/compare" className={LINK}>
            {kitText.compareRigs}
          </NavLink>
          <NavLink to="/kit/tests" className={LINK}>
            {kitText.lensTests}
          </NavLink>
          <h2 className="engraved mt-4 mb-1 px-2.5 max-md:hidden">{kitText.whatIOwn}</h2>
          {KIND_NAMES.map((kind) => (
            <NavLink key={kind} to={`/kit/items/${kind}`} className={LINK}>
              {KINDS[kind].plural} <Count n={count(kind)} />
            </NavLink>
          ))}
          <h2 className="engraved mt-4 mb-1 px-2.5 max-md:hidden">{kitText.files}</h2>
          <NavLink to="/kit/import" className={LINK}>
            <span className="flex items-center gap-1.5">
              <FileInput size={14} aria-hidden /> {kitText.import}
            </span>
          </NavLink>
          {kit && <ExportMenu kit={kit} />}
        </nav>
        <main className="min-w-0 p-5 max-md:p-3">
          {isLoading && (
            <p role="status" className="text-ink-soft">
              {kitText.loadingTheKit}
            </p>
          )}
          {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
          {kit && (
            <Suspense
              fallback={
                <p role="status" className="text-ink-soft">
                  {kitText.loading}
                </p>
              }
            >
              <Outlet context={kit} />
            </Suspense>
          )}
        </main>
      </div>
    </div>
  );
}

function Count({ n }: { readonly n: number }) {
  return <span className="text-xs font-normal text-ink-soft tabular-nums">{n}</span>;
}

function KitUndo() {
  const { undoable, redoable, go } = useKitUndo();
  const tell = useToast();
  const step = (back: boolean) => void go(back).catch((refused: unknown) => tell(errorSentence(refused)));
  const undo = () => step(true);
  const redo = () => step(false);
  useUndoKeys(undo, redo);
  return <UndoButtons undoable={undoable} redoable={redoable} onUndo={undo} onRedo={redo} />;
}

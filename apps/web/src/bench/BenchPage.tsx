import { ToggleGroup } from 'radix-ui';
import { lazy, Suspense, useCallback, useEffect, useId, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Finding } from '@gangway/core/findings/finding';
import type { Ask } from '@gangway/core/rig/ask';
import { partsInOrder } from '@gangway/core/rig/parts';
import type { StandSettings } from '@gangway/core/stand/settings';
import { TopBar } from '../app/TopBar';
import { api, errorSentence, isGone } from '../store/api';
import { closeStand, openStand, store, useAppSelector } from '../store/store';
import { ErrorNote } from '../ui/ErrorNote';
import { UndoButtons, Where } from './BenchBar';
import { CircleDrawing } from './circle/CircleDrawing';
import { Legend } from './circle/Legend';
import { Reading } from './circle/Reading';
import { findingsOf, shiftScaleOf } from './facts';
import { FindingsPanel } from './findings/FindingsPanel';
import { ShiftScaleTable } from './findings/ShiftScaleTable';
import { ElsewhereNote } from './keeping/ElsewhereNote';
import { KeepingWords } from './keeping/KeepingWords';
import { FrameControls } from './movements/FrameControls';
import { LevelScale, UprightScale } from './movements/MovementScales';
import { askFor } from './rig/askFor';
import { RigLine } from './rig/RigLine';
import { standEdit } from './standEdit';

// The sheets of figures and rigs load only when one is opened.
const ItemDialog = lazy(() => import('../kit/items/ItemDialog').then((module) => ({ default: module.ItemDialog })));
// The 3D view and its package load only when the Finder is shown.
const Finder = lazy(() => import('./finder/Finder').then((module) => ({ default: module.Finder })));
const ScenePanel = lazy(() => import('./scene/ScenePanel').then((module) => ({ default: module.ScenePanel })));
const ChooseRig = lazy(() => import('./rig/ChooseRig').then((module) => ({ default: module.ChooseRig })));

/** The bench of one stand: fetches it, puts it under edit, and takes it away again on leaving. */
export function BenchPage() {
  const { standId = '', jobId = '' } = useParams();
  const [open, setOpen] = useState<string | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [attempt, setAttempt] = useState(0);

  useEffect(() => {
    const request = store.dispatch(api.endpoints.stand.initiate(standId, { forceRefetch: true }));
    let left = false;
    void request.then(({ data, error }) => {
      if (left) return;
      if (data) {
        openStand(data);
        setFailure(null);
        setOpen(standId);
      } else {
        setFailure(error);
      }
    });
    return () => {
      left = true;
      request.unsubscribe();
      closeStand();
      setOpen(null);
    };
  }, [standId, attempt]);

  const settings = useAppSelector((state) => state.edit.present?.settings ?? null);
  if (failure !== null) {
    return (
      <>
        <TopBar />
        <main className="mx-auto grid max-w-xl gap-4 p-8">
          <ErrorNote words={errorSentence(failure)} {...(!isGone(failure) && { onRetry: () => setAttempt((n) => n + 1) })} />
          <Link to="/jobs" className="text-accent underline underline-offset-4">
            To the jobs
          </Link>
        </main>
      </>
    );
  }
  if (open !== standId || !settings) {
    return (
      <>
        <TopBar />
        <p role="status" className="p-8 text-ink-soft">
          Fetching the stand …
        </p>
      </>
    );
  }
  return <Bench jobId={jobId} settings={settings} />;
}

function Bench({ jobId, settings }: { readonly jobId: string; readonly settings: StandSettings }) {
  const [sheet, setSheet] = useState<'rig' | Ask | null>(null);
  const readingId = useId();
  const [drawing, setDrawing] = useState<'circle' | 'finder'>('circle');
  const close = () => setSheet(null);
  const chooseRig = useCallback(() => setSheet('rig'), []);
  const ask = useCallback((kind: Finding['kind']) => setSheet(askFor(kind, settings.rig.parts)), [settings.rig.parts]);
  const asked = sheet === null || sheet === 'rig' ? null : (partsInOrder(settings.rig.parts).find(({ id }) => id === sheet.itemId) ?? null);
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden">
      <TopBar where={<Where jobId={jobId} />}>
        <KeepingWords />
        <UndoButtons />
      </TopBar>
      <ElsewhereNote />
      <main className="grid min-h-0 grow lg:grid-cols-[minmax(0,1fr)_26rem]">
        <section aria-label="Circle and movements" className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(18rem,1fr)_auto] p-3 max-sm:p-2">
          <div className="flex flex-wrap items-center gap-x-4">
            <DrawingChoice drawing={drawing} onChoose={setDrawing} />
            <div className="min-w-0 grow">
              <FrameControls settings={settings} />
            </div>
          </div>
          {drawing === 'circle' ? (
            <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_auto] max-sm:h-[21rem]">
              <CircleDrawing settings={settings} onMove={standEdit.move} readingId={readingId} />
              <UprightScale settings={settings} />
            </div>
          ) : (
            <Suspense
              fallback={
                <p role="status" className="text-ink-soft">
                  Fetching the Finder …
                </p>
              }
            >
              <div className="grid min-h-0 grid-cols-[15rem_minmax(0,1fr)_auto] max-lg:grid-cols-[minmax(0,1fr)_auto]">
                <div className="grid min-h-0 max-lg:order-last max-lg:col-span-2 max-lg:mt-3">
                  <ScenePanel settings={settings} />
                </div>
                <div className="min-h-0 min-w-0 max-lg:h-[24rem]">
                  <Finder settings={settings} />
                </div>
                <UprightScale settings={settings} />
              </div>
            </Suspense>
          )}
          <LevelScale settings={settings} />
        </section>
        <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-hairline bg-sheet p-4 max-lg:border-t lg:border-l">
          <RigLine rig={settings.rig} onChoose={chooseRig} />
          <FindingsPanel findings={findingsOf(settings)} onApply={standEdit.applyRemedy} onAsk={ask} />
          <ShiftScaleTable rows={shiftScaleOf(settings)} fNumber={settings.fNumber} onAperture={standEdit.setAperture} />
          <Legend />
          <Reading id={readingId} settings={settings} />
        </aside>
      </main>
      <Suspense fallback={null}>
        {sheet === 'rig' && (
          <ChooseRig
            present={settings.rig.rigId}
            onClose={close}
            onChoose={(rig) => {
              standEdit.setRig(rig, `rig “${rig.name}”`);
              close();
            }}
          />
        )}
        {asked && sheet !== null && sheet !== 'rig' && (
          <ItemDialog
            item={asked}
            ask={sheet.figure}
            onClose={close}
            onSaved={(item) => {
              standEdit.takeItem(item);
              close();
            }}
          />
        )}
      </Suspense>
    </div>
  );
}

function DrawingChoice({ drawing, onChoose }: { readonly drawing: 'circle' | 'finder'; readonly onChoose: (drawing: 'circle' | 'finder') => void }) {
  return (
    <ToggleGroup.Root type="single" value={drawing} onValueChange={(value) => (value === 'circle' || value === 'finder') && onChoose(value)} aria-label="Large drawing" className="inline-flex overflow-hidden rounded-md border border-rule text-sm">
      {(['circle', 'finder'] as const).map((each) => (
        <ToggleGroup.Item key={each} value={each} className="min-h-8 px-2.5 font-medium data-[state=on]:bg-accent data-[state=on]:text-on-accent max-sm:min-h-10">
          {each === 'circle' ? 'Circle' : 'Finder'}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

import { geometryOf, type Geometry } from '@gangway/core/geometry/geometry';
import { ToggleGroup } from 'radix-ui';
import { lazy, memo, Suspense, useCallback, useEffect, useId, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { Ask } from '@gangway/core/rig/ask';
import { partsInOrder } from '@gangway/core/rig/parts';
import { TopBar } from '../app/TopBar';
import { api, errorSentence, isGone } from '../store/api';
import { closeStand, openStand, store, useAppSelector } from '../store/store';
import { ErrorNote } from '../ui/ErrorNote';
import { useAtMost } from '../ui/useAtMost';
import { UndoButtons, Where } from './BenchBar';
import { CircleDrawing } from './circle/CircleDrawing';
import { ElsewhereNote } from './keeping/ElsewhereNote';
import { KeepingWords } from './keeping/KeepingWords';
import { FrameControls } from './movements/FrameControls';
import { LevelScale, UprightScale } from './movements/MovementScales';
import { RigLine } from './rig/RigLine';
import { standEdit } from './standEdit';
// The sheets of figures and rigs load only when one is opened.
const ItemDialog = lazy(() => import('../kit/items/ItemDialog').then((module) => ({ default: module.ItemDialog })));
// The 3D view and its package load only when the Finder is shown.
const Finder = lazy(() => import('./finder/Finder').then((module) => ({ default: module.Finder })));
const FollowingFinder = lazy(() => import('./finder/FollowingFinder').then((module) => ({ default: module.FollowingFinder })));
const PlaceDrawing = lazy(() => import('./place/PlaceDrawing').then((module) => ({ default: module.PlaceDrawing })));
const FocusPanel = lazy(() => import('./focus/FocusPanel').then((module) => ({ default: module.FocusPanel })));
const SectionDrawing = lazy(() => import('./section/SectionDrawing').then((module) => ({ default: module.SectionDrawing })));
const FocusScales = lazy(() => import('./focus/FocusScales').then((module) => ({ default: module.FocusScales })));
const TiltScale = lazy(() => import('./focus/FocusScales').then((module) => ({ default: module.TiltScale })));
const FramePanel = lazy(() => import('./frame/FramePanel').then((module) => ({ default: module.FramePanel })));
const ScenePanel = lazy(() => import('./scene/ScenePanel').then((module) => ({ default: module.ScenePanel })));
// Findings come a moment after the drawings, which they do not hold up.
const FindingsPanel = lazy(() => import('./findings/FindingsPanel').then((module) => ({ default: module.FindingsPanel })));
const Reading = lazy(() => import('./circle/Reading').then((module) => ({ default: module.Reading })));
const StitchPanel = lazy(() => import('./stitch/StitchPanel').then((module) => ({ default: module.StitchPanel })));
const StitchDrawings = lazy(() => import('./stitch/StitchDrawings').then((module) => ({ default: module.StitchDrawings })));
const ExposePanel = lazy(() => import('./expose/ExposePanel').then((module) => ({ default: module.ExposePanel })));
const ExposeSheet = lazy(() => import('./expose/ExposeSheet').then((module) => ({ default: module.ExposeSheet })));
const CardPanel = lazy(() => import('./card/CardPanel').then((module) => ({ default: module.CardPanel })));
const LogButton = lazy(() => import('../log/LogButton').then((module) => ({ default: module.LogButton })));
const Cautions = lazy(() => import('./cautions/Cautions').then((module) => ({ default: module.Cautions })));
const CircleAside = lazy(() => import('./circle/CircleAside').then((module) => ({ default: module.CircleAside })));
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
  return <Bench jobId={jobId} geometry={geometryOf(settings)} />;
}

function Bench({ jobId, geometry }: { readonly jobId: string; readonly geometry: Geometry }) {
  const [sheet, setSheet] = useState<'rig' | Ask | null>(null);
  const readingId = useId();
  const [step, setStep] = useStep();
  // Drawings and scales follow the hand at every step; what is read, not dragged, some times a second.
  const later = useAtMost(geometry, READ_MS);
  const close = () => setSheet(null);
  const chooseRig = useCallback(() => setSheet('rig'), []);
  const ask = useCallback((missing: Ask) => setSheet(missing), []);
  const asked =
    sheet === null || sheet === 'rig' ? null : (partsInOrder(geometry.settings.rig.parts).find(({ id }) => id === sheet.itemId) ?? null);
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden">
      <Head jobId={jobId} />
      <main className="grid min-h-0 grow lg:grid-cols-[minmax(0,1fr)_26rem]">
        <section
          aria-label={STEPS[step].drawing}
          className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(18rem,1fr)_auto] p-3 max-sm:p-2"
        >
          <div className="flex flex-wrap items-center gap-x-4">
            <StepChoice step={step} onChoose={setStep} />
            <div className="min-w-0 grow">
              <FrameControls geometry={geometry} />
            </div>
          </div>
          <Suspense
            fallback={
              <p role="status" className="p-4 text-ink-soft">
                Fetching this step …
              </p>
            }
          >
            {step === 'cover' && (
              <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_auto] max-sm:h-[21rem]">
                <CircleDrawing geometry={geometry} onMove={standEdit.move} readingId={readingId} />
                <UprightScale geometry={geometry} />
              </div>
            )}
            {step === 'frame' && (
              <div className={WITH_PANEL}>
                <div className={PANEL}>
                  <FramePanel geometry={later} />
                </div>
                <div className="min-h-0 min-w-0 max-lg:h-[24rem]">
                  <Finder geometry={geometry} />
                </div>
                <UprightScale geometry={geometry} />
              </div>
            )}
            {step === 'focus' && (
              <div className={WITH_PANEL}>
                <div className={PANEL}>
                  <FocusPanel geometry={later} />
                </div>
                <div className="grid min-h-0 min-w-0 grid-rows-[minmax(0,1fr)_minmax(0,1fr)] gap-2 max-lg:h-[44rem]">
                  <SectionDrawing geometry={geometry} />
                  <FollowingFinder geometry={geometry} read={later} />
                </div>
                <TiltScale geometry={geometry} />
              </div>
            )}
            {step === 'stitch' && (
              <div className={WITH_PANEL}>
                <div className={PANEL}>
                  <StitchPanel geometry={later} />
                </div>
                <StitchDrawings geometry={geometry} />
              </div>
            )}
            {step === 'expose' && (
              <div className={WITH_SHEET}>
                <div className={PANEL}>
                  <ExposePanel geometry={geometry} />
                </div>
                <div className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]">
                  <div className="px-2 py-1">
                    <LogButton geometry={geometry} />
                  </div>
                  <ExposeSheet geometry={geometry} />
                </div>
              </div>
            )}
            {step === 'card' && <CardPanel geometry={geometry} />}
            {step === 'stand' && (
              <div className={WITH_PANEL}>
                <div className={PANEL}>
                  <ScenePanel geometry={later} />
                </div>
                <div className="min-h-0 min-w-0 max-lg:h-[24rem]">
                  {geometry.settings.scene ? (
                    <PlaceDrawing geometry={geometry} scene={geometry.settings.scene} />
                  ) : (
                    <p className="p-6 text-ink-soft">Plan and elevation are here once something stands before the camera.</p>
                  )}
                </div>
                <UprightScale geometry={geometry} />
              </div>
            )}
          </Suspense>
          {step === 'focus' && (
            <Suspense fallback={<div className="h-24" />}>
              <FocusScales geometry={geometry} />
            </Suspense>
          )}
          {step !== 'focus' && step !== 'stitch' && step !== 'expose' && step !== 'card' && <LevelScale geometry={geometry} />}
        </section>
        <Aside jobId={jobId} step={step} geometry={later} readingId={readingId} onRig={chooseRig} onAsk={ask} />
      </main>
      <Suspense fallback={null}>
        {sheet === 'rig' && (
          <ChooseRig
            present={geometry.settings.rig.rigId}
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

interface AsideProps {
  readonly jobId: string;
  readonly step: Step;
  readonly geometry: Geometry;
  readonly readingId: string;
  readonly onRig: () => void;
  readonly onAsk: (missing: Ask) => void;
}

/** Rig, findings and cautions beside the drawings. */
const Aside = memo(function Aside({ jobId, step, geometry, readingId, onRig, onAsk }: AsideProps) {
  return (
    <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-hairline bg-sheet p-4 max-lg:border-t lg:border-l lg:[contain:strict]">
      <RigLine rig={geometry.settings.rig} onChoose={onRig} />
      <Suspense fallback={<p role="status">Looking …</p>}>
        <FindingsPanel geometry={geometry} onApply={standEdit.apply} onAsk={onAsk} />
      </Suspense>
      <Suspense fallback={null}>
        <Cautions jobId={jobId} step={step} geometry={geometry} />
      </Suspense>
      {step === 'cover' && (
        <Suspense fallback={null}>
          <CircleAside geometry={geometry} />
        </Suspense>
      )}
      <Suspense fallback={null}>
        <Reading id={readingId} geometry={geometry} />
      </Suspense>
    </aside>
  );
});

/** What stands over the bench; nothing of it follows a drag. */
const Head = memo(function Head({ jobId }: { readonly jobId: string }) {
  const { standId = '' } = useParams();
  return (
    <>
      <TopBar where={<Where jobId={jobId} />}>
        <KeepingWords />
        <Link
          to={`/jobs/${jobId}/stands/${standId}/proof`}
          title="Proof: see it before it is shot, put frames together"
          className="inline-flex min-h-8 shrink-0 items-center rounded-md px-2 text-sm font-medium hover:bg-sunk max-sm:hidden"
        >
          Proof
        </Link>
        <Link
          to={`/jobs/${jobId}/log`}
          title="Log: every take of the job"
          className="inline-flex min-h-8 shrink-0 items-center rounded-md px-2 text-sm font-medium hover:bg-sunk max-sm:hidden"
        >
          Log
        </Link>
        <UndoButtons />
      </TopBar>
      <ElsewhereNote />
    </>
  );
});

/** The steps in the order in which the work goes, and which drawing is large at each. */
const STEPS = {
  stand: { name: 'Stand', drawing: 'Place and movements' },
  frame: { name: 'Frame', drawing: 'Finder and movements' },
  cover: { name: 'Cover', drawing: 'Circle and movements' },
  focus: { name: 'Focus', drawing: 'Section, Finder and tilt' },
  stitch: { name: 'Stitch', drawing: 'Frames in the circle, and the joined picture' },
  expose: { name: 'Expose', drawing: 'From the meter to the time' },
  card: { name: 'Card', drawing: 'The list for the spot' },
} as const;
type Step = keyof typeof STEPS;

/** Nobody reads findings faster than this while something is dragged, ms. */
const READ_MS = 400;

const WITH_PANEL = 'grid min-h-0 grid-cols-[16.5rem_minmax(0,1fr)_auto] max-lg:grid-cols-[minmax(0,1fr)_auto]';
const WITH_SHEET = 'grid min-h-0 grid-cols-[16.5rem_minmax(0,1fr)] max-lg:grid-cols-[minmax(0,1fr)]';
// What changes in a panel does not lay the page out anew.
const PANEL = 'grid min-h-0 lg:[contain:strict] max-lg:order-last max-lg:col-span-2 max-lg:mt-3';

/** The step stands in the address, so that it is found again. */
function useStep(): readonly [Step, (step: Step) => void] {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('step');
  const step: Step = asked !== null && asked in STEPS ? (asked as Step) : 'cover';
  const go = useRef(setSearch);
  useEffect(() => {
    go.current = setSearch;
  });
  const choose = useCallback((next: Step) => go.current(next === 'cover' ? {} : { step: next }, { replace: true }), []);
  return [step, choose];
}

const StepChoice = memo(function StepChoice({ step, onChoose }: { readonly step: Step; readonly onChoose: (step: Step) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      value={step}
      onValueChange={(value) => value in STEPS && onChoose(value as Step)}
      aria-label="Step of the work"
      className="inline-flex max-w-full overflow-x-auto overflow-y-hidden rounded-md border border-rule text-sm"
    >
      {Object.entries(STEPS).map(([id, { name }]) => (
        <ToggleGroup.Item
          key={id}
          value={id}
          className="min-h-8 px-2.5 font-medium not-first:border-l not-first:border-rule data-[state=on]:bg-accent data-[state=on]:text-on-accent max-sm:min-h-10 max-sm:px-1.5 max-sm:text-[0.8125rem]"
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
});

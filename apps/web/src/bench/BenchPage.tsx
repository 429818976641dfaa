import { benchText } from '@gangway/messages/web/bench';
import { paletteText } from '@gangway/messages/web/palette';
import { say } from '@gangway/messages/say';
import { geometryOf, type Geometry } from '@gangway/core/geometry/geometry';
import { memo, Suspense, useCallback, useEffect, useId, useMemo, useRef, useState } from 'react';
import { Link, useMatch, useParams, useSearchParams } from 'react-router';
import type { MissingValue } from '@gangway/core/rig/missing';
import { TopBar } from '../ui/TopBar';
import { api, errorSentence, isGone } from '../store/api';
import { useBenchSelector } from './editing/benchStore';
import { store } from '../store/store';
import { closeSetup, knownSetup, openSetup } from './autosave/open';
import { ErrorNote } from '../ui/ErrorNote';
import { useThrottled } from '../ui/useThrottled';
import { useNarrow, useStacked } from '../ui/useNarrow';
import { BenchUndo, Where } from './BenchBar';
import { SavedLabel } from './autosave/SavedLabel';
import { FrameControls } from './movements/FrameControls';
import { RigLine } from './rig/RigLine';
import { STEPS, stepNamed } from './steps/registry';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { BenchStep } from '@gangway/core/model/step';
import { setupEdit } from './editing/setupEdit';
import { focusEdit } from './focus/focusEdit';
import { movementEdit } from './movements/movementEdit';
import { Choices } from '../ui/Choices';
import { useCommands, type Command } from '../ui/commands';
import { TextLink } from '../ui/TextButton';
import { lazyPart } from '../ui/lazyPart';

// Checks come a moment after the drawings, which they do not hold up.
const ChecksPanel = lazyPart(() => import('./checks/ChecksPanel'), 'ChecksPanel');
// Planned on a photograph of the place.
const PlateRoom = lazyPart(() => import('./plate/PlateRoom'), 'PlateRoom');
// A phone alone has these.
const ThumbControls = lazyPart(() => import('./thumb/ThumbControls'), 'ThumbControls');
const Reading = lazyPart(() => import('./circle/Reading'), 'Reading');
const Cautions = lazyPart(() => import('./cautions/Cautions'), 'Cautions');
const ElsewhereNote = lazyPart(() => import('./autosave/ElsewhereNote'), 'ElsewhereNote');
// The list of rigs and the sheets of items load only when they are opened.
const RigSheets = lazyPart(() => import('./rig/RigSheets'), 'RigSheets');

/** The bench of one setup: fetches it, puts it under edit, and takes it away again on leaving. */
export function BenchPage() {
  const { setupId = '', jobId = '' } = useParams();
  const [open, setOpen] = useState<string | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [attempt, setAttempt] = useState(0);

  useEffect(() => {
    // A setup that has not reached the server yet is known on this device alone.
    const made = knownSetup(setupId, jobId, true);
    const request = made ? null : store.dispatch(api.endpoints.setup.initiate(setupId, { forceRefetch: true }));
    let left = false;
    void (request ?? Promise.resolve({ data: made, error: undefined })).then(({ data, error }) => {
      if (left) return;
      // Where the server cannot be asked, what this device knows of it will do.
      const setup = data ?? knownSetup(setupId, jobId, isGone(error));
      if (setup) {
        openSetup(setup);
        setFailure(null);
        setOpen(setupId);
      } else {
        setFailure(error);
      }
    });
    return () => {
      left = true;
      request?.unsubscribe();
      closeSetup();
      setOpen(null);
    };
  }, [setupId, jobId, attempt]);

  const settings = useBenchSelector((state) => state.edit.present?.settings ?? null);
  if (failure !== null) {
    return (
      <>
        <TopBar />
        <main className="mx-auto grid max-w-xl gap-4 p-8">
          <ErrorNote words={errorSentence(failure)} {...(!isGone(failure) && { onRetry: () => setAttempt((n) => n + 1) })} />
          <TextLink to="/jobs">{benchText.backToJobs}</TextLink>
        </main>
      </>
    );
  }
  if (open !== setupId || !settings) {
    return (
      <>
        <TopBar />
        <p role="status" className="p-8 text-ink-soft">
          {benchText.loadingTheSetup}
        </p>
      </>
    );
  }
  return <Bench jobId={jobId} geometry={geometryOf(settings)} />;
}

/** The steps of the bench, or the plate of its setup, under one head. */
function Bench({ jobId, geometry }: { readonly jobId: string; readonly geometry: Geometry }) {
  const onPlate = useMatch('/jobs/:jobId/setups/:setupId/plate') !== null;
  if (!onPlate) return <Steps jobId={jobId} geometry={geometry} />;
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden">
      <Head jobId={jobId} />
      <Suspense
        fallback={
          <p role="status" className="p-8 text-ink-soft">
            {benchText.loading}
          </p>
        }
      >
        <PlateRoom geometry={geometry} />
      </Suspense>
    </div>
  );
}

function Steps({ jobId, geometry }: { readonly jobId: string; readonly geometry: Geometry }) {
  const [sheet, setSheet] = useState<'rig' | MissingValue | null>(null);
  const [preview, setPreview] = useState<SetupSettings | null>(null);
  const readingId = useId();
  const [step, setStep] = useStep();
  const definition = STEPS[step];
  useCommands(
    useMemo(
      () => [
        ...Object.values(STEPS).map(({ id, name }) => ({ label: say(paletteText.step, { name }), run: () => setStep(id) })),
        ...COMMANDS,
      ],
      [setStep],
    ),
  );
  // Drawings and scales follow the hand at every step; what is read, not dragged, some times a second.
  const later = useThrottled(geometry, READ_MS);
  // What is hovered over is drawn as if it were set; the checks beside it stay those of the setup.
  const shown = preview ? geometryOf(preview) : null;
  const [narrow, stacked] = [useNarrow(), useStacked()];
  const close = () => setSheet(null);
  const chooseRig = useCallback(() => setSheet('rig'), []);
  const ask = useCallback((missing: MissingValue) => setSheet(missing), []);
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden">
      <Head jobId={jobId} />
      {/* What is pinned to the foot covers nothing: the page goes on below it. */}
      <main className="grid min-h-0 grow max-lg:pb-20 max-sm:pb-48 lg:grid-cols-[minmax(0,1fr)_26rem]">
        <section
          aria-label={definition.drawing}
          className="relative grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(18rem,1fr)_auto] p-3 max-sm:gap-2 max-sm:p-2"
        >
          <div className="flex flex-wrap items-center gap-x-4">
            <StepChoice step={step} onChoose={setStep} />
            {!narrow && (
              <div className="min-w-0 grow">
                <FrameControls geometry={shown ?? geometry} />
              </div>
            )}
          </div>
          <Suspense
            fallback={
              // As high as a phone, so that nothing below it is seen before it has its place.
              <p role="status" className="p-4 text-ink-soft max-lg:min-h-dvh">
                {benchText.loading}
              </p>
            }
          >
            <definition.View geometry={shown ?? geometry} later={shown ?? later} readingId={readingId} />
          </Suspense>
          {shown && (
            <p className="pointer-events-none absolute top-[6.25rem] left-1/2 z-10 -translate-x-1/2 rounded-md bg-accent px-2 py-0.5 text-xs font-medium text-on-accent">
              {benchText.preview}
            </p>
          )}
          {definition.Below && !narrow && (
            <Suspense fallback={<div className="h-24" />}>
              <definition.Below geometry={shown ?? geometry} />
            </Suspense>
          )}
        </section>
        <Aside
          jobId={jobId}
          step={step}
          geometry={later}
          readingId={readingId}
          onRig={chooseRig}
          onAsk={ask}
          onPreview={setPreview}
          withChecks={!stacked}
        />
        {stacked && (
          <div data-pinned className="group print:hidden fixed inset-x-0 bottom-0 z-20">
            <Suspense fallback={null}>
              {narrow && <ThumbControls geometry={shown ?? geometry} scales={definition.thumb} />}
              <ChecksPanel pinned geometry={later} onApply={setupEdit.apply} onAsk={ask} onPreview={setPreview} />
            </Suspense>
          </div>
        )}
      </main>
      <Suspense fallback={null}>{sheet !== null && <RigSheets sheet={sheet} rig={geometry.settings.rig} onClose={close} />}</Suspense>
    </div>
  );
}

interface AsideProps {
  readonly jobId: string;
  readonly step: BenchStep;
  readonly geometry: Geometry;
  readonly readingId: string;
  readonly onRig: () => void;
  readonly onAsk: (missing: MissingValue) => void;
  readonly onPreview: (settings: SetupSettings | null) => void;
  /** Whether the checks stand here; otherwise they are pinned to the foot of the page. */
  readonly withChecks: boolean;
}

/** Rig, checks and cautions beside the drawings. */
const Aside = memo(function Aside({ jobId, step, geometry, readingId, onRig, onAsk, onPreview, withChecks }: AsideProps) {
  return (
    <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-hairline bg-sheet p-4 max-lg:border-t lg:border-l lg:[contain:strict]">
      <RigLine rig={geometry.settings.rig} onChoose={onRig} />
      {withChecks && (
        <Suspense fallback={<p role="status">{benchText.looking}</p>}>
          <ChecksPanel pinned={false} geometry={geometry} onApply={setupEdit.apply} onAsk={onAsk} onPreview={onPreview} />
        </Suspense>
      )}
      <Suspense fallback={null}>
        <Cautions jobId={jobId} step={step} geometry={geometry} />
      </Suspense>
      <Suspense fallback={null}>
        <Reading id={readingId} geometry={geometry} />
      </Suspense>
    </aside>
  );
});

/** What stands over the bench; nothing of it follows a drag. */
const Head = memo(function Head({ jobId }: { readonly jobId: string }) {
  const { setupId = '' } = useParams();
  return (
    <>
      <TopBar where={<Where jobId={jobId} />}>
        <SavedLabel />
        <Link
          to={`/jobs/${jobId}/setups/${setupId}/proof`}
          title={benchText.proofSeeThePictureIn}
          className="inline-flex min-h-8 shrink-0 items-center rounded-md px-2 text-sm font-medium hover:bg-sunk max-sm:hidden"
        >
          {benchText.proof}
        </Link>
        <Link
          to={`/jobs/${jobId}/log`}
          title={benchText.logEveryShotOfThe}
          className="inline-flex min-h-8 shrink-0 items-center rounded-md px-2 text-sm font-medium hover:bg-sunk max-sm:hidden"
        >
          {benchText.log}
        </Link>
        <BenchUndo />
      </TopBar>
      <Suspense fallback={null}>
        <ElsewhereNote />
      </Suspense>
    </>
  );
});

/** Nobody reads checks faster than this while something is dragged, ms. */
const READ_MS = 400;

/** What can be done at every step. */
const COMMANDS: readonly Command[] = [
  { label: paletteText.turnTheFrame, run: () => movementEdit.turnFrame() },
  { label: paletteText.focusAtInfinity, run: () => focusEdit.setFocus(null) },
];

/** The step that a setup opens with. */
const FIRST_STEP: BenchStep = 'coverage';
/** Names that steps had in older addresses. */
const EARLIER_STEPS: Readonly<Record<string, BenchStep>> = { stand: 'position', cover: 'coverage' };

/** The step stands in the address, so that it is found again. */
function useStep(): readonly [BenchStep, (step: BenchStep) => void] {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('step');
  const step = (asked !== null && EARLIER_STEPS[asked]) || (stepNamed(asked)?.id ?? FIRST_STEP);
  const go = useRef(setSearch);
  useEffect(() => {
    go.current = setSearch;
  });
  const choose = useCallback((next: BenchStep) => go.current(next === FIRST_STEP ? {} : { step: next }, { replace: true }), []);
  return [step, choose];
}

const StepChoice = memo(function StepChoice({
  step,
  onChoose,
}: {
  readonly step: BenchStep;
  readonly onChoose: (step: BenchStep) => void;
}) {
  return <Choices narrow label={benchText.benchstepOfTheWork} choices={Object.values(STEPS)} value={step} onChoose={onChoose} />;
});

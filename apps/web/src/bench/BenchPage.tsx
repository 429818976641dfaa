import { Infinity as InfinityIcon, RectangleHorizontal, RectangleVertical, Redo2, SlidersHorizontal, Undo2 } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { lazy, memo, Suspense, useCallback, useEffect, useId, useState } from 'react';
import { Link, useParams } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { mechanismWords, circleReading } from '@gangway/core/stand/reading';
import { onSlide, slidePosition, travelOf } from '@gangway/core/rig/mechanism';
import type { Rig } from '@gangway/core/rig/rig';
import type { StandSettings } from '@gangway/core/stand/settings';
import { apertureWords, mmWords, riseWords, shiftWords } from '@gangway/core/words';
import { TopBar } from '../app/TopBar';
import { api, errorSentence, isGone } from '../store/api';
import { closeStand, openStand, store, useAppDispatch, useAppSelector } from '../store/store';
import { Button, IconButton } from '../ui/Button';
import { ErrorNote } from '../ui/ErrorNote';
import { NameEditor } from '../ui/NameEditor';
import { NumberField } from '../ui/NumberField';
import { CircleDrawing } from './circle/CircleDrawing';
import { changed } from './edit';
import { apertureRingOf, findingsOf, opticalEnds, rulerOf, shiftScaleOf } from './facts';
import { FindingsPanel } from './findings/FindingsPanel';
import { ShiftScaleTable } from './findings/ShiftScaleTable';
import { ElsewhereNote } from './keeping/ElsewhereNote';
import { KeepingWords } from './keeping/KeepingWords';
import { ApertureScale } from './movements/ApertureScale';
import { MovementScale } from './movements/MovementScale';
import { standEdit } from './standEdit';

// The sheet of figures and its form package load only when it is opened.
const RigDialog = lazy(() => import('./rig/RigDialog').then((module) => ({ default: module.RigDialog })));

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
  const [rigOpen, setRigOpen] = useState(false);
  const readingId = useId();
  const editRig = useCallback(() => setRigOpen(true), []);
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden">
      <TopBar where={<Where jobId={jobId} />}>
        <KeepingWords />
        <UndoButtons />
      </TopBar>
      <ElsewhereNote />
      <main className="grid min-h-0 grow lg:grid-cols-[minmax(0,1fr)_26rem]">
        <section aria-label="Circle and movements" className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(18rem,1fr)_auto] p-3 max-sm:p-2">
          <FrameControls settings={settings} />
          <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_auto] max-sm:h-[21rem]">
            <CircleDrawing settings={settings} onMove={standEdit.move} readingId={readingId} />
            <UprightScale settings={settings} />
          </div>
          <LevelScale settings={settings} />
        </section>
        <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-hairline bg-sheet p-4 max-lg:border-t lg:border-l">
          <RigLine rig={settings.rig} onEdit={editRig} />
          <FindingsPanel findings={findingsOf(settings)} onApply={standEdit.applyRemedy} onEditRig={editRig} />
          <ShiftScaleTable rows={shiftScaleOf(settings)} fNumber={settings.fNumber} onAperture={standEdit.setAperture} />
          <Legend />
          <Reading id={readingId} settings={settings} />
        </aside>
      </main>
      {rigOpen && (
        <Suspense fallback={null}>
          <RigDialog
            rig={settings.rig}
            onClose={() => setRigOpen(false)}
            onSave={(rig) => {
              standEdit.setRig(rig);
              setRigOpen(false);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}

function Where({ jobId }: { readonly jobId: string }) {
  const name = useAppSelector((state) => state.edit.present?.name ?? '');
  const { data: job } = api.useJobQuery(jobId);
  const dispatch = useAppDispatch();
  const [renaming, setRenaming] = useState(false);
  return (
    <>
      <Link to={`/jobs/${jobId}`} className="truncate text-sm text-ink-soft hover:text-ink max-md:hidden">
        {job?.name ?? 'Job'}
      </Link>
      <span aria-hidden className="text-rule max-md:hidden">
        /
      </span>
      {renaming ? (
        <NameEditor
          label="Name of the stand"
          name={name}
          onRename={(next) => {
            dispatch(changed({ name: next, said: `name “${next}”` }));
            return null;
          }}
          onDone={() => setRenaming(false)}
          className="max-w-md font-semibold"
        />
      ) : (
        <h1 className="min-w-0">
          <button
            type="button"
            title="Rename"
            onClick={() => setRenaming(true)}
            className="block max-w-full truncate rounded-sm px-1 font-semibold hover:bg-sunk"
          >
            {name}
          </button>
        </h1>
      )}
    </>
  );
}

function UndoButtons() {
  const dispatch = useAppDispatch();
  const undoable = useAppSelector(({ edit }) => (edit.past.length > 0 ? (edit.present?.said ?? '') : null));
  const redoable = useAppSelector(({ edit }) => edit.future[0]?.said ?? null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (typing && event.target instanceof HTMLInputElement && event.target.type === 'text') return;
      if (key === 'z' || key === 'y') {
        event.preventDefault();
        dispatch(key === 'y' || event.shiftKey ? ActionCreators.redo() : ActionCreators.undo());
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [dispatch]);
  return (
    <span className="flex">
      <IconButton
        label={undoable === null ? 'Nothing to undo' : `Undo: ${undoable}`}
        disabled={undoable === null}
        onClick={() => dispatch(ActionCreators.undo())}
      >
        <Undo2 size={18} aria-hidden />
      </IconButton>
      <IconButton
        label={redoable === null ? 'Nothing to redo' : `Redo: ${redoable}`}
        disabled={redoable === null}
        onClick={() => dispatch(ActionCreators.redo())}
      >
        <Redo2 size={18} aria-hidden />
      </IconButton>
    </span>
  );
}

/** The same list as before while it says the same, so that what depends on it is not drawn again. */
function useSame<T>(list: readonly T[]): readonly T[] {
  const [kept, setKept] = useState(list);
  const same = kept.length === list.length && kept.every((each, i) => each === list[i]);
  if (!same) setKept(list);
  return same ? kept : list;
}

function FrameControls({ settings }: { readonly settings: StandSettings }) {
  const { widthMm, heightMm } = settings.rig.back;
  const { ring, holds } = apertureRingOf(settings);
  const held = useSame(holds);
  return (
    <div className="mb-1 flex flex-wrap items-center gap-x-5 gap-y-1">
      <ToggleGroup.Root
        type="single"
        value={settings.orientation}
        onValueChange={(value) => (value === 'landscape' || value === 'portrait') && standEdit.setOrientation(value)}
        aria-label="Orientation of the frame"
        className="flex rounded-md border border-rule"
        disabled={widthMm === heightMm}
      >
        {(['landscape', 'portrait'] as const).map((orientation) => (
          <ToggleGroup.Item
            key={orientation}
            value={orientation}
            aria-label={orientation}
            title={orientation}
            className="grid h-8 w-9 place-items-center first:border-r first:border-rule data-[state=on]:bg-accent data-[state=on]:text-on-accent"
          >
            {orientation === 'landscape' ? <RectangleHorizontal size={18} aria-hidden /> : <RectangleVertical size={18} aria-hidden />}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <span className="flex items-center gap-2">
        <NumberField
          label="Focus"
          unit="m"
          decimals={2}
          value={settings.focusM ?? Number.POSITIVE_INFINITY}
          onCommit={standEdit.setFocus}
        />
        <IconButton label="Focus at infinity" disabled={settings.focusM === null} onClick={() => standEdit.setFocus(null)}>
          <InfinityIcon size={18} aria-hidden />
        </IconButton>
      </span>
      <div className="flex min-w-64 grow items-center gap-2">
        <NumberField label="f/" unit="" decimals={1} words={String(settings.fNumber)} value={settings.fNumber} onCommit={standEdit.typeAperture} width="w-12" />
        <ApertureScale fNumber={settings.fNumber} ring={ring} holds={held} onChange={standEdit.setAperture} />
      </div>
    </div>
  );
}

function UprightScale({ settings }: { readonly settings: StandSettings }) {
  const { mechanism } = settings.rig;
  if (mechanism.kind === 'line' || mechanism.kind === 'fixed') return null;
  return (
    <div className="flex min-h-0 flex-col items-end gap-1">
      <NumberField label="Rise" unit="mm" decimals={1} value={settings.movements.riseMm} onCommit={(mm) => standEdit.typeMovement('rise', mm)} width="w-14" />
      <div className="min-h-0 grow">
        <MovementScale
          label="Rise"
          orientation="vertical"
          valueMm={settings.movements.riseMm}
          ruler={rulerOf(mechanism, 'rise')}
          stops={travelOf(mechanism, 'rise', settings.movements)}
          optical={opticalEnds(settings, 'rise')}
          valueWords={riseWords}
          onChange={(riseMm, gesture) => standEdit.move({ riseMm }, gesture)}
        />
      </div>
    </div>
  );
}

function LevelScale({ settings }: { readonly settings: StandSettings }) {
  const { mechanism } = settings.rig;
  if (mechanism.kind === 'fixed') {
    return <p className="p-2 text-sm text-ink-soft">This rig has no movements; the frame stays centred.</p>;
  }
  if (mechanism.kind === 'line') {
    const travel = { minMm: -mechanism.backMm, maxMm: mechanism.forwardMm };
    const along = slidePosition(mechanism, settings.movements);
    return (
      <div className="flex items-center gap-3">
        <NumberField label="Slide" unit="mm" decimals={1} value={along} onCommit={standEdit.typeSlide} width="w-14" />
        <MovementScale
          label={`Slide at ${mechanism.angleDeg}°`}
          orientation="horizontal"
          valueMm={along}
          ruler={travel}
          stops={travel}
          optical={null}
          valueWords={(mm) => `${mmWords(mm)} along the slide`}
          onChange={(mm, gesture) => standEdit.move(onSlide(mechanism, mm), gesture)}
        />
      </div>
    );
  }
  return (
    <div className="flex items-center gap-3">
      <NumberField label="Shift" unit="mm" decimals={1} value={settings.movements.shiftMm} onCommit={(mm) => standEdit.typeMovement('shift', mm)} width="w-14" />
      <MovementScale
        label="Shift"
        orientation="horizontal"
        valueMm={settings.movements.shiftMm}
        ruler={rulerOf(mechanism, 'shift')}
        stops={travelOf(mechanism, 'shift', settings.movements)}
        optical={opticalEnds(settings, 'shift')}
        valueWords={shiftWords}
        onChange={(shiftMm, gesture) => standEdit.move({ shiftMm }, gesture)}
      />
    </div>
  );
}

const RigLine = memo(function RigLine({ rig, onEdit }: { readonly rig: Rig; readonly onEdit: () => void }) {
  const { lens, name, mechanism } = rig;
  return (
    <section aria-label="Rig" className="flex items-start gap-2">
      <div className="grow">
        <h2 className="font-semibold leading-tight">{name}</h2>
        <p className="text-sm text-ink-soft">
          {lens.focalMm} mm, {apertureWords(lens.widestFNumber)} to {apertureWords(lens.smallestFNumber)}. {mechanismWords(mechanism)}
        </p>
      </div>
      <Button onClick={onEdit}>
        <SlidersHorizontal size={15} aria-hidden /> Figures
      </Button>
    </section>
  );
});

const LEGEND = [
  { key: 'light', words: 'light circle', line: { stroke: 'var(--ink)', strokeWidth: 2.2 } },
  { key: 'sharp', words: 'sharp circle at this aperture', line: { stroke: 'var(--accent)', strokeWidth: 2 } },
  { key: 'given', words: 'sharp circles at other apertures', line: { stroke: 'var(--rule)', strokeWidth: 0.8 } },
  { key: 'reach', words: 'where the centre may go', line: { stroke: 'var(--accent)', strokeWidth: 1.4, strokeDasharray: '1.5 3.5', strokeLinecap: 'round' } },
  { key: 'stops', words: 'end stops of the mechanism', line: { stroke: 'var(--ink)', strokeWidth: 1.1, strokeDasharray: '9 4' } },
] as const;

const Legend = memo(function Legend() {
  return (
    <section aria-label="Legend">
      <h2 className="engraved mb-1">Lines of the drawing</h2>
      <ul className="grid grid-cols-2 gap-x-3 text-xs text-ink-soft">
        {LEGEND.map(({ key, words, line }) => (
          <li key={key} className="flex items-center gap-2">
            <svg width="26" height="8" aria-hidden className="shrink-0">
              <path d="M1 4 H25" fill="none" {...line} />
            </svg>
            {words}
          </li>
        ))}
        <li className="flex items-center gap-2">
          <svg width="26" height="12" aria-hidden className="shrink-0 text-fails">
            <path d="M8 2 l8 8 M16 2 l-8 8" stroke="currentColor" strokeWidth="2" />
          </svg>
          corner outside the sharp circle
        </li>
      </ul>
    </section>
  );
});

/** A drawing is read aloud on asking, not at every step of a drag: its words wait until the hand rests this long. */
const REST_MS = 250;

function Reading({ id, settings }: { readonly id: string; readonly settings: StandSettings }) {
  const [rested, setRested] = useState(settings);
  useEffect(() => {
    const timer = setTimeout(() => setRested(settings), REST_MS);
    return () => clearTimeout(timer);
  }, [settings]);
  return (
    <details className="text-sm text-ink-soft">
      <summary className="engraved cursor-pointer">The drawing in words</summary>
      <p id={id} className="mt-1">
        <RestedReading settings={rested} />
      </p>
    </details>
  );
}

const RestedReading = memo(function RestedReading({ settings }: { readonly settings: StandSettings }) {
  return circleReading(settings);
});

import { timeToTheSecond } from '@gangway/messages/date';
import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { Download, Trash2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { ORIGINS, type Assembly, type FrameSet } from '@gangway/contract/proof';
import type { Setup } from '@gangway/contract/storedSetup';
import { TopBar } from '../ui/TopBar';
import { api, errorSentence } from '../store/api';
import { useAppDispatch } from '../store/store';
import { Button, IconButton } from '../ui/Button';
import { ErrorNote } from '../ui/ErrorNote';
import { useToast } from '../ui/Notes';
import { AssembleForm } from './AssembleForm';
import { useBack } from './back/useBack';
import { BackPanel } from './BackPanel';
import { ComparePictures, type ComparedPicture } from '../ui/ComparePictures';
import type { Spot } from '../ui/DeepView';
import { ExportDialog } from './ExportDialog';
import { FrameUpload } from './FrameUpload';
import { FrameList } from './FrameList';
import { ReportTable } from './ReportTable';
import { Select } from '../ui/Select';

/** The proofs of a setup: simulated or real frames, put together and looked at. */
export function ProofPage() {
  const { jobId = '', setupId = '' } = useParams();
  const setup = api.useSetupQuery(setupId);
  const sets = api.useFrameSetsQuery(setupId);
  // The bench may still be keeping its last change when one comes from there.
  const { refetch, isUninitialized } = setup;
  useEffect(() => {
    if (isUninitialized) return;
    const timer = setTimeout(() => void refetch(), 1200);
    return () => clearTimeout(timer);
  }, [refetch, isUninitialized]);
  const where = setup.data && (
    <>
      <Link to={`/jobs/${jobId}/setups/${setupId}?step=stitch`} className="truncate text-sm text-ink-soft hover:text-ink">
        {setup.data.name}
      </Link>
      <span aria-hidden className="text-rule">
        /
      </span>
      <h1 className="font-semibold">{proofText.proof}</h1>
    </>
  );
  const error = setup.error ?? sets.error;
  return (
    <div className="flex h-dvh min-h-0 flex-col max-lg:h-auto max-lg:min-h-dvh">
      <TopBar where={where} />
      {error && (
        <main className="p-6">
          <ErrorNote words={errorSentence(error)} onRetry={() => void Promise.all([setup.refetch(), sets.refetch()])} />
        </main>
      )}
      {!error && setup.data && sets.data && (
        <Proofs setup={setup.data} sets={sets.data} onFresh={async () => await setup.refetch().unwrap()} />
      )}
      {!error && !(setup.data && sets.data) && (
        <p role="status" className="p-8 text-ink-soft">
          {proofText.loadingTheFrames}
        </p>
      )}
    </div>
  );
}

function Proofs({
  setup,
  sets,
  onFresh,
}: {
  readonly setup: Setup;
  readonly sets: readonly FrameSet[];
  readonly onFresh: () => Promise<Setup>;
}) {
  const dispatch = useAppDispatch();
  const refresh = useCallback(() => void dispatch(api.util.invalidateTags(['proofs'])), [dispatch]);
  const back = useBack(refresh);
  const [openId, setOpenId] = useState<string | null>(null);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [deleteSet] = api.useDeleteSetMutation();
  const tell = useToast();
  const open = openId === 'new' ? null : (sets.find(({ id }) => id === openId) ?? sets.at(-1) ?? null);
  const remove = async (set: FrameSet) => {
    const { error } = await deleteSet(set.id);
    tell(error ? errorSentence(error) : say(proofText.isDeletedWithItsFrames, { name: set.name }));
  };
  const done = sets.flatMap(({ assemblies }) => assemblies.filter(({ state }) => state === 'done'));
  const nameOf = (assembly: Assembly): string =>
    `${sets.find(({ id }) => id === assembly.setId)?.name ?? ''}, ${timeToTheSecond(new Date(assembly.createdAt))}`;
  const latest = open?.assemblies.find(({ id }) => id === chosenId) ?? open?.assemblies[0] ?? null;
  const shown = latest?.state === 'done' ? latest : (open?.assemblies.find(({ state }) => state === 'done') ?? null);
  return (
    <main className="grid min-h-0 grow grid-cols-[22rem_minmax(0,1fr)] gap-4 p-4 max-lg:grid-cols-1">
      <div
        className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start gap-4 overflow-y-auto pr-1 max-lg:overflow-visible"
        data-testid="proof-panel"
      >
        <BackPanel setup={setup} back={back} open={open} onOpen={setOpenId} onFresh={onFresh} />
        <hr className="border-hairline" />
        <FrameUpload setup={setup} open={open} onOpen={setOpenId} onCameIn={refresh} />
        {sets.length > 0 && (
          <>
            <hr className="border-hairline" />
            <section aria-label={proofText.series} className="grid grid-cols-[minmax(0,1fr)] gap-2">
              <div className="flex items-center gap-1.5">
                <label className="flex min-w-0 grow items-center gap-1.5 text-sm">
                  <span className="font-semibold">{proofText.series}</span>
                  <Select value={open?.id ?? 'new'} onChange={(event) => setOpenId(event.target.value)} className="min-w-0 grow" wide>
                    {sets.map((set) => (
                      <option key={set.id} value={set.id}>
                        {set.name} ({ORIGINS[set.origin]}, {set.frames.filter((frame) => frame !== null).length})
                      </option>
                    ))}
                    <option value="new">{proofText.aNewOne}</option>
                  </Select>
                </label>
                {open && (
                  <IconButton label={say(proofText.delete, { name: open.name })} onClick={() => void remove(open)}>
                    <Trash2 size={16} aria-hidden />
                  </IconButton>
                )}
              </div>
              {open && <FrameList set={open} />}
            </section>
            {open && <AssembleForm key={`${open.id} ${open.plan ? '' : open.frames.length}`} set={open} onBegun={setChosenId} />}
          </>
        )}
      </div>
      <div className="flex min-h-0 min-w-0 flex-col gap-3">
        {latest?.state === 'failed' && <ErrorNote words={latest.error ?? proofText.assemblingThePictureFailed} />}
        {latest?.state === 'cancelled' && <p role="status">{proofText.cancelledNothingWasSaved}</p>}
        {shown ? (
          <Picture key={shown.id} shown={shown} others={done.filter(({ id }) => id !== shown.id)} nameOf={nameOf} />
        ) : (
          latest?.state !== 'failed' && <Nothing set={open} />
        )}
      </div>
    </main>
  );
}

function Nothing({ set }: { readonly set: FrameSet | null }) {
  return (
    <div className="grid grow place-items-center rounded-md border border-dashed border-rule p-8 text-center text-ink-soft">
      <p className="max-w-md">
        {set && set.frames.some((frame) => frame !== null) ? proofText.assembleTheFramesAndThe : proofText.seeThePictureBeforeIt}
      </p>
    </div>
  );
}

function Picture({
  shown,
  others,
  nameOf,
}: {
  readonly shown: Assembly;
  readonly others: readonly Assembly[];
  readonly nameOf: (assembly: Assembly) => string;
}) {
  const [spot, setSpot] = useState<Spot | null>(null);
  const [exporting, setExporting] = useState(false);
  const [deleteAssembly] = api.useDeleteAssemblyMutation();
  const tell = useToast();
  const link =
    'inline-flex min-h-8 items-center gap-1.5 rounded-md border border-rule bg-sheet px-2.5 text-sm font-medium hover:border-ink';
  const pictureOf = (assembly: Assembly): ComparedPicture => ({
    id: assembly.id,
    name: nameOf(assembly),
    tiles: `/api/assemblies/${assembly.id}/tiles`,
    width: assembly.report?.width ?? 0,
    height: assembly.report?.height ?? 0,
  });
  return (
    <>
      <ComparePictures main={pictureOf(shown)} others={others.map(pictureOf)} spot={spot} alone={proofText.withASecondFinishedPicture} />
      <div className="flex flex-wrap items-center gap-2">
        <a href={`/api/assemblies/${shown.id}/picture`} download className={link}>
          <Download size={14} aria-hidden /> {proofText.picture}
        </a>
        {shown.report && shown.report.bits !== 32 && <Button onClick={() => setExporting(true)}>{proofText.exportEllipsis}</Button>}
        {exporting && shown.report && <ExportDialog assemblyId={shown.id} report={shown.report} onClose={() => setExporting(false)} />}
        <a href={`/api/assemblies/${shown.id}/sidecar`} download className={link}>
          <Download size={14} aria-hidden /> {proofText.howItWasMadeJson}
        </a>
        <Button
          look="quiet"
          onClick={() =>
            void deleteAssembly(shown.id).then(({ error }) => {
              tell(error ? errorSentence(error) : proofText.thePictureIsDeleted);
            })
          }
        >
          <Trash2 size={14} aria-hidden /> {proofText.deleteThePicture}
        </Button>
      </div>
      <div className="max-h-56 overflow-y-auto max-lg:max-h-none">
        <ReportTable assembly={shown} onSpot={({ x, y }) => setSpot((before) => ({ x, y, goal: (before?.goal ?? 0) + 1 }))} />
      </div>
    </>
  );
}

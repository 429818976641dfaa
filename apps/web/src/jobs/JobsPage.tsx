import { firstText } from '@gangway/messages/web/first';
import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { freeName } from '@gangway/contract/freeName';
import { Plus } from 'lucide-react';
import { Suspense, useEffect, useLayoutEffect, useState } from 'react';
import { Link, NavLink, useLocation, useNavigate, useParams } from 'react-router';
import type { Job, JobSummary } from '@gangway/contract/job';
import { TopBar } from '../ui/TopBar';
import { api, errorSentence, isGone } from '../store/api';
import { addJob, changeJob, remove, restore } from '../store/writes';
import { ActionMenu } from '../ui/ActionMenu';
import { Button } from '../ui/Button';
import { ErrorNote } from '../ui/ErrorNote';
import { useToast } from '../ui/Notes';
import { TextLink } from '../ui/TextButton';
import { BackupLine } from './BackupLine';
import { DeletedList } from './DeletedList';
import { FirstStepsNote } from './FirstStepsNote';
import { lazyPart } from '../ui/lazyPart';

// What stands on the page first loads first.
const SetupList = lazyPart(() => import('./SetupList'), 'SetupList');
const NameEditor = lazyPart(() => import('../ui/NameEditor'), 'NameEditor');
const NewSetup = lazyPart(() => import('./NewSetup'), 'NewSetup');
const SettleAll = lazyPart(() => import('./SettleAll'), 'SettleAll');
const JobSheet = lazyPart(() => import('./JobSheet'), 'JobSheet');

const LAST_JOB = 'gangway.lastJob';

function lastJob(): string | null {
  try {
    return localStorage.getItem(LAST_JOB);
  } catch {
    return null;
  }
}

/** The jobs, and the setups of the one that is open. */
export function JobsPage() {
  const { jobId } = useParams();
  const { data: jobs, error, isLoading, refetch } = api.useJobsQuery(undefined);
  const navigate = useNavigate();
  const tell = useToast();
  const [failure, setFailure] = useState<string | null>(null);

  const [importJob, { isLoading: reading }] = api.useImportJobMutation();
  const readIn = async (file: File) => {
    const { data, error: refused } = await importJob(file);
    if (data) {
      setFailure(null);
      await navigate(`/jobs/${data.id}`);
      tell(say(jobsText.isImported, { name: data.name }));
    } else setFailure(errorSentence(refused));
  };

  const first = jobs?.find(({ id }) => id === lastJob()) ?? jobs?.[0];
  const opens = jobId === undefined ? first?.id : undefined;
  // Shown at once, while its address is still on the way.
  const shown = jobId ?? opens;
  // Before the page is seen: a click that came first would be undone by this. And only from
  // here: somebody may already be on the way to another page that is still being fetched.
  useLayoutEffect(() => {
    if (opens !== undefined && location.pathname === '/jobs') void navigate(`/jobs/${opens}`, { replace: true });
  }, [opens, navigate]);

  const add = async () => {
    const name = freeName(jobsText.newJob, jobs?.map((each) => each.name) ?? []);
    const id = await addJob(name);
    setFailure(null);
    // Its name is a field at once, selected: whoever types names it.
    await navigate(`/jobs/${id}`, { state: { naming: id } });
  };

  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar />
      <div className="grid grow max-md:grid-rows-[auto_minmax(0,1fr)] md:grid-cols-[15rem_minmax(0,1fr)]">
        <nav aria-label={jobsText.jobs} className="border-hairline p-4 max-md:border-b md:border-r">
          <div className="mb-2 flex items-center justify-between">
            <h2 className="engraved">{jobsText.jobs}</h2>
            <Button onClick={() => void add()}>
              <Plus size={15} aria-hidden /> {jobsText.newJob}
            </Button>
          </div>
          {isLoading && <p className="text-sm text-ink-soft">{jobsText.loadingJobs}</p>}
          {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
          {failure && <ErrorNote words={failure} />}
          <ul className="grid gap-0.5">
            {jobs?.map((job) => (
              <li key={job.id}>
                <NavLink
                  to={`/jobs/${job.id}`}
                  className={({ isActive }) =>
                    `block rounded-md border-l-3 px-2.5 py-1.5 ${isActive ? 'border-accent bg-sunk font-semibold' : 'border-transparent hover:bg-sunk'}`
                  }
                >
                  <span className="block truncate">{job.name}</span>
                  <span className="text-xs font-normal text-ink-soft">{say(jobsText.setups, { setupCount: job.setupCount })}</span>
                </NavLink>
              </li>
            ))}
          </ul>
          <label className="mt-3 inline-flex min-h-8 cursor-pointer items-center text-sm text-accent underline underline-offset-2 focus-within:outline-2 focus-within:outline-accent">
            {reading ? jobsText.importingTheJob : jobsText.importJob}
            <input
              type="file"
              accept=".zip"
              aria-label={jobsText.jobArchiveToImport}
              className="sr-only"
              disabled={reading}
              onChange={({ target }) => {
                const [file] = target.files ?? [];
                if (file) void readIn(file);
                target.value = '';
              }}
            />
          </label>
          <FirstStepsNote />
          <DeletedList />
          <BackupLine />
        </nav>
        <main className="min-w-0 p-6 max-md:p-4">
          {/* With the list, which stands over it on a phone. */}
          {shown !== undefined && !isLoading && (
            <OpenJob key={shown} jobId={shown} summary={jobs?.find(({ id }) => id === shown) ?? null} />
          )}
          {jobs?.length === 0 && jobId === undefined && (
            <div className="max-w-md">
              <h1 className="mb-2 text-xl font-semibold">{jobsText.noJobsYet}</h1>
              <p className="mb-4 text-ink-soft">{jobsText.aJobIsACommission}</p>
              <p className="flex flex-wrap items-center gap-3">
                <Button look="main" onClick={() => void add()}>
                  <Plus size={15} aria-hidden /> {jobsText.newJob}
                </Button>
                <TextLink to="/first">{firstText.fourSteps}</TextLink>
              </p>
            </div>
          )}
        </main>
      </div>
    </div>
  );
}

function OpenJob({ jobId, summary }: { readonly jobId: string; readonly summary: JobSummary | null }) {
  const { data: job, error, isLoading, refetch } = api.useJobQuery(jobId);
  useEffect(() => {
    if (!job) return;
    try {
      localStorage.setItem(LAST_JOB, job.id);
    } catch (storageError) {
      console.warn('Gangway cannot remember the last job in this browser.', storageError);
    }
  }, [job]);
  // Its name is known from the list before its setups have come.
  const head = job ?? summary;
  const failed = error && <ErrorNote words={errorSentence(error)} {...(!isGone(error) && { onRetry: () => void refetch() })} />;
  const waiting = isLoading ? <Loading /> : failed;
  return (
    <>
      {error && job && <ErrorNote words={say(jobsText.whatIsShownMayBe, { error: errorSentence(error) })} onRetry={() => void refetch()} />}
      {head && <JobHead head={head} job={job ?? null} />}
      {job ? (
        // What comes below the setups does not come before them.
        <Suspense fallback={null}>
          <SetupList job={job} />
          <JobSheet job={job} />
        </Suspense>
      ) : (
        waiting
      )}
    </>
  );
}

function Loading() {
  return (
    <p role="status" className="text-ink-soft">
      {jobsText.loadingTheJob}
    </p>
  );
}

/** Whether somebody comes here to name a new job. */
function isNaming(state: unknown, jobId: string): boolean {
  return typeof state === 'object' && state !== null && 'naming' in state && state.naming === jobId;
}

interface JobHeadProps {
  readonly head: JobSummary;
  /** The whole of it; `null` until it has come. */
  readonly job: Job | null;
}

function JobHead({ head, job }: JobHeadProps) {
  const setupCount = job?.setups.length ?? head.setupCount;
  const location = useLocation();
  const [renaming, setRenaming] = useState(() => isNaming(location.state, head.id));
  const [adding, setAdding] = useState(false);
  const [settling, setSettling] = useState(false);
  const [duplicateJob] = api.useDuplicateJobMutation();
  const navigate = useNavigate();
  const tell = useToast();

  const duplicate = async () => {
    const { data, error } = await duplicateJob(head.id);
    if (data) await navigate(`/jobs/${data.id}`);
    tell(data ? say(jobsText.created, { name: data.name }) : errorSentence(error));
  };
  const discard = async () => {
    const removed = { of: 'job', id: head.id, name: head.name } as const;
    await remove(removed);
    await navigate('/jobs');
    tell(say(jobsText.isDeleted, { name: head.name }), () => void restore(removed).then(() => navigate(`/jobs/${head.id}`)));
  };

  return (
    <div className="mb-5 flex flex-wrap items-start gap-3">
      <div className="min-w-0 grow">
        {renaming ? (
          <Suspense fallback={<h1 className="px-1 text-xl font-semibold">{head.name}</h1>}>
            <NameEditor
              label={jobsText.nameOfTheJob}
              name={head.name}
              onRename={async (name) => {
                await changeJob(head.id, { name });
                return null;
              }}
              onDone={() => {
                setRenaming(false);
                // Named once: a reload does not ask again.
                if (isNaming(location.state, head.id)) void navigate(location.pathname, { replace: true, state: null });
              }}
              className="max-w-xl text-xl font-semibold"
            />
          </Suspense>
        ) : (
          <h1 className="text-xl font-semibold">
            <button
              type="button"
              title={jobsText.rename}
              onClick={() => setRenaming(true)}
              className="max-w-full truncate rounded-sm px-1 text-left hover:bg-sunk"
            >
              {head.name}
            </button>
          </h1>
        )}
        <p className="px-1 text-sm text-ink-soft">{setupCount === 0 ? jobsText.addTheFirstSetupOne : jobsText.openASetupToSet}</p>
      </div>
      <Link
        to={`/jobs/${head.id}/log`}
        className="inline-flex min-h-8 items-center rounded-md border border-rule bg-sheet px-2.5 text-sm font-medium hover:border-ink"
      >
        {jobsText.log}
      </Link>
      {setupCount > 0 && <Button onClick={() => setSettling(true)}>{jobsText.settleAll}</Button>}
      <Button look="main" onClick={() => setAdding(true)}>
        <Plus size={15} aria-hidden /> {jobsText.newSetup}
      </Button>
      <ActionMenu
        label={say(jobsText.moreFor, { name: head.name })}
        actions={[
          { label: jobsText.rename, takesFocus: true, onSelect: () => setRenaming(true) },
          { label: jobsText.duplicate, onSelect: () => void duplicate() },
          { label: jobsText.delete, onSelect: () => void discard() },
        ]}
      />
      <Suspense fallback={null}>
        {adding && job && <NewSetup job={job} onClose={() => setAdding(false)} />}
        {settling && job && <SettleAll job={job} onClose={() => setSettling(false)} />}
      </Suspense>
    </div>
  );
}

import { lazy, Suspense, useMemo, useState } from 'react';
import { useParams, Link } from 'react-router';
import { logCsv, logJson, readLog } from '@gangway/contract/logExchange';
import { filmUse } from '@gangway/core/log/take';
import { TopBar } from '../ui/TopBar';
import { download, fileName } from '../ui/download';
import { api, errorSentence, isGone } from '../store/api';
import { Button } from '../ui/Button';
import { ErrorNote } from '../ui/ErrorNote';
import { useNarrow } from '../ui/useNarrow';
import { Attachments } from './Attachments';
import { BulkEdit } from './BulkEdit';
import { holds } from './columns';
import { LogList } from './LogList';
import { LogTable } from './LogTable';
import { useLogHistory } from './useLogHistory';
import { Select } from '../ui/Select';

const MatchDialog = lazy(() => import('./MatchDialog').then((module) => ({ default: module.MatchDialog })));

/** The log of a job: every shot in a table, corrected in place, matched with files, written out. */
export function LogPage() {
  const { jobId = '' } = useParams();
  const { data: job, error: noJob } = api.useJobQuery(jobId);
  const { data: log, error, refetch } = api.useLogQuery(jobId);
  const { change, undo, redo, undoable, redoable } = useLogHistory(jobId);
  const [words, setWords] = useState('');
  const [standId, setStandId] = useState('');
  const [grouped, setGrouped] = useState(false);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [matching, setMatching] = useState(false);
  const [said, setSaid] = useState<readonly string[]>([]);
  const timeZone = job?.place?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const takes = useMemo(() => log?.takes ?? [], [log]);
  const shown = useMemo(
    () => takes.filter((take) => (standId === '' || take.standId === standId) && (words.trim() === '' || holds(take, words, timeZone))),
    [takes, words, standId, timeZone],
  );
  const chosen = useMemo(() => takes.filter(({ id }) => selected.has(id)), [takes, selected]);
  const Takes = useNarrow() ? LogList : LogTable;
  const film = useMemo(() => filmUse(takes), [takes]);

  if (!job || !log) {
    const failure = noJob ?? error;
    return (
      <>
        <TopBar />
        {failure ? (
          <main className="mx-auto max-w-xl p-8">
            <ErrorNote words={errorSentence(failure)} {...(!isGone(failure) && { onRetry: () => void refetch() })} />
          </main>
        ) : (
          <p role="status" className="p-8 text-ink-soft">
            Loading the log…
          </p>
        )}
      </>
    );
  }
  const file = fileName(job.name);
  const out = chosen.length > 0 ? chosen : shown;
  const readIn = async (chosenFile: File) => {
    const found = readLog(await chosenFile.text(), job.stands);
    if ('trouble' in found) {
      setSaid([found.trouble]);
      return;
    }
    const refused =
      found.takes.length === 0 ? null : await change({ put: found.takes, remove: [] }, `${found.takes.length} shots imported`);
    setSaid([
      ...(refused === null ? [`${found.takes.length} ${found.takes.length === 1 ? 'shot is' : 'shots are'} imported.`] : [refused]),
      ...found.refused,
    ]);
  };
  return (
    <div className="flex h-dvh flex-col max-sm:h-auto max-sm:min-h-dvh">
      <TopBar
        where={
          <>
            <Link to={`/jobs/${jobId}`} className="truncate text-sm text-ink-soft hover:text-ink">
              {job.name}
            </Link>
            <span aria-hidden className="text-rule">
              /
            </span>
            <h1 className="font-semibold">Log</h1>
          </>
        }
      />
      <main className="flex min-h-0 grow flex-col gap-2 p-3">
        <div className="flex flex-wrap items-center gap-2 text-sm">
          <input
            type="search"
            aria-label="Find in the log"
            placeholder="Find …"
            value={words}
            onChange={({ target }) => setWords(target.value)}
            className="min-h-8 w-44 rounded-md border border-rule bg-sheet px-2"
          />
          <Select
            aria-label="Setup"
            value={standId}
            onChange={({ target }) => setStandId(target.value)}
            className="min-h-8 max-w-52 rounded-md bg-sheet"
          >
            <option value="">every setup</option>
            {job.stands.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={grouped} onChange={({ target }) => setGrouped(target.checked)} className="accent-accent" />
            by setup
          </label>
          <span role="status" className="text-ink-soft tabular-nums">
            {shown.length === takes.length
              ? `${takes.length} ${takes.length === 1 ? 'shot' : 'shots'}`
              : `${shown.length} of ${takes.length} shots`}
            {chosen.length > 0 && `, ${chosen.length} chosen`}
          </span>
          <span className="grow" />
          <Button disabled={undoable === null} title={undoable ?? undefined} onClick={() => undo()}>
            Undo
          </Button>
          <Button disabled={redoable === null} title={redoable ?? undefined} onClick={() => redo()}>
            Redo
          </Button>
          <Button disabled={takes.length === 0} onClick={() => setMatching(true)}>
            Match with files …
          </Button>
          <label className="inline-flex min-h-8 cursor-pointer items-center rounded-md border border-rule bg-sheet px-2.5 font-medium hover:border-ink focus-within:outline-2 focus-within:outline-accent">
            Import…
            <input
              type="file"
              accept=".csv,.json"
              aria-label="Log to import, CSV or JSON"
              className="sr-only"
              onChange={({ target }) => {
                const [chosenFile] = target.files ?? [];
                if (chosenFile) void readIn(chosenFile);
                target.value = '';
              }}
            />
          </label>
          <Button
            disabled={out.length === 0}
            title="Export as CSV: the shots shown, or those chosen"
            onClick={() => download(`${file}-log.csv`, 'text/csv;charset=utf-8', logCsv(out))}
          >
            CSV
          </Button>
          <Button
            disabled={out.length === 0}
            title="Export as JSON: the shots shown, or those chosen"
            onClick={() => download(`${file}-log.json`, 'application/json', logJson(out))}
          >
            JSON
          </Button>
        </div>
        {error && <ErrorNote words={`${errorSentence(error)} What is shown may be out of date.`} onRetry={() => void refetch()} />}
        {said.length > 0 && (
          <div role="alert" className="max-h-32 overflow-y-auto rounded-md border border-rule bg-sheet p-2 text-sm">
            <ul>
              {said.slice(0, 50).map((line, i) => (
                <li key={i}>{line}</li>
              ))}
              {said.length > 50 && <li>… and {said.length - 50} more.</li>}
            </ul>
            <Button look="quiet" onClick={() => setSaid([])}>
              Close
            </Button>
          </div>
        )}
        {chosen.length > 0 && <BulkEdit chosen={chosen} timeZone={timeZone} onChange={change} onNone={() => setSelected(new Set())} />}
        {takes.length === 0 ? (
          <div className="max-w-lg p-6">
            <h2 className="mb-1 text-lg font-semibold">Nothing logged yet</h2>
            <p className="text-ink-soft">
              Open a setup and choose “Log a shot” in step Expose or Card: movements, focus, aperture, shutter speed and film are copied
              from the setup. Or import a log that was exported earlier.
            </p>
          </div>
        ) : (
          <Takes
            takes={shown}
            stands={job.stands}
            grouped={grouped}
            timeZone={timeZone}
            selected={selected}
            onSelect={setSelected}
            onChange={change}
          />
        )}
        <div className="flex flex-wrap gap-x-6 gap-y-2 text-sm">
          {film.length > 0 && (
            <section aria-label="Film">
              <h2 className="engraved">Film</h2>
              <ul className="flex flex-wrap gap-x-4 tabular-nums">
                {film.map(({ holder, used, left }) => (
                  <li key={holder}>
                    {holder}: {used} exposed, {left === null ? 'how many are left is unknown' : `${left} left`}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <Attachments jobId={jobId} attachments={log.attachments} stands={job.stands} chosen={chosen} />
          <p className="ml-auto self-end text-xs text-ink-soft">Times of {timeZone}.</p>
        </div>
      </main>
      <Suspense fallback={null}>
        {matching && (
          <MatchDialog
            job={job}
            takes={chosen.length > 0 ? chosen : takes}
            timeZone={timeZone}
            onChange={change}
            onClose={() => setMatching(false)}
          />
        )}
      </Suspense>
    </div>
  );
}

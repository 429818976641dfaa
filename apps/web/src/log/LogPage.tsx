import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { Suspense, useMemo, useState } from 'react';
import { useParams, Link } from 'react-router';
import { logCsv, logJson, readLog } from '@gangway/contract/logExchange';
import { filmUse } from '@gangway/core/log/shot';
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
import { lazyPart } from '../ui/lazyPart';

const MatchDialog = lazyPart(() => import('./MatchDialog'), 'MatchDialog');

/** The log of a job: every shot in a table, corrected in place, matched with files, written out. */
export function LogPage() {
  const { jobId = '' } = useParams();
  const { data: job, error: noJob } = api.useJobQuery(jobId);
  const { data: log, error, refetch } = api.useLogQuery(jobId);
  const { change, undo, redo, undoable, redoable } = useLogHistory(jobId);
  const [words, setWords] = useState('');
  const [setupId, setSetupId] = useState('');
  const [grouped, setGrouped] = useState(false);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [matching, setMatching] = useState(false);
  const [said, setSaid] = useState<readonly string[]>([]);
  const timeZone = job?.place?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const shots = useMemo(() => log?.shots ?? [], [log]);
  const shown = useMemo(
    () => shots.filter((shot) => (setupId === '' || shot.setupId === setupId) && (words.trim() === '' || holds(shot, words, timeZone))),
    [shots, words, setupId, timeZone],
  );
  const chosen = useMemo(() => shots.filter(({ id }) => selected.has(id)), [shots, selected]);
  const Takes = useNarrow() ? LogList : LogTable;
  const film = useMemo(() => filmUse(shots), [shots]);

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
            {logText.loadingTheLog}
          </p>
        )}
      </>
    );
  }
  const file = fileName(job.name);
  const out = chosen.length > 0 ? chosen : shown;
  const readIn = async (chosenFile: File) => {
    const found = readLog(await chosenFile.text(), job.setups);
    if ('trouble' in found) {
      setSaid([found.trouble]);
      return;
    }
    if (found.shots.length > 0) await change({ put: found.shots, remove: [] }, say(logText.shotsImported, { length: found.shots.length }));
    setSaid([say(logText.shotIsImported, { length: found.shots.length }), ...found.refused]);
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
            <h1 className="font-semibold">{logText.log}</h1>
          </>
        }
      />
      <main className="flex min-h-0 grow flex-col gap-2 p-3">
        <div className="flex flex-wrap items-center gap-2 text-sm">
          <input
            type="search"
            aria-label={logText.findInTheLog}
            placeholder={logText.find}
            value={words}
            onChange={({ target }) => setWords(target.value)}
            className="min-h-8 w-44 rounded-md border border-rule bg-sheet px-2"
          />
          <Select
            aria-label={logText.setup}
            value={setupId}
            onChange={({ target }) => setSetupId(target.value)}
            className="min-h-8 max-w-52 rounded-md bg-sheet"
          >
            <option value="">{logText.everySetup}</option>
            {job.setups.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={grouped} onChange={({ target }) => setGrouped(target.checked)} className="accent-accent" />
            {logText.bySetup}
          </label>
          <span role="status" className="text-ink-soft tabular-nums">
            {shown.length === shots.length
              ? say(logText.shot, { length: shots.length })
              : say(logText.ofShots, { length: shown.length, length2: shots.length })}
            {chosen.length > 0 && say(logText.chosen, { length: chosen.length })}
          </span>
          <span className="grow" />
          <Button disabled={undoable === null} title={undoable ?? undefined} onClick={() => undo()}>
            {logText.undo}
          </Button>
          <Button disabled={redoable === null} title={redoable ?? undefined} onClick={() => redo()}>
            {logText.redo}
          </Button>
          <Button disabled={shots.length === 0} onClick={() => setMatching(true)}>
            {logText.matchWithFiles}
          </Button>
          <label className="inline-flex min-h-8 cursor-pointer items-center rounded-md border border-rule bg-sheet px-2.5 font-medium hover:border-ink focus-within:outline-2 focus-within:outline-accent">
            {logText.import}
            <input
              type="file"
              accept=".csv,.json"
              aria-label={logText.logToImportCsvOr}
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
            title={logText.exportAsCsvTheShots}
            onClick={() => download(`${file}-log.csv`, 'text/csv;charset=utf-8', logCsv(out))}
          >
            {logText.csv}
          </Button>
          <Button
            disabled={out.length === 0}
            title={logText.exportAsJsonTheShots}
            onClick={() => download(`${file}-log.json`, 'application/json', logJson(out))}
          >
            {logText.json}
          </Button>
        </div>
        {error && <ErrorNote words={say(logText.whatIsShownMayBe, { error: errorSentence(error) })} onRetry={() => void refetch()} />}
        {said.length > 0 && (
          <div role="alert" className="max-h-32 overflow-y-auto rounded-md border border-rule bg-sheet p-2 text-sm">
            <ul>
              {said.slice(0, 50).map((line, i) => (
                <li key={i}>{line}</li>
              ))}
              {said.length > 50 && <li>{say(logText.andMore, { length: said.length - 50 })}</li>}
            </ul>
            <Button look="quiet" onClick={() => setSaid([])}>
              {logText.close}
            </Button>
          </div>
        )}
        {chosen.length > 0 && <BulkEdit chosen={chosen} timeZone={timeZone} onChange={change} onNone={() => setSelected(new Set())} />}
        {shots.length === 0 ? (
          <div className="max-w-lg p-6">
            <h2 className="mb-1 text-lg font-semibold">{logText.nothingLoggedYet}</h2>
            <p className="text-ink-soft">{logText.openASetupAndChoose}</p>
          </div>
        ) : (
          <Takes
            shots={shown}
            setups={job.setups}
            grouped={grouped}
            timeZone={timeZone}
            selected={selected}
            onSelect={setSelected}
            onChange={change}
          />
        )}
        <div className="flex flex-wrap gap-x-6 gap-y-2 text-sm">
          {film.length > 0 && (
            <section aria-label={logText.film}>
              <h2 className="engraved">{logText.film}</h2>
              <ul className="flex flex-wrap gap-x-4 tabular-nums">
                {film.map(({ holder, used, left }) => (
                  <li key={holder}>
                    {say(logText.exposed, { holder, used, left: left === null ? logText.howManyAreLeftIs : say(logText.left, { left }) })}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <Attachments jobId={jobId} attachments={log.attachments} setups={job.setups} chosen={chosen} />
          <p className="ml-auto self-end text-xs text-ink-soft">{say(logText.timesOf, { timeZone })}</p>
        </div>
      </main>
      <Suspense fallback={null}>
        {matching && (
          <MatchDialog
            job={job}
            shots={chosen.length > 0 ? chosen : shots}
            timeZone={timeZone}
            onChange={change}
            onClose={() => setMatching(false)}
          />
        )}
      </Suspense>
    </div>
  );
}

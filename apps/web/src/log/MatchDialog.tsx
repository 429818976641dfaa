import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { zipSync, strToU8 } from 'fflate';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Job } from '@gangway/contract/job';
import { exiftoolArguments, sidecarName, shotXmp, type SidecarNaming, type TakenWhere } from '@gangway/contract/xmp';
import { matchingRemark, DOUBTS, type Clock, type Match, type Matching } from '@gangway/core/log/matching';
import type { Shot } from '@gangway/core/log/shotFields';
import { fixed } from '@gangway/core/words';
import { download, fileName } from '../ui/download';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { NumberField } from '../ui/NumberField';
import { momentWords } from './columns';
import type { Change } from './change';
import { readFiles, type ReadFiles } from './readFiles';
import { writeInto, type WritableFolder } from './sidecarFolder';
import { useMatching } from './useMatching';
import { TextButton } from '../ui/TextButton';
import { Th } from '../ui/Table';

interface MatchDialogProps {
  readonly job: Job;
  readonly shots: readonly Shot[];
  readonly timeZone: string;
  readonly onChange: Change;
  readonly onClose: () => void;
}

/** So many rows of what was matched are shown at once. */
const SHOWN = 300;

/** Files from the card are read here, matched with the shots, and get their sidecars. */
export function MatchDialog({ job, shots, timeZone, onChange, onClose }: MatchDialogProps) {
  const [read, setRead] = useState<ReadFiles | null>(null);
  const [progress, setProgress] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const [clocks, setClocks] = useState<ReadonlyMap<string, number>>(new Map());
  const [dropped, setDropped] = useState<ReadonlySet<string>>(new Set());
  const [said, setSaid] = useState<string | null>(null);
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), []);

  const asked = useMemo(
    () =>
      read
        ? {
            shots: shots.map(({ id, at, shutterSpeedS, iso }) => ({ id, atMs: Date.parse(at), shutterSpeedS, iso })),
            files: read.files,
            clocks,
          }
        : null,
    [read, shots, clocks],
  );
  const { found, busy, failed } = useMatching(asked);
  const byId = useMemo(() => new Map(shots.map((shot) => [shot.id, shot])), [shots]);
  const kept = useMemo(() => (found?.matches ?? []).filter(({ shotId }) => !dropped.has(shotId)), [found, dropped]);

  const choose = async (files: readonly File[]) => {
    abort.current?.abort();
    const stop = new AbortController();
    abort.current = stop;
    setProgress({ done: 0, of: files.length });
    setClocks(new Map());
    setDropped(new Set());
    setSaid(null);
    const result = await readFiles(files, (done) => done % 20 === 0 && setProgress({ done, of: files.length }), stop.signal);
    setProgress(null);
    if (!stop.signal.aborted) setRead(result);
  };

  const named = useMemo(
    () =>
      kept.flatMap(({ shotId, file }) => {
        const shot = byId.get(shotId);
        return shot ? [{ ...shot, file }] : [];
      }),
    [kept, byId],
  );
  const takeOver = async () => {
    await onChange({ put: named, remove: [] }, say(logText.shotsMatchedWithFiles, { length: named.length }));
    setSaid(say(logText.shotHasItsFileIn, { length: named.length }));
  };

  return (
    <Dialog open wide onClose={onClose} title={logText.matchWithFiles2} help={logText.chooseTheFilesFromThe}>
      <div className="grid gap-3 text-sm">
        <div className="flex flex-wrap items-center gap-2">
          <label className="inline-flex min-h-8 cursor-pointer items-center rounded-md border border-accent bg-accent px-2.5 font-medium text-on-accent focus-within:outline-2 focus-within:outline-accent">
            {logText.chooseFiles}
            <input
              type="file"
              multiple
              aria-label={logText.filesFromTheCard}
              className="sr-only"
              onChange={({ target }) => {
                void choose([...(target.files ?? [])]);
                target.value = '';
              }}
            />
          </label>
          {progress && (
            <>
              <progress value={progress.done} max={progress.of} aria-label={logText.readingTheFiles} />
              <span className="tabular-nums">{say(logText.of, { done: progress.done, of: progress.of })}</span>
              <Button onClick={() => abort.current?.abort()}>{logText.cancel}</Button>
            </>
          )}
          <span className="text-ink-soft">{say(logText.shotsToMatch, { length: shots.length })}</span>
        </div>
        {busy && <p role="status">{say(logText.matchingShotsWithFiles, { length: shots.length, length2: read?.files.length ?? 0 })}</p>}
        {failed && <p role="alert">{logText.theMatchingFailedChooseThe}</p>}
        {read && found && (
          <>
            <WhatWasFound read={read} found={found} kept={kept} byId={byId} timeZone={timeZone} />
            {found.clocks.map((clock, i) => (
              <ClockRow
                key={`${clock.camera} ${i}`}
                clock={clock}
                several={found.clocks.filter(({ camera }) => camera === clock.camera).length > 1}
                shown={(offsetS) => clockWords(offsetS, shots[0]?.at ?? '', timeZone)}
                onSet={(offsetS) => setClocks(new Map([...clocks, [clock.camera, offsetS]]))}
              />
            ))}
            {clocks.size > 0 && (
              <Button className="justify-self-start" onClick={() => setClocks(new Map())}>
                {logText.detectClockOffsetsAutomatically}
              </Button>
            )}
            <MatchTable matches={found.matches} byId={byId} timeZone={timeZone} dropped={dropped} onDropped={setDropped} />
            <Sidecars job={job} timeZone={timeZone} named={named} there={read.sidecars} busy={busy} onSaid={setSaid}>
              <Button look="main" disabled={busy || named.length === 0} onClick={() => void takeOver()}>
                {logText.saveFileNamesToLog}
              </Button>
            </Sidecars>
          </>
        )}
        {said !== null && <p role="status">{said}</p>}
      </div>
    </Dialog>
  );
}

interface WhatWasFoundProps {
  readonly read: ReadFiles;
  readonly found: Matching;
  readonly kept: readonly Match[];
  readonly byId: ReadonlyMap<string, Shot>;
  readonly timeZone: string;
}

function WhatWasFound({ read, found, kept, byId, timeZone }: WhatWasFoundProps) {
  return (
    <ul aria-label={logText.whatWasFound} className="list-disc pl-5">
      <li data-testid="match-count">
        {say(logText.ofShotsMatchedWithFiles, {
          length: kept.length,
          size: byId.size,
          length2: read.files.length,
          length3: kept.filter(({ doubts }) => doubts.length > 0).length,
        })}
      </li>
      {found.remarks.map(matchingRemark).map((words) => (
        <li key={words}>{words}</li>
      ))}
      {read.silent.length > 0 && (
        <li>
          {read.silent.length === 1
            ? say(logText.hasNoCaptureTime, { silent: read.silent.join() })
            : say(logText.filesHaveNoCaptureTime, { length: read.silent.length })}
        </li>
      )}
      {found.filesLeft.length > 0 && <li>{say(logText.filesWithoutAShot, { filesLeft: listed(found.filesLeft) })}</li>}
      {found.shotsLeft.length > 0 && (
        <li>
          {say(logText.shotsWithoutAFile, {
            shotsLeft: listed(
              found.shotsLeft.map((id) => `${momentWords(byId.get(id)?.at ?? '', timeZone).slice(11)} ${byId.get(id)?.setup ?? ''}`),
            ),
          })}
        </li>
      )}
    </ul>
  );
}

interface ClockRowProps {
  readonly clock: Clock;
  /** Whether the same camera had more than one clock. */
  readonly several: boolean;
  readonly shown: (offsetS: number) => string;
  readonly onSet: (offsetS: number) => void;
}

/** What the clock of a camera was found to be off by; it can be set by hand. */
function ClockRow({ clock: { camera, offsetS, agree, firstFile, lastFile, rival }, several, shown, onSet }: ClockRowProps) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span>
        {say(logText.clockOfAgree, {
          camera,
          several: several ? say(logText.fromTo, { firstFile, lastFile }) : '',
          shown: shown(offsetS),
          agree,
        })}
      </span>
      <NumberField
        label={logText.aheadOfTheLogBy}
        unit="s"
        decimals={1}
        width="w-24"
        value={offsetS}
        onCommit={(s) => {
          if (!(Math.abs(s) <= 1e8)) return logText.aheadOfTheLogByIt;
          onSet(s);
          return null;
        }}
      />
      {rival && (
        <span className="basis-full">
          {say(logText.orOffsetAgree, { shown: shown(rival.offsetS), agree: rival.agree })}{' '}
          <TextButton onClick={() => onSet(rival.offsetS)}>{logText.useThisOffset}</TextButton>
        </span>
      )}
    </div>
  );
}

interface MatchTableProps {
  readonly matches: readonly Match[];
  readonly byId: ReadonlyMap<string, Shot>;
  readonly timeZone: string;
  readonly dropped: ReadonlySet<string>;
  readonly onDropped: (dropped: ReadonlySet<string>) => void;
}

function MatchTable({ matches, byId, timeZone, dropped, onDropped }: MatchTableProps) {
  return (
    <div className="max-h-72 overflow-auto rounded-md border border-hairline">
      <table className="w-full border-collapse tabular-nums" aria-label={logText.matches}>
        <thead className="sticky top-0 bg-sheet text-left text-ink-soft">
          <tr>
            <Th className="px-1">{logText.shot2}</Th>
            <Th className="px-1">{logText.file}</Th>
            <Th className="px-1" end>
              {logText.apartS}
            </Th>
            <Th className="px-1">{logText.doubts}</Th>
            <Th className="px-1">{logText.keep}</Th>
          </tr>
        </thead>
        <tbody>
          {matches.slice(0, SHOWN).map(({ shotId, file, offS, doubts }) => {
            const shot = byId.get(shotId);
            return (
              <tr key={shotId} className="border-t border-hairline align-top" data-doubts={doubts.join(' ')}>
                <td className="px-1 py-0.5">
                  {shot
                    ? `${momentWords(shot.at, timeZone).slice(11)} ${shot.setup}${shot.frame === null ? '' : say(logText.frame2, { frame: shot.frame })}${shot.bracket === null ? '' : say(logText.exposure2, { bracket: shot.bracket })}`
                    : ''}
                </td>
                <td className="px-1 py-0.5">{file}</td>
                <td className="px-1 py-0.5 text-right">{offS === null ? '' : fixed(offS, 1)}</td>
                <td className="px-1 py-0.5 text-fails">{doubts.map((doubt) => DOUBTS[doubt]).join('; ')}</td>
                <td className="px-1 py-0.5">
                  <input
                    type="checkbox"
                    aria-label={say(logText.keep2, { file })}
                    checked={!dropped.has(shotId)}
                    onChange={({ target }) => {
                      const next = new Set(dropped);
                      if (target.checked) next.delete(shotId);
                      else next.add(shotId);
                      onDropped(next);
                    }}
                    className="accent-accent"
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {matches.length > SHOWN && <p className="px-1 text-ink-soft">{say(logText.andMore, { length: matches.length - SHOWN })}</p>}
    </div>
  );
}

interface SidecarsProps {
  readonly job: Job;
  readonly timeZone: string;
  /** The takes with the files that they were matched with. */
  readonly named: readonly Shot[];
  /** Names of sidecars that lie beside the files already, in small letters. */
  readonly there: ReadonlySet<string>;
  readonly busy: boolean;
  readonly onSaid: (words: string) => void;
  readonly children: ReactNode;
}

/** What is done with the matches: into the log, or as sidecars into a zip, a folder, or for exiftool. */
function Sidecars({ job, timeZone, named, there: lying, busy, onSaid: setSaid, children }: SidecarsProps) {
  const [again, setAgain] = useState(false);
  const [naming, setNaming] = useState<SidecarNaming>('replaces');
  const { latitudeDeg = null, longitudeDeg = null, heightM = null, name: place = '' } = job.place ?? {};
  const where: TakenWhere = { latitudeDeg, longitudeDeg, heightM, place, timeZone };
  const nameOf = (file: string): string => sidecarName(file, naming);
  const there = named.filter(({ file }) => lying.has(nameOf(file).toLowerCase()));
  const writing = again ? named : named.filter((shot) => !there.includes(shot));
  const skipped =
    there.length > 0 && !again
      ? say(logText.thereAlreadyAndIsLeft, {
          length: there.length === 1 ? logText.oneSidecarIs : say(logText.sidecarsAre, { length: there.length }),
          length2: there.length,
        })
      : '';

  const zip = () => {
    const files = Object.fromEntries(writing.map((shot) => [nameOf(shot.file), strToU8(shotXmp(shot, where))]));
    download(`${fileName(job.name)}-sidecars.zip`, 'application/zip', zipSync(files));
    setSaid(say(logText.sidecarsAreInTheZip, { length: writing.length, skipped }));
  };
  const folder = async () => {
    const pick = (window as unknown as { showDirectoryPicker?: (options: { mode: string }) => Promise<WritableFolder> })
      .showDirectoryPicker;
    if (!pick) return;
    try {
      const into = await pick.call(window, { mode: 'readwrite' });
      const { written, left } = await writeInto(
        into,
        named.map((shot) => ({ name: nameOf(shot.file), words: shotXmp(shot, where) })),
        again,
      );
      setSaid(say(logText.sidecarIsWritten, { written, left: leftAlone(left) }));
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'AbortError'))
        setSaid(say(logText.theSidecarsCouldNotBe, { error: error instanceof Error ? error.message : '' }));
    }
  };
  const canFolder = 'showDirectoryPicker' in window;

  return (
    <>
      {there.length > 0 && (
        <label className="flex items-start gap-1.5">
          <input type="checkbox" checked={again} onChange={({ target }) => setAgain(target.checked)} className="mt-0.5 accent-accent" />
          <span>
            {say(logText.writeItAgainWhatIs, {
              length:
                there.length === 1
                  ? say(logText.isThereAlready, { file: nameOf(there[0]?.file ?? 'x') })
                  : say(logText.sidecarsAreThereAlready, { length: there.length }),
              length2: there.length,
            })}
          </span>
        </label>
      )}
      {named[0] && (
        <label className="flex items-start gap-1.5">
          <input
            type="checkbox"
            checked={naming === 'follows'}
            onChange={({ target }) => setNaming(target.checked ? 'follows' : 'replaces')}
            className="mt-0.5 accent-accent"
          />
          <span>{say(logText.keepTheEnding, { whole: sidecarName(named[0].file, 'follows'), short: sidecarName(named[0].file) })}</span>
        </label>
      )}
      <div className="flex flex-wrap gap-1.5">
        {children}
        <Button disabled={busy || writing.length === 0} onClick={zip}>
          {logText.sidecarsAsAZip}
        </Button>
        <Button
          disabled={busy || named.length === 0 || !canFolder}
          title={canFolder ? logText.besideTheFilesThemselves : logText.thisBrowserCannotWriteInto}
          onClick={() => void folder()}
        >
          {logText.sidecarsIntoAFolder}
        </Button>
        <Button
          disabled={busy || writing.length === 0}
          onClick={() =>
            download(`${fileName(job.name)}-exiftool.args`, 'text/plain;charset=utf-8', exiftoolArguments(writing, where, naming))
          }
        >
          {logText.exiftoolArguments}
        </Button>
      </div>
    </>
  );
}

function leftAlone(left: number): string {
  if (left === 0) return '';
  if (left === 1) return logText.oneWasThereAlreadyAnd;
  return say(logText.wereThereAlreadyAndAre, { left });
}

function listed(names: readonly string[]): string {
  return names.length <= 6 ? names.join(', ') : say(logText.andMore2, { names: names.slice(0, 6).join(', '), length: names.length - 6 });
}

/** What a clock shows against the log, with the zone of the job taken off, since a camera shows the time of its place. */
function clockWords(offsetS: number, at: string, timeZone: string): string {
  const shown =
    at === '' ? 0 : (Date.parse(`${momentWords(at, timeZone).replace(' ', 'T')}Z`) - Math.floor(Date.parse(at) / 1000) * 1000) / 1000;
  const off = offsetS - shown;
  const size = Math.abs(off);
  if (size < 2) return logText.correctInTheJobsTime;
  const long = spanWords(size);
  return say(logText.aheadInTheJobsTime, { long, off: off > 0 ? 'yes' : 'no' });
}

function spanWords(size: number): string {
  if (size >= 86_400) return say(logText.days, { size: fixed(size / 86_400, 1) });
  if (size >= 3600) return `${fixed(size / 3600, 2)} h`;
  if (size >= 120) return `${fixed(size / 60, 1)} min`;
  return `${fixed(size, 1)} s`;
}

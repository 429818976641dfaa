import { fixedNumber } from '@gangway/messages/number';
import { exchangeText } from '@gangway/messages/web/kit/exchange';
import { say } from '@gangway/messages/say';
import { FileInput } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { mended, planImport, readKitFile, type ImportRow, type Line } from '@gangway/contract/kitExchange';
import { specsOf } from '@gangway/core/kit/item';
import { Button } from '../../ui/Button';
import { ErrorNote } from '../../ui/ErrorNote';
import { useToast } from '../../ui/Notes';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import type { KitItem } from '@gangway/core/kit/item';
import { Th } from '../../ui/Table';

const ACTIONS: Readonly<Record<ImportRow['action'], { readonly words: string; readonly sign: string; readonly look: string }>> = {
  add: { words: exchangeText.new, sign: '+', look: 'text-holds' },
  change: { words: exchangeText.changes, sign: '≠', look: 'text-tight' },
  same: { words: exchangeText.theSame, sign: '=', look: 'text-ink-soft' },
  refused: { words: exchangeText.refused, sign: '!', look: 'text-fails' },
};

/** At most this much is read: a kit of some thousand items is a tenth of it. */
const LARGEST_BYTES = 3_000_000;

/** A file into the kit: first what it would do, line by line, with refused cells to be mended; then all of it or nothing. */
export function ImportPage() {
  const kit = useOpenKit();
  const change = useChangeKit();
  const tell = useToast();
  const picker = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ name: string; lines: readonly Line[]; ids: ReadonlyMap<string, string> } | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const [over, setOver] = useState(false);

  const take = async (taken: File | undefined) => {
    if (!taken) return;
    setFailure(null);
    setFile(null);
    if (taken.size > LARGEST_BYTES) {
      setFailure(
        say(exchangeText.isMbAtMostMb, { name: taken.name, size: fixedNumber(taken.size / 1e6, 1), largestBytes: LARGEST_BYTES / 1e6 }),
      );
      return;
    }
    const read = readKitFile(await taken.text());
    if (read.ok)
      setFile({ name: taken.name, lines: read.lines, ids: new Map(read.lines.map((line) => [lineKey(line), crypto.randomUUID()])) });
    else setFailure(`“${taken.name}”: ${read.message}`);
  };

  // New things keep their id while the file is being mended.
  const rows = useMemo(
    () => (file ? planImport(kit, file.lines, (line) => file.ids.get(lineKey(line)) ?? crypto.randomUUID()) : []),
    [kit, file],
  );
  const count = (action: ImportRow['action']) => rows.filter((row) => row.action === action).length;
  const refused = count('refused');
  const changes = rows.flatMap((row) => (row.change ? [row.change] : []));

  const run = async () => {
    setWorking(true);
    await change(changes, say(exchangeText.importOf, { name: file?.name ?? exchangeText.aFile }));
    setWorking(false);
    tell(say(exchangeText.addedChangedUndoRevertsEverything, { count: count('add'), count2: count('change') }));
    setFile(null);
  };

  return (
    <div
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void take(event.dataTransfer.files[0]);
      }}
    >
      <h2 className="text-xl font-semibold">{exchangeText.import}</h2>
      <p className="mb-3 max-w-prose text-sm text-ink-soft">{exchangeText.aKitAsJsonOr}</p>
      <input
        ref={picker}
        type="file"
        accept=".csv,.json,text/csv,application/json"
        aria-label={exchangeText.fileToImport}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <button
        type="button"
        onClick={() => picker.current?.click()}
        className={`mb-4 flex w-full max-w-xl items-center justify-center gap-2 rounded-md border border-dashed p-5 text-sm ${over ? 'border-accent bg-accent-wash' : 'border-rule hover:border-ink'}`}
      >
        <FileInput size={16} aria-hidden /> {exchangeText.chooseAFileOrDrop}
      </button>
      {failure !== null && <ErrorNote words={failure} />}
      {file && (
        <>
          <div className="mb-2 flex flex-wrap items-center gap-3">
            <p className="grow text-sm" role="status">
              <span className="font-semibold">{file.name}</span>
              {say(exchangeText.newChangedTheSameRefused, { count: count('add'), count2: count('change'), count3: count('same'), refused })}
              {refused > 0 && exchangeText.fixTheRejectedRowsBelow}
            </p>
            <Button onClick={() => setFile(null)}>{exchangeText.cancel}</Button>
            <Button look="main" disabled={refused > 0 || changes.length === 0 || working} onClick={() => void run()}>
              {importLabel(working, changes)}
            </Button>
          </div>
          <table className="w-full border-collapse text-sm">
            <thead>
              <tr className="border-b border-rule text-left text-ink-soft">
                <Th className="w-14 px-2 py-1">{exchangeText.line}</Th>
                <Th className="w-24 px-2 py-1">{exchangeText.itIs}</Th>
                <Th className="px-2 py-1">{exchangeText.name}</Th>
                <Th className="px-2 py-1">{exchangeText.whatHappens}</Th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <tr key={i} className="border-b border-hairline align-top" data-action={row.action}>
                  <td className="px-2 py-1.5 tabular-nums">{row.line.at}</td>
                  <td className={`px-2 py-1.5 font-medium ${ACTIONS[row.action].look}`}>
                    <span aria-hidden className="mr-1 inline-block w-3 text-center">
                      {ACTIONS[row.action].sign}
                    </span>
                    {ACTIONS[row.action].words}
                  </td>
                  <td className="px-2 py-1.5">
                    {row.name === '' ? <span className="text-ink-soft">{exchangeText.noName}</span> : row.name}{' '}
                    <span className="text-xs text-ink-soft">{row.what}</span>
                  </td>
                  <td className="px-2 py-1.5">
                    {row.changes.join('; ')}
                    {row.action === 'add' && row.line.from === 'csv' && specsGiven(row)}
                    {row.refused.map(({ column, message }) => (
                      <Mend
                        key={column ?? ''}
                        row={row}
                        column={column}
                        message={message}
                        onMend={(text) =>
                          setFile(
                            (before) =>
                              before && {
                                ...before,
                                lines: before.lines.map((line, j) => (j === i && column !== null ? mended(line, column, text) : line)),
                              },
                          )
                        }
                      />
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}

function importLabel(
  working: boolean,
  changes: (
    | { op: 'putItem'; item: KitItem; archived: boolean; version: number | null }
    | {
        op: 'putRig';
        rig: {
          id: string;
          name: string;
          plan: {
            kind: 'fixed' | 'mounted' | 'view' | 'held';
            backId: string | null;
            betweenIds: readonly string[];
            cameraId: string | null;
            bag: boolean;
            boardId: string | null;
            lensId: string | null;
            frontIds: readonly string[];
          };
        };
        archived: boolean;
        version: number | null;
      }
    | { op: 'removeItem'; id: string; version: number }
    | { op: 'removeRig'; id: string; version: number }
  )[],
): string {
  if (working) return exchangeText.importing;
  if (changes.length === 0) return exchangeText.nothingToImport;
  return say(exchangeText.import2, {
    length: changes.length === 1 ? exchangeText.oneRow : say(exchangeText.rows, { length: changes.length }),
  });
}

function lineKey(line: Line): string {
  return `${line.from}${'what' in line ? line.what : ''}${line.at}`;
}

function specsGiven({ change }: ImportRow): string {
  if (change?.op !== 'putItem') return '';
  const values = change.item.specs as Readonly<Record<string, unknown>>;
  const known = specsOf(change.item.kind).filter(
    ([key]) => values[key] !== null && !(Array.isArray(values[key]) && values[key].length === 0),
  ).length;
  return say(exchangeText.valueKnown, { known });
}

/** A cell that was refused, with the reason, to be written anew. */
function Mend({
  row,
  column,
  message,
  onMend,
}: {
  readonly row: ImportRow;
  readonly column: string | null;
  readonly message: string;
  readonly onMend: (text: string) => void;
}) {
  const text = row.line.from === 'csv' && column !== null ? (row.line.cells[column] ?? '') : null;
  const [draft, setDraft] = useState(text ?? '');
  return (
    <span className="mb-1 block">
      <span className="block text-fails">{message}</span>
      {text !== null && column !== null && (
        <input
          value={draft}
          aria-label={say(exchangeText.inLine, { column, at: row.line.at })}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => draft !== text && onMend(draft)}
          onKeyDown={(event) => event.key === 'Enter' && onMend(draft)}
          className="mt-0.5 w-48 rounded-sm border border-fails bg-ground px-2 py-0.5"
        />
      )}
    </span>
  );
}

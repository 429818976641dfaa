import { FileInput } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { mended, planImport, readKitFile, type ImportRow, type Line } from '@gangway/contract/kitExchange';
import { figuresOf } from '@gangway/core/kit/item';
import { Button } from '../../ui/Button';
import { ErrorNote } from '../../ui/ErrorNote';
import { useToast } from '../../ui/Notes';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import type { KitItem } from '@gangway/core/kit/item';
import { Th } from '../../ui/Table';

const ACTIONS: Readonly<Record<ImportRow['action'], { readonly words: string; readonly sign: string; readonly look: string }>> = {
  add: { words: 'new', sign: '+', look: 'text-holds' },
  change: { words: 'changes', sign: '≠', look: 'text-tight' },
  same: { words: 'the same', sign: '=', look: 'text-ink-soft' },
  refused: { words: 'refused', sign: '!', look: 'text-fails' },
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
      setFailure(`“${taken.name}” is ${(taken.size / 1e6).toFixed(1)} MB; at most ${LARGEST_BYTES / 1e6} MB are read as a kit.`);
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
    const problem = await change(changes, `import of ${file?.name ?? 'a file'}`);
    setWorking(false);
    if (problem !== null) setFailure(problem);
    else {
      tell(`${count('add')} added, ${count('change')} changed. Undo reverts everything.`);
      setFile(null);
    }
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
      <h2 className="text-xl font-semibold">Import</h2>
      <p className="mb-3 max-w-prose text-sm text-ink-soft">
        A kit as JSON, or one kind as CSV with the columns of an exported file. Nothing is taken before you have seen what each line does,
        and then all of it or nothing. What is not in the file stays as it is.
      </p>
      <input
        ref={picker}
        type="file"
        accept=".csv,.json,text/csv,application/json"
        aria-label="File to import"
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
        <FileInput size={16} aria-hidden /> Choose a file, or drop it here
      </button>
      {failure !== null && <ErrorNote words={failure} />}
      {file && (
        <>
          <div className="mb-2 flex flex-wrap items-center gap-3">
            <p className="grow text-sm" role="status">
              <span className="font-semibold">{file.name}</span>: {count('add')} new, {count('change')} changed, {count('same')} the same,{' '}
              {refused} refused.
              {refused > 0 && ' Fix the rejected rows below to continue.'}
            </p>
            <Button onClick={() => setFile(null)}>Cancel</Button>
            <Button look="main" disabled={refused > 0 || changes.length === 0 || working} onClick={() => void run()}>
              {importLabel(working, changes)}
            </Button>
          </div>
          <table className="w-full border-collapse text-sm">
            <thead>
              <tr className="border-b border-rule text-left text-ink-soft">
                <Th className="w-14 px-2 py-1">Line</Th>
                <Th className="w-24 px-2 py-1">It is</Th>
                <Th className="px-2 py-1">Name</Th>
                <Th className="px-2 py-1">What happens</Th>
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
                    {row.name === '' ? <span className="text-ink-soft">no name</span> : row.name}{' '}
                    <span className="text-xs text-ink-soft">{row.what}</span>
                  </td>
                  <td className="px-2 py-1.5">
                    {row.changes.join('; ')}
                    {row.action === 'add' && row.line.from === 'csv' && figuresGiven(row)}
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
  if (working) return 'Importing…';
  if (changes.length === 0) return 'Nothing to import';
  return `Import ${changes.length === 1 ? 'one row' : `${changes.length} rows`}`;
}

function lineKey(line: Line): string {
  return `${line.from}${'what' in line ? line.what : ''}${line.at}`;
}

function figuresGiven({ change }: ImportRow): string {
  if (change?.op !== 'putItem') return '';
  const values = change.item.figures as Readonly<Record<string, unknown>>;
  const known = figuresOf(change.item.kind).filter(
    ([key]) => values[key] !== null && !(Array.isArray(values[key]) && values[key].length === 0),
  ).length;
  return `${known} ${known === 1 ? 'value' : 'values'} known`;
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
          aria-label={`${column} in line ${row.line.at}`}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => draft !== text && onMend(draft)}
          onKeyDown={(event) => event.key === 'Enter' && onMend(draft)}
          className="mt-0.5 w-48 rounded-sm border border-fails bg-ground px-2 py-0.5"
        />
      )}
    </span>
  );
}

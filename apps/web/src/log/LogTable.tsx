import { unitLabel } from '@gangway/messages/unit';
import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { ariaSort } from '../ui/ariaSort';
import {
  createColumnHelper,
  getCoreRowModel,
  getExpandedRowModel,
  getGroupedRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { Shot } from '@gangway/core/log/shotFields';
import { useSize } from '../ui/useSize';
import { cellWords, COLUMNS, sortValue, type LogColumn } from './columns';
import { useCellEdit } from './useCellEdit';
import type { Change } from './change';

const ROW_PX = 32;
const CHECK_PX = 36;
const WIDTH_PX = CHECK_PX + COLUMNS.reduce((sum, { width }) => sum + width, 0);
const GRID = `${CHECK_PX}px ${COLUMNS.map(({ width }) => `${width}px`).join(' ')}`;
const helper = createColumnHelper<Shot>();
const columns = [
  helper.accessor('setupId', { id: 'group', getGroupingValue: (shot) => shot.setupId, enableSorting: false }),
  ...COLUMNS.map(({ key }) =>
    helper.accessor((shot) => sortValue(shot, key), { id: key, sortingFn: (a, b, id) => compare(a.getValue(id), b.getValue(id)) }),
  ),
];

function compare(a: unknown, b: unknown): number {
  if (typeof a === 'number' && typeof b === 'number') return a - b;
  return String(a).localeCompare(String(b), 'en', { numeric: true });
}

export interface LogTableProps {
  readonly shots: readonly Shot[];
  readonly setups: readonly { readonly id: string; readonly name: string }[];
  readonly grouped: boolean;
  readonly timeZone: string;
  readonly selected: ReadonlySet<string>;
  readonly onSelect: (selected: ReadonlySet<string>) => void;
  readonly onChange: Change;
}

interface At {
  readonly row: number;
  readonly column: number;
}

/** The table of shots. Only the rows in sight are drawn; arrows go from cell to cell, Enter or F2 opens one, Space chooses its row. */
export function LogTable({ shots, setups, grouped, timeZone, selected, onSelect, onChange }: LogTableProps) {
  const [sorting, setSorting] = useState<SortingState>([{ id: 'at', desc: false }]);
  const [at, setAt] = useState<At | null>(null);
  const [editing, setEditing] = useState(false);
  const data = useMemo(() => [...shots], [shots]);
  const grouping = useMemo(() => (grouped ? ['group'] : []), [grouped]);
  // eslint-disable-next-line react-hooks/incompatible-library -- the table's own functions are not handed on
  const table = useReactTable({
    data,
    columns,
    state: { sorting, grouping, expanded: true },
    onSortingChange: setSorting,
    getRowId: ({ id }) => id,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getGroupedRowModel: getGroupedRowModel(),
    getExpandedRowModel: getExpandedRowModel(),
    autoResetExpanded: false,
  });
  const { rows } = table.getRowModel();
  const scroll = useRef<HTMLDivElement>(null);
  const [sizeRef, size] = useSize<HTMLDivElement>();
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroll.current, estimateSize: () => ROW_PX, overscan: 12 });
  const nameOf = (id: string): string => setups.find((setup) => setup.id === id)?.name ?? logText.aDeletedSetup;

  // A cell that was gone to is brought into sight and takes the keys.
  useEffect(() => {
    if (!at || editing) return;
    virtual.scrollToIndex(at.row);
    const cell = requestAnimationFrame(() =>
      scroll.current?.querySelector<HTMLElement>(`[data-cell="${at.row}:${at.column}"]`)?.focus({ preventScroll: false }),
    );
    return () => cancelAnimationFrame(cell);
  }, [at, editing, virtual]);

  const go = (row: number, column: number, by: 1 | -1): void => {
    let next = row;
    while (rows[next]?.getIsGrouped() === true) next += by;
    if (rows[next]) setAt({ row: next, column: Math.max(0, Math.min(COLUMNS.length - 1, column)) });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!at || editing) return;
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageDown: [15, 0],
      PageUp: [-15, 0],
      Home: [0, -99],
      End: [0, 99],
    };
    const by = moves[event.key];
    if (by) go(Math.max(0, Math.min(rows.length - 1, at.row + by[0])), at.column + by[1], by[0] < 0 ? -1 : 1);
    else if (event.key === 'Enter' || event.key === 'F2') setEditing(true);
    else if (event.key === ' ') toggle(rows[at.row]?.original.id ?? '');
    else if (event.key === 'Delete') {
      const shot = rows[at.row]?.original;
      if (shot)
        void onChange(
          { put: [], remove: selected.size > 0 ? [...selected] : [shot.id] },
          selected.size > 1 ? say(logText.shotsRemoved, { size: selected.size }) : logText.aShotRemoved,
        ).then(() => onSelect(new Set()));
    } else return;
    event.preventDefault();
  };
  const toggle = (id: string): void => {
    const next = new Set(selected);
    if (!next.delete(id)) next.add(id);
    onSelect(next);
  };
  const all = shots.length > 0 && shots.every(({ id }) => selected.has(id));
  return (
    <div ref={sizeRef} className="min-h-64 grow">
      <div
        ref={scroll}
        role="grid"
        aria-label={logText.shots}
        aria-rowcount={rows.length + 1}
        aria-colcount={COLUMNS.length + 1}
        aria-multiselectable
        className="overflow-auto rounded-md border border-hairline bg-sheet text-sm tabular-nums"
        style={{ height: size?.height ?? 400 }}
        onKeyDown={onKeyDown}
      >
        <div
          role="row"
          className="sticky top-0 z-10 grid border-b border-rule bg-sheet"
          style={{ gridTemplateColumns: GRID, width: WIDTH_PX }}
        >
          <span role="columnheader" className="grid place-items-center">
            <input
              type="checkbox"
              aria-label={logText.chooseAllShotsShown}
              checked={all}
              onChange={() => onSelect(all ? new Set() : new Set(shots.map(({ id }) => id)))}
              className="accent-accent"
            />
          </span>
          {COLUMNS.map((column) => {
            const sorted = table.getColumn(column.key)?.getIsSorted() ?? false;
            return (
              <span key={column.key} role="columnheader" aria-sort={ariaSort(sorted)}>
                <button
                  type="button"
                  onClick={() => table.getColumn(column.key)?.toggleSorting()}
                  className={`flex h-8 w-full items-center gap-1 px-1.5 font-medium hover:bg-sunk ${column.right ? 'justify-end' : ''}`}
                >
                  <span className="truncate">
                    {column.label}
                    {column.unit !== '' && <span className="text-ink-soft"> {column.unit}</span>}
                  </span>
                  {sorted === 'asc' && <ArrowUp size={13} aria-hidden className="shrink-0" />}
                  {sorted === 'desc' && <ArrowDown size={13} aria-hidden className="shrink-0" />}
                </button>
              </span>
            );
          })}
        </div>
        <div className="relative" style={{ height: virtual.getTotalSize(), width: WIDTH_PX }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = rows[index];
            if (!row) return null;
            if (row.getIsGrouped()) {
              return (
                <div
                  key={row.id}
                  role="row"
                  className="absolute left-0 flex items-center border-b border-rule bg-sunk px-2 font-semibold"
                  style={{ top: start, height: ROW_PX, width: WIDTH_PX }}
                >
                  <span role="gridcell" className="sticky left-2">
                    {nameOf(row.original.setupId)}{' '}
                    <span className="font-normal text-ink-soft">
                      {row.subRows.length === 1 ? logText.n1Shot : say(logText.shots2, { length: row.subRows.length })}
                    </span>
                  </span>
                </div>
              );
            }
            return (
              <Row
                key={row.id}
                shot={row.original}
                index={index}
                top={start}
                timeZone={timeZone}
                chosen={selected.has(row.original.id)}
                column={at?.row === index ? at.column : null}
                first={at === null && index === virtual.getVirtualItems()[0]?.index}
                editing={editing && at?.row === index}
                onToggle={toggle}
                onAt={setAt}
                onEdit={setEditing}
                onChange={onChange}
              />
            );
          })}
        </div>
      </div>
    </div>
  );
}

interface RowProps {
  readonly shot: Shot;
  readonly index: number;
  readonly top: number;
  readonly timeZone: string;
  readonly chosen: boolean;
  readonly column: number | null;
  readonly first: boolean;
  readonly editing: boolean;
  readonly onToggle: (id: string) => void;
  readonly onAt: (at: At) => void;
  readonly onEdit: (editing: boolean) => void;
  readonly onChange: Change;
}

/** One shot. Drawn anew only when it changes or is gone to. */
const Row = memo(
  function Row({ shot, index, top, timeZone, chosen, column, first, editing, onToggle, onAt, onEdit, onChange }: RowProps) {
    return (
      <div
        role="row"
        aria-rowindex={index + 2}
        aria-selected={chosen}
        data-shot={shot.id}
        className={`absolute left-0 grid border-b border-hairline ${chosen ? 'bg-sunk' : ''}`}
        style={{ gridTemplateColumns: GRID, top, height: ROW_PX, width: WIDTH_PX }}
      >
        <span role="gridcell" className="grid place-items-center">
          <input
            type="checkbox"
            aria-label={say(logText.chooseTheShotOf, { shot: cellWords(shot, { key: 'at' }, timeZone) })}
            checked={chosen}
            onChange={() => onToggle(shot.id)}
            className="accent-accent"
          />
        </span>
        {COLUMNS.map((each, i) =>
          editing && i === column ? (
            <CellEditor key={each.key} shot={shot} column={each} timeZone={timeZone} onChange={onChange} onDone={() => onEdit(false)} />
          ) : (
            <span
              key={each.key}
              role="gridcell"
              tabIndex={i === column || (first && i === 0) ? 0 : -1}
              data-cell={`${index}:${i}`}
              data-key={each.key}
              onClick={() => onAt({ row: index, column: i })}
              onFocus={() => column !== i && onAt({ row: index, column: i })}
              onDoubleClick={() => {
                onAt({ row: index, column: i });
                onEdit(true);
              }}
              className={`truncate px-1.5 leading-8 outline-accent focus:outline-2 focus:-outline-offset-2 ${each.right ? 'text-right' : ''}`}
            >
              {cellWords(shot, each, timeZone)}
            </span>
          ),
        )}
      </div>
    );
  },
  (one, other) =>
    one.shot === other.shot &&
    one.index === other.index &&
    one.top === other.top &&
    one.timeZone === other.timeZone &&
    one.chosen === other.chosen &&
    one.column === other.column &&
    one.first === other.first &&
    one.editing === other.editing &&
    one.onToggle === other.onToggle &&
    one.onChange === other.onChange,
);

function CellEditor({
  shot,
  column,
  timeZone,
  onChange,
  onDone,
}: {
  readonly shot: Shot;
  readonly column: LogColumn;
  readonly timeZone: string;
  readonly onChange: Change;
  readonly onDone: () => void;
}) {
  const { typed, refusal, type, commit } = useCellEdit(shot, column, timeZone, onChange);
  const finish = async () => {
    if (await commit()) onDone();
  };
  return (
    <span role="gridcell" className="relative">
      <input
        aria-label={`${column.label}${column.unit === '' ? '' : `, ${unitLabel(column.unit)}`}`}
        value={typed}
        aria-invalid={refusal !== null || undefined}
        // It was asked for by Enter or a double click.
        autoFocus
        onFocus={(event) => event.currentTarget.select()}
        onChange={({ target }) => type(target.value)}
        onBlur={() => void finish()}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') void finish();
          if (event.key === 'Escape') onDone();
        }}
        className={`h-8 w-full border-2 bg-ground px-1 ${column.right ? 'text-right' : ''} ${refusal === null ? 'border-accent' : 'border-fails'}`}
      />
      {refusal !== null && (
        <span
          role="alert"
          className="absolute top-full left-0 z-30 w-64 rounded-md border border-fails bg-sheet p-2 text-sm whitespace-normal text-fails shadow-raised"
        >
          {refusal}
        </span>
      )}
    </span>
  );
}

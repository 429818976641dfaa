import { itemsText } from '@gangway/messages/web/kit/items';
import { say } from '@gangway/messages/say';
import { ariaSort } from '../../ui/ariaSort';
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, ChevronDown, Plus, Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { specText, specLabel } from '@gangway/contract/specText';
import type { ItemRow } from '@gangway/contract/kit';
import { applies, specOf, specsOf, itemOf, KIND_NAMES, valueOf, type Kind, type KitItem } from '@gangway/core/kit/item';
import { itemOfClass, type KitClass } from '@gangway/core/kit/classes/class';
import { classesOf } from '@gangway/core/kit/classes/registry';
import { KINDS } from '@gangway/core/kit/registry';
import { copyName, freeName } from '@gangway/contract/freeName';
import { ActionMenu } from '../../ui/ActionMenu';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import { ItemDialog } from './ItemDialog';
import { Th } from '../../ui/Table';
import { TextButton } from '../../ui/TextButton';

/** How many specs that have a meaning for an item are not known; those that only refine are left out. */
function unknownIn(item: KitItem): number {
  return specsOf(item.kind).filter(([key, spec]) => !spec.refines && applies(item, spec) && specText(spec, valueOf(item, key)) === '')
    .length;
}

const helper = createColumnHelper<ItemRow>();

function columnsOf(kind: Kind) {
  return [
    helper.accessor(({ item }) => item.name, { id: 'name', header: itemsText.name }),
    ...KINDS[kind].listed.flatMap((key) => {
      const spec = specOf(kind, key);
      if (!spec) return [];
      return [
        helper.accessor(({ item }) => (applies(item, spec) ? (valueOf(item, key) ?? undefined) : undefined), {
          id: key,
          header: spec.label.replace(/ \(.*\)$/u, ''),
          sortUndefined: 'last',
          meta: { number: spec.type === 'number' },
          cell: ({ row }) => (applies(row.original.item, spec) ? specLabel(spec, valueOf(row.original.item, key)) : '–'),
        }),
      ];
    }),
    helper.accessor(({ item }) => unknownIn(item), { id: 'unknown', header: itemsText.unknown2, meta: { number: true } }),
    helper.accessor(({ used }) => used.rigs + used.setups, {
      id: 'used',
      header: itemsText.usedBy,
      cell: ({ row: { original } }) => usedWords(original.used),
    }),
  ];
}

export function usedWords({ rigs, setups }: ItemRow['used']): string {
  const words = [rigs > 0 ? say(itemsText.rig, { rigs }) : '', setups > 0 ? say(itemsText.setup, { setups }) : ''];
  return words.filter((part) => part !== '').join(', ') || itemsText.nothing;
}

/** Everything of one kind in a table: searched, filtered, sorted, opened, duplicated, archived. */
export function ItemsPage() {
  const { kind: name } = useParams();
  const kind = KIND_NAMES.find((each) => each === name);
  return kind ? <Items key={kind} kind={kind} /> : <p>{itemsText.thereIsNothingOfThat}</p>;
}

function Items({ kind }: { readonly kind: Kind }) {
  const kit = useOpenKit();
  const change = useChangeKit();
  const tell = useToast();
  const navigate = useNavigate();
  const [search, setSearch] = useState('');
  const [sorting, setSorting] = useState<SortingState>([]);
  const [away, setAway] = useState(false);
  const [onlyUnknown, setOnlyUnknown] = useState(false);
  const [open, setOpen] = useState<KitItem | null>(null);
  const rows = useMemo(
    () => kit.items.filter(({ item, archived }) => item.kind === kind && (away || !archived) && (!onlyUnknown || unknownIn(item) > 0)),
    [kit, kind, away, onlyUnknown],
  );
  const columns = useMemo(() => columnsOf(kind), [kind]);
  // eslint-disable-next-line react-hooks/incompatible-library -- the table is read while drawing only
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting, globalFilter: search },
    onSortingChange: setSorting,
    onGlobalFilterChange: setSearch,
    globalFilterFn: ({ original }, _column, words: string) => searchText(original.item).includes(words.trim().toLowerCase()),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const { title, plural } = KINDS[kind];
  const put = async (row: ItemRow, archived: boolean) => {
    await change(
      [{ op: 'putItem', item: row.item, archived, version: row.version }],
      say(itemsText.archived, { name: row.item.name, archived: archived ? 'yes' : 'no' }),
    );
    tell(say(itemsText.isArchived, { name: row.item.name, archived: archived ? 'yes' : 'no' }));
  };
  const classes = classesOf(kind);
  const addOf = async (of: KitClass) => {
    const name = freeName(
      of.name,
      kit.items.map((row) => row.item.name),
    );
    // An item of a class is of its kind, which the union of kinds cannot express.
    const item = itemOfClass(of, crypto.randomUUID(), name) as KitItem;
    await change([{ op: 'putItem', item, archived: false, version: null }], say(itemsText.added, { name }));
    tell(say(itemsText.isInTheKitTypical, { name }));
  };
  const remove = async (row: ItemRow) => {
    await change([{ op: 'removeItem', id: row.item.id, version: row.version }], say(itemsText.deleted, { name: row.item.name }));
    const used = row.used.rigs + row.used.setups > 0;
    tell(
      used
        ? say(itemsText.isUsedByItIs, { name: row.item.name, used: usedWords(row.used) })
        : say(itemsText.isDeletedUndoBringsIt, { name: row.item.name }),
    );
  };
  const copy = (item: KitItem): KitItem => ({
    ...item,
    id: crypto.randomUUID(),
    name: copyName(
      item.name,
      kit.items.map((row) => row.item.name),
    ),
  });

  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 className="grow text-xl font-semibold">{plural}</h2>
        <label className="flex items-center gap-1.5 rounded-md border border-rule bg-sheet px-2 text-sm">
          <Search size={14} aria-hidden />
          <span className="sr-only">{itemsText.search}</span>
          <input
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            placeholder={itemsText.search}
            className="w-40 bg-transparent py-1 outline-none"
          />
        </label>
        <Check words={itemsText.withMissingValues} checked={onlyUnknown} onChange={setOnlyUnknown} />
        <Check words={itemsText.showArchived} checked={away} onChange={setAway} />
        {classes.length > 0 && (
          <ActionMenu
            label={itemsText.fromAClassMenu}
            actions={classes.map((each) => ({ label: each.name, onSelect: () => void addOf(each) }))}
            button={
              <Button title={itemsText.fromAClassMenu}>
                {itemsText.fromAClass} <ChevronDown size={15} aria-hidden />
              </Button>
            }
          />
        )}
        <Button look="main" onClick={() => setOpen(itemOf(kind, crypto.randomUUID(), '', {}) as KitItem)}>
          <Plus size={15} aria-hidden /> {itemsText.new}
        </Button>
      </div>
      {table.getRowModel().rows.length === 0 ? (
        <div className="grid max-w-prose gap-3">
          <p className="text-ink-soft">
            {kit.items.some(({ item }) => item.kind === kind)
              ? itemsText.nothingHereMatches
              : say(itemsText.noneYetEnterTheFirst, { title: title.toLowerCase() })}
          </p>
          {classes.length > 0 && !kit.items.some(({ item }) => item.kind === kind) && (
            <>
              <p className="text-ink-soft">{itemsText.orStartFrom}</p>
              <ul className="grid justify-items-start gap-1.5">
                {classes.map((each) => (
                  <li key={each.id}>
                    <Button onClick={() => void addOf(each)}>{each.name}</Button>
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      ) : (
        <div className="relative overflow-x-auto">
          <table className="w-full border-collapse text-sm">
            <thead>
              {table.getHeaderGroups().map((group) => (
                <tr key={group.id} className="border-b border-rule text-left">
                  {group.headers.map((header) => {
                    const sorted = header.column.getIsSorted();
                    const number = isNumber(header.column.columnDef.meta);
                    return (
                      <Th
                        key={header.id}

                        aria-sort={ariaSort(sorted)}
                        className={`px-2 py-1 align-bottom font-medium text-ink-soft ${number ? 'text-right' : ''}`}
                      >
                        <button
                          type="button"
                          onClick={header.column.getToggleSortingHandler()}
                          className={`inline-flex items-end gap-1 leading-tight hover:text-ink ${number ? 'text-right' : 'text-left'}`}
                        >
                          {flexRender(header.column.columnDef.header, header.getContext())}
                          {sorted === 'asc' && <ArrowUp size={13} aria-hidden />}
                          {sorted === 'desc' && <ArrowDown size={13} aria-hidden />}
                        </button>
                      </Th>
                    );
                  })}
                  <Th>
                    <span className="sr-only">{itemsText.more}</span>
                  </Th>
                </tr>
              ))}
            </thead>
            <tbody>
              {table.getRowModel().rows.map((row) => {
                const { original } = row;
                return (
                  <tr key={row.id} className="border-b border-hairline hover:bg-sheet">
                    {row.getVisibleCells().map((cell, i) => {
                      const words = flexRender(cell.column.columnDef.cell, cell.getContext());
                      const unknown = cell.column.id !== 'used' && cell.column.id !== 'unknown' && cell.getValue() === undefined;
                      return i === 0 ? (
                        <Th key={cell.id} scope="row" className="px-2 py-1.5 text-left">
                          <TextButton onClick={() => setOpen(original.item)} className="text-left hover:text-accent hover:underline">
                            {words}
                          </TextButton>
                          {original.archived && <span className="ml-2 text-xs font-normal text-ink-soft">{itemsText.archived2}</span>}
                          {original.item.typical.length > 0 && (
                            <span className="ml-2 text-xs font-normal text-ink-soft" title={itemsText.typicalNotYours}>
                              {say(itemsText.typicalCount, { n: original.item.typical.length })}
                            </span>
                          )}
                        </Th>
                      ) : (
                        <td
                          key={cell.id}
                          className={`px-2 py-1.5 whitespace-nowrap tabular-nums ${isNumber(cell.column.columnDef.meta) ? 'text-right' : ''} ${unknown ? 'text-ink-soft' : ''}`}
                        >
                          {words}
                        </td>
                      );
                    })}
                    <td className="w-8">
                      <ActionMenu
                        label={say(itemsText.moreFor, { name: original.item.name })}
                        actions={[
                          { label: itemsText.open, takesFocus: true, onSelect: () => setOpen(original.item) },
                          { label: itemsText.duplicate, takesFocus: true, onSelect: () => setOpen(copy(original.item)) },
                          ...(kind === 'lens'
                            ? [{ label: itemsText.testsOfThisLens, onSelect: () => void navigate(`/kit/tests?lens=${original.item.id}`) }]
                            : []),
                          {
                            label: original.archived ? itemsText.unarchive : itemsText.archive,
                            onSelect: () => void put(original, !original.archived),
                          },
                          { label: itemsText.delete, onSelect: () => void remove(original) },
                        ]}
                      />
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      {open && <ItemDialog item={open} onClose={() => setOpen(null)} onSaved={() => setOpen(null)} />}
    </>
  );
}

function isNumber(meta: unknown): boolean {
  return typeof meta === 'object' && meta !== null && 'number' in meta && meta.number === true;
}

/** Everything of an item that a search looks through. */
function searchText(item: KitItem): string {
  return [item.name, item.note, ...specsOf(item.kind).map(([key, spec]) => specLabel(spec, valueOf(item, key)))].join(' ').toLowerCase();
}

function Check({
  words,
  checked,
  onChange,
}: {
  readonly words: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-sm text-ink-soft">
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} className="accent-accent" />
      {words}
    </label>
  );
}

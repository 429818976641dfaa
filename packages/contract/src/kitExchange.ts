import { kitExchangeText } from '@gangway/messages/contract/kitExchange';
import { say } from '@gangway/messages/say';
import { specOf, specsOf, KIND_NAMES, valueOf, type Kind, type KitItem } from '@gangway/core/kit/item';
import equal from 'fast-deep-equal';
import Papa from 'papaparse';
import type { z } from 'zod';
import { FORMULA, GUARDED } from './csvGuard';
import { firstIssue } from './apiError';
import { earlierHeaders, specHeading, specText, readSpec } from './specText';
import { KIT_FORMAT, kitItemSchema, kitRigSchema, type Kit, type KitChange, type KitFile, type KitRig } from './kit';
import { differences } from './kitDifferences';
import { ITEM_RECORD } from './record/itemRecord';
import { newerVersion, upgraded } from './record/versions';

/** One line of a file to import as it was read, before it is judged. */
export type Line =
  | { readonly from: 'csv'; readonly at: number; readonly kind: Kind | null; readonly cells: Readonly<Record<string, string>> }
  | { readonly from: 'json'; readonly at: number; readonly what: 'item' | 'rig'; readonly value: unknown; readonly archived: boolean };

/** A file as it was read, or why it cannot be. */
export type ReadFile = { readonly ok: true; readonly lines: readonly Line[] } | { readonly ok: false; readonly message: string };

const FIXED = ['kind', 'id', 'name', 'note', 'typical'] as const;

/** What divides the names of values in one cell. */
const BETWEEN_NAMES = ';';

/** The columns of the file of one kind. */
export function csvColumns(kind: Kind): readonly string[] {
  return [...FIXED, ...specsOf(kind).map(([, spec]) => specHeading(spec))];
}

/** The items of one kind as CSV, header with units first. */
export function kitCsv(kind: Kind, items: readonly KitItem[]): string {
  const rows = items
    .filter((item) => item.kind === kind)
    .map((item) => [
      kind,
      item.id,
      item.name,
      item.note,
      typicalText(item),
      ...specsOf(kind).map(([key, spec]) => specText(spec, valueOf(item, key))),
    ]);
  return `${Papa.unparse([[...csvColumns(kind)], ...rows], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;
}

/** The values of an item that are typical of its class, by their headings. */
function typicalText({ kind, typical }: KitItem): string {
  return typical
    .flatMap((key) => specOf(kind, key) ?? [])
    .map(specHeading)
    .join(`${BETWEEN_NAMES} `);
}

/** Headings of values as their keys; what names none stays as it is, to be refused. */
function typicalKeys(kind: Kind, text: string): readonly string[] {
  const headings = text.split(BETWEEN_NAMES).map((heading) => heading.trim());
  return headings
    .filter((heading) => heading !== '')
    .map((heading) => specsOf(kind).find(([, spec]) => specHeading(spec) === heading)?.[0] ?? heading);
}

/** The whole kit as a file. */
export function kitJson(kit: Kit): string {
  const file: KitFile = {
    format: 'gangway-kit',
    version: KIT_FORMAT,
    items: kit.items.map(({ item }) => item),
    rigs: kit.rigs.map(({ rig }) => rig),
    archived: [
      ...kit.items.filter(({ archived }) => archived).map(({ item }) => item.id),
      ...kit.rigs.filter(({ archived }) => archived).map(({ rig }) => rig.id),
    ],
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** Reads a file of either form by what is in it. */
export function readKitFile(text: string): ReadFile {
  return /^\s*[[{]/u.test(text) ? readJson(text) : readCsv(text);
}

function readCsv(text: string): ReadFile {
  const plain = text.replace(/^\uFEFF/u, '');
  const { data } = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain) });
  const [header = [], ...records] = data;
  const columns = presentColumns(header, records);
  if (!columns.includes('name')) return { ok: false, message: kitExchangeText.theFileHasNoColumn };
  if (!columns.includes('kind'))
    return { ok: false, message: say(kitExchangeText.theFileHasNoColumnKind, { kindNames: KIND_NAMES.join(', ') }) };
  const doubled = columns.find((column, i) => columns.indexOf(column) !== i);
  if (doubled !== undefined) return { ok: false, message: say(kitExchangeText.theColumnAppearsTwice, { doubled }) };
  const known = new Set(KIND_NAMES.flatMap(csvColumns));
  const strange = columns.find((column) => !known.has(column));
  if (strange !== undefined)
    return {
      ok: false,
      message: say(kitExchangeText.isNotAColumnOf, { strange: strange.slice(0, 60) }),
    };
  // The first line of the file is its header, so the first record is line 2; empty lines count but say nothing.
  const lines = records.flatMap((record, i): readonly Line[] => {
    if (record.every((cell) => cell.trim() === '')) return [];
    const cells = Object.fromEntries(columns.map((column, j) => [column, (record[j] ?? '').replace(GUARDED, '')]));
    return [{ from: 'csv', at: i + 2, kind: kindOf(cells.kind ?? ''), cells }];
  });
  return lines.length === 0 ? { ok: false, message: kitExchangeText.theFileHasAHeader } : { ok: true, lines };
}

/** The columns of a file as they are named now: those of an earlier version by the kinds of its rows. */
function presentColumns(header: readonly string[], records: readonly (readonly string[])[]): readonly string[] {
  const plain = header.map((column) => column.trim());
  const at = plain.indexOf('kind');
  const kinds = new Set(records.flatMap((record) => kindOf(record[at] ?? '') ?? []));
  const now = new Map(
    [...kinds].flatMap((kind) =>
      specsOf(kind).flatMap(([, spec]) => earlierHeaders(spec).map((earlier) => [earlier, specHeading(spec)] as const)),
    ),
  );
  return plain.map((column) => now.get(column) ?? column);
}

/** What divides the cells: what stands most often in the first line outside quotation marks. Rows cannot tell, their cells hold semicolons too. */
function delimiterOf(text: string): string {
  const header = (text.split(/\r?\n/u, 1)[0] ?? '').replace(/"[^"]*"/gu, '');
  const count = (mark: string): number => header.split(mark).length;
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

function kindOf(text: string): Kind | null {
  const plain = text.trim().toLowerCase();
  return KIND_NAMES.find((kind) => kind === plain) ?? null;
}

function readJson(text: string): ReadFile {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, message: say(kitExchangeText.thisIsNotJsonThat, { error: error instanceof Error ? error.message : '' }) };
  }
  if (typeof value !== 'object' || value === null || !('format' in value) || value.format !== 'gangway-kit') {
    return { ok: false, message: kitExchangeText.thisIsNotAKit };
  }
  if (!('version' in value) || typeof value.version !== 'number' || !(value.version >= 1))
    return { ok: false, message: kitExchangeText.versionMustBeAWhole };
  const { version } = value;
  if (version > KIT_FORMAT) return { ok: false, message: newerVersion('kit', version, KIT_FORMAT).message };
  const items: unknown = 'items' in value ? value.items : [];
  const rigs: unknown = 'rigs' in value ? value.rigs : [];
  const archived: unknown = 'archived' in value ? value.archived : [];
  if (!Array.isArray(items) || !Array.isArray(rigs) || !Array.isArray(archived))
    return { ok: false, message: kitExchangeText.itemsRigsAndArchivedMust };
  const away = new Set<unknown>(archived);
  const isAway = (each: unknown): boolean => typeof each === 'object' && each !== null && 'id' in each && away.has(each.id);
  return {
    ok: true,
    lines: [
      ...items.map((each: unknown, i): Line => ({
        from: 'json',
        at: i + 1,
        what: 'item',
        value: upgraded(ITEM_RECORD, each, version),
        archived: isAway(each),
      })),
      ...rigs.map((each: unknown, i): Line => ({ from: 'json', at: i + 1, what: 'rig', value: each, archived: isAway(each) })),
    ],
  };
}

/** Something wrong with a line; `column` names the cell of a CSV file. */
export interface Refused {
  readonly column: string | null;
  readonly message: string;
}

/** What an import would do with one line. */
export interface ImportRow {
  readonly line: Line;
  readonly name: string;
  readonly what: string;
  readonly action: 'add' | 'change' | 'same' | 'refused';
  readonly refused: readonly Refused[];
  /** What would be different, in words: "Focal length [mm]: 24 → 25". */
  readonly changes: readonly string[];
  readonly change: KitChange | null;
}

/**
 * Judges every line of a file against the kit: what is new, what changes what
 * is there (by id, or by kind and name where the file has no id), what is the
 * same already, and what is refused and why. Nothing is changed here.
 */
export function planImport(kit: Kit, lines: readonly Line[], newId: (line: Line) => string): readonly ImportRow[] {
  const seen = new Map<string, number>();
  const rows = lines.map((line): ImportRow => {
    const judged = judgedLine(line, kit, newId);
    const id = idIn(judged);
    if (id === null) return judged;
    const before = seen.get(id);
    seen.set(id, line.at);
    return before === undefined
      ? judged
      : refusedRow(line, judged.name, judged.what, [{ column: 'id', message: say(kitExchangeText.theSameIdIsAlready, { before }) }]);
  });
  return withComponents(kit, rows);
}

function idIn({ change }: ImportRow): string | null {
  if (change === null) return null;
  if ('item' in change) return change.item.id;
  return 'rig' in change ? change.rig.id : null;
}

function judgedLine(line: Line, kit: Kit, newId: (line: Line) => string): ImportRow {
  if (line.from === 'csv') return judgeCells(kit, line, newId);
  if (line.what === 'item') return judgeItem(kit, line);
  return judgeRig(kit, line);
}

function refusedRow(line: Line, name: string, what: string, refused: readonly Refused[]): ImportRow {
  return { line, name, what, action: 'refused', refused, changes: [], change: null };
}

function judgeCells(kit: Kit, line: Extract<Line, { from: 'csv' }>, newId: (line: Line) => string): ImportRow {
  const { kind, cells } = line;
  const name = (cells.name ?? '').trim();
  if (kind === null)
    return refusedRow(line, name, '', [
      {
        column: 'kind',
        message: say(kitExchangeText.kindMustBeOneOf, { kind: (cells.kind ?? '').slice(0, 40), kindNames: KIND_NAMES.join(', ') }),
      },
    ]);
  const refused: Refused[] = [];
  const specs: Record<string, unknown> = {};
  const columns = new Map<string, string>();
  for (const [key, spec] of specsOf(kind)) {
    const column = specHeading(spec);
    columns.set(key, column);
    const read = readSpec(spec, cells[column] ?? '');
    if (read.ok) specs[key] = read.value;
    else refused.push({ column, message: read.message });
  }
  const own = new Set(csvColumns(kind));
  for (const [column, text] of Object.entries(cells)) {
    if (!own.has(column) && text.trim() !== '') refused.push({ column, message: say(kitExchangeText.aHasNoSuchValue, { column, kind }) });
  }
  const given = (cells.id ?? '').trim();
  const there = kit.items.find(({ item }) => (given === '' ? item.kind === kind && item.name === name : item.id === given));
  const id = there?.item.id ?? (given === '' ? newId(line) : given);
  const parsed = kitItemSchema.safeParse({
    id,
    kind,
    name,
    note: (cells.note ?? '').trim(),
    specs,
    typical: typicalKeys(kind, cells.typical ?? ''),
  });
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const [head, key] = issue.path;
      const column = columnOf(head, key, columns);
      if (!refused.some((each) => each.column === column)) refused.push({ column, message: issue.message });
    }
  }
  if (refused.length > 0 || !parsed.success) return refusedRow(line, name, kind, refused);
  return itemRow(kit, line, parsed.data);
}

function columnOf(head: PropertyKey | undefined, key: PropertyKey | undefined, columns: Map<string, string>): string | null {
  if (head === 'specs' && typeof key === 'string') return columns.get(key) ?? null;
  if (typeof head === 'string') return head;
  return null;
}

function judgeItem(kit: Kit, line: Extract<Line, { from: 'json' }>): ImportRow {
  const parsed = kitItemSchema.safeParse(line.value);
  if (!parsed.success) return refusedRow(line, nameIn(line.value), 'item', issuesOf(parsed.error));
  return itemRow(kit, line, parsed.data);
}

function itemRow(kit: Kit, line: Line, item: KitItem): ImportRow {
  const there = kit.items.find((row) => row.item.id === item.id);
  const base = { line, name: item.name, what: item.kind, refused: [] };
  if (!there)
    return {
      ...base,
      action: 'add',
      changes: [],
      change: { op: 'putItem', item, archived: line.from === 'json' && line.archived, version: null },
    };
  if (there.item.kind !== item.kind)
    return refusedRow(line, item.name, item.kind, [
      { column: 'kind', message: say(kitExchangeText.kindThisIdIsA, { kind: there.item.kind }) },
    ]);
  const changes = differences(there.item, item);
  if (changes.length === 0) return { ...base, action: 'same', changes, change: null };
  return { ...base, action: 'change', changes, change: { op: 'putItem', item, archived: there.archived, version: there.version } };
}

function judgeRig(kit: Kit, line: Extract<Line, { from: 'json' }>): ImportRow {
  const parsed = kitRigSchema.safeParse(line.value);
  if (!parsed.success) return refusedRow(line, nameIn(line.value), 'rig', issuesOf(parsed.error));
  const rig: KitRig = parsed.data;
  const there = kit.rigs.find((row) => row.rig.id === rig.id);
  const base = { line, name: rig.name, what: 'rig', refused: [] };
  if (!there) return { ...base, action: 'add', changes: [], change: { op: 'putRig', rig, archived: line.archived, version: null } };
  if (equal(there.rig, rig)) return { ...base, action: 'same', changes: [], change: null };
  const changes = there.rig.name === rig.name ? ['components'] : [say(kitExchangeText.name, { name: there.rig.name, name2: rig.name })];
  return { ...base, action: 'change', changes, change: { op: 'putRig', rig, archived: there.archived, version: there.version } };
}

/** Rigs may name only what is in the kit or comes with them. */
function withComponents(kit: Kit, rows: readonly ImportRow[]): readonly ImportRow[] {
  const ids = new Set([
    ...kit.items.map(({ item }) => item.id),
    ...rows.flatMap(({ change }) => (change?.op === 'putItem' ? [change.item.id] : [])),
  ]);
  return rows.map((row) => {
    if (row.change?.op !== 'putRig') return row;
    const { plan } = row.change.rig;
    const lost = [plan.backId, ...plan.betweenIds, plan.cameraId, plan.boardId, plan.lensId, ...plan.frontIds].filter(
      (id) => id !== null && !ids.has(id),
    );
    return lost.length === 0
      ? row
      : refusedRow(row.line, row.name, 'rig', [
          { column: null, message: say(kitExchangeText.ofItsComponentsAreNeither, { length: lost.length }) },
        ]);
  });
}

function issuesOf(error: z.ZodError): readonly Refused[] {
  return [{ column: null, message: firstIssue(error).message }];
}

function nameIn(value: unknown): string {
  return typeof value === 'object' && value !== null && 'name' in value && typeof value.name === 'string' ? value.name : '';
}

/** The same line with one cell written anew. */
export function mended(line: Line, column: string, text: string): Line {
  if (line.from !== 'csv') return line;
  const cells = { ...line.cells, [column]: text };
  return { ...line, cells, kind: kindOf(cells.kind ?? '') };
}

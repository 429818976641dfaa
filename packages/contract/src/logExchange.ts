import { logExchangeText } from '@gangway/messages/contract/logExchange';
import { say } from '@gangway/messages/say';
import { AT_INFINITY, type Shot, SHOT_ENTRIES, SILENT_SHOT } from '@gangway/core/log/shotFields';
import Papa from 'papaparse';
import { FORMULA, GUARDED } from './csvGuard';
import { firstIssue } from './apiError';
import type { ShotField } from '@gangway/core/log/shotField';
import { shotSchema } from './log';
import { SHOT_RECORD } from './record/shotRecord';
import { typedNumber } from './typedNumber';
import { isJson, newerVersion, presentVersion, upgraded } from './record/versions';

/** The columns of a log in CSV, in their order: key and heading. */
export const LOG_COLUMNS: readonly { readonly key: keyof Shot; readonly csv: string; readonly earlierCsv?: readonly string[] }[] = [
  { key: 'at', csv: 'time (UTC)' },
  ...SHOT_ENTRIES.map(([key, { csv, earlierCsv = [] }]) => ({ key, csv, earlierCsv })),
  { key: 'setupId', csv: 'setup id', earlierCsv: ['stand id'] },
  { key: 'id', csv: 'id' },
];

/** The field of a heading, those of earlier versions included; `null` for none. */
function columnNamed(heading: string): keyof Shot | null {
  const column = LOG_COLUMNS.find(({ csv }) => csv === heading) ?? LOG_COLUMNS.find(({ earlierCsv = [] }) => earlierCsv.includes(heading));
  return column?.key ?? null;
}

/** The version of the log's file format: that of the shots in it. */
export const LOG_FORMAT = presentVersion(SHOT_RECORD);

const cellOf = (shot: Shot, key: keyof Shot): string => {
  const value = shot[key];
  if (key === 'focusM' && value === null) return AT_INFINITY;
  const words = value === null ? '' : String(value);
  return typeof value === 'string' && (FORMULA.test(words) || words.startsWith("'")) ? `'${words}` : words;
};

/** A log as CSV (RFC 4180), a row each in the order given. */
export function logCsv(shots: readonly Shot[]): string {
  return `${Papa.unparse({ fields: LOG_COLUMNS.map(({ csv }) => csv), data: shots.map((shot) => LOG_COLUMNS.map(({ key }) => cellOf(shot, key))) }, { newline: '\r\n' })}\r\n`;
}

/** A log as JSON. */
export function logJson(shots: readonly Shot[]): string {
  return `${JSON.stringify({ format: 'gangway-log', version: LOG_FORMAT, shots }, null, 2)}\n`;
}

/** What was read of a file: the shots that can be imported, and why others cannot. */
export interface ReadLog {
  readonly shots: readonly Shot[];
  /** One sentence for each line refused, naming line, field and what is allowed. */
  readonly refused: readonly string[];
}

/** A setup that shots may belong to. */
interface NamedSetup {
  readonly id: string;
  readonly name: string;
}

/** Reads a log from CSV or JSON. A shot finds its setup by id, or by name; one without is refused in words. A row without an id of its own gets a new one. */
export function readLog(words: string, setups: readonly NamedSetup[]): ReadLog | { readonly trouble: string } {
  return /^\s*[[{]/u.test(words) ? readJson(words, setups) : readCsv(words, setups);
}

function readJson(words: string, setups: readonly NamedSetup[]): ReadLog | { readonly trouble: string } {
  let value: unknown;
  try {
    value = JSON.parse(words);
  } catch (error) {
    return { trouble: say(logExchangeText.thisIsNotJsonThat, { error: error instanceof Error ? error.message : '' }) };
  }
  if (typeof value !== 'object' || value === null || !('format' in value) || value.format !== 'gangway-log')
    return { trouble: logExchangeText.thisIsNotALog };
  if (!('version' in value) || typeof value.version !== 'number') return { trouble: logExchangeText.versionMustBeANumber };
  const { version } = value;
  if (version > LOG_FORMAT) return { trouble: newerVersion('log', version, LOG_FORMAT).message };
  // Until version 3 shots were called takes.
  const shots: unknown = Reflect.get(value, version < 3 ? 'takes' : 'shots');
  if (!Array.isArray(shots)) return { trouble: logExchangeText.shotsMustBeAList };
  return judged(
    shots.map((each: unknown, i) => {
      const raw = upgraded(SHOT_RECORD, each, version);
      return { line: i + 1, raw: isJson(raw) ? raw : {} };
    }),
    setups,
  );
}

function readCsv(words: string, setups: readonly NamedSetup[]): ReadLog | { readonly trouble: string } {
  const { data } = Papa.parse<string[]>(words.replace(/^\uFEFF/u, ''), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = data;
  const keys = header.map((heading) => columnNamed(heading.trim()));
  const strange = header.find((_, i) => keys[i] === null);
  if (strange !== undefined)
    return {
      trouble: say(logExchangeText.isNotAColumnOf, { strange: strange.slice(0, 60) }),
    };
  if (!keys.includes('at')) return { trouble: logExchangeText.theFileHasNoColumn };
  const types: ReadonlyMap<string, ShotField['type']> = new Map(SHOT_ENTRIES.map(([key, { type }]) => [key, type]));
  return judged(
    rows.map((row, i) => ({
      line: i + 2,
      raw: Object.fromEntries(
        keys.flatMap((key, j): readonly (readonly [string, unknown])[] => {
          if (key === null) return [];
          const cell = (row[j] ?? '').replace(GUARDED, '');
          if (types.get(key) === 'flag') return [[key, flagIn(cell)]];
          if (key === 'focusM') return [[key, cell === AT_INFINITY || cell === '' ? null : numberIn(cell)]];
          if (types.get(key) === 'number') return cell === '' ? [] : [[key, numberIn(cell)]];
          return types.get(key) === 'text' || cell !== '' ? [[key, cell]] : [];
        }),
      ),
    })),
    setups,
  );
}

/** A number with a decimal point, or with a comma as spreadsheets of many regions write it; the words themselves when it is none, or may be a thousand. */
function numberIn(cell: string): number | string {
  const plain = Number(cell);
  if (!Number.isNaN(plain)) return plain;
  return /^[+-]?[1-9]\d{0,2}(,\d{3})+$/u.test(cell) ? cell : (typedNumber(cell) ?? cell);
}

function flagIn(cell: string): string | boolean {
  if (cell === 'true') return true;
  if (cell === 'false') return false;
  return cell;
}

function judged(
  rows: readonly { readonly line: number; readonly raw: Readonly<Record<string, unknown>> }[],
  setups: readonly NamedSetup[],
): ReadLog {
  const shots: Shot[] = [];
  const refused: string[] = [];
  const seen = new Set<string>();
  for (const { line, raw } of rows) {
    const setup = setups.find(({ id }) => id === raw.setupId) ?? setups.find(({ name }) => name === raw.setup);
    if (!setup) {
      refused.push(
        say(logExchangeText.rowItsSetupItMust, {
          line,
          setup:
            typeof raw.setup === 'string' && raw.setup !== ''
              ? say(logExchangeText.isNotInThisJob, { setup: raw.setup.slice(0, 60) })
              : logExchangeText.isMissing,
        }),
      );
      continue;
    }
    const parsed = shotSchema.safeParse({
      ...SILENT_SHOT,
      ...raw,
      setup: typeof raw.setup === 'string' && raw.setup !== '' ? raw.setup : setup.name,
      setupId: setup.id,
      id: raw.id === undefined || raw.id === '' ? crypto.randomUUID() : raw.id,
    });
    if (!parsed.success) {
      refused.push(say(logExchangeText.row, { line, message: firstIssue(parsed.error).message }));
    } else if (seen.has(parsed.data.id)) refused.push(say(logExchangeText.rowItsIdAppearsTwice, { line }));
    else {
      seen.add(parsed.data.id);
      shots.push(parsed.data);
    }
  }
  return { shots: shots, refused };
}

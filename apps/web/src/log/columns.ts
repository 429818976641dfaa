import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { clockTime } from '@gangway/core/clock';
import { shotSchema } from '@gangway/contract/log';
import { SHOT_ENTRIES, SHOT_FIELDS, type ShotKey, type Shot } from '@gangway/core/log/shotFields';
import { timeWords } from '@gangway/core/exposure/shutter';
import { dayStart } from '@gangway/core/card/jobSheet';
import { typedNumber } from '@gangway/contract/typedNumber';
import { typedTime } from '../ui/typedTime';

export type LogKey = 'at' | ShotKey;

export interface LogColumn {
  readonly key: LogKey;
  readonly label: string;
  readonly unit: string;
  readonly width: number;
  readonly right: boolean;
}

/** The columns of the log's table, in the order in which they are looked for. */
export const COLUMNS: readonly LogColumn[] = [
  { key: 'at', label: logText.time, unit: '', width: 150, right: false },
  ...SHOT_ENTRIES.flatMap(([key, field]) => (field.table === null ? [] : [{ key, field, table: field.table }]))
    .sort((a, b) => a.table.place - b.table.place)
    .map(({ key, field, table }) => ({
      key,
      label: table.heading ?? field.label,
      unit: field.type === 'number' ? field.unit : '',
      width: table.widthPx,
      right: field.type === 'number',
    })),
];

/** A moment on the clocks of a zone: 2026-11-25 10:30:15. */
export function momentWords(at: string, timeZone: string): string {
  const { date, time } = clockTime(new Date(at), timeZone);
  return `${date} ${time}`;
}

/** A cell as it is shown. */
export function cellWords(shot: Shot, { key }: Pick<LogColumn, 'key'>, timeZone: string): string {
  const value = shot[key];
  if (key === 'at') return momentWords(shot.at, timeZone);
  if (key === 'focusM' && value === null) return '∞';
  if (key === 'shutterSpeedS') return shot.shutterSpeedS === null ? '' : timeWords(shot.shutterSpeedS).replace(/ s$/u, '');
  if (key === 'frame') return shot.frame === null ? '' : `${shot.frame}/${shot.frames ?? '?'}`;
  if (key === 'bracket') return shot.bracket === null ? '' : `${shot.bracket}/${shot.brackets ?? '?'}`;
  if (key === 'rating') return shot.rating === 0 ? '' : '★'.repeat(shot.rating);
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? logText.yes : logText.no;
  return typeof value === 'number' ? String(Math.round(value * 1000) / 1000).replace('-', '−') : value;
}

/** A cell as it is typed: what stands in the field to begin with. */
export function cellDraft(shot: Shot, column: LogColumn, timeZone: string): string {
  if (column.key === 'frame' || column.key === 'bracket' || column.key === 'rating')
    return shot[column.key] === null ? '' : String(shot[column.key]);
  return cellWords(shot, column, timeZone);
}

/** A shot with one cell as it was typed, or why not. An empty cell means that it is not known. */
export function withCell(shot: Shot, { key, label }: Pick<LogColumn, 'key' | 'label'>, typed: string, timeZone: string): Shot | string {
  const value = read(key, typed, timeZone);
  if (value === undefined) return say(logText.isNot, { label, typed: typed.slice(0, 40), key: wantedForm(key) });
  const parsed = shotSchema.safeParse({ ...shot, [key]: value });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? logText.thisValueIsNotAllowed;
  return parsed.data;
}

function wantedForm(key: LogKey) {
  if (key === 'at') return logText.aTimeWriteItAs;
  if (key === 'shutterSpeedS') return logText.aTimeWriteItAs1;
  return logText.aNumber;
}

function read(key: LogKey, typed: string, timeZone: string): string | number | boolean | null | undefined {
  const plain = typed.trim();
  if (key === 'at') {
    const parts = /^(\d{4}-\d\d-\d\d)[ T](\d\d?):(\d\d)(?::(\d\d))?$/u.exec(plain);
    if (!parts) return undefined;
    try {
      const begin = dayStart(parts[1] ?? '', timeZone).getTime();
      const [h, m, s] = [Number(parts[2]), Number(parts[3]), Number(parts[4] ?? 0)];
      if (h > 23 || m > 59 || s > 59) return undefined;
      const guess = new Date(begin + ((h * 60 + m) * 60 + s) * 1000);
      // On a day that changes the clocks the hours since midnight are not what they show.
      const shown = momentWords(guess.toISOString(), timeZone);
      const off =
        Date.parse(`${parts[1]}T${String(h).padStart(2, '0')}:${parts[3]}:${parts[4] ?? '00'}Z`) -
        Date.parse(`${shown.replace(' ', 'T')}Z`);
      return new Date(guess.getTime() + off).toISOString();
    } catch {
      return undefined;
    }
  }
  const { type } = SHOT_FIELDS[key];
  if (type === 'choice') return plain.toLowerCase();
  if (type === 'text') return typed;
  if (type === 'flag') return /^(?:yes|no)$/iu.test(plain) ? plain.toLowerCase() === 'yes' : undefined;
  if (key === 'focusM' && (plain === '' || /^(?:∞|inf(?:inity)?)$/iu.test(plain))) return null;
  if (key === 'rating') return plain === '' ? 0 : (typedNumber(plain) ?? undefined);
  if (key === 'shutterSpeedS') return plain === '' ? null : (typedTime(plain) ?? undefined);
  if (plain === '') return null;
  return typedNumber(plain) ?? undefined;
}

/** Whether a shot has some words anywhere in what its table shows. */
export function holds(shot: Shot, words: string, timeZone: string): boolean {
  const wanted = words.trim().toLowerCase().split(/\s+/u);
  const all = COLUMNS.map((column) => cellWords(shot, column, timeZone))
    .join('\u0001')
    .toLowerCase();
  return wanted.every((word) => all.includes(word));
}

/** What a cell is sorted by. */
export function sortValue(shot: Shot, key: LogKey): string | number {
  const value = shot[key];
  if (key === 'focusM') return shot.focusM ?? Number.MAX_VALUE;
  return typeof value === 'boolean' ? Number(value) : (value ?? -Number.MAX_VALUE);
}

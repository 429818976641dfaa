import { csvText } from '@gangway/contract/csvText';

/** How an answer is printed: whole, or as rows to be read or taken into a spreadsheet. */
export const FORMATS = ['json', 'table', 'csv'] as const;
export type Format = (typeof FORMATS)[number];

/** One line of a table, by the names of its columns. */
export type Row = Readonly<Record<string, string | number | boolean | null>>;

/** Rows as a table with aligned columns, or as CSV. */
export function printRows(rows: readonly Row[], format: Exclude<Format, 'json'>): string {
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  if (columns.length === 0) return '';
  const cells = rows.map((row) => columns.map((column) => cellOf(row[column])));
  if (format === 'csv') return csvText([columns, ...cells]);
  const widths = columns.map((column, i) => Math.max(column.length, ...cells.map((line) => (line[i] ?? '').length)));
  return [columns, ...cells]
    .map((line) =>
      line
        .map((cell, i) => cell.padEnd(widths[i] ?? 0))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}

function cellOf(value: Row[string] | undefined): string {
  return value === null || value === undefined ? '' : String(value);
}

/** A value of an answer in one cell: what is nested as JSON. */
export function flat(out: object): Row {
  return Object.fromEntries(
    Object.entries(out).map(([key, value]: [string, unknown]) => [
      key,
      typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' || value === null
        ? value
        : JSON.stringify(value),
    ]),
  );
}

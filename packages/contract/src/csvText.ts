import Papa from 'papaparse';
import { FORMULA } from './csvGuard';

/** Rows of text as CSV; what a spreadsheet would run as a formula is guarded. */
export function csvText(rows: readonly (readonly string[])[]): string {
  return Papa.unparse(
    rows.map((row) => [...row]),
    { newline: '\r\n', escapeFormulae: FORMULA },
  );
}

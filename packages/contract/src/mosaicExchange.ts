import type { MosaicPlan } from '@gangway/core/stitching/plan';
import Papa from 'papaparse';

/** The columns of a mosaic in CSV, in their order. */
export const MOSAIC_COLUMNS = [
  'order',
  'shiftMm',
  'riseMm',
  'turned',
  'stopMm',
  'slideShiftMm',
  'slideRiseMm',
  'cameraLeftMm',
  'cameraDownMm',
  'leftPx',
  'topPx',
  'overlap',
] as const satisfies readonly (keyof MosaicPlan['frames'][number])[];

/** The frames of a mosaic as CSV (RFC 4180), one row each in the order of the series; what does not apply is left empty. */
export function mosaicCsv({ frames }: MosaicPlan): string {
  return Papa.unparse(
    { fields: [...MOSAIC_COLUMNS], data: frames.map((row) => MOSAIC_COLUMNS.map((column) => row[column] ?? '')) },
    { newline: '\r\n' },
  );
}

/** The whole plan as JSON. */
export function mosaicJson(plan: MosaicPlan): string {
  return `${JSON.stringify(plan, null, 2)}\n`;
}

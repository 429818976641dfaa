import type { Answer } from './goals';

/** A layout in words: "4 × 2 = 8 frames in portrait". */
export function layoutWords({ layout: { kind, columns, rows, orientation, frames } }: Answer): string {
  if (kind === 'quarter') return 'four quarter turns';
  return `${columns} × ${rows} = ${frames.length} ${frames.length === 1 ? 'frame' : 'frames'} in ${orientation}`;
}

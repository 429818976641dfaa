import { stitchingText } from '@gangway/messages/core/stitching';
import { say } from '@gangway/messages/say';
import type { Proposal } from './goals';

/**
 * A layout in words: "4 × 2 = 8 frames in portrait".
 *
 * @param answer a layout that answers a goal
 *
 * @example
 * layoutWords({ layout: { kind: 'grid', columns: 2, rows: 1, orientation: 'landscape', frames: [{}, {}] } }) // => '2 × 1 = 2 frames in landscape'
 */
export function layoutWords({ layout: { kind, columns, rows, orientation, frames } }: Proposal): string {
  if (kind === 'quarter') return stitchingText.fourQuarterTurns;
  return say(stitchingText.frameIn, { columns, rows, length: frames.length, orientation });
}

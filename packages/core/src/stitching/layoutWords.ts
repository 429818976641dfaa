import { stitchingText } from '@gangway/messages/core/stitching';
import { messageOf, sayMessage, type Message } from '@gangway/messages/say';
import type { Proposal } from './goals';

/**
 * A layout in words: "4 × 2 = 8 frames in portrait".
 *
 * @param answer a layout that answers a goal
 *
 * @example
 * layoutWords({ layout: { kind: 'grid', columns: 2, rows: 1, orientation: 'landscape', frames: [{}, {}] } }) // => '2 × 1 = 2 frames in landscape'
 */
export function layoutWords(answer: Proposal): string {
  return sayMessage(layoutMessage(answer));
}

/** As `layoutWords`, kept as data. */
export function layoutMessage({ layout: { kind, columns, rows, orientation, frames } }: Proposal): Message {
  if (kind === 'quarter') return messageOf(stitchingText.fourQuarterTurns, {});
  if (kind === 'bands') {
    const turned = frames.filter((each) => each.turned).length;
    return messageOf(stitchingText.framesOfBothOrientations, { length: frames.length, kept: frames.length - turned, turned, orientation });
  }
  return messageOf(stitchingText.frameIn, { columns, rows, length: frames.length, orientation });
}

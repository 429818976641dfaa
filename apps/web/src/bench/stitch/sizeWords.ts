import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Proposal } from '@gangway/core/stitching/goals';
import { fixed } from '@gangway/core/words';

/** "110 × 80 mm, 192 MP, overlap 21 %". */
export function sizeWords(
  { widthMm, heightMm, overlap, layout }: Proposal,
  {
    settings: {
      rig: { back },
    },
  }: Geometry,
): string {
  const pitch = back.columnsPx === null ? null : back.widthMm / back.columnsPx;
  const mp = pitch === null ? '' : `, ${fixed((widthMm * heightMm) / pitch ** 2 / 1e6, 0)} MP`;
  return `${fixed(widthMm, 0)} × ${fixed(heightMm, 0)} mm${mp}${layout.frames.length > 1 && layout.kind !== 'quarter' ? say(stitchText.overlap2, { overlap: fixed(overlap * 100, 0) }) : ''}`;
}

import { number } from '../figure';
import { defineKind } from '../kind';
import { FRONT } from './shared';

/** A hood. */
export const hood = defineKind({
  title: 'Hood',
  plural: 'Hoods',
  figures: {
    threadMm: number(FRONT, 'Thread', 'mm', 5, 300),
    clearMm: number(FRONT, 'Clear diameter at its front rim', 'mm', 1, 400, { how: 'Measure the front opening with a calliper.' }),
    heightMm: number(FRONT, 'Height', 'mm', 0, 300),
  },
  joints: { behind: 'threadMm', before: null },
  listed: ['threadMm', 'clearMm', 'heightMm'],
  contradictions: () => [],
});

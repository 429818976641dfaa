import { number } from '../figure';
import { defineKind } from '../kind';
import { FRONT } from './shared';

/** A filter that screws on. */
export const filter = defineKind({
  title: 'Filter',
  plural: 'Filters',
  figures: {
    threadMm: number(FRONT, 'Thread', 'mm', 5, 300),
    clearMm: number(FRONT, 'Clear diameter at its front rim', 'mm', 1, 300, {
      how: 'Measure the opening of the front rim with a calliper.',
    }),
    heightMm: number(FRONT, 'Height', 'mm', 0, 100, { how: 'From the rim that it screws against to its front.' }),
    stops: number(FRONT, 'Takes light', 'stops', 0, 30),
  },
  joints: { behind: 'threadMm', before: 'threadMm' },
  listed: ['threadMm', 'clearMm', 'heightMm', 'stops'],
  contradictions: () => [],
});

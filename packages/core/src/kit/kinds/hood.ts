import { number } from '../figure';
import { defineKind } from '../kind';
import { FRONT } from './shared';

/** A hood. */
export const hood = defineKind({
  title: 'Hood',
  plural: 'Hoods',
  figures: {
    threadMm: number({ group: FRONT, label: 'Thread', unit: 'mm', min: 5, max: 300 }),
    clearMm: number({
      group: FRONT,
      label: 'Clear diameter at its front rim',
      unit: 'mm',
      min: 1,
      max: 400,
      how: 'Measure the front opening with a calliper.',
    }),
    heightMm: number({ group: FRONT, label: 'Height', unit: 'mm', min: 0, max: 300 }),
  },
  joints: { behind: 'threadMm', before: null },
  listed: ['threadMm', 'clearMm', 'heightMm'],
  contradictions: () => [],
});

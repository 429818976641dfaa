import { number } from '../figure';
import { defineKind } from '../kind';
import { FRONT } from './shared';

/** A filter that screws on. */
export const filter = defineKind({
  title: 'Filter',
  plural: 'Filters',
  figures: {
    threadMm: number({ group: FRONT, label: 'Thread', unit: 'mm', min: 5, max: 300 }),
    clearMm: number({
      group: FRONT,
      label: 'Clear diameter at its front rim',
      unit: 'mm',
      min: 1,
      max: 300,
      how: 'Measure the opening of the front rim with a calliper.',
    }),
    heightMm: number({
      group: FRONT,
      label: 'Height',
      unit: 'mm',
      min: 0,
      max: 100,
      how: 'From the rim that it screws against to its front.',
    }),
    stops: number({ group: FRONT, label: 'Filter factor', unit: 'stops', min: 0, max: 30, earlierLabels: ['Takes light'] }),
  },
  joints: { behind: 'threadMm', before: 'threadMm' },
  listed: ['threadMm', 'clearMm', 'heightMm', 'stops'],
  contradictions: () => [],
});

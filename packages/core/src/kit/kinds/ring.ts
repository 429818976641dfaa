import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number } from '../spec';
import { defineKind } from '../kind';
import { FRONT, weight } from './shared';

/** A step-up ring. */
export const ring = defineKind({
  title: kindsText.stepUpRing,
  plural: kindsText.stepUpRings,
  specs: {
    threadMm: number({
      group: FRONT,
      label: kindsText.rearThread,
      unit: 'mm',
      min: 5,
      max: 300,
      earlierLabels: ['Screws into a thread of'],
    }),
    frontThreadMm: number({
      group: FRONT,
      label: kindsText.frontThread,
      unit: 'mm',
      min: 5,
      max: 300,
      earlierLabels: ['Takes a thread of'],
    }),
    heightMm: number({ group: FRONT, label: kindsText.height, unit: 'mm', min: 0, max: 100 }),
    ...weight,
  },
  joints: { behind: 'threadMm', before: 'frontThreadMm' },
  first: ['threadMm', 'frontThreadMm', 'heightMm'],
  listed: ['threadMm', 'frontThreadMm', 'heightMm'],
  contradictions: () => [],
});

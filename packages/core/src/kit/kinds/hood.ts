import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number } from '../spec';
import { defineKind } from '../kind';
import { FRONT, weight } from './shared';

/** A hood. */
export const hood = defineKind({
  title: kindsText.hood,
  plural: kindsText.hoods,
  specs: {
    threadMm: number({ group: FRONT, label: kindsText.thread, unit: 'mm', min: 5, max: 300 }),
    clearMm: number({
      group: FRONT,
      label: kindsText.clearDiameterAtItsFront,
      unit: 'mm',
      min: 1,
      max: 400,
      how: kindsText.measureTheFrontOpeningWith,
    }),
    heightMm: number({ group: FRONT, label: kindsText.height, unit: 'mm', min: 0, max: 300 }),
    ...weight,
  },
  joints: { behind: 'threadMm', before: null },
  first: ['threadMm', 'clearMm', 'heightMm'],
  listed: ['threadMm', 'clearMm', 'heightMm'],
  contradictions: () => [],
});

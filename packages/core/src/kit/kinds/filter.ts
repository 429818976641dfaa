import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number } from '../spec';
import { defineKind } from '../kind';
import { FRONT, weight } from './shared';

/** A filter that screws on. */
export const filter = defineKind({
  title: kindsText.filter,
  plural: kindsText.filters,
  specs: {
    threadMm: number({ group: FRONT, label: kindsText.thread, unit: 'mm', min: 5, max: 300 }),
    clearMm: number({
      group: FRONT,
      label: kindsText.clearDiameterAtItsFront,
      unit: 'mm',
      min: 1,
      max: 300,
      how: kindsText.measureTheOpeningOfThe,
    }),
    heightMm: number({
      group: FRONT,
      label: kindsText.height,
      unit: 'mm',
      min: 0,
      max: 100,
      how: kindsText.fromTheRimThatIt,
    }),
    stops: number({ group: FRONT, label: kindsText.filterFactor, unit: 'stops', min: 0, max: 30, earlierLabels: ['Takes light'] }),
    ...weight,
  },
  joints: { behind: 'threadMm', before: 'threadMm' },
  first: ['threadMm', 'clearMm', 'heightMm', 'stops'],
  listed: ['threadMm', 'clearMm', 'heightMm', 'stops'],
  contradictions: () => [],
});

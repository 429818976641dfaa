import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number, joint } from '../spec';
import { defineKind } from '../kind';
import { MOUNT, CIRCLE, contacts, weight } from './shared';

/** A reducer or converter. */
export const converter = defineKind({
  title: kindsText.reducerOrConverter,
  plural: kindsText.reducersAndConverters,
  specs: {
    factor: number({
      group: kindsText.converter,
      label: kindsText.factor,
      unit: '×',
      min: 0.1,
      max: 10,
      how: kindsText.itIsEngravedBelow1,
    }),
    lensMount: joint(MOUNT, kindsText.lensSideMount, { earlierLabels: ['Takes in front'] }),
    lensFlangeDistanceMm: number({
      group: MOUNT,
      label: kindsText.flangeDistanceLensSide,
      unit: 'mm',
      min: 0,
      max: 300,
      earlierLabels: ['Register of the mount in front'],
    }),
    bodyMount: joint(MOUNT, kindsText.cameraSideMount, { earlierLabels: ['Fits behind on'] }),
    bodyFlangeDistanceMm: number({
      group: MOUNT,
      label: kindsText.flangeDistanceCameraSide,
      unit: 'mm',
      min: 0,
      max: 300,
      earlierLabels: ['Register of the mount behind'],
    }),
    clearCircleMm: number({
      group: CIRCLE,
      label: kindsText.largestCircleItPassesOn,
      unit: 'mm',
      min: 1,
      max: 500,
      how: kindsText.photographAnEvenWallThrough,
    }),
    contacts,
    ...weight,
  },
  joints: { behind: 'bodyMount', before: 'lensMount' },
  first: ['factor', 'lensMount', 'bodyMount'],
  listed: ['factor', 'lensMount', 'bodyMount', 'contacts'],
  contradictions: () => [],
});

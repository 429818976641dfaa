import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number, joint } from '../spec';
import { defineKind } from '../kind';
import { MOUNT, weight } from './shared';

/** A lens board. */
export const board = defineKind({
  title: kindsText.lensBoard,
  plural: kindsText.lensBoards,
  specs: {
    boardMount: joint(MOUNT, kindsText.boardOf),
    hole: joint(MOUNT, kindsText.lensHoleOrShutterSize, {
      how: kindsText.theShutterSizeSuchAs,
      earlierLabels: ['Holds'],
    }),
    offsetMm: number({
      group: MOUNT,
      label: kindsText.raisedOrRecessedBy,
      unit: 'mm',
      min: -200,
      max: 400,
      how: kindsText.fromThePlaneOfA,
    }),
    ...weight,
  },
  joints: { behind: 'boardMount', before: 'hole' },
  first: ['boardMount', 'hole', 'offsetMm'],
  listed: ['boardMount', 'hole', 'offsetMm'],
  contradictions: () => [],
});
